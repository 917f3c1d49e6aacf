import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bezier2,
  bezierAt,
  bezierLength,
  bezierPiece,
  bezierSpeed,
  ellipsePieces,
  splitBezier,
  type Vec2,
} from './index.ts'

const number = fc.double({ min: -30, max: 30, noNaN: true })
const beziers = fc
  .tuple(
    fc.array(fc.tuple(number, number), { minLength: 2, maxLength: 20 }),
    fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { minLength: 20, maxLength: 20 }),
    fc.boolean(),
  )
  .map(([points, weights, weighted]) =>
    bezier2(points as Vec2[], weighted ? weights.slice(0, points.length) : undefined),
  )
const share = fc.double({ min: 0.05, max: 0.95, noNaN: true })

describe('a Bezier curve of any degree, with weights and without', () => {
  it('has the point where it would be parted', () => {
    fc.assert(
      fc.property(beziers, share, (c, t) => {
        const { point } = bezierAt(c, t)
        const end = splitBezier(c, t)[0].points.at(-1)!
        expect(Math.hypot(point[0] - end[0], point[1] - end[1])).toBeLessThan(1e-10)
      }),
    )
  })

  it('has the derivatives that differences of it tend to, and their size', () => {
    fc.assert(
      fc.property(beziers, share, (c, t) => {
        const h = 1e-5
        const [a, b, d] = [bezierAt(c, t - h), bezierAt(c, t), bezierAt(c, t + h)]
        const size = 1 + 20 * 20 * Math.max(...c.points.flat().map(Math.abs))
        for (const k of [0, 1] as const) {
          expect(Math.abs((d.point[k] - a.point[k]) / (2 * h) - b.first[k]) / size).toBeLessThan(1e-5)
          expect(Math.abs((d.first[k] - a.first[k]) / (2 * h) - b.second[k]) / size).toBeLessThan(1e-3)
        }
        expect(bezierSpeed(c, t)).toBeCloseTo(Math.hypot(...b.first), 8)
      }),
    )
  })

  it('is a quarter of a circle by its length, and a piece that is all round-off has next to none', () => {
    const [quarter] = ellipsePieces([3, -2], [5, 0], 5)
    expect(bezierLength(quarter!)).toBeCloseTo((5 * Math.PI) / 2, 12)
    const curve = bezier2([
      [40, 20],
      [10, 0],
      [-40, 40],
      [40, 20],
    ])
    expect(bezierLength(bezierPiece(curve, 0.3, 0.3 + 1e-14))).toBeLessThan(1e-10)
  })
})
