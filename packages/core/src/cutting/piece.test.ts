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
    expect(turnBetweenCuts([1, -1e-14], [1, 1e-14])).toBeCloseTo(Math.PI, 12)
    expect(turnBetweenCuts([1, 1e-14], [1, -1e-14])).toBeCloseTo(Math.PI, 12)
    expect(turnBetweenCuts(SQUARE, [1, 0])).toBeUndefined()
  })
})

describe('a piece longer than a bar', () => {
  const centred = { ahead: 15, back: 15 }
  it('is parted into as few even parts as fit with their joints', () => {
    expect(partedAt(2400, 2500, { start: 50, end: 50 }, centred)).toEqual([])
    expect(partedAt(2400, 2499, { start: 50, end: 50 }, centred)).toEqual([1200])
    expect(partedAt(6000, 2400, { start: 50, end: 50 }, centred)).toEqual([2000, 4000])
    expect(partedAt(100, 20, { start: 0, end: 0 }, centred)).toBeUndefined()
  })
  it('is parted in the middle of its section where its line is not', () => {
    const lean = 60 * Math.tan(Math.PI / 6)
    const [at, more] = partedAt(5000, 2520, { start: 0, end: 0 }, { ahead: lean, back: 0 })!
    expect(more).toBeUndefined()
    expect(at! + lean).toBeCloseTo(2517.3205, 4)
    expect(5000 - at!).toBeCloseTo(2517.3205, 4)
  })
  it('has equal parts where even ones would have to be more', () => {
    // Half of 2400 and a tip of 400 is more than the bar; 1400 of each is not.
    expect(partedAt(2400, 1400, { start: 400, end: 0 }, { ahead: 0, back: 0 })).toEqual([1000])
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
        size,
        (length, bar, start, end, ahead, back) => {
          const cuts = partedAt(length, bar, { start, end }, { ahead, back })
          const scarf = ahead + back
          if (!cuts) {
            expect(scarf).toBeGreaterThan(bar / 2)
            return
          }
          const at = [0, ...cuts, length]
          const needs = (ends: readonly number[]) =>
            ends.slice(1).map((to, i) => {
              const first = i === 0 ? start : back
              const last = i === ends.length - 2 ? end : ahead
              return to - ends[i]! + first + last
            })
          expect(Math.max(...needs(at))).toBeLessThanOrEqual(bar + 1e-9)
          for (const [i, to] of at.slice(1).entries()) expect(to).toBeGreaterThan(at[i]!)
          // All of the bars of one part less would not hold it, or no part of it would be left beside a tip.
          const fewer = cuts.length
          if (fewer === 0) return
          const whole = length + start + end + (fewer - 1) * scarf
          const each = whole / fewer
          const beside = fewer === 1 ? [] : [each - start - ahead, each - end - back]
          expect(each > bar - 1e-9 || beside.some((own) => own <= 1e-9)).toBe(true)
        },
      ),
      // Its tips need so much that only a joint beside the middle lies on the line.
      { examples: [[185, 909, 393, 384, 55, 335]] },
    )
  })
})
