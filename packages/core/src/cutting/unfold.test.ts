import { describe, expect, it } from 'vitest'
import type { Vec2 } from '../plane/index.ts'
import { SQUARE } from './saw.ts'
import { copedLengths, templateOf, unrolled } from './unfold.ts'

const square: readonly Vec2[] = [
  [0, 0],
  [20, 0],
  [20, 20],
  [0, 20],
]

describe('the outside of a piece rolled out', () => {
  it('of a square bar has four faces, each cut straight', () => {
    const mitre = { slope: [-1, 0] as Vec2, beyond: 0 }
    const flat = unrolled(square, 300, { slope: SQUARE, beyond: 0 }, mitre)
    expect(flat.map((p) => [p.around, p.start, p.end])).toEqual([
      [0, 0, 300],
      [20, 0, 280],
      [40, 0, 280],
      [60, 0, 300],
      [80, 0, 300],
    ])
    expect(flat.every((p) => p.edge)).toBe(true)
  })
  it('of a tube is cut along a wave: r tan(a) cos(turn), as its wrap is drawn', () => {
    const [n, r] = [360, 15]
    const round = Array.from({ length: n }, (_, i): Vec2 => {
      const a = (2 * Math.PI * i) / n
      return [r * Math.cos(a), r * Math.sin(a)]
    })
    const flat = unrolled(
      round,
      100,
      { slope: SQUARE, beyond: 2 },
      { slope: [Math.tan(Math.PI / 6), 0], beyond: 5 },
    )
    expect(flat).toHaveLength(n + 1)
    expect(flat.at(-1)!.around).toBeCloseTo(2 * Math.PI * r, 1)
    for (const p of flat) {
      expect(p.start).toBe(-2)
      expect(p.end).toBeCloseTo(105 + r * Math.tan(Math.PI / 6) * Math.cos(p.around / r), 2)
      expect(p.edge).toBe(false)
    }
    expect(unrolled([], 10, { slope: SQUARE, beyond: 0 }, { slope: SQUARE, beyond: 0 })).toEqual([])
  })
})

describe('a template', () => {
  const n = 720
  const r = 15
  const round = Array.from({ length: n }, (_, i): Vec2 => {
    const a = (2 * Math.PI * i) / n
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  // Each leans to a side of its own, so that a template that is the wrong way round is another.
  const start = { slope: [0, 1] as Vec2, beyond: 0 }
  const end = { slope: [0.5, 0.25] as Vec2, beyond: 3 }
  it('is the wave of its cut, from the innermost place out', () => {
    const wrap = templateOf(round, 200, start, end, 'end')
    const deep = r * Math.hypot(0.5, 0.25)
    expect([wrap.depth, wrap.around]).toEqual([
      expect.closeTo(2 * deep, 2),
      expect.closeTo(2 * Math.PI * r, 2),
    ])
    for (const { around, out } of wrap.line)
      expect(out).toBeCloseTo(deep + r * (0.5 * Math.cos(around / r) + 0.25 * Math.sin(around / r)), 2)
    // From the furthest place of the start to where its straight edge lies.
    expect(wrap.at).toBeCloseTo(r + 203 - deep, 2)
  })
  it('of a start goes the other way round, as one looks at it with the waste above', () => {
    const wrap = templateOf(round, 200, start, end, 'start')
    for (const { around, out } of wrap.line)
      // The start lies further out where its cut is further back; against the clock.
      expect(out).toBeCloseTo(r - r * Math.sin(-around / r), 2)
    expect(wrap.line[0]!.around).toBeCloseTo(0, 9)
  })
  it('of a square bar has its edges', () => {
    const wrap = templateOf(square, 100, start, { slope: SQUARE, beyond: 0 }, 'start')
    expect(wrap.edges).toEqual([20, 40, 60, 80])
  })
})

describe('lengths of a piece that is coped', () => {
  it('are those of its lines', () => {
    const line = square.map((at, i) => ({ at, beyond: i }))
    const plain = { slope: [0, 0.1] as Vec2, beyond: 0 }
    const coped = { slope: SQUARE, beyond: 0, coped: line }
    expect(copedLengths(100, plain, coped)).toEqual({
      long: 103,
      short: 98,
      longest: 101,
      shortest: 100,
      line: 100,
    })
  })
})
