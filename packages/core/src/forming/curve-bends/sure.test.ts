import fc from 'fast-check'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { bezier2, type Vec2 } from '../../plane/index.ts'
import { makePath, pathPoint, splineThroughPoints, type Path } from '../../path/index.ts'
import { splineSegments } from '../../path/spline-segment.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { bendsOfCurve, type CurveBends } from './index.ts'
import {
  cornerAt,
  cornersOf,
  nearestOn,
  nearestOnArc,
  nearestOnStraight,
  offArc,
  offStraight,
} from './polybend.ts'

/** Random curves in the usual run; more by CURVES=1000. */
const CURVES = Number(process.env['CURVES'] ?? 8)

const flat = (points: readonly Vec2[], weights?: readonly number[]): Path =>
  makePath(
    splineSegments(
      { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] },
      weights ? { ...bezier2(points), weights } : bezier2(points),
    ).map((segment) => ({ segment, origin: { kind: 'leg', index: 0 } as const })),
    false,
  )

/** The furthest of many places of a curve from a row of bends, each from all of its pieces. */
function furthest(curve: Path, { bends }: CurveBends, looks: number): number {
  const corners = cornersOf(bends)
  let most = 0
  for (let i = 0; i <= looks; i++) {
    const at = pathPoint(curve, (curve.length * i) / looks)
    most = Math.max(most, nearestOn(at, bends, corners, 0, 2 * corners.length).distance)
  }
  return most
}

const rules = (tolerance: number, more = {}) => ({ tolerance, radius: 10, straight: 0, last: 0, ...more })

describe('distances', () => {
  it('from a straight and from a bend are those of the nearest place on it', () => {
    const along = fc.integer({ min: -50, max: 50 })
    const place: fc.Arbitrary<Vec3> = fc.tuple(along, along, along)
    fc.assert(
      fc.property(place, place, place, place, fc.integer({ min: 1, max: 30 }), (p, a, b, c, radius) => {
        fc.pre(vec3.distance(a, b) > 0 && vec3.distance(b, c) > 0)
        fc.pre(vec3.angleBetween(vec3.sub(b, a), vec3.sub(c, b)) < 3.1)
        const corner = cornerAt(a, b, c, radius)
        expect(offStraight(p, a, b)).toBeCloseTo(vec3.distance(p, nearestOnStraight(p, a, b)), 9)
        expect(offArc(p, corner)).toBeCloseTo(vec3.distance(p, nearestOnArc(p, corner)), 7)
      }),
    )
  })
})

/** What engines may work out differently in the last bit. */
const FUNCTIONS = ['hypot', 'sin', 'cos', 'tan', 'atan2', 'pow'] as const

describe('bends of a curve', () => {
  afterEach(() => {
    vi.restoreAllMocks()
  })
  it('are the same on every machine: round-off of the engine and of the curve comes to nothing', () => {
    const loom: readonly Vec3[] = [
      [0, 0, 0],
      [140, 0, 20],
      [230, 120, 60],
      [230, 240, 180],
      [380, 280, 180],
      [480, 160, 120],
    ]
    const bends = (points: readonly Vec3[]): CurveBends => {
      const curve = splineThroughPoints(points, false)
      if (!curve.ok) throw new Error()
      const made = bendsOfCurve(curve.value, { tolerance: 2, radius: 40, straight: 8, last: 20 })
      if (!made.ok) throw new Error(made.fault.kind)
      return made.value
    }
    const own = bends(loom)
    for (const name of FUNCTIONS) {
      const exact = Math[name] as (...v: number[]) => number
      vi.spyOn(Math, name).mockImplementation((...v: number[]) => exact(...v) * (1 + 2 ** -52))
    }
    const other = bends(loom.map((p) => p.map((v) => v + 1e-12) as unknown as Vec3))
    expect(other.bends.radii).toEqual(own.bends.radii.map((r) => expect.closeTo(r, 4)))
    expect(other.path.length).toBeCloseTo(own.path.length, 4)
  })
})

describe('how far bends lie off a curve', () => {
  it('is seen where a long curve has one sharp bend', () => {
    const curve = flat([
      [-600, 90],
      [0, -90],
      [600, 90],
    ])
    const made = bendsOfCurve(curve, rules(0.02, { radius: 5 }))
    if (!made.ok) throw new Error(made.fault.kind)
    expect(made.value.deviation.most).toBeLessThanOrEqual(0.02)
    expect(furthest(curve, made.value, 40_000)).toBeLessThanOrEqual(made.value.deviation.most)
  })
  it('leaves a quarter of an ellipse two bends, though none on its tangents would do', () => {
    const ellipse = flat(
      [
        [100, 0],
        [100, 60],
        [0, 60],
      ],
      [1, Math.SQRT1_2, 1],
    )
    const counts = [0.5, 0.8, 1, 1.2, 2, 4].map((tolerance) => {
      const made = bendsOfCurve(ellipse, rules(tolerance, { straight: 8, last: 8 }))
      if (!made.ok) throw new Error(`none within ${tolerance}`)
      expect(made.value.deviation.most).toBeLessThanOrEqual(tolerance)
      return made.value.bends.radii.length
    })
    expect(counts).toEqual([2, 2, 2, 2, 1, 1])
  })
  it('leaves as many bends or fewer where it may be more, though fewer are begun with', () => {
    const points: Vec3[] = [
      [27, 2, 56],
      [71, 0, 0],
      [137, 8, 0],
      [198, 42, 0],
      [240, 51, 0],
    ]
    const curve = splineThroughPoints(points, false)
    if (!curve.ok) throw new Error()
    const counts = [1, 1.4].map((tolerance) => {
      const made = bendsOfCurve(curve.value, rules(tolerance))
      return made.ok ? made.value.bends.radii.length : Infinity
    })
    expect(counts).toEqual([3, 3])
  })
  it('is never more than is told, nor much less', () => {
    let found = 0
    const across = fc.integer({ min: 0, max: 80 })
    const place = fc.tuple(fc.integer({ min: 0, max: 40 }), across, fc.oneof(fc.constant(0), across))
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 3, maxLength: 5 }),
        fc.constantFrom(0.5, 1, 2, 4),
        fc.constantFrom(0, 5),
        (places, tolerance, straight) => {
          const points = places.map(([x, y, z], i): Vec3 => [60 * i + x, y, z])
          fc.pre(points.every((p, i) => i === 0 || vec3.distance(p, points[i - 1]!) > 10))
          const curve = splineThroughPoints(points, false)
          fc.pre(curve.ok)
          const made = bendsOfCurve(curve.value, rules(tolerance, { straight }))
          if (!made.ok) return
          found++
          const { most } = made.value.deviation
          expect(most).toBeLessThanOrEqual(tolerance)
          const seen = furthest(curve.value, made.value, 4000)
          expect(seen).toBeLessThanOrEqual(most + 1e-9)
          expect(seen).toBeGreaterThan(0.98 * most - 1e-6)
          // Allowed to lie further off it never needs more.
          const wider = bendsOfCurve(curve.value, rules(2 * tolerance, { straight }))
          if (!wider.ok) throw new Error(`none within ${2 * tolerance}`)
          expect(wider.value.bends.radii.length).toBeLessThanOrEqual(made.value.bends.radii.length)
        },
      ),
      { numRuns: CURVES },
    )
    expect(found).toBeGreaterThan(CURVES / 2)
  })
})
