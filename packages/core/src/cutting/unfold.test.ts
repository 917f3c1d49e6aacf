import { describe, expect, it } from 'vitest'
import type { Vec2 } from '../plane/index.ts'
import { SQUARE } from './saw.ts'
import { unrolled } from './unfold.ts'

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
