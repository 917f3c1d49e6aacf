import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { integrate } from '../num/index.ts'
import {
  arc2,
  bezier2,
  bezierAt,
  line2,
  placeCurve,
  splineThrough,
  type Curve2,
  type Loop2,
  type Vec2,
} from '../plane/index.ts'
import { region, sectionProperties, type Region, type SectionProperties } from './index.ts'

const { PI } = Math
const near = (a: number, b: number, share: number, of = Math.abs(b)): void =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(share * of)

/** A closed outline of lines and arcs: corners about the middle, every other side an arc that bulges out. */
const outlines = fc
  .array(fc.double({ min: 6, max: 20, noNaN: true }), { minLength: 3, maxLength: 8 })
  .chain((radii) => fc.tuple(fc.constant(radii), fc.array(fc.boolean(), { minLength: 8, maxLength: 8 })))
  .map(([radii, bulged]): Loop2 => {
    const at = radii.map((r, i): Vec2 => {
      const a = (2 * PI * i) / radii.length
      return [r * Math.cos(a), r * Math.sin(a)]
    })
    return at.map((p, i): Curve2 => {
      const q = at[(i + 1) % at.length]!
      if (!bulged[i]) return line2(p, q)
      // A third of a turn outward.
      const chord = Math.hypot(q[0] - p[0], q[1] - p[1])
      const radius = chord / 2 / Math.sin(PI / 3)
      const mid: Vec2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]
      const left: Vec2 = [-(q[1] - p[1]) / chord, (q[0] - p[0]) / chord]
      const centre: Vec2 = [mid[0] + left[0] * radius * 0.5, mid[1] + left[1] * radius * 0.5]
      return arc2(centre, radius, Math.atan2(p[1] - centre[1], p[0] - centre[0]), (2 * PI) / 3)
    })
  })

const placed = (r: Region, angle: number, by: Vec2): Region => {
  const loop = (l: Loop2): Loop2 => l.map((c) => placeCurve(c, angle, by))
  return { outer: loop(r.outer), holes: r.holes.map(loop) }
}
const scaled = (c: Curve2, k: number): Curve2 => {
  const s = ([x, y]: Vec2): Vec2 => [x * k, y * k]
  if (c.kind === 'line') return { ...c, from: s(c.from), to: s(c.to) }
  if (c.kind === 'arc') return { ...c, centre: s(c.centre), radius: c.radius * k }
  return { ...c, points: c.points.map(s) }
}

describe('closed forms to 1e-12', () => {
  const cases: [string, Region, Partial<SectionProperties>][] = [
    [
      'a circle off the origin',
      region([arc2([7, -3], 5, 1, 2 * PI)]),
      { area: 25 * PI, ix: (PI / 4) * 625, i2: (PI / 4) * 625 },
    ],
    [
      'a half disc',
      region([arc2([0, 0], 6, 0, PI), line2([-6, 0], [6, 0])]),
      { area: 18 * PI, ix: (PI / 8 - 8 / (9 * PI)) * 6 ** 4, iy: (PI / 8) * 6 ** 4 },
    ],
    [
      'a triangle',
      region([line2([0, 0], [9, 0]), line2([9, 0], [0, 6]), line2([0, 6], [0, 0])]),
      { area: 27, ix: (9 * 6 ** 3) / 36, iy: (6 * 9 ** 3) / 36, ixy: -(9 ** 2 * 6 ** 2) / 72 },
    ],
    [
      'a ring',
      region([arc2([0, 0], 5, 0, 2 * PI)], [[arc2([0, 0], 3, 0, 2 * PI)]]),
      { area: 16 * PI, ix: (PI / 4) * (625 - 81), rx: Math.sqrt(34) / 2, perimeter: 16 * PI },
    ],
  ]
  it.each(cases)('%s', (_, r, known) => {
    const p = sectionProperties(r)
    for (const [key, value] of Object.entries(known) as [keyof SectionProperties, number][])
      near(p[key] as number, value, 1e-12)
  })
})

describe('laws of section properties', () => {
  it('areas and moments about common axes add up over a cut', () => {
    fc.assert(
      fc.property(outlines, (outer) => {
        const whole = sectionProperties(region(outer))
        // A disc cut out of the middle and the disc by itself are the whole again.
        const disc: Loop2 = [arc2([0.3, -0.2], 1.7, 0, 2 * PI)]
        const parts = [sectionProperties(region(outer, [disc])), sectionProperties(region(disc))]
        const sum = (of: (p: SectionProperties) => number): number => parts.reduce((s, p) => s + of(p), 0)
        const size = whole.area * 400
        near(
          sum((p) => p.area),
          whole.area,
          1e-12,
        )
        near(
          sum((p) => p.area * p.centroid[0]),
          whole.area * whole.centroid[0],
          1e-12,
          size,
        )
        const aboutOrigin = (p: SectionProperties): number => p.ix + p.area * p.centroid[1] ** 2
        near(sum(aboutOrigin), aboutOrigin(whole), 1e-12, size)
        const product = (p: SectionProperties): number => p.ixy + p.area * p.centroid[0] * p.centroid[1]
        near(sum(product), product(whole), 1e-12, size)
      }),
    )
  })
  it('moving changes the centroid and nothing else; turning turns the tensor', () => {
    fc.assert(
      fc.property(
        outlines,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.tuple(
          fc.double({ min: -90, max: 90, noNaN: true }),
          fc.double({ min: -90, max: 90, noNaN: true }),
        ),
        (outer, angle, by) => {
          const p = sectionProperties(region(outer))
          const q = sectionProperties(placed(region(outer), angle, by))
          const [c, s] = [Math.cos(angle), Math.sin(angle)]
          const size = p.area * (Math.hypot(...by) + 40) ** 2
          near(q.area, p.area, 1e-11)
          near(q.centroid[0], c * p.centroid[0] - s * p.centroid[1] + by[0], 1e-12, 400)
          near(q.centroid[1], s * p.centroid[0] + c * p.centroid[1] + by[1], 1e-12, 400)
          near(q.ix, c * c * p.ix + s * s * p.iy + 2 * s * c * p.ixy, 1e-11, size)
          near(q.ixy, (c * c - s * s) * p.ixy + s * c * (p.iy - p.ix), 1e-11, size)
          near(q.i1, p.i1, 1e-11, size)
          near(q.i2, p.i2, 1e-11, size)
        },
      ),
    )
  })
  it('scaling by k scales areas by k^2 and second moments by k^4', () => {
    fc.assert(
      fc.property(outlines, fc.double({ min: 0.05, max: 30, noNaN: true }), (outer, k) => {
        const p = sectionProperties(region(outer))
        const q = sectionProperties(region(outer.map((c) => scaled(c, k))))
        near(q.area, k * k * p.area, 1e-12)
        near(q.perimeter, k * p.perimeter, 1e-12)
        near(q.i1, k ** 4 * p.i1, 1e-11)
        near(q.i2, k ** 4 * p.i2, 1e-11)
        near(q.rx, k * p.rx, 1e-11)
      }),
    )
  })
})

/** Area integrals of x^p y^q round a loop, by quadrature along it with the other potential, so that no formula is shared. */
function byQuadrature(loop: Loop2, p: number, q: number): number {
  return loop.reduce((sum, c) => {
    if (c.kind !== 'bezier') throw new Error('splines only')
    const part = (a: number, b: number): number =>
      integrate(
        (t) => {
          const { point: at, first } = bezierAt(c, t)
          return (-(at[0] ** p) * at[1] ** (q + 1) * first[0]) / (q + 1)
        },
        a,
        b,
      )
    return sum + [0, 1, 2, 3].reduce((s, i) => s + part(i / 4, (i + 1) / 4), 0)
  }, 0)
}

describe('splines to 1e-9', () => {
  const check = (loop: Loop2): void => {
    const { area, centroid, ix, iy, ixy } = sectionProperties(region(loop))
    const sign = Math.sign(byQuadrature(loop, 0, 0))
    const m = (p: number, q: number): number => sign * byQuadrature(loop, p, q)
    near(area, m(0, 0), 1e-9)
    near(centroid[0], m(1, 0) / m(0, 0), 1e-9, 30)
    near(centroid[1], m(0, 1) / m(0, 0), 1e-9, 30)
    const size = area * 900
    near(ix, m(0, 2) - area * centroid[1] ** 2, 1e-9, size)
    near(iy, m(2, 0) - area * centroid[0] ** 2, 1e-9, size)
    near(ixy, m(1, 1) - area * centroid[0] * centroid[1], 1e-9, size)
  }
  it('of outlines through points', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 8, max: 20, noNaN: true }), { minLength: 4, maxLength: 9 }),
        (radii) => {
          const at = radii.map((r, i): Vec2 => {
            const a = (2 * PI * i) / radii.length
            return [r * Math.cos(a) + 3, r * Math.sin(a) - 2]
          })
          check(splineThrough([...at, at[0]!]))
        },
      ),
      { numRuns: 40 },
    )
  })
  it('of Bezier curves of every degree', () => {
    check([
      bezier2([
        [0, 0],
        [10, -4],
        [20, 0],
      ]),
      bezier2([
        [20, 0],
        [24, 8],
        [16, 14],
        [10, 12],
      ]),
      bezier2([
        [10, 12],
        [4, 10],
        [-4, 9],
        [-3, 4],
        [0, 0],
      ]),
    ])
  })
})
