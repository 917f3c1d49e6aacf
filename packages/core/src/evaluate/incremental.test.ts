import { describe, expect, it } from 'vitest'
import { changed, NO_COMMANDS, TRIES } from '../../testing/fuzz/commands.ts'
import { randomOf } from '../../testing/fuzz/random.ts'
import { hookSketch, rectangleAt } from '../../testing/sketches.ts'
import { loadManifold } from '../../../manifold/src/index.ts'
import { breachesOf, freshStep, readPart, STARTERS, type Part, type Step } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import type { PartResult } from './result.ts'
import * as edit from '../recipe/commands.ts'

const NAMES = Object.keys(STARTERS) as (keyof typeof STARTERS)[]

/** A part to begin with: one of the starters, with a named value and a drawing with a section of it, and bodies. */
function begun(seed: number): Part {
  const part = STARTERS[NAMES[seed % NAMES.length]!].make('Begun')
  const drawn: Part = { ...part, steps: [{ ...hookSketch, id: 'hook' }, ...part.steps] }
  const section = freshStep(drawn, 'sketch-profile', { id: 'section' })
  if (!section.ok) throw new Error(section.fault.message)
  const shape = rectangleAt('shape', 20, 30, 40, 25)
  const bodies: Step[] = [
    shape,
    { ...rectangleAt('above', 25, 33, 20, 12), plane: { kind: 'xy', offset: '30' } },
  ]
  const put = (kind: Step['kind']): void => {
    const body = freshStep({ ...drawn, steps: [...drawn.steps, ...bodies] }, kind, {
      id: `own-${kind}`,
    })
    if (!body.ok) throw new Error(body.fault.message)
    bodies.push(body.value)
  }
  if (!part.steps.some((s) => s.kind === 'blank')) put('blank')
  for (const kind of [
    'turned',
    'extruded',
    'plain-body',
    'brought-body',
    'blended',
    'halved',
    'holes',
    'meeting',
    'forming',
    'pieces',
    'wall-path',
    'trim-path',
    'changed-path',
  ] as const)
    put(kind)
  // Looked for anew each time, so that not every part has them.
  if (seed % 4 === 0) put('bent-path')
  // These wait for something to be picked, and all after them for them.
  for (const kind of ['bend-table', 'edge-path', 'hollowed', 'edges', 'pushed'] as const) put(kind)
  return {
    ...drawn,
    values: [{ id: 'v', name: 'reach', dimension: 'length', formula: '44' }],
    steps: [...drawn.steps, section.value, ...bodies],
  }
}

/** Long rows of figures by what they come to, to the last bit: each with its place. */
function sumOf(figures: ArrayLike<number>): string {
  let sum = 0
  for (let i = 0; i < figures.length; i++) sum += figures[i]! * (1 + (i % 97))
  return `${figures.length} figures, ${sum}`
}

/** All that a result says, without what only tells versions apart, as text: of meshes and rows what they come to. */
function told(r: PartResult): string {
  const steps = r.steps.map(({ id, state, summary, fields, nodePoints, output }) => [
    id,
    state,
    summary,
    fields,
    nodePoints,
    state === 'good' ? output : undefined,
  ])
  return JSON.stringify([r.values, r.findings, steps], (_, v: unknown) => {
    if (ArrayBuffer.isView(v)) return sumOf(v as Float64Array)
    if (v instanceof Map || v instanceof Set) return [...v]
    return v
  })
}

describe('random sequences of every command', () => {
  it('know every command that there is', () => {
    const given = Object.entries(edit)
      .filter(([name, f]) => typeof f === 'function' && !NO_COMMANDS.has(name))
      .map(([name]) => name)
    expect(Object.keys(TRIES).toSorted()).toEqual(given.toSorted())
  })
  it('are of commands that can each be done: one that is always refused would not be tried at all', () => {
    const idle = Object.keys(TRIES).filter((name) => {
      for (let seed = 0; seed < 300; seed++) {
        const r = randomOf(seed)
        // What takes back needs something done before.
        const before = ['addVariant', 'addValue', 'setWall', 'addOpening'].reduce(
          (p, n) => changed(p, n, r),
          begun(seed),
        )
        if (changed(before, name, r) !== before) return false
      }
      return true
    })
    expect(idle).toEqual([])
  })
  it('leave parts that read, and come to the same worked out anew as step by step, two parts in one evaluator', async () => {
    const names = Object.keys(TRIES)
    const solids = await loadManifold()
    const evaluator = createEvaluator({ solids })
    const wrong: string[] = []
    for (let seed = 0; seed < 12; seed++) {
      const r = randomOf(7000 + seed)
      let parts: readonly [Part, Part] = [begun(seed), begun(seed + 1)]
      for (let step = 0; step < 14; step++) {
        const which = r.below(2) as 0 | 1
        // Half of them in turn, so that each has its turn, and half as it comes.
        const name = step % 2 === 0 ? names[(seed * 5 + step / 2) % names.length]! : r.pick(names)
        const part = changed(parts[which], name, r)
        parts = which === 0 ? [part, parts[1]] : [parts[0], part]
        const say = (what: string): unknown => wrong.push(`seed ${seed}, step ${step}, ${name}: ${what}`)
        const read = readPart(JSON.parse(JSON.stringify(part)))
        if (!read.ok) say(read.fault.message)
        for (const breach of breachesOf(part)) say(breach.message)
        const stepwise = evaluator.evaluate(part, { owner: String(which) })
        if (told(stepwise) !== told(createEvaluator({ solids }).evaluate(part)))
          say('other results worked out anew')
      }
    }
    expect(wrong).toEqual([])
  })
})
