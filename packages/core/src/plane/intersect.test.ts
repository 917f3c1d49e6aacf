import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arc2,
  bezier2,
  crossings,
  curveLength,
  line2,
  loopIntegrals,
  nearestOn,
  pieceOf,
  pointAt,
  splineByControl,
  splineThrough,
  ellipsePieces,
  arrange,
  vec2,
  type Curve2,
  type Vec2,
} from './index.ts'

const coordinate = fc.integer({ min: -5000, max: 5000 }).map((n) => n / 100)
const place = fc.tuple(coordinate, coordinate)
const curve: fc.Arbitrary<Curve2> = fc.oneof(
  fc.tuple(place, place).map(([a, b]) => line2(a, b)),
  fc
    .tuple(
      place,
      fc.double({ min: 1, max: 40, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: 0.2, max: 6, noNaN: true }),
    )
    .map(([c, r, start, sweep]) => arc2(c, r, start, sweep)),
  fc.tuple(place, place, place, place).map((p) => bezier2(p)),
)

describe('crossings', () => {
  it('lie on both curves, and are the same the other way round', () => {
    fc.assert(
      fc.property(curve, curve, (a, b) => {
        fc.pre(curveLength(a) > 1 && curveLength(b) > 1)
        const found = crossings(a, b, 1e-9)
        for (const x of found) {
          expect(vec2.distance(pointAt(a, x.a), x.point)).toBeLessThan(1e-6)
          expect(vec2.distance(pointAt(b, x.b), x.point)).toBeLessThan(1e-6)
        }
        // Where free-form curves touch, how many crossings there are is a matter of round-off.
        if (a.kind !== 'bezier' && b.kind !== 'bezier')
          expect(crossings(b, a, 1e-9)).toHaveLength(found.length)
      }),
      { numRuns: 300 },
    )
  })
  it('of a line that changes sides of a circle are two, where the closed form says', () => {
    const found = crossings(line2([-10, 3], [10, 3]), arc2([0, 0], 5, 0, 2 * Math.PI), 1e-9)
    expect(found.map((x) => x.point[0]).sort((p, q) => p - q)).toEqual([
      expect.closeTo(-4, 9),
      expect.closeTo(4, 9),
    ])
    expect(crossings(line2([-10, 6], [10, 6]), arc2([0, 0], 5, 0, 2 * Math.PI), 1e-9)).toEqual([])
  })
  it('of parallel and stacked lines are none, or the ends of what they share', () => {
    expect(crossings(line2([0, 0], [9, 0]), line2([0, 1], [9, 1]), 1e-9)).toEqual([])
    const shared = crossings(line2([0, 0], [9, 0]), line2([4, 0], [20, 0]), 1e-9)
    expect(shared.map((x) => x.point[0]).sort((a, b) => a - b)).toEqual([4, 9])
  })
})

describe('the nearest place', () => {
  it('is nearer than any of many places of the curve', () => {
    fc.assert(
      fc.property(curve, place, (c, p) => {
        const { distance } = nearestOn(c, p)
        for (let i = 0; i <= 60; i++)
          expect(distance).toBeLessThan(vec2.distance(pointAt(c, i / 60), p) + 1e-7)
      }),
      { numRuns: 200 },
    )
  })
  it('where two stretches come nearly as near as each other', () => {
    const c: Curve2 = {
      kind: 'bezier',
      points: [
        [-0.09, -0.11],
        [-0.06, -49.08],
        [-47.15, -19.47],
        [-0.02, -6.75],
      ],
    }
    const p: Vec2 = [49.98, -3.25]
    const least = Math.min(
      ...Array.from({ length: 20_001 }, (_, i) => vec2.distance(pointAt(c, i / 20_000), p)),
    )
    expect(nearestOn(c, p).distance).toBeLessThan(least + 1e-9)
  })
  it('pieces are as long as the whole', () => {
    fc.assert(
      fc.property(curve, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (c, t) => {
        const sum = curveLength(pieceOf(c, 0, t)) + curveLength(pieceOf(c, t, 1))
        expect(sum).toBeCloseTo(curveLength(c), 6)
      }),
      { numRuns: 100 },
    )
  })
})

describe('splines', () => {
  const points: Vec2[] = [
    [0, 0],
    [10, 8],
    [25, 3],
    [31, 20],
  ]
  it('go through their points, smooth to the second derivative', () => {
    const pieces = splineThrough(points)
    expect(pieces).toHaveLength(3)
    pieces.forEach((p, i) => {
      expect(vec2.distance(pointAt(p, 0), points[i]!)).toBeLessThan(1e-12)
      expect(vec2.distance(pointAt(p, 1), points[i + 1]!)).toBeLessThan(1e-12)
    })
    // Direction and curvature agree at the joints: seen by differences on both sides.
    for (let i = 0; i < 2; i++) {
      const [a, b] = [pieces[i]!, pieces[i + 1]!]
      const turn = (c: typeof a, t: number, side: number): number => {
        const h = 1e-3
        const p = [t, t - side * h, t - 2 * side * h].map((k) => pointAt(c, k))
        const u = vec2.sub(p[0]!, p[1]!)
        const v = vec2.sub(p[1]!, p[2]!)
        return vec2.cross(v, u) / vec2.length(u) ** 3
      }
      expect(turn(a, 1, 1)).toBeCloseTo(-turn(b, 0, -1), 2)
    }
  })
  it('of three points make a parabola, and of control points in a row a straight', () => {
    const [p, q] = splineThrough([
      [-10, 100],
      [0, 0],
      [10, 100],
    ])
    expect(pointAt(p!, 0.5)[0]).toBeCloseTo(-pointAt(q!, 0.5)[0], 12)
    const straight = splineByControl(
      [
        [0, 0],
        [3, 3],
        [4, 4],
        [10, 10],
      ],
      3,
    )
    expect(straight.reduce((s, c) => s + curveLength(c), 0)).toBeCloseTo(10 * Math.SQRT2, 9)
  })
  it('of an ellipse enclose pi a b', () => {
    const { area } = loopIntegrals(ellipsePieces([3, 4], [6, 2], 5))
    expect(area).toBeCloseTo(Math.PI * Math.hypot(6, 2) * 5, 9)
  })
})

describe('arrangements', () => {
  it('of pieces that go on smoothly into each other have them whole', () => {
    const half = fc.integer({ min: 10, max: 400 }).map((n) => n / 10)
    fc.assert(
      fc.property(half, half, (a, b) => {
        const pieces = ellipsePieces([0, 0], [a, 0], b)
        const { faces } = arrange(pieces, 1e-6)
        expect(faces).toHaveLength(1)
        const { outer } = faces[0]!
        expect(outer).toHaveLength(4)
        outer.forEach(({ curve: c }, i) =>
          expect(vec2.distance(pointAt(c, 1), pointAt(outer[(i + 1) % 4]!.curve, 0))).toBeLessThan(1e-12),
        )
        expect(faces[0]!.area / (Math.PI * a * b)).toBeCloseTo(1, 12)
      }),
    )
  })
  it('of rectangles have faces that add up to the union', () => {
    const box = fc.tuple(
      place,
      fc.double({ min: 3, max: 30, noNaN: true }),
      fc.double({ min: 3, max: 30, noNaN: true }),
    )
    fc.assert(
      fc.property(box, box, ([p, w, h], [q, v, g]) => {
        const sides = ([x, y]: Vec2, a: number, b: number): Curve2[] => {
          const c: Vec2[] = [
            [x, y],
            [x + a, y],
            [x + a, y + b],
            [x, y + b],
          ]
          return c.map((from, i) => line2(from, c[(i + 1) % 4]!))
        }
        const overlap = (a: number, wa: number, b: number, wb: number): number =>
          Math.max(0, Math.min(a + wa, b + wb) - Math.max(a, b))
        const common = overlap(p[0], w, q[0], v) * overlap(p[1], h, q[1], g)
        // Edges that all but touch are one or two by round-off.
        fc.pre(common === 0 || common > 0.01)
        const { faces, looseEnds } = arrange([...sides(p, w, h), ...sides(q, v, g)], 1e-9)
        expect(looseEnds).toEqual([])
        expect(faces.reduce((s, f) => s + f.area, 0)).toBeCloseTo(w * h + v * g - common, 5)
      }),
      { numRuns: 200 },
    )
  })
  it('tell loose ends', () => {
    const made = arrange([line2([0, 0], [10, 0]), line2([10, 0], [10, 10])], 1e-9)
    expect(made.faces).toEqual([])
    expect(made.looseEnds.map((l) => l.point)).toEqual([
      [0, 0],
      [10, 10],
    ])
  })
})
