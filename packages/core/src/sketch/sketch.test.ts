import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../num/index.ts'
import { curveLength } from '../plane/index.ts'
import { equationsOf } from './constraints/index.ts'
import {
  clashOf,
  freedomOf,
  measureOf,
  piecesOf,
  placesOf,
  solve,
  unknownsOf,
  type Constraint,
  type SketchEntity,
  type SketchPoint,
} from './index.ts'

const pt = (id: string, x: number, y: number): SketchPoint => ({ kind: 'point', id, x, y })
const line = (id: string, from: string, to: string): SketchEntity => ({ kind: 'line', id, from, to })
const circle = (id: string, centre: string, radius: number): SketchEntity => ({
  kind: 'circle',
  id,
  centre,
  radius,
})
const arc = (
  id: string,
  centre: string,
  from: string,
  to: string,
  radius: number,
  clockwise = false,
): SketchEntity => ({
  kind: 'arc',
  id,
  centre,
  from,
  to,
  radius,
  clockwise,
})
const dim = (
  id: string,
  value: number,
  measured: Extract<Constraint, { kind: 'dimension' }>['measured'],
): Constraint => ({
  kind: 'dimension',
  id,
  value,
  measured,
})
const at = (entities: readonly SketchEntity[], id: string): readonly [number, number] => {
  const p = entities.find((e) => e.id === id) as SketchPoint
  return [p.x, p.y]
}
const near = (got: readonly [number, number], x: number, y: number): void => {
  expect(got[0]).toBeCloseTo(x, 7)
  expect(got[1]).toBeCloseTo(y, 7)
}
const holds = (
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
): readonly SketchEntity[] => {
  const s = solve(entities, constraints)
  expect(s.failing).toEqual([])
  expect(s.converged).toBe(true)
  return s.entities
}

/** A hook: line, arc, line, arc, line, each running on into the next; the true shape has radii 10 and 6. */
const hook: readonly SketchEntity[] = [
  pt('a', 1, -2),
  pt('b', 1.5, 52),
  pt('c1', 11, 49),
  pt('c', 19, 51),
  pt('d', 21, 18),
  pt('c2', 27, 21),
  pt('e', 33, 19),
  pt('f', 31, 33),
  line('l1', 'a', 'b'),
  arc('r1', 'c1', 'b', 'c', 9, true),
  line('l2', 'c', 'd'),
  arc('r2', 'c2', 'd', 'e', 7, false),
  line('l3', 'e', 'f'),
]
const hookHeld: readonly Constraint[] = [
  { kind: 'fixed', id: 'fix', point: 'a', x: 0, y: 0 },
  { kind: 'vertical', id: 'up', a: 'a', b: 'b' },
  { kind: 'tangent', id: 't1', a: 'l1', b: 'r1', at: 'b', side: 1 },
  { kind: 'tangent', id: 't2', a: 'l2', b: 'r1', at: 'c', side: 1 },
  { kind: 'tangent', id: 't3', a: 'l2', b: 'r2', at: 'd', side: 1 },
  { kind: 'tangent', id: 't4', a: 'l3', b: 'r2', at: 'e', side: 1 },
  { kind: 'parallel', id: 'p1', a: 'l1', b: 'l2' },
  { kind: 'parallel', id: 'p2', a: 'l2', b: 'l3' },
  dim('h', 50, { of: 'distance', a: 'a', b: 'b' }),
  dim('R1', 10, { of: 'radius', round: 'r1' }),
  dim('shank', 30, { of: 'distance', a: 'c', b: 'd' }),
  dim('R2', 6, { of: 'radius', round: 'r2' }),
  dim('tip', 12, { of: 'distance', a: 'e', b: 'f' }),
]

describe('the sweep of an arc', () => {
  it.each([
    [false, 100],
    [false, 270],
    [true, 140],
    [true, 225],
  ])('clockwise %s: is held at %i degrees', (clockwise, degrees) => {
    const near = ((degrees + 18) * Math.PI) / 180
    const way = clockwise ? -1 : 1
    const drawn: SketchEntity[] = [
      pt('m', 3, -2),
      pt('a', 3 + 20, -2),
      pt('b', 3 + 20 * Math.cos(near), -2 + way * 20 * Math.sin(near)),
      arc('r', 'm', 'a', 'b', 20, clockwise),
    ]
    const value = (degrees * Math.PI) / 180
    const { entities, converged } = solve(drawn, [
      { kind: 'fixed', id: 'f', point: 'm', x: 3, y: -2 },
      { kind: 'dimension', id: 'd', value, measured: { of: 'sweep', round: 'r' } },
      { kind: 'dimension', id: 'e', value: 31, measured: { of: 'radius', round: 'r' } },
    ])
    expect(converged).toBe(true)
    // Told by the length of the curve that is drawn.
    const at = placesOf(entities)
    const [piece] = piecesOf(
      entities.find((e) => e.id === 'r')!,
      at,
    )
    expect(curveLength(piece!)).toBeCloseTo(31 * value, 6)
  })
})

describe('derivatives', () => {
  const entities: readonly SketchEntity[] = [
    ...['a', 'b', 'c', 'd', 'm'].map((id) => pt(id, 0, 0)),
    line('l', 'a', 'b'),
    line('k', 'c', 'd'),
    circle('o', 'm', 1),
    arc('r', 'a', 'b', 'c', 1),
    arc('q', 'd', 'a', 'm', 1, true),
  ]
  const kinds: readonly Constraint[] = [
    { kind: 'coincident', id: 'x', a: 'a', b: 'b' },
    { kind: 'horizontal', id: 'x', a: 'a', b: 'b' },
    { kind: 'midpoint', id: 'x', point: 'm', a: 'a', b: 'b' },
    { kind: 'arc-middle', id: 'x', point: 'm', round: 'r' },
    { kind: 'symmetric', id: 'x', a: 'c', b: 'd', line: 'l' },
    { kind: 'fixed', id: 'x', point: 'a', x: 3, y: 4 },
    { kind: 'point-on', id: 'x', point: 'm', curve: 'l' },
    { kind: 'point-on', id: 'x', point: 'a', curve: 'o' },
    ...(['parallel', 'perpendicular', 'collinear', 'equal'] as const).map((kind) => ({
      kind,
      id: 'x',
      a: 'l',
      b: 'k',
    })),
    { kind: 'equal', id: 'x', a: 'o', b: 'r' },
    { kind: 'concentric', id: 'x', a: 'o', b: 'r' },
    { kind: 'tangent', id: 'x', a: 'k', b: 'r', at: 'c', side: 1 },
    { kind: 'tangent', id: 'x', a: 'l', b: 'o', side: -1 },
    { kind: 'tangent', id: 'x', a: 'o', b: 'r', side: 1 },
    { kind: 'tangent', id: 'x', a: 'o', b: 'r', side: -1 },
    { kind: 'tangent', id: 'x', a: 'r', b: 'q', at: 'b', side: 1 },
    dim('x', 5, { of: 'distance', a: 'a', b: 'b' }),
    dim('x', 5, { of: 'across', a: 'a', b: 'b' }),
    dim('x', 5, { of: 'up', a: 'a', b: 'b' }),
    dim('x', 5, { of: 'off-line', point: 'm', line: 'l' }),
    dim('x', 1, { of: 'angle', a: 'l', b: 'k' }),
    dim('x', 5, { of: 'diameter', round: 'o' }),
    dim('x', 5, { of: 'arc-length', round: 'r' }),
    dim('x', 5, { of: 'arc-length', round: 'q' }),
    dim('x', 5, { of: 'chain', curves: ['l', 'q', 'o'] }),
  ]
  it('of every kind of condition agree with differences', () => {
    const values = fc
      .array(fc.integer({ min: -2000, max: 2000 }), { minLength: 13, maxLength: 13 })
      .map((list) => list.map((n, i) => n / 100 + i * 0.0137))
    fc.assert(
      fc.property(fc.constantFrom(...kinds), values, (constraint, v) => {
        const u = unknownsOf(entities)
        // Where two points meet, or two radii inside each other, there is a corner: no derivative to compare.
        const apart = [0, 2, 4, 6].every((i) =>
          [2, 4, 6, 8].every((j) => j <= i || Math.hypot(v[i]! - v[j]!, v[i + 1]! - v[j + 1]!) > 0.01),
        )
        fc.pre(apart && Math.abs(v[10]! - v[11]!) > 0.01)
        for (const { measure } of equationsOf(entities, [constraint], u)) {
          const x = Float64Array.from(v)
          const slopes = new Float64Array(measure.unknowns.length)
          measure.evaluate(x, slopes)
          const total = new Float64Array(x.length)
          measure.unknowns.forEach((k, i) => (total[k]! += slopes[i]!))
          const h = 1e-6
          const scratch = new Float64Array(measure.unknowns.length)
          for (const k of new Set(measure.unknowns)) {
            const moved = (by: number): number => {
              const y = Float64Array.from(x)
              y[k]! += by
              return measure.evaluate(y, scratch)
            }
            const [fine, coarse] = [
              (moved(h) - moved(-h)) / (2 * h),
              (moved(2 * h) - moved(-2 * h)) / (4 * h),
            ]
            // Where the two differences disagree there is a corner or a jump between them.
            if (Math.abs(fine - coarse) > 1e-4 * (1 + Math.abs(fine))) continue
            expect(Math.abs(fine - total[k]!)).toBeLessThan(1e-3 * (1 + Math.abs(fine)))
          }
        }
      }),
      { numRuns: 600 },
    )
  })
})

describe('solving', () => {
  it('brings a tangent chain of line, arc, line, arc, line to its dimensions', () => {
    const e = holds(hook, hookHeld)
    near(at(e, 'b'), 0, 50)
    near(at(e, 'c1'), 10, 50)
    near(at(e, 'c'), 20, 50)
    near(at(e, 'd'), 20, 20)
    near(at(e, 'e'), 32, 20)
    near(at(e, 'f'), 32, 32)
    expect(freedomOf(e, hookHeld)).toMatchObject({ loose: 0, redundant: [] })
    const u = unknownsOf(e)
    const chain = measureOf({ of: 'chain', curves: ['l1', 'r1', 'l2', 'r2', 'l3'] }, u)
    expect(chain.evaluate(u.values, new Float64Array(chain.unknowns.length))).toBeCloseTo(
      92 + 16 * Math.PI,
      7,
    )
  })
  it('finds the tangents of two circles, outside and across, as the sides are', () => {
    const circles = [pt('p', 0, 0), pt('q', 50, 0), circle('o1', 'p', 10), circle('o2', 'q', 20)]
    const placed: Constraint[] = [
      { kind: 'fixed', id: 'f1', point: 'p', x: 0, y: 0 },
      { kind: 'fixed', id: 'f2', point: 'q', x: 50, y: 0 },
      dim('r1', 10, { of: 'radius', round: 'o1' }),
      dim('r2', 20, { of: 'radius', round: 'o2' }),
    ]
    for (const [side, off] of [
      [-1, 20],
      [1, -20],
    ] as const) {
      const guess = [...circles, pt('a', 0, 11), pt('b', 50, off), line('t', 'a', 'b')]
      const e = holds(guess, [
        ...placed,
        { kind: 'tangent', id: 't1', a: 't', b: 'o1', side: -1 },
        { kind: 'tangent', id: 't2', a: 't', b: 'o2', side },
      ])
      const [a, b] = [at(e, 'a'), at(e, 'b')]
      const angle = Math.atan2(b[1] - a[1], b[0] - a[0])
      // Outside: sin = (r2 - r1)/distance; across: -(r1 + r2)/distance.
      expect(Math.sin(angle)).toBeCloseTo(side === -1 ? 10 / 50 : -30 / 50, 7)
    }
  })
  it('makes a hexagon by its width across flats', () => {
    const corners = Array.from({ length: 6 }, (_, i) =>
      pt(`p${i}`, 11 * Math.cos(i * 1.05) + 1, 11 * Math.sin(i * 1.04)),
    )
    const sides = corners.map((_, i) => line(`s${i}`, `p${i}`, `p${(i + 1) % 6}`))
    const constraints: Constraint[] = [
      { kind: 'fixed', id: 'f', point: 'p0', x: 12, y: 0 },
      { kind: 'horizontal', id: 'h', a: 'p1', b: 'p2' },
      ...sides.slice(1).map((s): Constraint => ({ kind: 'equal', id: `e${s.id}`, a: 's0', b: s.id })),
      ...[0, 1, 2].map((i) => dim(`a${i}`, rad(60), { of: 'angle', a: `s${i}`, b: `s${i + 1}` })),
      dim('flats', 20, { of: 'off-line', point: 'p4', line: 's1' }),
    ]
    const e = holds([...corners, ...sides], constraints)
    expect(freedomOf(e, constraints).loose).toBe(0)
    const side = 20 / Math.sqrt(3)
    for (let i = 0; i < 6; i++) {
      const [a, b] = [at(e, `p${i}`), at(e, `p${(i + 1) % 6}`)]
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(side, 7)
    }
  })
  it('mirrors, and moves only the cluster that an edit concerns', () => {
    const e = holds(
      [
        pt('a', 0, 0),
        pt('b', 1, 30),
        line('axis', 'a', 'b'),
        pt('p', 9, 11),
        pt('q', -14, 8),
        pt('far', 100, 100),
        pt('far2', 130, 100),
      ],
      [
        { kind: 'fixed', id: 'f', point: 'a', x: 0, y: 0 },
        { kind: 'fixed', id: 'g', point: 'b', x: 0, y: 30 },
        { kind: 'fixed', id: 'h', point: 'p', x: 10, y: 10 },
        { kind: 'symmetric', id: 's', a: 'p', b: 'q', line: 'axis' },
        dim('d', 30, { of: 'distance', a: 'far', b: 'far2' }),
      ],
    )
    near(at(e, 'q'), -10, 10)
    expect(at(e, 'far')).toEqual([100, 100])
  })
  it('changes as little as it must', () => {
    const e = holds([pt('a', 0, 0), pt('b', 10, 0)], [dim('d', 12, { of: 'distance', a: 'a', b: 'b' })])
    near(at(e, 'a'), -1, 0)
    near(at(e, 'b'), 11, 0)
  })
  it('never hangs and never gives NaN on degenerate shapes', () => {
    const degenerate: readonly SketchEntity[] = [
      pt('a', 5, 5),
      pt('b', 5, 5),
      pt('c', 5, 5),
      line('l', 'a', 'b'),
      line('k', 'b', 'c'),
      circle('o', 'a', 0),
      arc('r', 'a', 'b', 'c', 0),
    ]
    const all: Constraint[] = [
      { kind: 'parallel', id: '1', a: 'l', b: 'k' },
      { kind: 'tangent', id: '2', a: 'l', b: 'o', side: 1 },
      { kind: 'point-on', id: '3', point: 'c', curve: 'l' },
      dim('4', 10, { of: 'distance', a: 'a', b: 'b' }),
      dim('5', 1, { of: 'angle', a: 'l', b: 'k' }),
      dim('6', 10, { of: 'arc-length', round: 'r' }),
    ]
    for (const c of [...all.map((x) => [x]), all]) {
      const s = solve(degenerate, c)
      for (const e of s.entities) {
        if (e.kind === 'point') expect(Number.isFinite(e.x) && Number.isFinite(e.y)).toBe(true)
      }
      expect(Number.isFinite(s.residual)).toBe(true)
      expect(freedomOf(s.entities, c).loose).toBeGreaterThanOrEqual(0)
    }
  })
  it('returns a settled sketch that was shaken by up to a fifth', () => {
    const settled = holds(hook, hookHeld)
    const shake = fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 18, maxLength: 18 })
    fc.assert(
      fc.property(shake, (by) => {
        let k = 0
        const shaken = settled.map((e): SketchEntity => {
          if (e.kind === 'point') return { ...e, x: e.x + 50 * by[k++]! * 0.4, y: e.y + 50 * by[k++]! * 0.4 }
          return 'radius' in e ? { ...e, radius: e.radius * (1 + by[k++]!) } : e
        })
        const s = solve(shaken, hookHeld)
        expect(s.residual).toBeLessThan(1e-9 * 60)
        expect(s.converged).toBe(true)
      }),
    )
  })
})

describe('freedom', () => {
  it('is counted, and shown as motions that keep what holds', () => {
    const some = hookHeld.filter((c) => !['shank', 'tip'].includes(c.id))
    const e = holds(hook, some)
    const f = freedomOf(e, some)
    expect(f.loose).toBe(2)
    expect(f.free.has('b')).toBe(false)
    expect(f.free.has('l1')).toBe(false)
    expect(f.free.has('f')).toBe(true)
    const u = unknownsOf(e)
    for (const motion of f.motions) {
      const step = 1e-5
      const moved = e.map((x): SketchEntity => {
        if (!('radius' in x) && x.kind !== 'point') return x
        if (x.kind !== 'point') return { ...x, radius: x.radius + step * (motion.radii.get(x.id) ?? 0) }
        const [dx, dy] = motion.points.get(x.id) ?? [0, 0]
        return { ...x, x: x.x + step * dx, y: x.y + step * dy }
      })
      const v = unknownsOf(moved)
      for (const { measure } of equationsOf(e, some, u)) {
        expect(Math.abs(measure.evaluate(v.values, new Float64Array(measure.unknowns.length)))).toBeLessThan(
          1e-7,
        )
      }
    }
  })
  it('of points that nothing holds is two each', () => {
    expect(freedomOf([pt('a', 0, 0), pt('b', 1, 1), circle('o', 'a', 3)], []).loose).toBe(5)
  })
  it('names what is said twice', () => {
    const e = [
      pt('a', 0, 0),
      pt('b', 10, 0),
      line('l', 'a', 'b'),
      pt('c', 0, 5),
      pt('d', 10, 5),
      line('k', 'c', 'd'),
    ]
    const f = freedomOf(e, [
      { kind: 'horizontal', id: 'h1', a: 'a', b: 'b' },
      { kind: 'horizontal', id: 'h2', a: 'c', b: 'd' },
      { kind: 'parallel', id: 'p', a: 'l', b: 'k' },
    ])
    expect(f.redundant).toEqual(['p'])
    expect(f.loose).toBe(6)
  })
  it('names the newest of those that say the same, also where it is of the plain kind', () => {
    const e = [pt('a', 0, 0), pt('b', 50, 0), line('l', 'a', 'b')]
    const held: Constraint[] = [
      { kind: 'fixed', id: 'fix', point: 'a', x: 0, y: 0 },
      { kind: 'horizontal', id: 'level', a: 'a', b: 'b' },
      dim('long', 50, { of: 'distance', a: 'a', b: 'b' }),
    ]
    expect(freedomOf(e, held)).toMatchObject({ loose: 0, redundant: [] })
    const across = dim('across', 50, { of: 'across', a: 'b', b: 'a' })
    expect(freedomOf(e, [...held, across]).redundant).toEqual(['across'])
    // The other way round the other is the newest.
    expect(freedomOf(e, [held[0]!, held[1]!, across, held[2]!]).redundant).toEqual(['long'])
    const again: Constraint = { kind: 'horizontal', id: 'again', a: 'b', b: 'a' }
    expect(freedomOf(e, [...held, again]).redundant).toEqual(['again'])
    const rounds = [pt('m', 0, 0), circle('c', 'm', 5), pt('n', 30, 0), circle('d', 'n', 5)]
    const sizes: Constraint[] = [
      dim('r', 5, { of: 'radius', round: 'c' }),
      { kind: 'equal', id: 'same', a: 'c', b: 'd' },
      dim('s', 10, { of: 'diameter', round: 'd' }),
    ]
    expect(freedomOf(rounds, sizes).redundant).toEqual(['s'])
  })
})

describe('clashes', () => {
  const triangle = [pt('a', 0, 0), pt('b', 10, 0), pt('c', 4, 6), pt('z', 30, 30), line('l', 'a', 'b')]
  const sides: Constraint[] = [
    dim('ab', 10, { of: 'distance', a: 'a', b: 'b' }),
    dim('bc', 4, { of: 'distance', a: 'b', b: 'c' }),
    dim('ca', 3, { of: 'distance', a: 'c', b: 'a' }),
    { kind: 'horizontal', id: 'level', a: 'a', b: 'b' },
    { kind: 'fixed', id: 'z', point: 'z', x: 30, y: 30 },
  ]
  it('are the smallest set, each with the shape without it', () => {
    const clash = clashOf(triangle, sides)
    expect(clash.map((m) => m.constraint)).toEqual(['ab', 'bc', 'ca'])
    const members = sides.filter((c) => clash.some((m) => m.constraint === c.id))
    for (const m of members) {
      const rest = members.filter((c) => c !== m)
      expect(solve(triangle, rest).converged).toBe(true)
      expect(solve(triangle, [...rest, m]).converged).toBe(false)
    }
    const withoutAb = clash[0]!.without
    const [b, c] = [at(withoutAb, 'b'), at(withoutAb, 'c')]
    expect(Math.hypot(b[0] - c[0], b[1] - c[1])).toBeCloseTo(4, 7)
  })
  it('are none where all can hold', () => {
    expect(clashOf(hook, hookHeld)).toEqual([])
  })
})
