import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chainFrom, type ChainSeed } from '../../testing/drawn.ts'
import { equationsOf } from './constraints/index.ts'
import { sizeOf, solve, unknownsOf, type Constraint, type SketchEntity } from './index.ts'

const point = (id: string, x: number, y: number): SketchEntity => ({ kind: 'point', id, x, y })
const at = (entities: readonly SketchEntity[], id: string): readonly [number, number] => {
  const p = entities.find((e) => e.id === id)
  if (p?.kind !== 'point') throw new Error(id)
  return [p.x, p.y]
}

/** Two curves that touch at a point as they are drawn. */
function touching(
  entities: readonly SketchEntity[],
  id: string,
  a: string,
  b: string,
  on: string,
): Constraint {
  const sides = ([1, -1] as const).map((side): Constraint => ({ kind: 'tangent', id, a, b, at: on, side }))
  const u = unknownsOf(entities)
  const off = (c: Constraint): number =>
    equationsOf(entities, [c], u).reduce(
      (most, { measure }) =>
        Math.max(most, Math.abs(measure.evaluate(u.values, new Float64Array(measure.unknowns.length)))),
      0,
    )
  return sides.reduce((best, c) => (off(c) < off(best) ? c : best))
}

describe('a constraint that a shift can meet', () => {
  it('shifts two arcs, their line and the arc below, and draws none of them to nothing', () => {
    // Two arcs of 10 about (-20, 0) and (20, 0), a level line above, an arc below, all tangent; then moved 58 to the right.
    const right = 58
    const low = Math.hypot(20, 30)
    const radius = low - 10
    const way = [20 / low, 30 / low] as const
    const entities: SketchEntity[] = [
      point('c1', right - 20, 0),
      point('c2', right + 20, 0),
      point('a1', right - 20, 10),
      point('a2', right + 20, 10),
      point('c3', right, 30),
      point('b1', right - 20 - 10 * way[0], -10 * way[1]),
      point('b2', right + 20 + 10 * way[0], -10 * way[1]),
      { kind: 'arc', id: 'left', centre: 'c1', from: 'a1', to: 'b1', radius: 10, clockwise: false },
      { kind: 'arc', id: 'right', centre: 'c2', from: 'b2', to: 'a2', radius: 10, clockwise: false },
      { kind: 'line', id: 'level', from: 'a1', to: 'a2' },
      { kind: 'arc', id: 'below', centre: 'c3', from: 'b1', to: 'b2', radius: radius + 20, clockwise: false },
      point('m', right, 30 - (radius + 20)),
      point('o', 0, 0),
      { kind: 'line', id: 'up', from: 'm', to: 'o' },
    ]
    const constraints: Constraint[] = [
      ...[
        ['level', 'left', 'a1'],
        ['level', 'right', 'a2'],
        ['left', 'below', 'b1'],
        ['below', 'right', 'b2'],
      ].map(([a, b, on], i): Constraint => touching(entities, `t${i}`, a!, b!, on!)),
      { kind: 'equal', id: 'e', a: 'left', b: 'right' },
      { kind: 'horizontal', id: 'h', a: 'a1', b: 'a2' },
      { kind: 'arc-middle', id: 'mid', point: 'm', round: 'below' },
      { kind: 'fixed', id: 'f', point: 'o', x: 0, y: 0 },
    ]
    const before = solve(entities, constraints)
    expect(before.failing).toEqual([])
    const s = solve(before.entities, [...constraints, { kind: 'vertical', id: 'v', a: 'm', b: 'o' }])
    expect(s.failing).toEqual([])
    for (const id of ['c1', 'c2', 'c3', 'a1', 'a2', 'b1', 'b2', 'm']) {
      const [x, y] = at(before.entities, id)
      expect(at(s.entities, id)[0]).toBeCloseTo(x - right, 6)
      expect(at(s.entities, id)[1]).toBeCloseTo(y, 6)
    }
  })
  it('turns a loose figure to lay its line level, and leaves its sizes', () => {
    const entities = [point('a', 0, 0), point('b', 30, 10), point('c', 5, 20)]
    const lines: SketchEntity[] = [
      { kind: 'line', id: 'ab', from: 'a', to: 'b' },
      { kind: 'line', id: 'bc', from: 'b', to: 'c' },
    ]
    const s = solve([...entities, ...lines], [{ kind: 'horizontal', id: 'h', a: 'a', b: 'b' }])
    const far = (of: readonly SketchEntity[], p: string, q: string): number =>
      Math.hypot(at(of, p)[0] - at(of, q)[0], at(of, p)[1] - at(of, q)[1])
    expect(s.failing).toEqual([])
    for (const [p, q] of [
      ['a', 'b'],
      ['b', 'c'],
      ['a', 'c'],
    ] as const)
      expect(far(s.entities, p, q)).toBeCloseTo(far(entities, p, q), 6)
  })
})

const seed: fc.Arbitrary<ChainSeed> = fc.record({
  kind: fc.constantFrom('line', 'arc'),
  turn: fc.oneof(
    fc.double({ min: 0.4, max: 2.4, noNaN: true }),
    fc.double({ min: -2.4, max: -0.4, noNaN: true }),
  ),
  size: fc.double({ min: 8, max: 40, noNaN: true }),
  sweep: fc.double({ min: 0.5, max: 2.6, noNaN: true }),
})
/** Sketches in the usual run; more by SKETCHES=1000. */
const SKETCHES = Number(process.env['SKETCHES'] ?? 150)

describe('random sketches', () => {
  const cases = fc.record({
    chain: fc.array(seed, { minLength: 2, maxLength: 7 }).map(chainFrom),
    shift: fc.tuple(
      fc.double({ min: -90, max: 90, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true }),
    ),
    turn: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
    which: fc.nat(5),
    pick: fc.tuple(fc.nat(50), fc.nat(50)),
  })
  it(`that a shift or a turn can bring to hold a constraint are brought there by one: ${SKETCHES} of them`, () => {
    let tried = 0
    fc.assert(
      fc.property(cases, ({ chain, shift: [dx, dy], turn, which, pick }) => {
        // What holds of the sketch whatever way it lies; then it is moved away from where one thing more held.
        const own = chain.constraints.filter(
          (c) => c.kind === 'tangent' || (c.kind === 'dimension' && c.id !== 'first'),
        )
        const home = solve(chain.entities, own)
        if (home.failing.length > 0) return
        const points = home.entities.filter((e) => e.kind === 'point')
        const p = points[pick[0] % points.length]!
        const q = points[pick[1] % points.length]!
        if (Math.hypot(p.x - q.x, p.y - q.y) < 1) return
        const placed = turnedAbout(home.entities, p, q, which)
        const added = moreOf(placed, p.id, q.id, which)
        const away = placed.map((e) =>
          e.kind === 'point'
            ? {
                ...e,
                x: dx + e.x * Math.cos(turn) - e.y * Math.sin(turn),
                y: dy + e.x * Math.sin(turn) + e.y * Math.cos(turn),
              }
            : e,
        )
        const s = solve(away, [...own, added])
        tried++
        expect(s.failing).toEqual([])
        expect(s.residual).toBeLessThan(1e-9 * Math.max(1, sizeOf(s.entities)))
        // All lies to each other as it did.
        for (const a of points)
          for (const b of points) {
            const far = (of: readonly SketchEntity[]): number =>
              Math.hypot(at(of, a.id)[0] - at(of, b.id)[0], at(of, a.id)[1] - at(of, b.id)[1])
            expect(Math.abs(far(s.entities) - far(placed))).toBeLessThan(1e-6 * sizeOf(placed))
          }
      }),
      { numRuns: SKETCHES },
    )
    expect(tried).toBeGreaterThan(SKETCHES / 3)
  })
  it('never have a curve of no length by one constraint more', () => {
    fc.assert(
      fc.property(cases, ({ chain, which, pick }) => {
        const home = solve(chain.entities, chain.constraints)
        if (home.failing.length > 0) return
        const points = home.entities.filter((e) => e.kind === 'point')
        const [p, q] = [points[pick[0] % points.length]!, points[pick[1] % points.length]!]
        if (p.id === q.id) return
        const s = solve(home.entities, [
          ...chain.constraints.slice(0, -1 - (which % 3)),
          moreOf(home.entities, p.id, q.id, which),
        ])
        if (s.failing.length > 0) return
        for (const e of s.entities)
          if (e.kind === 'line')
            expect(
              Math.hypot(
                at(s.entities, e.from)[0] - at(s.entities, e.to)[0],
                at(s.entities, e.from)[1] - at(s.entities, e.to)[1],
              ),
            ).toBeGreaterThan(1e-7 * sizeOf(s.entities))
          else if (e.kind === 'arc') expect(e.radius).toBeGreaterThan(1e-7 * sizeOf(s.entities))
      }),
      { numRuns: SKETCHES },
    )
  })
})

/** The sketch turned so that the constraint of a kind holds of two of its points. */
function turnedAbout(
  entities: readonly SketchEntity[],
  p: { readonly x: number; readonly y: number },
  q: { readonly x: number; readonly y: number },
  which: number,
): SketchEntity[] {
  const want = which % 2 === 0 ? 0 : Math.PI / 2
  const turn = want - Math.atan2(q.y - p.y, q.x - p.x)
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  return entities.map((e) =>
    e.kind === 'point'
      ? { ...e, x: (e.x - p.x) * c - (e.y - p.y) * s, y: (e.x - p.x) * s + (e.y - p.y) * c }
      : e,
  )
}

/** One constraint more, that holds where the first of two points lies on the origin and the second level with it or above it. */
function moreOf(entities: readonly SketchEntity[], p: string, q: string, which: number): Constraint {
  if (which < 2)
    return which === 0
      ? { kind: 'horizontal', id: 'more', a: p, b: q }
      : { kind: 'vertical', id: 'more', a: p, b: q }
  if (which < 4) {
    const [x, y] = at(entities, q)
    return { kind: 'fixed', id: 'more', point: q, x, y }
  }
  return { kind: 'coincident', id: 'more', a: p, b: 'origin' }
}
