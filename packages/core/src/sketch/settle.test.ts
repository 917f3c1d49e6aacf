import { describe, expect, it } from 'vitest'
import { arc, line, pt } from '../../testing/drawn.ts'
import { equationsOf } from './constraints/index.ts'
import {
  changeBetween,
  freedomOf,
  settle,
  type Constraint,
  type Proposal,
  type SketchEntity,
} from './index.ts'
import { residualsOf } from './solve.ts'
import { unknownsOf } from './unknowns.ts'

/** A hook drawn by hand: nearly upright, nearly smooth, nearly round figures. */
const rough: readonly SketchEntity[] = [
  pt('a', 0.4, -0.3),
  pt('b', 0.1, 60.2),
  pt('m', 20, 60),
  pt('c', 40.1, 59.8),
  pt('d', 39.7, 30.2),
  line('l1', 'a', 'b'),
  arc('r', 'm', 'b', 'c', 19.9, true),
  line('l2', 'c', 'd'),
]
const words = (entities: readonly SketchEntity[], o?: Parameters<typeof settle>[2]): string[] =>
  settle(entities, [], o).map(({ constraint: c }) =>
    c.kind === 'dimension' ? `${c.measured.of} ${Number(c.value.toFixed(6))}` : c.kind,
  )

/** Proposals as constraints. */
const put = (proposals: readonly Proposal[]): Constraint[] =>
  proposals.map((p, i) => ({ ...p.constraint, id: `s${i}` }) as Constraint)
const offsOf = (entities: readonly SketchEntity[], constraints: readonly Constraint[]): number[] => {
  const u = unknownsOf(entities)
  return residualsOf(equationsOf(entities, constraints, u), u.values)
}

describe('settle', () => {
  it('says what a drawing nearly is first, then sizes in round figures', () => {
    const said = words(rough)
    expect(said.slice(0, 5)).toEqual(['coincident', 'vertical', 'vertical', 'tangent', 'tangent'])
    expect(said.slice(5)).toEqual(['distance 60', 'distance 30', 'radius 20'])
  })
  it('rounds in the unit of the document', () => {
    const inches = rough.map((e) =>
      e.kind === 'point'
        ? { ...e, x: e.x * 2.54, y: e.y * 2.54 }
        : 'radius' in e
          ? { ...e, radius: e.radius * 2.54 }
          : e,
    )
    const sizes = settle(inches, [], { unit: 25.4 }).flatMap(({ constraint: c }) =>
      c.kind === 'dimension' ? [c.value / 25.4] : [],
    )
    expect(sizes).toHaveLength(3)
    for (const s of sizes) expect(Math.abs(s * 50 - Math.round(s * 50))).toBeLessThan(1e-9)
  })
  it('leaves out what was refused and finds another way', () => {
    const [first, , upright] = settle(rough, [])
    const said = settle(rough, [], { refused: [first!.constraint, upright!.constraint] })
    expect(said.map((p) => p.constraint)).not.toContainEqual(first!.constraint)
    expect(said.map((p) => p.constraint)).not.toContainEqual(upright!.constraint)
    // What is left settles it all the same: by another relation and one more size.
    expect(freedomOf(said.at(-1)!.entities, put(said)).loose).toBe(0)
  })
  it('takes at each step just the freedom that it says, until nothing can move, and moves the drawing little', () => {
    const all = settle(rough, [])
    let loose = freedomOf(rough, []).loose
    expect(all.reduce((sum, p) => sum + p.takes, 0)).toBe(loose)
    all.forEach((proposal, k) => {
      const on = put(all.slice(0, k + 1))
      // Told by the rank of the constraints where the sketch then stands.
      const now = freedomOf(proposal.entities, on)
      expect(now.redundant).toEqual([])
      expect(loose - now.loose).toBe(proposal.takes)
      loose = now.loose
      for (const r of offsOf(proposal.entities, on)) expect(Math.abs(r)).toBeLessThan(1e-6)
    })
    const { farthest, flipped } = changeBetween(rough, all.at(-1)!.entities)
    expect(flipped).toEqual([])
    expect(farthest).toBeLessThan(1)
  })
  it('stops at a number, and proposes nothing for what is settled', () => {
    expect(settle(rough, [], { most: 2 })).toHaveLength(2)
    const all = settle(rough, [])
    expect(settle(all.at(-1)!.entities, put(all))).toEqual([])
  })
})
