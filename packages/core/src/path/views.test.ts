import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { gaussRule } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  arcSegment,
  lineSegment,
  makePath,
  pathOfViews,
  pathPoint,
  pathTangent,
  reversePath,
  splineThroughPoints,
  type Path,
  type Segment,
} from './index.ts'

const of = (...segments: Segment[]): Path =>
  makePath(
    segments.map((segment, index) => ({ segment, origin: { kind: 'leg', index } as const })),
    false,
  )
const polyline = (points: readonly Vec3[]): Path =>
  of(
    ...points.slice(1).flatMap((q, i) => {
      const way = vec3.sub(q, points[i]!)
      const length = vec3.length(way)
      return length > 1e-9 ? [lineSegment(points[i]!, vec3.scale(way, 1 / length), length)] : []
    }),
  )
const combined = (
  front: Path,
  top: Path,
  normals: readonly [Vec3, Vec3] = [
    [0, -1, 0],
    [0, 0, 1],
  ],
) => {
  const made = pathOfViews({ path: front, normal: normals[0] }, { path: top, normal: normals[1] })
  if (!made.ok) throw new Error(made.fault.message)
  return made.value
}
const refusal = (
  front: Path,
  top: Path,
  normals: readonly [Vec3, Vec3] = [
    [0, -1, 0],
    [0, 0, 1],
  ],
) => {
  const made = pathOfViews({ path: front, normal: normals[0] }, { path: top, normal: normals[1] })
  return made.ok ? 'none' : `${made.fault.code}: ${made.fault.message}`
}
const along = (p: Path, n: number): Vec3[] =>
  Array.from({ length: n + 1 }, (_, i) => pathPoint(p, (p.length * i) / n))
/** A path as it is seen along a way: every place moved along it into the plane through the origin. */
const flattened = (points: readonly Vec3[], way: Vec3): Vec3[] =>
  points.map((p) => vec3.addScaled(p, way, -vec3.dot(p, way)))

describe('a line from two views', () => {
  it('of straights is their line in space, exactly', () => {
    const front = polyline([
      [0, 0, 0],
      [100, 0, 50],
      [200, 0, 50],
    ])
    const top = polyline([
      [0, 10, 0],
      [150, 10, 0],
      [200, 60, 0],
    ])
    const { path, left } = combined(front, top)
    expect(path.segments.map((g) => g.kind)).toEqual(['line', 'line', 'line'])
    expect(along(path, 1)).toEqual(
      [
        [0, 10, 0],
        [200, 60, 50],
      ].map((p) => p.map((v) => expect.closeTo(v, 9))),
    )
    expect(path.length).toBeCloseTo(Math.hypot(100, 50) + 50 + Math.hypot(50, 50), 9)
    expect(left).toEqual([0, 0])
  })
  it('is the line that was looked at, whichever two ways, also where it turns back', () => {
    const coordinate = fc.integer({ min: -50, max: 50 })
    const unit = fc
      .tuple(
        fc.integer({ min: -3, max: 3 }),
        fc.integer({ min: -3, max: 3 }),
        fc.integer({ min: -3, max: 3 }),
      )
      .filter((v) => Math.hypot(...v) > 0)
      .map((v) => vec3.unit(v as Vec3))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate, coordinate), { minLength: 2, maxLength: 7 }),
        unit,
        unit,
        fc.boolean(),
        (points, a, b, turned) => {
          const line = vec3.cross(a, b)
          fc.pre(vec3.length(line) > 0.1)
          // Each leg goes along the line where the planes cross, and no place is where another is.
          const on = points.map((p) => vec3.dot(p, line))
          fc.pre(on.slice(1).every((v, i) => Math.abs(v - on[i]!) > 0.5))
          fc.pre(Math.abs(on.at(-1)! - on[0]!) > 0.5)
          const front = polyline(flattened(points, a))
          const top = polyline(flattened(points, b))
          const { path, left } = combined(front, turned ? reversePath(top) : top, [a, b])
          expect(path.length).toBeCloseTo(polyline(points).length, 6)
          points.forEach((p) => {
            const nearest = Math.min(
              ...path.segments.flatMap((g) =>
                g.kind === 'line'
                  ? [g.start, vec3.addScaled(g.start, g.direction, g.length)].map((q) => vec3.distance(p, q))
                  : [],
              ),
            )
            expect(nearest).toBeLessThan(1e-6)
          })
          expect(left[0] + left[1]).toBeLessThan(1e-6)
        },
      ),
    )
  })
  it('of two arcs lies on both cylinders; its length is that of quadrature', () => {
    // Front: z of a circle of 100 about (100, -, 0); top: y of a circle of 130 about (100, 0).
    const front = of(arcSegment([100, 0, 0], [-1, 0, 0], [0, 0, 1], 100, Math.PI))
    const from = Math.acos(100 / 130)
    const out: Vec3 = [-Math.cos(from), Math.sin(from), 0]
    const top = of(arcSegment([100, 0, 0], out, [Math.sin(from), Math.cos(from), 0], 130, Math.PI - 2 * from))
    const { path } = combined(front, top)
    for (const [x, y, z] of along(path, 200)) {
      expect(Math.hypot(x - 100, z)).toBeCloseTo(100, 4)
      expect(Math.hypot(x - 100, y)).toBeCloseTo(130, 4)
    }
    // By the angle of the front arc: x = 100 - 100 cos a, z = 100 sin a, y = sqrt(130^2 - (100 cos a)^2).
    const { nodes, weights } = gaussRule(64)
    const speed = (a: number): number =>
      Math.hypot(
        100,
        (100 * 100 * Math.cos(a) * Math.sin(a)) / Math.sqrt(130 ** 2 - (100 * Math.cos(a)) ** 2),
      )
    const length = nodes.reduce(
      (sum, t, i) => sum + (weights[i]! * speed((Math.PI / 2) * (1 + t)) * Math.PI) / 2,
      0,
    )
    expect(path.length / length).toBeCloseTo(1, 7)
    // It runs on without a break.
    path.starts.slice(1, -1).forEach((s) => {
      expect(vec3.angleBetween(pathTangent(path, s - 1e-7), pathTangent(path, s + 1e-7))).toBeLessThan(1e-5)
    })
  })
  it('turns back where both views do, smoothly', () => {
    // A loop of a wire: both views are half circles that come back along x.
    const front = of(arcSegment([0, 0, 0], [0, 0, -1], [1, 0, 0], 40, Math.PI))
    const top = of(arcSegment([10, 0, 0], [0, -1, 0], [1, 0, 0], 30, Math.PI))
    // The top view begins at x = 10 where the front view is at 0: what lies before is left out.
    const { path, left } = combined(front, top)
    expect(left[0]).toBeCloseTo(2 * 40 * Math.asin(10 / 40), 6)
    for (const [x, y, z] of along(path, 100)) {
      expect(Math.hypot(x, z)).toBeCloseTo(40, 3)
      expect(Math.hypot(x - 10, y)).toBeCloseTo(30, 3)
    }
    expect(Math.max(...along(path, 100).map((p) => p[0]))).toBeCloseTo(40, 3)
  })
  it('beside a straight a curve is only moved, and stays an arc', () => {
    const front = of(
      lineSegment([0, 0, 0], [1, 0, 0], 100),
      arcSegment([100, 0, 30], [0, 0, -1], [1, 0, 0], 30, Math.PI / 2),
    )
    const { path } = combined(
      front,
      polyline([
        [0, 25, 0],
        [130, 25, 0],
      ]),
    )
    expect(path.segments.map((g) => g.kind)).toEqual(['line', 'arc'])
    expect(pathPoint(path, path.length)).toEqual([130, 25, 30].map((v) => expect.closeTo(v, 9)))
  })
  it('goes straight across where one view does, and both at once', () => {
    const front = polyline([
      [0, 0, 0],
      [50, 0, 0],
      [50, 0, 40],
      [90, 0, 40],
      [90, 0, 0],
    ])
    const top = polyline([
      [0, 0, 0],
      [90, 0, 0],
      [90, 20, 0],
    ])
    const { path } = combined(front, top)
    expect(path.length).toBeCloseTo(50 + 40 + 40 + Math.hypot(40, 20), 9)
  })
  it('says why there is none', () => {
    const level = polyline([
      [0, 0, 0],
      [100, 0, 0],
    ])
    expect(
      refusal(level, level, [
        [0, 0, 1],
        [0, 0, 1],
      ]),
    ).toContain('views.same-way')
    expect(
      refusal(
        level,
        polyline([
          [500, 0, 0],
          [600, 0, 0],
        ]),
      ),
    ).toContain('views.apart')
    const back = polyline([
      [0, 0, 0],
      [100, 0, 20],
      [40, 0, 40],
      [120, 0, 60],
    ])
    expect(
      refusal(
        back,
        polyline([
          [0, 0, 0],
          [120, 9, 0],
        ]),
      ),
    ).toContain('at (100 mm, 0 mm, 20 mm) in the one view')
    const ring = makePath(
      [
        {
          segment: arcSegment([0, 0, 0], [1, 0, 0], [0, 0, 1], 9, 2 * Math.PI),
          origin: { kind: 'leg', index: 0 },
        },
      ],
      true,
    )
    expect(refusal(ring, level)).toContain('views.closed')
  })
  it('of free curves lies on both', () => {
    const points: Vec3[] = [
      [0, 0, 0],
      [40, 30, 10],
      [90, -10, 35],
      [150, 20, 5],
    ]
    const spline = (flat: readonly Vec3[]): Path => {
      const made = splineThroughPoints(flat, false)
      if (!made.ok) throw new Error('no spline')
      return made.value
    }
    const [front, top] = [
      spline(points.map(([x, , z]) => [x, 0, z])),
      spline(points.map(([x, y]) => [x, y, 0])),
    ]
    const { path } = combined(front, top)
    const [fronts, tops] = [along(front, 4000), along(top, 4000)]
    for (const [x, y, z] of along(path, 60)) {
      expect(Math.min(...fronts.map((p) => Math.hypot(p[0] - x, p[2] - z)))).toBeLessThan(0.03)
      expect(Math.min(...tops.map((p) => Math.hypot(p[0] - x, p[1] - y)))).toBeLessThan(0.03)
    }
  })
})
