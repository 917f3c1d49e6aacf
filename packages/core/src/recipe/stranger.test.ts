import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

// What a stranger does by docs/adding-a-step.md, on a copy of the house: a kind of step, a file and a place, each by the lines that
// the guide names and no others; then the compiler is asked, and the copy is run.
const root = fileURLToPath(new URL('../../../../', import.meta.url))
let copy = ''

const at = (file: string): string => join(copy, file)
/** Puts lines into a file after the first that holds a text, as someone does who follows an example. */
function insert(file: string, after: string, lines: string): void {
  const text = readFileSync(at(file), 'utf8')
  const found = text.indexOf(after)
  if (found < 0) throw new Error(`${file} has no "${after}"`)
  const end = text.indexOf('\n', found) + 1
  writeFileSync(at(file), text.slice(0, end) + lines + text.slice(end))
}
const run = (...args: string[]) => spawnSync(process.execPath, args, { cwd: copy, encoding: 'utf8' })

beforeAll(() => {
  const under = join(root, 'node_modules/.flexum')
  mkdirSync(under, { recursive: true })
  copy = mkdtempSync(join(under, 'stranger-'))
  for (const part of ['packages/core/src', 'packages/core/tsconfig.json', 'packages/core/package.json'])
    cpSync(join(root, part), at(part), { recursive: true, filter: (f) => !f.endsWith('.test.ts') })
  for (const part of ['tsconfig.base.json', 'scripts/typescript.mjs', 'package.json'])
    cpSync(join(root, part), at(part))
  mkdirSync(at('packages/web/src/screens'), { recursive: true })
  for (const part of ['places.ts', 'place-screens.ts'])
    cpSync(join(root, 'packages/web/src/screens', part), at(`packages/web/src/screens/${part}`))

  const kind = 'packages/core/src/steps/toy-path'
  mkdirSync(at(kind))
  writeFileSync(
    at(`${kind}/typed.ts`),
    `import { string } from 'yup'
import { ok } from '../../base/index.ts'
import { baseFields, formulaSchema, mapFields, record, type StepBase, type StepKind } from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'

export interface ToyPathStep extends StepBase {
  readonly kind: 'toy-path'
  readonly long: Formula
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'toy-path': ToyPathStep
  }
}

export const toyPathKind: StepKind<ToyPathStep> = {
  kind: 'toy-path',
  title: 'Toy path',
  station: 'path',
  schema: record({ ...baseFields, kind: string().strict().oneOf(['toy-path']).required(), long: formulaSchema }),
  gives: ['path', 'table'],
  inputs: () => [],
  mapFormulas: (step, visit) => mapFields(step, [['long', 'length']], '', visit),
  fresh: (base) => ok({ ...base, kind: 'toy-path', long: '120' }),
}
`,
  )
  writeFileSync(
    at(`${kind}/made.ts`),
    `import type { StepMaker } from '../../evaluate/index.ts'
import { lineSegment, makePath } from '../../path/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import type { ToyPathStep } from './typed.ts'

export const toyPathMaker: StepMaker<ToyPathStep> = {
  cheaper: 'A shorter one would fit.',
  evaluate(step, context) {
    const path = makePath([{ segment: lineSegment([0, 0, 0], [1, 0, 0], context.number('long')), origin: { kind: 'leg', index: 0 } }], false)
    return pathEvaluation(step, path, context)
  },
  summary: () => 'a toy',
}
`,
  )
  writeFileSync(
    at(`${kind}/commands.ts`),
    `import { ok, type Id } from '../../base/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

export const setToy: Command<{ step: Id; long: string }> = (part, { step: id, long }) => {
  const step = stepOfKind(part, id, 'toy-path')
  return step.ok ? ok(withStep(part, { ...step.value, long })) : step
}
`,
  )
  const recipe = 'packages/core/src/recipe'
  insert(
    `${recipe}/kinds.ts`,
    'import { addKind }',
    "import { toyPathKind } from '../steps/toy-path/typed.ts'\n",
  )
  insert(`${recipe}/kinds.ts`, 'addKind(sketchKind)', 'addKind(toyPathKind)\n')
  insert(
    `${recipe}/makers.ts`,
    'import { aimFindings }',
    "import { toyPathMaker } from '../steps/toy-path/made.ts'\n",
  )
  insert(`${recipe}/makers.ts`, '  sketch: sketchMaker,', "  'toy-path': toyPathMaker,\n")
  insert(
    `${recipe}/commands.ts`,
    "export * from '../edit/index.ts'",
    "export { setToy } from '../steps/toy-path/commands.ts'\n",
  )
  insert(
    `${recipe}/typed.ts`,
    'export type { EdgePathStep }',
    "export type { ToyPathStep } from '../steps/toy-path/typed.ts'\n",
  )
  insert(
    'packages/core/src/files/exports.ts',
    'export const EXPORTS = {',
    `  toy: {
    ...plain,
    title: 'Toy list',
    needs: ['path'],
    extension: 'txt',
    type: 'text/plain',
    word: 'toys',
    ofLead: false,
    make: ({ lead }) => ok(\`\${lead.path?.path.length ?? 'none'}\\n\`),
  },
`,
  )
  insert(
    'packages/web/src/screens/places.ts',
    'export const PLACES = {',
    "  toys: { path: '/toys', title: 'Toys' },\n",
  )
  insert('packages/web/src/screens/place-screens.ts', 'PLACE_SCREENS:', '  toys: async () => () => null,\n')
  writeFileSync(
    at('trial.ts'),
    `import { createEvaluator } from './packages/core/src/recipe/evaluated/index.ts'
import { apply, emptyPart, freshStep, readPartText, setToy, writePart } from './packages/core/src/recipe/index.ts'
import { exportFile } from './packages/core/src/files/index.ts'
import { PLACE_SCREENS } from './packages/web/src/screens/place-screens.ts'
import { placesInOrder } from './packages/web/src/screens/places.ts'

const part = emptyPart('Trial')
const made = freshStep(part, 'toy-path', { id: 'toy' })
if (!made.ok) throw new Error(made.fault.message)
const changed = apply(setToy, { ...part, steps: [made.value] }, { step: 'toy', long: '2 in' })
if (!changed.ok) throw new Error(changed.fault.message)
const read = readPartText(writePart(changed.value))
if (!read.ok) throw new Error(read.fault.message)
const file = exportFile(createEvaluator(), read.value, { file: 'toy' })
if (!file.ok) throw new Error(file.fault.message)
const places = placesInOrder().map(([name, { path }]) => [name, path, typeof PLACE_SCREENS[name]])
console.log(JSON.stringify({ name: file.value.name, content: file.value.content, place: places[0] }))
`,
  )
})
afterAll(() => rmSync(copy, { recursive: true, force: true }))

describe('by the lines of the guide', () => {
  it('a kind of step, a file and a place are complete to the compiler', () => {
    const told = run(join(root, 'node_modules/typescript/bin/tsc'), '-p', 'packages/core', '--noEmit')
    expect(told.stdout).toBe('')
    expect(told.status).toBe(0)
  })
  it('the kind reads, is edited and worked out, the file is made of it, and the place is there', () => {
    const told = run('--import', './scripts/typescript.mjs', 'trial.ts')
    expect(told.stderr).toBe('')
    expect(JSON.parse(told.stdout)).toEqual({
      name: 'Trial toys.txt',
      content: '50.8\n',
      place: ['toys', '/toys', 'function'],
    })
  })
  it('and nothing of it is missed: without its line in the makers the compiler asks for it', () => {
    const file = at('packages/core/src/recipe/makers.ts')
    const whole = readFileSync(file, 'utf8')
    writeFileSync(file, whole.replace("  'toy-path': toyPathMaker,\n", ''))
    const told = run(join(root, 'node_modules/typescript/bin/tsc'), '-p', 'packages/core', '--noEmit')
    writeFileSync(file, whole)
    expect(told.status).not.toBe(0)
    expect(told.stdout).toMatch(/makers\.ts.*toy-path/s)
  })
})
