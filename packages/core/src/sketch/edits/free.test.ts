import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { draftOf, line, pt } from '../../../testing/drawn.ts'
import {
  bendsAlong,
  curveLength,
  mostOffStraight,
  nearestOn,
  pointAt,
  splineThrough,
  vec2,
  type Curve2,
  type Vec2,
} from '../../plane/index.ts'
import { piecesOf, placesOf } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import type { SketchDraft } from './draft.ts'
import { measureOf } from '../constraints/dimensions.ts'
import { unknownsOf } from '../unknowns.ts'
import { offset, smoothen, split, trim } from './index.ts'

const spline = (
  id: string,
  points: readonly string[],
  form: 'through' | 'control' = 'through',
): SketchEntity => ({
  kind: 'spline',
  id,
  points,
  form,
  degree: 3,
})
const WAVE: readonly SketchEntity[] = [
  pt('a', 0, 0),
  pt('b', 30, 22),
  pt('c', 65, -8),
  pt('d', 100, 15),
  pt('u', 48, -40),
  pt('v', 48, 40),
  line('cut', 'u', 'v'),
]

const curvesOf = (d: SketchDraft, id: string): Curve2[] => {
  const e = d.entities.find((x) => x.id === id)!
  return piecesOf(e, placesOf(d.entities))
}
const lengthOf = (curves: readonly Curve2[]): number => curves.reduce((s, c) => s + curveLength(c), 0)
/** The farthest that places of some curves lie off others. */
const off = (of: readonly Curve2[], from: readonly Curve2[]): number =>
  Math.max(
    ...of.flatMap((c) =>
      Array.from({ length: 41 }, (_, i) =>
        Math.min(...from.map((x) => nearestOn(x, pointAt(c, i / 40)).distance)),
      ),
    ),
  )
const done = <T>(r: { ok: true; value: T } | { ok: false; fault: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}

describe('free curves cut back', () => {
  it.each(['through', 'control'] as const)(
    'a spline %s its points keeps its shape on the side that stays',
    (form) => {
      const d = draftOf([...WAVE, spline('s', ['a', 'b', 'c', 'd'], form)], [])
      const before = curvesOf(d, 's')
      done(trim(d, 's', [80, 5]))
      const after = curvesOf(d, 's')
      expect(off(after, before)).toBeLessThan(0.02)
      const end = pointAt(after.at(-1)!, 1)
      expect(end[0]).toBeCloseTo(48, 6)
      expect(pointAt(after[0]!, 0)).toEqual([0, 0])
      // The end lies on what cut it.
      expect(d.constraints).toContainEqual(expect.objectContaining({ kind: 'point-on', curve: 'cut' }))
      // Points that only the other side had are gone; its own stay where it goes through them.
      const has = (id: string): boolean => d.entities.some((e) => e.id === id)
      expect(has('d')).toBe(false)
      expect(has('b')).toBe(form === 'through')
    },
  )
  it('a stretch between two crossings goes, and two curves are left', () => {
    const d = draftOf(
      [...WAVE, pt('w', 80, -40), pt('z', 80, 40), line('cut2', 'w', 'z'), spline('s', ['a', 'b', 'c', 'd'])],
      [],
    )
    const before = curvesOf(d, 's')
    const [first, second] = done(trim(d, 's', [65, -8]))
    expect(first).toBe('s')
    for (const id of [first!, second!]) expect(off(curvesOf(d, id), before)).toBeLessThan(0.02)
    expect(pointAt(curvesOf(d, second!)[0]!, 0)[0]).toBeCloseTo(80, 6)
    expect(pointAt(curvesOf(d, second!).at(-1)!, 1)).toEqual([100, 15])
  })
  it('without a crossing all of it goes', () => {
    const d = draftOf([pt('a', 0, 0), pt('b', 10, 5), pt('c', 20, 0), spline('s', ['a', 'b', 'c'])], [])
    expect(done(trim(d, 's', [5, 3]))).toEqual([])
    expect(d.entities).toEqual([])
  })
  it('an ellipse is left as the part of it on the other side', () => {
    const ellipse: readonly SketchEntity[] = [
      pt('m', 0, 0),
      pt('e', 40, 0),
      { kind: 'ellipse', id: 'o', centre: 'm', end: 'e', radius: 20 },
      pt('p', 10, -50),
      pt('q', 10, 50),
      line('l', 'p', 'q'),
    ]
    for (const [near, right] of [
      [[40, 0], false],
      [[-40, 0], true],
    ] as const) {
      const d = draftOf(ellipse, [
        { kind: 'dimension', id: 'r', measured: { of: 'radius', round: 'o' } } as never,
      ])
      const before = curvesOf(d, 'o')
      done(trim(d, 'o', near))
      const after = curvesOf(d, 'o')
      expect(off(after, before)).toBeLessThan(0.02)
      for (const c of after)
        for (const t of [0, 0.5, 1]) {
          const [x] = pointAt(c, t)
          if (right) expect(x).toBeGreaterThan(9.98)
          else expect(x).toBeLessThan(10.02)
        }
      const xs = after.flatMap((c) => [pointAt(c, 0)[0], pointAt(c, 1)[0]])
      expect(right ? Math.min(...xs) : Math.max(...xs)).toBeCloseTo(10, 4)
      // A spline has no radius.
      expect(d.constraints.some((c) => c.kind === 'dimension')).toBe(false)
      expect(lengthOf(after)).toBeLessThan(lengthOf(before))
    }
  })
  it('random waves, cut by an upright line: the rest lies where it did, its length less by what went', () => {
    const y = fc.double({ min: -30, max: 30, noNaN: true })
    fc.assert(
      fc.property(fc.tuple(y, y, y, y, y), fc.double({ min: 12, max: 88, noNaN: true }), (ys, x) => {
        const points = ys.map((v, i) => pt(`p${i}`, 25 * i, v))
        const d = draftOf(
          [
            ...points,
            pt('u', x, -200),
            pt('v', x, 200),
            line('cut', 'u', 'v'),
            spline(
              's',
              points.map((p) => p.id),
            ),
          ],
          [],
        )
        const before = curvesOf(d, 's')
        const whole = lengthOf(before)
        const twin = draftOf([...d.entities], [])
        done(trim(d, 's', [100, ys[4]!]))
        done(trim(twin, 's', [0, ys[0]!]))
        // A share of 1e-4 of the sketch, which the line makes 400 mm high.
        expect(off(curvesOf(d, 's'), before)).toBeLessThan(0.08)
        expect(off(curvesOf(twin, 's'), before)).toBeLessThan(0.08)
        expect(lengthOf(curvesOf(d, 's')) + lengthOf(curvesOf(twin, 's'))).toBeCloseTo(whole, 1)
      }),
      { numRuns: 40 },
    )
  })
})

describe('an ellipse met where it is begun', () => {
  it('but once is all of it, not a nothing', () => {
    // A line that ends on it at the end of its first half axis.
    const d = draftOf(
      [
        pt('m', 0, 0),
        pt('e', 40, 0),
        { kind: 'ellipse', id: 'o', centre: 'm', end: 'e', radius: 20 },
        pt('q', 80, 0),
        line('l', 'e', 'q'),
      ],
      [],
    )
    expect(done(trim(d, 'o', [0, 20]))).toEqual([])
    expect(d.entities.some((e) => e.id === 'o')).toBe(false)
  })
})

describe('free curves split', () => {
  it('in a place: two that share it, of the same shape', () => {
    const d = draftOf([...WAVE, spline('s', ['a', 'b', 'c', 'd'])], [])
    const before = curvesOf(d, 's')
    const [first, second] = done(split(d, 's', pointAt(before[1]!, 0.4)))
    const [p, q] = [curvesOf(d, first!), curvesOf(d, second!)]
    expect(pointAt(p.at(-1)!, 1)).toEqual(pointAt(q[0]!, 0))
    expect(lengthOf(p) + lengthOf(q)).toBeCloseTo(lengthOf(before), 2)
    expect(split(d, first!, [0, 0])).toMatchObject({ ok: false, fault: { code: 'edit.at-end' } })
  })
})

describe('beside free curves', () => {
  it('lies everywhere at the distance', () => {
    const d = draftOf([...WAVE, spline('s', ['a', 'b', 'c', 'd'])], [])
    const before = curvesOf(d, 's')
    const made = done(offset(d, ['s'], { distance: 4, side: 'both', corners: 'extended', linked: false }))
    expect(made).toHaveLength(2)
    for (const id of made)
      for (const c of curvesOf(d, id).slice(1, -1))
        for (const t of [0.1, 0.5, 0.9])
          expect(Math.min(...before.map((x) => nearestOn(x, pointAt(c, t)).distance))).toBeCloseTo(4, 1)
  })
  it('round an ellipse closes, and its area is the ellipse’s with the strip (Steiner)', () => {
    const d = draftOf(
      [pt('m', 3, 4), pt('e', 43, 4), { kind: 'ellipse', id: 'o', centre: 'm', end: 'e', radius: 20 }],
      [],
    )
    const round = lengthOf(curvesOf(d, 'o'))
    const made = done(offset(d, ['o'], { distance: 6, side: 'right', corners: 'extended', linked: false }))
    // A curve beside a convex one is longer by a whole turn of the distance.
    expect(made.reduce((s, id) => s + lengthOf(curvesOf(d, id)), 0)).toBeCloseTo(round + 2 * Math.PI * 6, 2)
    // Inside it may not bend tighter than the distance: b^2 / a = 10.
    const inside = (distance: number) =>
      offset(draftOf([...d.entities], []), ['o'], {
        distance,
        side: 'left',
        corners: 'extended',
        linked: false,
      })
    expect(inside(9.5).ok).toBe(true)
    expect(inside(10.5)).toMatchObject({ ok: false, fault: { code: 'edit.offset-wide' } })
  })
  it('is drawn once, and says so', () => {
    const d = draftOf([...WAVE, spline('s', ['a', 'b', 'c', 'd'])], [])
    const linked = offset(d, ['s'], { distance: 4, side: 'left', corners: 'extended', linked: true })
    expect(linked).toMatchObject({ ok: false, fault: { code: 'edit.offset-free' } })
  })
})

describe('a straight that becomes a smooth curve', () => {
  it('has its ends, and the points between evenly along it', () => {
    const d = draftOf(
      [pt('a', 0, 0), pt('b', 80, 0), line('l', 'a', 'b')],
      [{ kind: 'equal', id: 'k', a: 'l', b: 'l' }],
    )
    done(smoothen(d, 'l', 3, true))
    const e = d.entities.find((x) => x.id === 'l')!
    expect(e).toMatchObject({ kind: 'spline', form: 'through' })
    const at = placesOf(d.entities)
    expect(e.kind === 'spline' && e.points.map(at)).toEqual([0, 20, 40, 60, 80].map((x) => [x, 0]))
    expect(d.constraints.map((c) => c.kind)).toEqual(['fixed', 'fixed'])
    expect(lengthOf(curvesOf(d, 'l'))).toBeCloseTo(80, 9)
    expect(mostOffStraight(curvesOf(d, 'l'))).toBeCloseTo(0, 9)
    for (const n of [0, 2.5, 1000]) expect(smoothen(d, 'l', n, true).ok).toBe(false)
  })
  it('an arc keeps its form within what its points can say', () => {
    const d = draftOf(
      [
        pt('m', 0, 0),
        pt('a', 50, 0),
        pt('b', 0, 50),
        { kind: 'arc', id: 'r', centre: 'm', from: 'a', to: 'b', radius: 50, clockwise: false },
      ],
      [],
    )
    const before = curvesOf(d, 'r')
    done(smoothen(d, 'r', 7, false))
    expect(off(curvesOf(d, 'r'), before)).toBeLessThan(0.02)
    expect(d.entities.some((e) => e.id === 'm')).toBe(false)
    expect(d.constraints).toEqual([])
  })
})

describe('how curves bend', () => {
  it('an arc bends by one over its radius, to the side it turns to', () => {
    const [, middle] = bendsAlong([{ kind: 'arc', centre: [0, 0], radius: 20, start: 0, sweep: -1 }], 2)
    expect(middle!.bend).toBeCloseTo(-1 / 20, 12)
  })
  it('a parabola through three points: its rise is what it lies off the straight, and it bends most in its vertex', () => {
    const points: Vec2[] = [
      [-30, 0],
      [0, 12],
      [30, 0],
    ]
    const curves = splineThrough(points)
    expect(mostOffStraight(curves)).toBeCloseTo(12, 6)
    // y = 12 - x^2 / 75: its bend in the vertex is 2 / 75.
    const most = Math.max(...bendsAlong(curves, 32).map((b) => Math.abs(b.bend)))
    expect(most).toBeCloseTo(2 / 75, 6)
    expect(vec2.distance(pointAt(curves[0]!, 1), [0, 12])).toBeLessThan(1e-12)
  })
})

describe('the length of a free curve as a dimension', () => {
  const measured = (entities: readonly SketchEntity[], id: string) => {
    const u = unknownsOf(entities)
    const m = measureOf({ of: 'chain', curves: [id] }, u)
    const slopes = new Float64Array(m.unknowns.length)
    return { value: m.evaluate(u.values, slopes), slopes, m, u }
  }
  it('is what its pieces are long, for both forms and an ellipse', () => {
    const ellipse: SketchEntity = { kind: 'ellipse', id: 'o', centre: 'a', end: 'b', radius: 12 }
    const all = [
      ...WAVE,
      spline('s', ['a', 'b', 'c', 'd']),
      spline('k', ['a', 'b', 'c', 'd'], 'control'),
      ellipse,
    ]
    for (const id of ['s', 'k', 'o'])
      expect(measured(all, id).value).toBeCloseTo(lengthOf(curvesOf(draftOf(all, []), id)), 9)
    // The circle that an ellipse of one radius is.
    const round: SketchEntity = { kind: 'ellipse', id: 'o', centre: 'a', end: 'e', radius: 30 }
    expect(measured([pt('a', 1, 2), pt('e', 31, 2), round], 'o').value).toBeCloseTo(2 * Math.PI * 30, 6)
  })
  it('grows as its slopes say', () => {
    const { value, slopes, m, u } = measured([...WAVE, spline('s', ['a', 'b', 'c', 'd'])], 's')
    const step = 1e-4
    m.unknowns.forEach((k, i) => {
      const moved = Float64Array.from(u.values)
      moved[k] = moved[k]! + step
      const more = m.evaluate(moved, new Float64Array(slopes.length))
      expect((more - value) / step).toBeCloseTo(slopes[i]!, 3)
    })
  })
})
