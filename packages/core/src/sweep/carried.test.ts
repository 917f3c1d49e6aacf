import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { curveSegment, helixSegment, segmentTangent } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { carried } from './frames.ts'

const [X, Y]: readonly [Vec3, Vec3] = [
  [1, 0, 0],
  [0, 1, 0],
]

describe('axes carried along a space curve without roll', () => {
  it('are those of a helix where it is one, in closed form', () => {
    const curve = {
      kind: 'spiral',
      centre: [1, 2, 3],
      out: X,
      along: Y,
      radius: 20,
      grow: 0,
      rise: [10, 0, 0],
    } as const
    const [curved, exact] = [curveSegment(curve, 0, 40), helixSegment([1, 2, 3], X, Y, 20, 40, 400)]
    const side = vec3.squareTo(segmentTangent(exact, 0))
    const up = vec3.cross(segmentTangent(exact, 0), side)
    for (const share of [0, 0.1, 0.5, 0.83, 1]) {
      const s = share * exact.length
      const [n, b] = carried(curved, side, up, s)
      const [m, c] = carried(exact, side, up, s)
      expect(vec3.distance(n, m)).toBeLessThan(1e-7)
      expect(vec3.distance(b, c)).toBeLessThan(1e-7)
    }
  })
  it('of any cubic stay square to it, and back along it come to where they were', () => {
    const figure = fc.integer({ min: -50, max: 50 })
    const place = fc.tuple(figure, figure, figure)
    fc.assert(
      fc.property(fc.tuple(place, place, place, place), (points) => {
        fc.pre(new Set(points.map(String)).size === 4)
        const g = curveSegment({ kind: 'cubic', points }, 0, 1)
        fc.pre(g.radius > 0.5)
        const t0 = segmentTangent(g, 0)
        const side = vec3.squareTo(t0)
        const [n, b] = carried(g, side, vec3.cross(t0, side), g.length)
        const t1 = segmentTangent(g, g.length)
        for (const v of [n, b]) {
          expect(Math.abs(vec3.dot(v, t1))).toBeLessThan(1e-9)
          expect(vec3.length(v)).toBeCloseTo(1, 9)
        }
        const back = curveSegment({ kind: 'cubic', points }, 1, 0)
        expect(vec3.distance(carried(back, n, b, back.length)[0], side)).toBeLessThan(1e-5)
      }),
      { numRuns: 60 },
    )
  })
})
