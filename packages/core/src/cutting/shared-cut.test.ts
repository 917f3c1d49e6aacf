import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec2, type Vec2 } from '../plane/index.ts'
import { sharedCut } from './shared-cut.ts'

const reachOf =
  (points: readonly Vec2[]) =>
  (d: Vec2): number =>
    Math.max(...points.map((p) => vec2.dot(p, d)))
const flat: readonly Vec2[] = [
  [0, 0],
  [40, 0],
  [40, 20],
  [0, 20],
]
/** A board with one corner cut away: the same only as it lies. */
const moulding: readonly Vec2[] = [
  [0, 0],
  [40, 0],
  [40, 8],
  [25, 20],
  [0, 20],
]
const shared = (left: Vec2, right: Vec2, section = flat) => sharedCut(left, right, reachOf(section), section)

describe('cuts that neighbours share', () => {
  it('of a frame lean to both sides: a flat is turned over for them, a moulding cannot be', () => {
    expect(shared([1, 0], [-1, 0])).toMatchObject({ left: 1, right: -1, depth: 40, turns: true })
    expect(shared([1, 0], [-1, 0])!.lean).toBeCloseTo(Math.SQRT2, 12)
    expect(shared([-1, 0], [1, 0])).toMatchObject({ left: -1, right: 1 })
    expect(shared([1, 0], [-1, 0], moulding)).toMatchObject({ turns: false })
    expect(shared([0.3, 0.2], [0.3, 0.2], moulding)).toMatchObject({ left: 1, right: 1, turns: false })
  })
  it('are none where a cut is square, or both lean differently', () => {
    expect(shared([0, 0], [1, 0])).toBeUndefined()
    expect(shared([1, 0], [0, 0])).toBeUndefined()
    expect(shared([1, 0], [0, 1])).toBeUndefined()
    expect(shared([1, 0], [0.5, 0])).toBeUndefined()
  })
  it('turned over are the same: the bar between two cuts, seen from both sides, by points of its faces', () => {
    const lean = fc.double({ min: -1.5, max: 1.5, noNaN: true }).filter((v) => Math.abs(v) > 0.01)
    fc.assert(
      fc.property(lean, lean, (x, y) => {
        const s: Vec2 = [x, y]
        const made = shared(s, vec2.scale(s, -1))!
        expect(made.turns).toBe(true)
        // Rolled by half a turn about its middle a flat is itself, and its left cut leans as its right one did.
        const heights = flat.map((p) => vec2.dot(s, vec2.sub(p, [20, 10])))
        const rolled = flat.map(([a, b]) => vec2.dot(vec2.scale(s, -1), vec2.sub([40 - a, 20 - b], [20, 10])))
        expect(rolled.map((v) => v.toFixed(9))).toEqual(heights.map((v) => v.toFixed(9)))
        expect(made.depth).toBeCloseTo(Math.max(...heights) - Math.min(...heights), 9)
      }),
    )
  })
  it('of an isosceles section turn end for end about its axis, if they lean along its base', () => {
    const roof: readonly Vec2[] = [
      [-20, 0],
      [20, 0],
      [0, 30],
    ]
    expect(shared([1, 0], [-1, 0], roof)!.turns).toBe(true)
    expect(shared([0, 1], [0, -1], roof)!.turns).toBe(false)
  })
})
