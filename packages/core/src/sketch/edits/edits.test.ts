import { describe, expect, it } from 'vitest'
import type { Result } from '../../base/index.ts'
import { arc, circle, draftOf, line, placeOf, pt } from '../../../testing/drawn.ts'
import { curveLength, vec2, type Vec2 } from '../../plane/index.ts'
import { reflection } from './copies.ts'
import {
  areasOf,
  chainOf,
  chamfer,
  copy,
  cornersAmong,
  detach,
  extend,
  fillet,
  freedomOf,
  mirror,
  offset,
  piecesOf,
  placesOf,
  pointsOf,
  repeat,
  rotation,
  scaling,
  shift,
  solve,
  split,
  exportFile,
  transform,
  trim,
  type Constraint,
  type Relation,
  type SketchDraft,
  type SketchEntity,
} from '../index.ts'

const all = (d: SketchDraft): Constraint[] => d.constraints as Constraint[]
/** What is put on has to hold as it is drawn: an edit moves nothing by itself. */
function standing(d: SketchDraft): readonly SketchEntity[] {
  const s = solve(d.entities, all(d))
  expect(s.failing).toEqual([])
  for (const e of d.entities)
    if (e.kind === 'point') {
      const [x, y] = placeOf(s.entities, e.id)
      expect(Math.hypot(x - e.x, y - e.y)).toBeLessThan(1e-6)
    }
  return s.entities
}
const done = <T>(r: Result<T>): T => {
  expect(r).toMatchObject({ ok: true })
  return (r as { value: T }).value
}
const length = (d: SketchDraft, id: string): number =>
  piecesOf(
    d.entities.find((e) => e.id === id)!,
    placesOf(d.entities),
  ).reduce((s, c) => s + curveLength(c), 0)

const box: readonly SketchEntity[] = [
  pt('a', 0, 0),
  pt('b', 60, 0),
  pt('c', 60, 40),
  pt('d', 0, 40),
  line('l1', 'a', 'b'),
  line('l2', 'b', 'c'),
  line('l3', 'c', 'd'),
  line('l4', 'd', 'a'),
]
const boxHeld: readonly Constraint[] = [
  { kind: 'fixed', id: 'f', point: 'a', x: 0, y: 0 },
  { kind: 'horizontal', id: 'h1', a: 'a', b: 'b' },
  { kind: 'vertical', id: 'v1', a: 'b', b: 'c' },
  { kind: 'horizontal', id: 'h2', a: 'c', b: 'd' },
  { kind: 'vertical', id: 'v2', a: 'd', b: 'a' },
  { kind: 'dimension', id: 'w', value: 60, measured: { of: 'distance', a: 'a', b: 'b' } },
  { kind: 'dimension', id: 't', value: 40, measured: { of: 'distance', a: 'b', b: 'c' } },
]

describe('cutting back', () => {
  const cross: readonly SketchEntity[] = [
    ...box,
    pt('p', 20, -10),
    pt('q', 20, 50),
    line('m', 'p', 'q'),
    pt('o', 60, 20),
    circle('k', 'o', 10),
  ]
  it('takes an end off as far as the crossing, and keeps what the curve is', () => {
    const d = draftOf(cross, [...boxHeld, { kind: 'vertical', id: 'v3', a: 'p', b: 'q' }])
    done(trim(d, 'm', [20, 46]))
    done(trim(d, 'm', [20, -7]))
    expect(length(d, 'm')).toBeCloseTo(40, 9)
    const held = all(d).filter((c) => c.kind === 'vertical' && c.id === 'v3')
    expect(held).toHaveLength(1)
    expect(all(d).filter((c) => c.kind === 'point-on')).toHaveLength(2)
    expect(d.entities.some((e) => e.id === 'p' || e.id === 'q')).toBe(false)
    standing(d)
  })
  it('takes a middle out and leaves two curves in line; what said how long it was is gone', () => {
    const d = draftOf(cross, boxHeld)
    const [first, second] = done(trim(d, 'l2', [60, 20]))
    expect(length(d, first!)).toBeCloseTo(10, 9)
    expect(length(d, second!)).toBeCloseTo(10, 9)
    expect(all(d).map((c) => c.id)).not.toContain('t')
    expect(all(d).some((c) => c.kind === 'collinear')).toBe(true)
    standing(d)
    const moved = solve(
      d.entities,
      [
        ...all(d),
        { kind: 'dimension', id: 'x', value: 50, measured: { of: 'distance', a: 'a', b: 'b' } },
      ].filter((c) => c.id !== 'w') as Constraint[],
    )
    expect(placeOf(moved.entities, 'c')[0]).toBeCloseTo(50, 7)
  })
  it('makes an arc of a circle, and takes away what nothing crosses', () => {
    const d = draftOf(cross, boxHeld)
    done(trim(d, 'k', [70, 20]))
    expect(d.entities.find((e) => e.id === 'k')).toMatchObject({ kind: 'arc', radius: 10 })
    expect(length(d, 'k')).toBeCloseTo(10 * Math.PI, 9)
    standing(d)
    const alone = draftOf([pt('o', 0, 0), circle('k', 'o', 5)], [])
    done(trim(alone, 'k', [5, 0]))
    expect(alone.entities).toEqual([])
  })
  /** Two circles and two lines that touch both and run on past them: the arm of two radii. */
  const arm = (() => {
    const [r, s, apart] = [30, 12, 110]
    const lean = Math.asin((r - s) / apart)
    const [c, n] = [Math.cos(lean), Math.sin(lean)]
    const rail = (side: 1 | -1): SketchEntity[] => {
      const at = (along: number): [number, number] => [r * n + along * c, side * (r * c - along * n)]
      return [
        pt(`p${side}`, ...at(-25)),
        pt(`q${side}`, ...at(apart + 20)),
        line(`l${side}`, `p${side}`, `q${side}`),
      ]
    }
    const entities = [
      pt('o', 0, 0),
      circle('big', 'o', r),
      pt('m', apart, 0),
      circle('small', 'm', s),
      ...rail(1),
      ...rail(-1),
    ]
    const held: Constraint[] = [
      { kind: 'fixed', id: 'f', point: 'o', x: 0, y: 0 },
      { kind: 'horizontal', id: 'h', a: 'o', b: 'm' },
      ...([1, -1] as const).flatMap((side): Constraint[] => [
        { kind: 'tangent', id: `t${side}`, a: `l${side}`, b: 'big', side: -side as 1 | -1 },
        { kind: 'tangent', id: `u${side}`, a: `l${side}`, b: 'small', side: -side as 1 | -1 },
      ]),
    ]
    // As solving leaves it: each touches to within what counts as solved, and no nearer.
    const off = entities.map((e) => (e.kind === 'circle' && e.id === 'big' ? { ...e, radius: r + 1e-8 } : e))
    return { entities: off, held, touch: [r * n, r * c] as const, apart }
  })()
  it.each([
    ['lines first', ['l1', 'l-1', 'big', 'small']],
    ['rounds first', ['big', 'small', 'l1', 'l-1']],
    ['in turns', ['l1', 'big', 'l-1', 'small']],
  ])('at contacts ends in the points of contact, touching there: the arm, %s', (_, order) => {
    const d = draftOf(arm.entities, arm.held)
    for (const id of order) {
      if (id === 'big') done(trim(d, id, [arm.touch[0] + 20, 0]))
      else if (id === 'small') done(trim(d, id, [arm.apart - 12, 0]))
      else {
        const side = id === 'l1' ? 1 : -1
        done(trim(d, id, [-12, side * 34]))
        done(trim(d, id, [arm.apart + 15, side * 9]))
      }
    }
    const chain = chainOf(standing(d), [], {})
    expect(chain.ok && [chain.value.links.length, chain.value.closed]).toEqual([4, true])
    const tangents = all(d).filter((c) => c.kind === 'tangent')
    expect(tangents.map((c) => c.at !== undefined)).toEqual([true, true, true, true])
    expect(d.entities.filter((e) => e.kind === 'point')).toHaveLength(6)
    const [x, y] = arm.touch
    const near = d.entities.filter((e) => e.kind === 'point' && Math.hypot(e.x - x, e.y - y) < 1)
    expect(near).toHaveLength(1)
    expect(near[0]).toMatchObject({ x: expect.closeTo(x, 5) as number, y: expect.closeTo(y, 5) as number })
    // It still moves as an arm does: other radii, other length, all contacts kept.
    expect(freedomOf(d.entities, all(d)).redundant).toEqual([])
    const other = solve(d.entities, [
      ...all(d),
      { kind: 'dimension', id: 'x1', value: 24, measured: { of: 'radius', round: 'big' } },
      { kind: 'dimension', id: 'x2', value: 17, measured: { of: 'radius', round: 'small' } },
      { kind: 'dimension', id: 'x3', value: 90, measured: { of: 'distance', a: 'o', b: 'm' } },
    ])
    expect(other.converged).toBe(true)
    const straight = other.entities.find((e) => e.id === 'l1')!
    const [a, b] = pointsOf(straight).map((p) => placeOf(other.entities, p)) as [Vec2, Vec2]
    expect(vec2.distance(a, b)).toBeCloseTo(Math.sqrt(90 ** 2 - 7 ** 2), 6)
  })
  it('at one contact and one crossing makes the right arc of a circle', () => {
    const d = draftOf(
      [
        pt('o', 0, 0),
        circle('k', 'o', 20),
        pt('a', -40, 20),
        pt('b', 40, 20),
        line('t', 'a', 'b'),
        pt('c', 0, -40),
        pt('e', 0, 5),
        line('v', 'c', 'e'),
      ],
      [{ kind: 'tangent', id: 's', a: 't', b: 'k', side: -1 }],
    )
    done(trim(d, 'k', [20, 0]))
    const left = d.entities.find((e) => e.id === 'k')!
    expect(length(d, 'k')).toBeCloseTo(20 * Math.PI, 6)
    const [, from, to] = pointsOf(left).map((p) => placeOf(d.entities, p))
    expect([from, to].flat()).toEqual([0, 20, 0, -20].map((v) => expect.closeTo(v, 6) as number))
    standing(d)
  })
  it('says that a point cannot be cut', () => {
    const d = draftOf(box, [])
    expect(trim(d, 'a', [0, 0])).toMatchObject({ ok: false, fault: { code: 'edit.cannot-cut' } })
  })
})

describe('lengthening and splitting', () => {
  const open: readonly SketchEntity[] = [
    ...box,
    pt('p', 10, 20),
    pt('q', 30, 20),
    line('m', 'p', 'q'),
    pt('o', 20, 60),
    pt('r', 20, 50),
    pt('s', 30, 60),
    arc('k', 'o', 'r', 's', 10),
  ]
  it('goes on to what it meets', () => {
    const d = draftOf(open, boxHeld)
    done(extend(d, 'm', [29, 20]))
    expect(length(d, 'm')).toBeCloseTo(50, 9)
    done(extend(d, 'm', [11, 20]))
    expect(length(d, 'm')).toBeCloseTo(60, 9)
    standing(d)
    expect(extend(d, 'l1', [1, 0])).toMatchObject({ ok: false, fault: { code: 'edit.joined' } })
    expect(extend(d, 'k', [30, 60])).toMatchObject({ ok: false, fault: { code: 'edit.nothing-ahead' } })
  })
  it('splits a line, an arc and a circle into as much', () => {
    const d = draftOf([...open, pt('z', 200, 0), circle('y', 'z', 7)], boxHeld)
    const [a, b] = done(split(d, 'l1', [15, 1]))
    expect([length(d, a!), length(d, b!)]).toEqual([expect.closeTo(15, 9), expect.closeTo(45, 9)])
    const [p, q] = done(split(d, 'k', [27, 53]))
    expect(length(d, p!) + length(d, q!)).toBeCloseTo(5 * Math.PI, 9)
    const [u, v] = done(split(d, 'y', [207, 0]))
    expect([length(d, u!), length(d, v!)]).toEqual([
      expect.closeTo(7 * Math.PI, 9),
      expect.closeTo(7 * Math.PI, 9),
    ])
    const before = freedomOf([...open, pt('z', 200, 0), circle('y', 'z', 7)], boxHeld).loose
    // Each split is free along its curve; the circle's two are.
    expect(freedomOf(standing(d), all(d))).toMatchObject({ loose: before + 4, redundant: [] })
    expect(split(d, 'm', [10, 20])).toMatchObject({ ok: false, fault: { code: 'edit.at-end' } })
  })
  it('takes a shared end apart', () => {
    const d = draftOf(box, boxHeld)
    expect(done(detach(d, 'b'))).toHaveLength(1)
    expect(chainOf(d.entities, [])).toMatchObject({ ok: true, value: { closed: true } })
    expect(freedomOf(d.entities, all(d)).loose).toBeGreaterThan(0)
    expect(detach(d, 'b')).toMatchObject({ ok: false, fault: { code: 'edit.alone' } })
  })
})

describe('corners', () => {
  it('are rounded with one radius for all, and keep what was measured to them', () => {
    const d = draftOf(box, boxHeld, 8)
    const corners = cornersAmong(d.entities, ['l1', 'l2', 'l3', 'l4'])
    expect([...corners].sort()).toEqual(['a', 'b', 'c', 'd'])
    const arcs = done(fillet(d, corners, 8))
    expect(arcs).toHaveLength(4)
    const e = standing(d)
    expect(freedomOf(e, all(d))).toMatchObject({ loose: 0, redundant: [] })
    const [region] = areasOf(e).regions
    expect(region!.area).toBeCloseTo(2400 - (4 - Math.PI) * 64, 6)
    // One figure changes all four.
    const bigger = all(d).map((c) =>
      c.kind === 'dimension' && c.measured.of === 'radius' ? { ...c, value: 12 } : c,
    )
    const s = solve(e, bigger)
    expect(s.failing).toEqual([])
    expect(areasOf(s.entities).regions[0]!.area).toBeCloseTo(2400 - (4 - Math.PI) * 144, 6)
  })
  it('between a line and an arc are rounded where the closed form says', () => {
    // A half circle of 20 on its diameter: the rounding of r has its centre r above it, at 20 - r from the middle.
    const half: readonly SketchEntity[] = [
      pt('m', 0, 0),
      pt('a', 20, 0),
      pt('b', -20, 0),
      arc('k', 'm', 'a', 'b', 20),
      line('l', 'b', 'a'),
    ]
    const d = draftOf(half, [], 4)
    const [made] = done(fillet(d, ['a'], 4))
    const round = d.entities.find((e) => e.id === made) as Extract<SketchEntity, { kind: 'arc' }>
    const [x, y] = placeOf(d.entities, round.centre)
    expect(y).toBeCloseTo(4, 9)
    expect(x).toBeCloseTo(Math.sqrt(16 * 16 - 16), 9)
    standing(d)
  })
  it('are bevelled with one setback', () => {
    const d = draftOf(box, boxHeld, 6)
    expect(done(chamfer(d, ['b', 'c'], 6))).toHaveLength(2)
    const e = standing(d)
    expect(freedomOf(e, all(d))).toMatchObject({ loose: 0, redundant: [] })
    expect(areasOf(e).regions[0]!.area).toBeCloseTo(2400 - 2 * 18, 6)
  })
  it('say which radius fits all of them, and it does', () => {
    // 60 x 40: two rounds share a side of 40, so 20 is the most.
    const all4 = ['a', 'b', 'c', 'd']
    const refused = fillet(draftOf(box, boxHeld), all4, 25)
    expect(refused).toMatchObject({ ok: false, fault: { code: 'edit.no-room' } })
    const [most] = (refused as unknown as { fault: { sentence: { lengths: number[] } } }).fault.sentence
      .lengths
    expect(most).toBeGreaterThan(19.99)
    expect(most).toBeLessThan(20)
    expect(done(fillet(draftOf(box, boxHeld, most!), all4, most!))).toHaveLength(4)
    // One corner alone has the whole side.
    const alone = fillet(draftOf(box, boxHeld), ['a'], 50) as unknown as typeof refused
    expect((alone as { fault: { message: string } }).fault.message).toMatch(/^The corner .* up to 39\.99/)
  })
  it('take in a short line next to them when asked to', () => {
    // A plate of 60 x 40 with a bevel of 3 at one corner.
    const bevelled: readonly SketchEntity[] = [
      pt('a', 0, 0),
      pt('b', 60, 0),
      pt('c', 60, 37),
      pt('e', 57, 40),
      pt('d', 0, 40),
      line('l1', 'a', 'b'),
      line('l2', 'b', 'c'),
      line('short', 'c', 'e'),
      line('l3', 'e', 'd'),
      line('l4', 'd', 'a'),
    ]
    expect(fillet(draftOf(bevelled, []), ['c'], 12)).toMatchObject({ ok: false })
    for (const corners of [['c'], ['e'], ['c', 'e'], ['e', 'c']]) {
      // 6 fits at either end of the bevel but not at both, 12 at neither.
      for (const radius of corners.length === 2 ? [6, 12] : [12]) {
        const d = draftOf(bevelled, [], radius)
        expect(done(fillet(d, corners, radius, { swallow: true })), `${corners} ${radius}`).toHaveLength(1)
        expect(d.entities.some((e) => e.id === 'short')).toBe(false)
        const e = standing(d)
        const { regions, gaps } = areasOf(e)
        expect(gaps).toEqual([])
        expect(regions[0]!.area).toBeCloseTo(2400 - (1 - Math.PI / 4) * radius ** 2, 6)
      }
    }
    // A line that has room stays, asked or not.
    const kept = draftOf(bevelled, [], 1)
    expect(done(fillet(kept, ['c', 'e'], 1, { swallow: true }))).toHaveLength(2)
    expect(kept.entities.some((e) => e.id === 'short')).toBe(true)
    // All around a plate at once, the bevel with it.
    const whole = draftOf(bevelled, [], 10)
    expect(done(fillet(whole, ['a', 'b', 'c', 'e', 'd'], 10, { swallow: true }))).toHaveLength(4)
    expect(areasOf(standing(whole)).regions[0]!.area).toBeCloseTo(2400 - (4 - Math.PI) * 100, 6)
  })
  it('say when there is no room or no corner', () => {
    expect(fillet(draftOf(box, boxHeld), ['a'], 41)).toMatchObject({
      ok: false,
      fault: { code: 'edit.no-room' },
    })
    expect(fillet(draftOf(box, boxHeld), ['a'], 0)).toMatchObject({
      ok: false,
      fault: { code: 'edit.radius' },
    })
    expect(fillet(draftOf([...box, pt('x', 9, 9), line('m', 'a', 'x')], []), ['a'], 2)).toMatchObject({
      ok: false,
      fault: { code: 'edit.no-corner' },
    })
    expect(chamfer(draftOf(box, boxHeld), ['a'], 45)).toMatchObject({
      ok: false,
      fault: { code: 'edit.no-room' },
    })
  })
})

describe('drawing beside', () => {
  const linked = { corners: 'extended', linked: true } as const
  const hook: readonly SketchEntity[] = [
    pt('a', 0, 0),
    pt('b', 0, 60),
    pt('m', 20, 60),
    pt('c', 40, 60),
    pt('d', 40, 30),
    line('l1', 'a', 'b'),
    arc('k', 'm', 'b', 'c', 20, true),
    line('l2', 'c', 'd'),
  ]
  const hookHeld: readonly Constraint[] = [
    { kind: 'fixed', id: 'f', point: 'a', x: 0, y: 0 },
    { kind: 'vertical', id: 'v1', a: 'a', b: 'b' },
    { kind: 'vertical', id: 'v2', a: 'c', b: 'd' },
    { kind: 'tangent', id: 't1', a: 'l1', b: 'k', at: 'b', side: 1 },
    { kind: 'tangent', id: 't2', a: 'l2', b: 'k', at: 'c', side: 1 },
    { kind: 'dimension', id: 'h', value: 60, measured: { of: 'distance', a: 'a', b: 'b' } },
    { kind: 'dimension', id: 'R', value: 20, measured: { of: 'radius', round: 'k' } },
    { kind: 'dimension', id: 't', value: 30, measured: { of: 'distance', a: 'c', b: 'd' } },
  ]
  const strip = (d: SketchDraft): void => {
    // What others say already is left out, the newest first.
    for (;;) {
      const { redundant } = freedomOf(d.entities, all(d))
      if (redundant.length === 0) return
      d.constraints = d.constraints.filter((c) => !redundant.includes(c.id))
    }
  }
  it('follows a closed chain inside and outside, and stays linked', () => {
    for (const [side, w, t] of [
      ['left', 50, 30],
      ['right', 70, 50],
    ] as const) {
      const d = draftOf(box, boxHeld, 5)
      const made = done(offset(d, ['l1', 'l2', 'l3', 'l4'], { ...linked, side, distance: 5 }))
      strip(d)
      const e = standing(d)
      expect(freedomOf(e, all(d)).loose).toBe(0)
      const own = e.filter((x) => x.kind === 'point' || made.includes(x.id))
      expect(areasOf(own).regions[0]!.area).toBeCloseTo(w * t, 6)
      const wider = solve(
        e,
        all(d).map((c) => (c.id === 'w' ? ({ ...c, value: 80 } as Constraint) : c)),
      )
      expect(wider.failing).toEqual([])
      const after = wider.entities.filter((x) => x.kind === 'point' || made.includes(x.id))
      expect(areasOf(after).regions[0]!.area).toBeCloseTo((w + 20) * t, 6)
    }
  })
  it('goes round outside corners with arcs when asked', () => {
    const d = draftOf(box, boxHeld, 5)
    const made = done(
      offset(d, ['l1', 'l2', 'l3', 'l4'], { corners: 'rounded', linked: false, side: 'right', distance: 5 }),
    )
    expect(made).toHaveLength(8)
    const own = d.entities.filter((x) => x.kind === 'point' || made.includes(x.id))
    expect(areasOf(own).regions[0]!.area).toBeCloseTo(2400 + 200 * 5 + 25 * Math.PI, 6)
  })
  it('follows lines that run into arcs smoothly, open at both ends', () => {
    const d = draftOf(hook, hookHeld, 3)
    const made = done(offset(d, ['l1', 'k', 'l2'], { ...linked, side: 'left', distance: 3 }))
    strip(d)
    const e = standing(d)
    expect(freedomOf(e, all(d)).loose).toBe(0)
    expect(made.map((id) => length(d, id))).toEqual([
      expect.closeTo(60, 9),
      expect.closeTo(23 * Math.PI, 9),
      expect.closeTo(30, 9),
    ])
    const s = solve(
      e,
      all(d).map((c) => (c.id === 'R' ? ({ ...c, value: 25 } as Constraint) : c)),
    )
    expect(s.failing).toEqual([])
    const round = s.entities.find((x) => x.id === made[1]) as { radius: number }
    expect(round.radius).toBeCloseTo(28, 7)
  })
  it.each([
    ['straight', 2 * 3 * (60 + 20 * Math.PI + 30)],
    ['round', 2 * 3 * (60 + 20 * Math.PI + 30) + 9 * Math.PI],
  ] as const)('makes a closed strip of a chain, its ends %s, all of one figure', (caps, area) => {
    const d = draftOf(hook, hookHeld, 3)
    const made = done(offset(d, ['l1', 'k', 'l2'], { ...linked, side: 'both', caps, distance: 3 }))
    expect(made).toHaveLength(8)
    strip(d)
    const e = standing(d)
    expect(freedomOf(e, all(d)).loose).toBe(0)
    const own = (all8: readonly SketchEntity[]) =>
      areasOf(all8.filter((x) => x.kind === 'point' || made.includes(x.id)))
    expect(own(e).gaps).toEqual([])
    expect(own(e).regions.map((r) => r.area)).toEqual([expect.closeTo(area, 6)])
    // A strip wherever its middle goes.
    const s = solve(
      e,
      all(d).map((c) => (c.id === 'h' ? ({ ...c, value: 80 } as Constraint) : c)),
    )
    expect(s.failing).toEqual([])
    expect(own(s.entities).regions[0]!.area).toBeCloseTo(area + 120, 6)
  })
  it('makes a strip of a lone line and of an arc, and rings of a circle', () => {
    for (const [entities, chain, area] of [
      [[pt('a', 0, 0), pt('b', 40, 0), line('l', 'a', 'b')], ['l'], 400],
      [
        [pt('m', 0, 0), pt('a', 20, 0), pt('b', 0, 20), arc('k', 'm', 'a', 'b', 20)],
        ['k'],
        (Math.PI / 4) * (25 ** 2 - 15 ** 2),
      ],
    ] as const) {
      const d = draftOf(entities, [], 5)
      const made = done(offset(d, chain, { ...linked, side: 'both', caps: 'straight', distance: 5 }))
      strip(d)
      const own = standing(d).filter((x) => x.kind === 'point' || made.includes(x.id))
      expect(areasOf(own).regions[0]!.area).toBeCloseTo(area, 6)
    }
    const d = draftOf([pt('m', 0, 0), circle('k', 'm', 20)], [], 5)
    const rings = done(offset(d, ['k'], { ...linked, side: 'both', caps: 'round', distance: 5 }))
    const radii = rings.map((id) => (d.entities.find((x) => x.id === id) as { radius: number }).radius)
    expect(radii).toEqual([15, 25])
  })
  it('says when it is too far', () => {
    expect(
      offset(draftOf(box, boxHeld), ['l1', 'l2', 'l3', 'l4'], { ...linked, side: 'left', distance: 21 }),
    ).toMatchObject({
      ok: false,
      fault: { code: 'edit.offset-corner' },
    })
    const o = draftOf([pt('m', 0, 0), circle('k', 'm', 5)], [], 1)
    expect(offset(o, ['k'], { ...linked, side: 'left', distance: 6 })).toMatchObject({
      ok: false,
      fault: { code: 'edit.offset-wide' },
    })
    const [ring] = done(offset(o, ['k'], { ...linked, side: 'left', distance: 1 }))
    expect(o.entities.find((e) => e.id === ring)).toMatchObject({ radius: 4, centre: 'm' })
    standing(o)
  })
})

describe('copies', () => {
  it('mirrored once keep what is true of them; linked ones follow', () => {
    const half = box.map((e) => (e.kind === 'point' ? { ...e, x: e.x + 10 } : e))
    const some = boxHeld.filter((c) => c.id !== 'f')
    const once = draftOf(half, some)
    const made = done(mirror(once, ['l1', 'l2', 'l3', 'l4'], 'up-axis', false))
    expect(made).toHaveLength(4)
    expect(freedomOf(standing(once), all(once)).loose).toBe(freedomOf(half, some).loose + 4)
    const linked = draftOf(half, some)
    done(mirror(linked, ['l1', 'l2', 'l3', 'l4'], 'up-axis', true))
    const e = standing(linked)
    expect(freedomOf(e, all(linked)).loose).toBe(freedomOf(half, some).loose)
    // Nothing but symmetry ties the twins, so nothing is said twice and nothing of it is dropped.
    const put = all(linked).slice(some.length)
    expect(new Set(put.map((c) => c.kind))).toEqual(new Set(['symmetric']))
    expect(freedomOf(e, all(linked)).redundant).toEqual([])
  })
  it.each(['up-axis', 'across-axis', 'slant'])('mirrored in %s stay symmetric whatever changes', (axis) => {
    const drawn: SketchEntity[] = [
      pt('s', -40, -60),
      pt('t', 50, 70),
      line('slant', 's', 't'),
      pt('a', 31, 22),
      pt('b', 44, 23),
      line('l', 'a', 'b'),
      pt('m', 52, 40),
      pt('e', 44.4, 34),
      arc('r', 'm', 'b', 'e', Math.hypot(44 - 52, 23 - 40), true),
      pt('k', 70, 12),
      circle('o', 'k', 6),
      pt('q', 78, 33),
      pt('z', 90, 30),
      { kind: 'ellipse', id: 'w', centre: 'q', end: 'z', radius: 4 },
      pt('u', 60, 60),
      pt('v', 66, 52),
      { kind: 'spline', id: 'f', points: ['e', 'u', 'v'], form: 'through', degree: 3 },
    ]
    const curves = ['l', 'r', 'o', 'w', 'f']
    const held: Constraint[] = [
      { kind: 'fixed', id: 'x1', point: 's', x: -40, y: -60 },
      { kind: 'fixed', id: 'x2', point: 't', x: 50, y: 70 },
    ]
    const d = draftOf(solve(drawn, held).entities, held)
    const made = done(mirror(d, curves, axis, true))
    const before = freedomOf(drawn, held).loose
    const now = freedomOf(standing(d), all(d))
    expect([now.loose, now.redundant]).toEqual([before, []])
    // Every point and size of the original is changed, and its twin is where a mirror would show it.
    const pulled = d.entities.map((e): SketchEntity =>
      e.kind === 'point' && 'abemkqzuv'.includes(e.id)
        ? { ...e, x: e.x + 3 * Math.sin(e.x), y: e.y + 2 * Math.cos(e.y) }
        : e,
    )
    const { entities, converged } = solve(pulled, [
      ...all(d),
      { kind: 'dimension', id: 'd1', value: 9, measured: { of: 'radius', round: 'o' } },
    ])
    expect(converged).toBe(true)
    const [from, to] =
      axis === 'slant'
        ? [placeOf(entities, 's'), placeOf(entities, 't')]
        : axis === 'up-axis'
          ? ([
              [0, 0],
              [0, 1],
            ] as const)
          : ([
              [0, 0],
              [1, 0],
            ] as const)
    const image = reflection(from, to)
    curves.forEach((id, i) => {
      const [one, twin] = [id, made[i]!].map((x) => entities.find((e) => e.id === x)!) as [
        SketchEntity,
        SketchEntity,
      ]
      const [places, twins] = [one, twin].map((e) => pointsOf(e).map((p) => placeOf(entities, p))) as [
        Vec2[],
        Vec2[],
      ]
      places.forEach((p, k) => expect(vec2.distance(image.place(p), twins[k]!)).toBeLessThan(1e-6))
      if ('radius' in one && 'radius' in twin) expect(twin.radius).toBeCloseTo(one.radius, 6)
      if (one.kind === 'arc' && twin.kind === 'arc') expect(twin.clockwise).toBe(!one.clockwise)
    })
  })
  it('mirrored where an end lies next to the axis become one chain, its end on the axis from then on', () => {
    const d = draftOf(
      [pt('a', 4e-6, 30), pt('b', 40, 10), pt('c', -3e-6, -20), line('l', 'a', 'b'), line('k', 'b', 'c')],
      [],
    )
    done(mirror(d, ['l', 'k'], 'up-axis', true))
    const e = standing(d)
    expect(e.filter((x) => x.kind === 'point')).toHaveLength(4)
    for (const id of ['a', 'c']) expect(Math.abs(placeOf(e, id)[0])).toBeLessThan(1e-9)
    const chain = chainOf(e, [], {})
    expect(chain.ok && [chain.value.links.length, chain.value.closed]).toEqual([4, true])
    const moved = solve(
      e.map((x) => (x.id === 'a' ? { ...x, x: 5, y: 33 } : x)),
      all(d),
    )
    expect(placeOf(moved.entities, 'a')[0]).toBeCloseTo(0, 9)
  })
  it('in a row and round a centre are as large as the first', () => {
    const d = draftOf([pt('m', 30, 0), circle('k', 'm', 5)], [])
    const row = done(repeat(d, ['k'], 4, (k) => shift([20 * k, 0])))
    expect(
      row.map(
        (id) => placeOf(d.entities, (d.entities.find((e) => e.id === id) as { centre: string }).centre)[0],
      ),
    ).toEqual([50, 70, 90])
    const round = done(repeat(d, ['k'], 6, (k) => rotation([0, 0], (k * Math.PI) / 3)))
    expect(round).toHaveLength(5)
    const bigger = solve(d.entities, [
      ...all(d),
      { kind: 'dimension', id: 'x', value: 7, measured: { of: 'radius', round: 'k' } },
    ])
    for (const id of [...row, ...round])
      expect(bigger.entities.find((e) => e.id === id)).toMatchObject({ radius: expect.closeTo(7, 9) })
  })
  it('moved things let go of what no longer holds; scaled ones are larger', () => {
    const d = draftOf(box, boxHeld)
    const holds = (c: Relation): boolean => c.kind !== 'fixed'
    done(transform(d, ['l1', 'l2', 'l3', 'l4'], shift([5, 5]), holds))
    expect(all(d).map((c) => c.id)).toEqual(['h1', 'v1', 'h2', 'v2', 'w', 't'])
    done(transform(d, ['l1', 'l2', 'l3', 'l4'], scaling([0, 0], 2), (c) => c.kind !== 'dimension'))
    expect(length(d, 'l1')).toBeCloseTo(120, 9)
    expect(transform(d, [], shift([1, 1]), holds)).toMatchObject({ ok: false })
  })
  it('that are turned lose level and upright but keep square', () => {
    const d = draftOf(box, [...boxHeld, { kind: 'perpendicular', id: 's', a: 'l1', b: 'l2' }])
    const { twin } = done(copy(d, ['l1', 'l2'], rotation([0, 0], 0.5)))
    const own = all(d).filter((c) => !boxHeld.some((h) => h.id === c.id) && c.id !== 's')
    expect(own.map((c) => c.kind)).toEqual(['perpendicular'])
    expect(twin.get('l1')).toBeDefined()
  })
})

describe('taking out', () => {
  it('takes points and constraints along, and nothing else', () => {
    const d = draftOf(box, boxHeld)
    exportFile(d, ['l1'])
    expect(d.entities.map((e) => e.id)).toEqual(['a', 'b', 'c', 'd', 'l2', 'l3', 'l4'])
    expect(all(d)).toHaveLength(boxHeld.length)
    exportFile(d, ['l2'])
    expect(d.entities.some((e) => e.id === 'b')).toBe(false)
    expect(all(d).map((c) => c.id)).toEqual(['f', 'h2', 'v2'])
  })
})
