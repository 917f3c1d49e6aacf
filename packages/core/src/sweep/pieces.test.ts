import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { piecesBetween } from './pieces.ts'

describe('pieces', () => {
  it('of an open run go from corner to corner', () => {
    expect(piecesBetween(100, false, [60, 25])).toEqual([
      { from: 0, to: 25 },
      { from: 25, to: 60 },
      { from: 60, to: 100 },
    ])
    expect(piecesBetween(100, false, [])).toEqual([{ from: 0, to: 100 }])
  })
  it('of a frame with a corner at its seam are as many as its corners', () => {
    expect(piecesBetween(100, true, [0, 30, 50, 80]).map((p) => p.to - p.from)).toEqual([30, 20, 30, 20])
  })
  it('cross the seam when there is no corner at it', () => {
    expect(piecesBetween(100, true, [30])).toEqual([{ from: 30, to: 130 }])
    expect(piecesBetween(100, true, [30, 80])).toEqual([
      { from: 30, to: 80 },
      { from: 80, to: 130 },
    ])
  })
  it('come to the whole length', () => {
    const corners = fc.array(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }), { maxLength: 8 })
    fc.assert(
      fc.property(corners, fc.boolean(), (shares, closed) => {
        const pieces = piecesBetween(
          250,
          closed,
          shares.map((s) => s * 250),
        )
        expect(pieces.reduce((sum, p) => sum + p.to - p.from, 0)).toBeCloseTo(250, 9)
        for (const p of pieces) expect(p.to).toBeGreaterThan(p.from)
      }),
    )
  })
})
