import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chainFrom, type ChainSeed } from '../../testing/drawn.ts'
import { byIsland, islandsOf, roundedSize } from './islands.ts'
import { freedomOf, mapReferences, solve, withPoints, type Constraint, type SketchEntity } from './index.ts'

interface Drawing {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly Constraint[]
}

/** The drawing under other names, moved across. */
function named(d: Drawing, name: string, across: number): Drawing {
  const id = (x: string): string => (x === 'origin' || x.endsWith('axis') ? x : `${name}${x}`)
  return {
    entities: d.entities.map((e) => {
      const moved = withPoints(e, id)
      return moved.kind === 'point'
        ? { ...moved, id: id(e.id), x: moved.x + across }
        : { ...moved, id: id(e.id) }
    }),
    constraints: d.constraints.map((c) => ({ ...mapReferences(c, id), id: `${name}${c.id}` })),
  }
}

const seed: fc.Arbitrary<ChainSeed> = fc.record({
  kind: fc.constantFrom('line', 'arc'),
  turn: fc.double({ min: 0.4, max: 2.4, noNaN: true }),
  size: fc.double({ min: 8, max: 40, noNaN: true }),
  sweep: fc.double({ min: 0.5, max: 2.6, noNaN: true }),
})
const drawing = fc.array(seed, { minLength: 2, maxLength: 5 }).map((s): Drawing => {
  const { entities, constraints } = chainFrom(s)
  // Nothing of it is tied to the sheet, so that it can stand elsewhere; the last constraint is left out, so that it can move.
  const own = constraints.filter((c) => c.kind !== 'fixed' && !JSON.stringify(c).includes('origin'))
  return { entities, constraints: own.slice(0, -1) }
})

const both = (a: Drawing, b: Drawing): Drawing => ({
  entities: a.entities
    .flatMap((e, i) => [e, ...(b.entities[i] ? [b.entities[i]] : [])])
    .concat(b.entities.slice(a.entities.length)),
  constraints: [...a.constraints, ...b.constraints],
})

describe('islands of a sketch', () => {
  it('are what hangs together, in order, with its own constraints', () => {
    fc.assert(
      fc.property(drawing, drawing, (p, q) => {
        const [a, b] = [named(p, 'a', 0), named(q, 'b', 400)]
        const { entities, constraints } = both(a, b)
        const islands = islandsOf(entities, constraints)
        expect(islands).toEqual([a, b])
      }),
      { numRuns: 60 },
    )
  })
  it('are one where a constraint ties them, and not where both are tied to an axis', () => {
    const dot = (id: string, x: number): SketchEntity => ({ kind: 'point', id, x, y: 0 })
    const on = (id: string, point: string): Constraint => ({ kind: 'point-on', id, point, curve: 'up-axis' })
    const dots = [dot('p', 1), dot('q', 2), dot('r', 3)]
    expect(islandsOf(dots, [on('k', 'p'), on('l', 'q')])).toHaveLength(3)
    expect(islandsOf(dots, [{ kind: 'horizontal', id: 'h', a: 'p', b: 'r' }])).toEqual([
      { entities: [dots[0], dots[2]], constraints: [{ kind: 'horizontal', id: 'h', a: 'p', b: 'r' }] },
      { entities: [dots[1]], constraints: [] },
    ])
  })
  it('are solved beside each other as each by itself, and are as free', () => {
    fc.assert(
      fc.property(drawing, drawing, fc.double({ min: -3, max: 3, noNaN: true }), (p, q, off) => {
        const [a, b] = [named(p, 'a', 0), named(q, 'b', 400)]
        const shake = (d: Drawing): Drawing => ({
          ...d,
          entities: d.entities.map((e, i) =>
            e.kind === 'point' ? { ...e, x: e.x + (i % 3) * off * 0.2 } : e,
          ),
        })
        const all = both(shake(a), shake(b))
        const s = solve(all.entities, all.constraints)
        expect(s.failing).toEqual([])
        expect(freedomOf(s.entities, all.constraints).loose).toBe(
          freedomOf(a.entities, a.constraints).loose + freedomOf(b.entities, b.constraints).loose,
        )
      }),
      { numRuns: 40 },
    )
  })
  it('that are not pulled stay the very same, whatever is pulled beside them', () => {
    fc.assert(
      fc.property(drawing, drawing, fc.double({ min: -20, max: 20, noNaN: true }), (p, q, off) => {
        const [a, b] = [named(p, 'a', 0), named(q, 'b', 400)]
        const start = both(a, b)
        const rest = solve(start.entities, start.constraints).entities
        const end = rest.findLast((e) => e.kind === 'point' && e.id.startsWith('a'))!
        if (end.kind !== 'point') throw new Error('no point')
        const s = solve(rest, start.constraints, [{ point: end.id, x: end.x + off, y: end.y - off }])
        expect(s.converged).toBe(true)
        expect(s.entities.map((e) => e.id)).toEqual(rest.map((e) => e.id))
        for (const [i, e] of s.entities.entries()) if (e.id.startsWith('b')) expect(e).toBe(rest[i])
      }),
      { numRuns: 40 },
    )
  })
})

describe('work by island', () => {
  const dot = (id: string, x: number): SketchEntity => ({ kind: 'point', id, x, y: 0 })
  const apart = (value: number): Constraint => ({
    kind: 'dimension',
    id: 'd',
    measured: OF,
    value,
  })
  const OF = { of: 'distance', a: 'p', b: 'q' } as const
  it('is done again only where an island, a value or the size changed', () => {
    let done = 0
    const count = byIsland((island) => {
      done++
      return island.entities.length
    })
    const [p, q, far] = [dot('p', 0), dot('q', 3), dot('far', 900)]
    expect(count([p, q, far], [apart(3)]).map((f) => f.found)).toEqual([2, 1])
    expect(done).toBe(2)
    count([p, q, far], [apart(3)])
    expect(done).toBe(2)
    count([p, q, far], [apart(4)])
    expect(done).toBe(3)
    count([p, q, dot('far', 901)], [apart(4)])
    expect(done).toBe(4)
    count([p, q, dot('far', 9000)], [apart(4)])
    expect(done).toBe(6)
  })
  it('measures against the size of the whole, rounded down to a power of two', () => {
    expect(roundedSize([dot('p', 0), dot('q', 900)])).toBe(512)
    expect(roundedSize([])).toBe(1)
  })
})
