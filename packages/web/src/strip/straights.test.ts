import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyPart, nodeEntry, type Part, type Step } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { bendBy, hasStraights, lengthOfStraight, straightTo, type StraightsStep } from './straights.ts'

const table: Step = {
  id: 'path',
  kind: 'bend-table',
  name: 'Table',
  aside: false,
  rows: [
    { id: 'r1', length: '80', rotation: '0', angle: '60', radius: '20' },
    { id: 'r2', length: '50', rotation: '90', angle: '90', radius: '15' },
  ],
  last: '70',
  x: '0',
  y: '0',
  z: '0',
  heading: '0',
  rise: '0',
  roll: '0',
  first: 'a',
  end: 'z',
}
const nodes: Step = {
  id: 'path',
  kind: 'node-path',
  name: 'Nodes',
  aside: false,
  closed: false,
  nodes: [
    nodeEntry('n1', '0', '0', '0'),
    nodeEntry('n2', '100', '0', '0', '20'),
    nodeEntry('n3', '140', '90', '0', '15'),
    nodeEntry('n4', '140', '90', '110'),
  ],
}
const pathOf = (part: Part) => createEvaluator().evaluate(part).steps[0]!.output!.path!.path
const straights = (part: Part): number[] => [0, 1, 2].map((k) => lengthOfStraight(pathOf(part), k))
const turns = (part: Part): number[] =>
  createEvaluator()
    .evaluate(part)
    .steps[0]!.output!.table!.table!.rows.flatMap((r) => [r.rotation, r.angle, r.radius])
type Change = (step: StraightsStep, path: ReturnType<typeof pathOf>) => ReturnType<typeof straightTo>
const changed = (part: Part, change: Change): Part => {
  const step = part.steps[0]!
  if (!hasStraights(step)) throw new Error('no straights')
  const made = change(step, pathOf(part))(part, null)
  if (!made.ok) throw new Error(made.fault.message)
  return made.value
}

describe.each([
  ['a bend table', table],
  ['nodes', nodes],
])('straights of %s', (_, step) => {
  const part: Part = { ...emptyPart('Trial'), steps: [step] }
  it('are made as long as is said; the others, and all bends, stay', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 1, max: 400 }), (k, length) => {
        const after = changed(part, (s, p) => straightTo(s, p, k, length))
        const expected = straights(part).with(k, length)
        expect(straights(after)).toEqual(expected.map((v) => expect.closeTo(v, 6)))
        expect(turns(after)).toEqual(turns(part).map((v) => expect.closeTo(v, 7)))
      }),
      { numRuns: 30 },
    )
  })
  it('give to each other when the bend between them is moved', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1 }), fc.integer({ min: -40, max: 40 }), (k, by) => {
        const before = straights(part)
        fc.pre(before[k]! + by > 0.5 && before[k + 1]! - by > 0.5)
        const after = changed(part, (s, p) => bendBy(s, p, k, by))
        const expected = before.with(k, before[k]! + by).with(k + 1, before[k + 1]! - by)
        expect(straights(after)).toEqual(expected.map((v) => expect.closeTo(v, 6)))
        expect(turns(after)).toEqual(turns(part).map((v) => expect.closeTo(v, 7)))
      }),
      { numRuns: 30 },
    )
  })
})
