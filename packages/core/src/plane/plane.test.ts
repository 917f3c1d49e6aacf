import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { integrate } from '../num/index.ts'
import {
  arc2,
  curveLength,
  directionAt,
  flipCurve,
  line2,
  loopIntegrals,
  placeCurve,
  placesWithin,
  pointAt,
  reachAlong,
  reverseCurve,
  triangulate,
  vec2,
  type Curve2,
} from './index.ts'

const number = fc.double({ min: -30, max: 30, noNaN: true })
const arcs = fc
  .record({
    x: number,
    y: number,
    radius: fc.double({ min: 0.5, max: 20, noNaN: true }),
    start: number,
    sweep: fc.double({ min: 0.05, max: 6.2, noNaN: true }),
    back: fc.boolean(),
  })
  .map((a): Curve2 => arc2([a.x, a.y], a.radius, a.start, a.back ? -a.sweep : a.sweep))
const lines = fc
  .tuple(number, number, number, number)
  .filter(([a, b, c, d]) => Math.hypot(a - c, b - d) > 0.01)
  .map(([a, b, c, d]): Curve2 => line2([a, b], [c, d]))
const curves = fc.oneof(arcs, lines)
const close = (a: readonly [number, number], b: readonly [number, number]): void =>
  expect(vec2.distance(a, b)).toBeLessThan(1e-9)

describe('places', () => {
  const eps = 0.5
  const point = fc.tuple(
    fc.double({ min: -4, max: 4, noNaN: true }),
    fc.double({ min: -4, max: 4, noNaN: true }),
  )
  it('are the first within the tolerance, as one by one', () => {
    fc.assert(
      fc.property(fc.array(point, { maxLength: 60 }), (points) => {
        const places = placesWithin(eps)
        const plain: (readonly [number, number])[] = []
        for (const p of points) {
          const found = plain.findIndex((q) => vec2.distance(p, q) <= eps)
          expect(places.of(p)).toBe(found >= 0 ? found : plain.push(p) - 1)
        }
        expect(places.list).toEqual(plain)
      }),
    )
  })
  it('far out and with no tolerance are found all the same', () => {
    const far = placesWithin(1e-9)
    expect([far.of([1e12, 1e12]), far.of([1e12, 1e12]), far.of([2e12, 0])]).toEqual([0, 0, 1])
    const none = placesWithin(0)
    expect([none.of([1, 2]), none.of([1, 2]), none.of([1, 3]), none.of([0, 0])]).toEqual([0, 0, 1, 2])
  })
})

describe('curves', () => {
  it('have the length of their travel, and the direction of their change', () => {
    fc.assert(
      fc.property(curves, (c) => {
        const h = 1e-6
        const moved = vec2.scale(vec2.sub(pointAt(c, 0.4 + h), pointAt(c, 0.4 - h)), 1 / (2 * h))
        expect(vec2.length(moved)).toBeCloseTo(curveLength(c), 4)
        expect(vec2.dot(vec2.scale(moved, 1 / vec2.length(moved)), directionAt(c, 0.4))).toBeCloseTo(1, 6)
      }),
    )
  })
  it('come back when reversed, flipped or placed twice', () => {
    fc.assert(
      fc.property(curves, (c) => {
        for (const t of [0, 0.3, 1]) {
          close(pointAt(reverseCurve(c), t), pointAt(c, 1 - t))
          const [x, y] = pointAt(c, t)
          close(pointAt(flipCurve(c), t), [-x, y])
          close(pointAt(placeCurve(c, 0.7, [3, -4]), t), vec2.add(vec2.turn([x, y], 0.7), [3, -4]))
        }
        expect(curveLength(placeCurve(flipCurve(c), 1, [0, 0]))).toBeCloseTo(curveLength(c), 9)
        // Turned by an angle of so many turns that adding it leaves no digits, it keeps its shape.
        const far = placeCurve(c, 1e17, [0, 0])
        expect(vec2.distance(pointAt(far, 0), pointAt(far, 1))).toBeCloseTo(
          vec2.distance(pointAt(c, 0), pointAt(c, 1)),
          8,
        )
      }),
    )
  })
  it('reach as far as their farthest point, through the top of an arc', () => {
    fc.assert(
      fc.property(curves, fc.double({ min: 0, max: 6.28, noNaN: true }), (c, angle) => {
        const d = [Math.cos(angle), Math.sin(angle)] as const
        let most = -Infinity
        for (let i = 0; i <= 2000; i++) most = Math.max(most, vec2.dot(pointAt(c, i / 2000), d))
        expect(reachAlong(c, d)).toBeGreaterThanOrEqual(most - 1e-9)
        expect(reachAlong(c, d)).toBeLessThan(most + 1e-3)
      }),
    )
  })
})

describe('integrals of a loop', () => {
  // A half disc: an arc and the line that closes it.
  const loops = arcs.map((c) => [c, line2(pointAt(c, 1), pointAt(c, 0))])
  it('turn sign with the direction, and agree with quadrature', () => {
    fc.assert(
      fc.property(loops, (loop) => {
        fc.pre(vec2.distance(pointAt(loop[0]!, 0), pointAt(loop[0]!, 1)) > 0.01)
        const a = loopIntegrals(loop)
        const b = loopIntegrals(loop.map(reverseCurve).reverse())
        const size = 1 + 60 ** 2 * Math.abs(a.area)
        for (const k of ['area', 'x', 'y', 'xx', 'yy', 'xy'] as const)
          expect(Math.abs(a[k] + b[k])).toBeLessThan(1e-9 * size)
        const along = (f: (x: number, y: number) => number): number =>
          loop.reduce((total, c) => {
            const length = curveLength(c)
            return total + integrate((t) => f(...pointAt(c, t)) * directionAt(c, t)[0] * length, 0, 1)
          }, 0)
        expect(Math.abs(a.area + along((_, y) => y))).toBeLessThan(1e-8 * size)
        expect(Math.abs(a.yy + along((_, y) => y ** 3 / 3))).toBeLessThan(1e-8 * size)
      }),
      { numRuns: 60 },
    )
  })
})

describe('triangulate', () => {
  it('fills a square with a hole, counter-clockwise', () => {
    const loops = [
      [0, 0, 10, 0, 10, 10, 0, 10],
      [3, 3, 3, 6, 6, 6, 6, 3],
    ]
    const flat = loops.flat()
    const t = triangulate(loops)
    let area = 0
    for (let i = 0; i < t.length; i += 3) {
      const [a, b, c] = [t[i]! * 2, t[i + 1]! * 2, t[i + 2]! * 2]
      const part =
        (flat[b]! - flat[a]!) * (flat[c + 1]! - flat[a + 1]!) -
        (flat[b + 1]! - flat[a + 1]!) * (flat[c]! - flat[a]!)
      expect(part).toBeGreaterThan(0)
      area += part / 2
    }
    expect(area).toBe(91)
  })
})
