import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Vec2 } from '../plane/index.ts'
import { partedAt } from './parted.ts'
import { pieceLengths, turnBetweenCuts, type Reach } from './piece.ts'
import { SQUARE } from './saw.ts'

const reachOf =
  (points: readonly Vec2[]): Reach =>
  (d) =>
    Math.max(...points.map(([x, y]) => x * d[0] + y * d[1]))
/** A square bar of 20 whose path runs along its outer face's middle line, material to the left. */
const outerLine: readonly Vec2[] = [
  [0, -10],
  [20, -10],
  [20, 10],
  [0, 10],
]

describe('lengths of a piece', () => {
  it('of a mitred frame of square bars, 500 x 300 outside, are 500 and 300 at the long point', () => {
    // The frame goes counter-clockwise: its inside is at the left, where the bars are shorter.
    const [start, end] = [
      { slope: [1, 0], beyond: 0 },
      { slope: [-1, 0], beyond: 0 },
    ] as const
    for (const side of [500, 300]) {
      const l = pieceLengths(side, start, end, reachOf(outerLine))
      expect(l).toEqual({ long: side, short: side - 40, longest: side, shortest: side - 40, line: side })
    }
  })
  it('of cuts that lean the same way need more bar than either edge is long', () => {
    const slope: Vec2 = [1, 0]
    const l = pieceLengths(300, { slope, beyond: 0 }, { slope, beyond: 0 }, reachOf(outerLine))
    expect(l).toEqual({ long: 320, short: 280, longest: 300, shortest: 300, line: 300 })
  })
  it('are those of the corners of the cut faces, whatever the section and the cuts', () => {
    const n = fc.double({ min: -30, max: 30, noNaN: true })
    const slope = fc.tuple(
      fc.double({ min: -2, max: 2, noNaN: true }),
      fc.double({ min: -2, max: 2, noNaN: true }),
    )
    const points = fc.array(fc.tuple(n, n), { minLength: 1, maxLength: 12 })
    fc.assert(
      fc.property(
        points,
        slope,
        slope,
        fc.double({ min: 0, max: 500, noNaN: true }),
        n,
        n,
        (at, s, e, length, a, b) => {
          const l = pieceLengths(length, { slope: s, beyond: a }, { slope: e, beyond: b }, reachOf(at))
          const starts = at.map(([x, y]) => s[0] * x + s[1] * y - a)
          const ends = at.map(([x, y]) => length + b + e[0] * x + e[1] * y)
          const lines = ends.map((z, i) => z - starts[i]!)
          const close = (is: number, want: number) => expect(is).toBeCloseTo(want, 9)
          close(l.long, Math.max(...ends) - Math.min(...starts))
          close(l.short, Math.min(...ends) - Math.max(...starts))
          close(l.longest, Math.max(...lines))
          close(l.shortest, Math.min(...lines))
          expect(l.long).toBeGreaterThanOrEqual(l.longest - 1e-9)
          expect(l.longest).toBeGreaterThanOrEqual(l.shortest - 1e-9)
        },
      ),
    )
  })
  it('tell how far a tube is turned between its cuts', () => {
    expect(turnBetweenCuts([-1, 0], [1, 0])).toBe(0)
    expect(turnBetweenCuts([-1, 0], [0, 1])).toBeCloseTo(Math.PI / 2, 12)
    expect(turnBetweenCuts([-1, 0], [0, -1])).toBeCloseTo(-Math.PI / 2, 12)
    expect(turnBetweenCuts([1, 0], [1, 0])).toBeCloseTo(Math.PI, 12)
    expect(turnBetweenCuts(SQUARE, [1, 0])).toBeUndefined()
  })
})

describe('a piece longer than a bar', () => {
  it('is parted into as few equal parts as fit with their joints', () => {
    expect(partedAt(2400, 2500, { start: 50, end: 50 }, 30)).toEqual([])
    expect(partedAt(2400, 2499, { start: 50, end: 50 }, 30)).toEqual([1200])
    expect(partedAt(6000, 2400, { start: 50, end: 50 }, 30)).toEqual([2000, 4000])
    expect(partedAt(100, 20, { start: 0, end: 0 }, 30)).toBeUndefined()
  })
  it('has parts that fit, and one part less would not', () => {
    const size = fc.integer({ min: 1, max: 400 })
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 20_000 }),
        fc.integer({ min: 900, max: 4000 }),
        size,
        size,
        size,
        (length, bar, start, end, scarf) => {
          const cuts = partedAt(length, bar, { start, end }, scarf)!
          const at = [0, ...cuts, length]
          const needs = (ends: readonly number[]) =>
            ends.slice(1).map((to, i) => {
              const first = i === 0 ? start : scarf / 2
              const last = i === ends.length - 2 ? end : scarf / 2
              return to - ends[i]! + first + last
            })
          expect(Math.max(...needs(at))).toBeLessThanOrEqual(bar + 1e-9)
          if (cuts.length === 0) return
          const fewer = Array.from({ length: cuts.length + 1 }, (_, i) => (i * length) / cuts.length)
          expect(Math.max(...needs(fewer))).toBeGreaterThan(bar - 1e-9)
        },
      ),
    )
  })
})
