import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { integrate } from '../num/index.ts'
import { bezier2, bezierAt, splineThrough, type Vec2 } from '../plane/index.ts'
import { vec3 } from '../space/index.ts'
import { nearestOnSegment, splineSegments, type PlaneFrame, type SplineSegment } from './index.ts'
import { segmentCurvature, segmentPoint, segmentTangent } from './segment.ts'

const plane: PlaneFrame = { origin: [5, -3, 8], x: [0, 1, 0], y: [0, 0, 1] }
const coordinate = fc.integer({ min: -400, max: 400 }).map((n) => n / 10)
const curve = fc
  .array(fc.tuple(coordinate, coordinate), { minLength: 4, maxLength: 4 })
  .filter((p) => p.every((a, i) => p.slice(i + 1).every((b) => Math.hypot(a[0] - b[0], a[1] - b[1]) > 3)))
  .map((p) => bezier2(p))

describe('the bending of a spline piece', () => {
  /** The control spline of degree 5 that goes round more than once in one piece. */
  const round = bezier2([
    [0, 0],
    [3000, 0],
    [1500, 2600],
    [600, 900],
    [2200, 600],
    [1900, 1300],
  ])
  /** Turn and largest curvature by brute force: a great many looks. */
  const byLooks = (c: ReturnType<typeof bezier2>, n = 1_000_000) => {
    let [turn, most] = [0, 0]
    let before = bezierAt(c, 0).first
    for (let i = 1; i <= n; i++) {
      const { first, second } = bezierAt(c, i / n)
      turn += Math.abs(
        Math.atan2(before[0] * first[1] - before[1] * first[0], before[0] * first[0] + before[1] * first[1]),
      )
      const k = Math.abs(first[0] * second[1] - first[1] * second[0]) / Math.hypot(...first) ** 3
      most = Math.max(most, k)
      before = first
    }
    return { turn, radius: 1 / most }
  }
  it('turns further than half a turn each way without folding it back', () => {
    const parts = splineSegments(plane, round).filter((g) => g.kind === 'spline')
    expect(parts.reduce((s, g) => s + g.turn, 0)).toBeCloseTo(8.2589, 3)
    expect(parts.reduce((s, g) => s + g.turn, 0)).toBeCloseTo(byLooks(round).turn, 6)
  })
  it('is told to its sharpest place, however narrow that is', () => {
    const narrow = bezier2([
      [0, 0],
      [100, 0.4],
      [-2, 0.3],
      [98, 0],
    ])
    for (const c of [round, narrow]) {
      const least = Math.min(
        ...splineSegments(plane, c).map((g) => (g.kind === 'spline' ? g.radius : Infinity)),
      )
      expect(least / byLooks(c).radius).toBeCloseTo(1, 4)
    }
  })
})

describe('spline segments', () => {
  it('are as long as the integral of their speed, and turn one way each', () => {
    fc.assert(
      fc.property(curve, (c) => {
        const parts = splineSegments(plane, c)
        const speed = (t: number): number => Math.hypot(...bezierAt(c, t).first)
        // Quadrature where the speed all but vanishes is no reference.
        fc.pre(Array.from({ length: 201 }, (_, i) => speed(i / 200)).every((v) => v > 2))
        const length = Array.from({ length: 64 }, (_, i) => integrate(speed, i / 64, (i + 1) / 64)).reduce(
          (a, b) => a + b,
        )
        expect(parts.reduce((s, g) => s + g.length, 0)).toBeCloseTo(length, 6)
        for (const g of parts) {
          if (g.kind !== 'spline') continue
          const bend = (s: number): number =>
            vec3.dot(vec3.cross(segmentTangent(g, s), segmentCurvature(g, s)), [1, 0, 0])
          const signs = new Set([0.1, 0.3, 0.5, 0.7, 0.9].map((t) => Math.sign(bend(t * g.length))))
          expect(signs.size).toBe(1)
        }
      }),
      { numRuns: 100 },
    )
  })
  it('are cut where the bend changes sides right at a look: in the middle of a curve that is its own mirror', () => {
    const c = bezier2([
      [0.6, 32.1],
      [-39.2, -16.3],
      [0.6, 37.3],
      [-39.2, -39.4],
    ])
    // Its sides meet in the middle, and once more near its start.
    expect(splineSegments(plane, c)).toHaveLength(3)
  })
  it('are parametrised by arc length: points, tangents and curvatures agree with differences', () => {
    fc.assert(
      fc.property(curve, fc.double({ min: 0.15, max: 0.85, noNaN: true }), (c, t) => {
        for (const g of splineSegments(plane, c)) {
          if (g.kind !== 'spline' || g.length < 2 || g.radius < 0.5) continue
          const s = t * g.length
          const h = 1e-4 * g.length
          const tangent = vec3.scale(vec3.sub(segmentPoint(g, s + h), segmentPoint(g, s - h)), 1 / (2 * h))
          expect(vec3.length(vec3.sub(tangent, segmentTangent(g, s)))).toBeLessThan(1e-3)
          expect(vec3.length(segmentTangent(g, s))).toBeCloseTo(1, 9)
          const bend = vec3.scale(vec3.sub(segmentTangent(g, s + h), segmentTangent(g, s - h)), 1 / (2 * h))
          expect(vec3.length(vec3.sub(bend, segmentCurvature(g, s)))).toBeLessThan(
            0.02 * (0.1 + vec3.length(segmentCurvature(g, s))),
          )
        }
      }),
      { numRuns: 60 },
    )
  })
  it('of points on a circle are nearly that circle, and stand in their plane', () => {
    const points = Array.from({ length: 13 }, (_, i): Vec2 => [
      50 * Math.cos(i * 0.2),
      50 * Math.sin(i * 0.2),
    ])
    const parts = splineThrough(points).flatMap((c) => splineSegments(plane, c))
    expect(parts.reduce((s, g) => s + g.length, 0)).toBeCloseTo(50 * 2.4, 1)
    for (const g of parts) expect(segmentPoint(g, g.length / 2)[0]).toBe(5)
    const middle = parts[6] as SplineSegment
    expect(vec3.length(segmentCurvature(middle, middle.length / 2))).toBeCloseTo(1 / 50, 4)
    expect(nearestOnSegment(middle, segmentPoint(middle, 3))).toBeCloseTo(3, 6)
  })
  it('of control points in a row are straights', () => {
    const [only] = splineSegments(
      plane,
      bezier2([
        [0, 0],
        [2, 1],
        [6, 3],
        [10, 5],
      ]),
    )
    expect(only).toMatchObject({ kind: 'line' })
    expect(only!.length).toBeCloseTo(Math.hypot(10, 5), 12)
  })
})
