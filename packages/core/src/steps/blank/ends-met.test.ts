import { describe, expect, it } from 'vitest'
import { freshStep, type Part, type Step } from '@flexum/core/recipe'
import { leadOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { FormingStep } from '../forming/typed.ts'
import type { TrimStep } from '../trim/typed.ts'
import { bendSheetOf } from '@flexum/core/report'
import { blockStep } from '../../../testing/bodies.ts'
import { barOn, throughNodes } from '../../../testing/parts.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

/** One bend of 90 degrees and R20 in a bar of 6: 80 before it, and 100 after it up to x = 100, y = 120. */
function bent(more: Partial<FormingStep> = {}, ...after: Step[]): Part {
  const path = throughNodes([
    ['0', '0', '0'],
    ['100', '0', '0', '20'],
    ['100', '120', '0'],
  ])
  const bar = barOn(path, 'round-bar', { diameter: '6' })
  const none = { startAllowance: '0', endAllowance: '0', roundUp: '0' }
  const part = { ...bar, steps: bar.steps.map((s): Step => (s.kind === 'blank' ? { ...s, ...none } : s)) }
  const made = freshStep(part, 'forming', { id: 'forming' })
  if (!made.ok) throw new Error(made.fault.message)
  const forming = { ...made.value, ...more } as FormingStep
  // What its ends meet stands after it in the recipe.
  return { ...part, steps: [...part.steps, forming, ...after] }
}
const pressing = (length: string): Partial<FormingStep> => {
  const { value } = freshStep(bent(), 'forming', { id: 'forming' }) as { readonly value: FormingStep }
  return { bender: { ...value.bender, pressure: length } }
}
/** A block whose near face lies across the second straight at a height y. */
const wallAt = (y: number): Step =>
  blockStep('wall', { x: '100', y: `${y + 10}`, z: '-20', wide: '60', deep: '20', height: '40' })
const meeting = (side: 'start' | 'end', body: string): TrimStep => ({
  id: `meet-${side}`,
  kind: 'meeting',
  name: `Meeting at the ${side}`,
  aside: false,
  of: 'run',
  side,
  to: { kind: 'body', body },
  reach: 'outside',
  keeps: [],
  joined: false,
})
const worked = (part: Part): PartResult => {
  const r = evaluator.evaluate(part)
  expect(r.findings.filter((f) => f.severity === 'blocks').map((f) => f.message)).toEqual([])
  return r
}
const formingIn = (r: PartResult) => r.steps.find((s) => s.id === 'forming')!.output!.forming!
const pressure = (r: PartResult): string[] =>
  r.findings.filter((f) => f.code === 'forming.pressure').map((f) => f.message)

describe('a bar with an end that meets something', () => {
  it('is looked at by the bender as long as it is: trimmed to 30 it is too short for a pressure length of 50', () => {
    expect(pressure(worked(bent(pressing('50'))))).toEqual([])
    const trimmed = worked(bent(pressing('50'), wallAt(50), meeting('end', 'wall')))
    expect(formingIn(trimmed).bar.last).toBeCloseTo(30, 6)
    expect(pressure(trimmed)).toHaveLength(1)
    expect(pressure(trimmed)[0]).toMatch(/30/)
  })
  it('run on to 150 it is told as that', () => {
    const r = worked(bent(pressing('160'), wallAt(170), meeting('end', 'wall')))
    expect(formingIn(r).bar.last).toBeCloseTo(150, 6)
    expect(pressure(r).join()).toMatch(/150/)
    expect(pressure(r).join()).not.toMatch(/120|100 mm/)
  })
  it('is fed, marked and sawn so, from either end', () => {
    const block = blockStep('foot', { x: '-22.5', y: '0', z: '-20', wide: '20', deep: '60', height: '40' })
    const ends = [wallAt(113), meeting('end', 'wall'), block, meeting('start', 'foot')]
    const part = bent({}, ...ends)
    const [plain, both] = [worked(bent()), worked(part)]
    const rows = (p: Part, r: PartResult): string[] =>
      bendSheetOf(p, r, 'forming', 1)!.tables.bent.rows.map((row) => row[2]!)
    // 12.5 longer at the start, 7 off at the end.
    expect(rows(bent(), plain)).toEqual(['80.000'])
    expect(rows(part, both)).toEqual(['92.500'])
    expect(formingIn(both).bar.last).toBeCloseTo(93, 6)
    const cut = (p: Part, r: PartResult): number => leadOf(p, r).blank!.cut
    expect(cut(part, both) - cut(bent(), plain)).toBeCloseTo(5.5, 6)
    const back = bent({ fromEnd: true }, ...ends)
    const turned = worked(back)
    expect(formingIn(turned).bar.bends[0]!.straight).toBeCloseTo(93, 6)
    expect(formingIn(turned).bar.last).toBeCloseTo(92.5, 6)
  })
  it('follows what it meets, and is as it was drawn where that is set aside or not built', () => {
    const part = bent({}, wallAt(50), meeting('end', 'wall'))
    const last = (p: Part): number => formingIn(evaluator.evaluate(p)).bar.last
    expect(last(part)).toBeCloseTo(30, 6)
    expect(last(bent({}, wallAt(60), meeting('end', 'wall')))).toBeCloseTo(40, 6)
    const aside = {
      ...part,
      steps: part.steps.map((s) => (s.kind === 'meeting' ? { ...s, aside: true } : s)),
    }
    expect(last(aside)).toBeCloseTo(100, 6)
    expect(last({ ...part, builtTo: 'forming' } as Part)).toBeCloseTo(100, 6)
    // The results still stand in the order of the recipe.
    expect(evaluator.evaluate(part).steps.map((s) => s.id)).toEqual(part.steps.map((s) => s.id))
  })
  it('is parted to bars by how long it is', () => {
    const path = throughNodes([
      ['100', '-130', '0'],
      ['100', '120', '0'],
    ])
    const bar = barOn(path, 'round-bar', { diameter: '6' })
    const pieces: Step = {
      id: 'pieces',
      kind: 'pieces',
      name: 'Pieces',
      aside: false,
      run: 'run',
      turned: false,
      hold: '0',
      bar: { length: '300', scarf: '0' },
    }
    const lengths = (...after: Step[]): number[] => {
      const r = worked({ ...bar, steps: [...bar.steps, pieces, ...after] })
      return r.steps.find((s) => s.id === 'pieces')!.output!.cuts!.pieces.map((p) => p.lengths.long)
    }
    expect(lengths()).toEqual([expect.closeTo(250, 6)])
    const long = lengths(wallAt(220), meeting('end', 'wall'))
    expect(long).toHaveLength(2)
    expect(long[0]! + long[1]!).toBeCloseTo(350, 6)
    expect(Math.max(...long)).toBeLessThanOrEqual(300)
  })
})
