import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Result } from '../base/index.ts'
import { integrate, rad } from '../num/index.ts'
import { curveLength, arc2, directionAt, line2, pointAt, type Curve2 } from '../plane/index.ts'
import {
  loopsOf,
  outlineOf,
  placeRegion,
  reach,
  reachAround,
  region,
  sectionProperties,
  STOCK_SHAPES,
  type Region,
} from './index.ts'

const got = (r: Result<Region>): Region => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const { PI } = Math
const near = (a: number, b: number): void =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(1e-12 * Math.max(1, Math.abs(b)))

describe('section properties meet closed forms', () => {
  it('round bar and tube', () => {
    const bar = sectionProperties(got(STOCK_SHAPES['round-bar']({ diameter: 4 })))
    near(bar.area, 4 * PI)
    near(bar.perimeter, 4 * PI)
    near(bar.ix, (PI * 4 ** 4) / 64)
    near(bar.rx, 1)
    expect(bar.principalAngle).toBeUndefined()
    const tube = sectionProperties(got(STOCK_SHAPES.tube({ diameter: 15, wall: 1 })))
    near(tube.area, (PI / 4) * (15 ** 2 - 13 ** 2))
    near(tube.i1, (PI / 64) * (15 ** 4 - 13 ** 4))
    near(tube.perimeter, PI * 28)
    near(tube.outerPerimeter, PI * 15)
  })
  it('flat, hexagon and rounded bar', () => {
    const flat = sectionProperties(got(STOCK_SHAPES.flat({ width: 20, thickness: 3 })))
    near(flat.ix, (20 * 27) / 12)
    near(flat.iy, (3 * 8000) / 12)
    near(flat.principalAngle!, PI / 2)
    expect(flat.box).toEqual({ min: [-10, -1.5], max: [10, 1.5] })
    const hex = sectionProperties(got(STOCK_SHAPES.hexagon({ flats: 10 })))
    near(hex.area, (Math.sqrt(3) / 2) * 100)
    near(hex.ix, (5 * Math.sqrt(3) * (10 / Math.sqrt(3)) ** 4) / 16)
    const rounded = sectionProperties(
      got(STOCK_SHAPES['rectangular-bar']({ width: 30, height: 10, corner: 2 })),
    )
    near(rounded.area, 300 - (4 - PI) * 4)
    near(rounded.perimeter, 80 - 16 + 4 * PI)
  })
  it('box tubes, with sharp or rounded corners', () => {
    const sharp = sectionProperties(got(STOCK_SHAPES['square-tube']({ side: 25, wall: 2, corner: 0 })))
    near(sharp.ix, (25 ** 4 - 21 ** 4) / 12)
    const round = sectionProperties(
      got(STOCK_SHAPES['rectangular-tube']({ width: 40, height: 20, wall: 2, corner: 5 })),
    )
    near(round.area, 800 - (4 - PI) * 25 - (36 * 16 - (4 - PI) * 9))
    const full = sectionProperties(got(STOCK_SHAPES['square-bar']({ side: 10, corner: 5 })))
    near(full.area, 25 * PI)
    const nearlyFull = got(
      STOCK_SHAPES['rectangular-bar']({ width: 4.000000000000004, height: 14, corner: 2 }),
    )
    expect(outlineOf(nearlyFull, 0.01).nx.every(Number.isFinite)).toBe(true)
  })
  it('a half round off the origin, where lines and arcs must share one potential', () => {
    const half = region([arc2([7, -3], 2, 0, PI), line2([5, -3], [9, -3])])
    const p = sectionProperties(half)
    near(p.area, 2 * PI)
    near(p.centroid[0], 7)
    near(p.centroid[1], -3 + 8 / (3 * PI))
    near(p.ix, 16 * (PI / 8 - 8 / (9 * PI)))
    near(p.iy, (PI * 16) / 8)
    expect(Math.abs(p.ixy)).toBeLessThan(1e-11)
  })
})

/** The same integrals by quadrature along the boundary with the other potential, (-Q, 0), dQ/dy = integrand. */
function byQuadrature(curves: readonly Curve2[], potential: (x: number, y: number) => number): number {
  let sum = 0
  for (const c of curves) {
    const length = curveLength(c)
    sum += integrate(
      (t) => {
        const [x, y] = pointAt(c, t)
        return -potential(x, y) * directionAt(c, t)[0] * length
      },
      0,
      1,
    )
  }
  return sum
}

describe('section properties of placed sections', () => {
  const sizes = fc.record({
    width: fc.double({ min: 4, max: 60, noNaN: true }),
    height: fc.double({ min: 4, max: 60, noNaN: true }),
    wall: fc.double({ min: 0.2, max: 1.8, noNaN: true }),
    corner: fc.double({ min: 0, max: 2, noNaN: true }),
  })
  const placement = fc.record({
    anchor: fc.tuple(
      fc.double({ min: -50, max: 50, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
    ),
    clock: fc.double({ min: -4, max: 4, noNaN: true }),
    flip: fc.boolean(),
  })
  it('agree with quadrature and keep what a rigid motion keeps', () => {
    fc.assert(
      fc.property(sizes, placement, (s, at) => {
        const own = got(STOCK_SHAPES['rectangular-tube'](s))
        const placed = placeRegion(own, at)
        const p = sectionProperties(placed)
        const q = sectionProperties(own)
        const curves = loopsOf(placed).flat()
        const size = p.area * (1 + Math.hypot(...p.centroid) ** 2)
        expect(Math.abs(p.area - byQuadrature(curves, (_, y) => y))).toBeLessThan(1e-9 * size)
        const xy = byQuadrature(curves, (x, y) => (x * y * y) / 2) - p.area * p.centroid[0] * p.centroid[1]
        expect(Math.abs(p.ixy - xy)).toBeLessThan(1e-9 * size)
        expect(Math.abs(p.area - q.area)).toBeLessThan(1e-9 * q.area)
        expect(Math.abs(p.i1 - q.i1)).toBeLessThan(1e-9 * size)
        expect(Math.abs(p.perimeter - q.perimeter)).toBeLessThan(1e-9 * q.perimeter)
      }),
    )
  })
  it('put the anchor on the origin, flip it, then turn it', () => {
    const own = got(STOCK_SHAPES.flat({ width: 20, thickness: 3 }))
    const corner = placeRegion(own, { anchor: [10, 1.5], clock: 0, flip: false })
    expect(sectionProperties(corner).box).toEqual({ min: [-20, -3], max: [0, 0] })
    const flipped = placeRegion(own, { anchor: [10, 1.5], clock: 0, flip: true })
    expect(sectionProperties(flipped).box).toEqual({ min: [0, -3], max: [20, 0] })
    expect(sectionProperties(flipped).area).toBeCloseTo(60, 10)
    const turned = placeRegion(own, { anchor: [0, 0], clock: rad(90), flip: false })
    expect(reach(turned, [0, 1])).toBeCloseTo(10, 12)
    expect(reachAround(turned)).toBeCloseTo(Math.hypot(10, 1.5), 12)
  })
})

describe('stock shapes refuse sizes that make no section', () => {
  it.each([
    [STOCK_SHAPES['round-bar']({ diameter: 0 }), /diameter must be above 0/],
    [STOCK_SHAPES.tube({ diameter: 10, wall: 5 }), /leaves no hollow; it must be below 5/],
    [STOCK_SHAPES['square-bar']({ side: 10, corner: 6 }), /at most 5 mm fits/],
    [STOCK_SHAPES['square-bar']({ side: 10, corner: -1 }), /below 0/],
    [STOCK_SHAPES['square-tube']({ side: 10, wall: 5, corner: 0 }), /leaves no hollow/],
    [STOCK_SHAPES.hexagon({ flats: NaN }), /flats must be above 0/],
  ])('%#', (r, message) => {
    expect(r.ok).toBe(false)
    if (!r.ok) expect(r.fault.message).toMatch(message)
  })
})

describe('outlines', () => {
  it('stay within the chord error, share smooth joins and split corners', () => {
    const o = outlineOf(got(STOCK_SHAPES.tube({ diameter: 15, wall: 1 })), 0.03)
    const outer = [...o.x].filter((x, i) => Math.hypot(x, o.y[i]!) > 7)
    expect(o.x.length).toBe(o.sideFrom.length)
    expect(7.5 * (1 - Math.cos(PI / outer.length))).toBeLessThanOrEqual(0.03)
    const square = outlineOf(got(STOCK_SHAPES['square-bar']({ side: 10, corner: 0 })), 0.03)
    expect(square.x.length).toBe(8)
    expect(square.cap.length).toBe(6)
  })
  it('fill the section with triangles of its area', () => {
    for (const shape of [
      STOCK_SHAPES['square-tube']({ side: 25, wall: 2, corner: 4 }),
      STOCK_SHAPES.hexagon({ flats: 9 }),
    ]) {
      const r = got(shape)
      const o = outlineOf(r, 1e-4)
      let area = 0
      for (let i = 0; i < o.cap.length; i += 3) {
        const [a, b, c] = [o.cap[i]!, o.cap[i + 1]!, o.cap[i + 2]!]
        const part =
          ((o.x[b]! - o.x[a]!) * (o.y[c]! - o.y[a]!) - (o.y[b]! - o.y[a]!) * (o.x[c]! - o.x[a]!)) / 2
        expect(part).toBeGreaterThan(0)
        area += part
      }
      expect(area).toBeCloseTo(sectionProperties(r).area, 2)
    }
  })
})
