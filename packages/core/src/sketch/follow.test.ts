import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { circle, dim, line, placeOf, pt } from '../../testing/drawn.ts'
import { solve, type Constraint, type SketchEntity } from './index.ts'

/** Two bars hinged to each other, the first to the ground: the tip can reach a disc of 50. */
const arm: readonly SketchEntity[] = [
  pt('o', 0, 0),
  pt('e', 30, 0),
  pt('t', 30, 20),
  pt('s', 100, 100),
  pt('q', 120, 100),
  line('l1', 'o', 'e'),
  line('l2', 'e', 't'),
]
const held: readonly Constraint[] = [
  { kind: 'fixed', id: 'f', point: 'o', x: 0, y: 0 },
  dim('a', 30, { of: 'distance', a: 'o', b: 'e' }),
  dim('b', 20, { of: 'distance', a: 'e', b: 't' }),
  { kind: 'fixed', id: 'g', point: 's', x: 100, y: 100 },
]

describe('pulling', () => {
  /** Where the tip comes to when it is pulled to a place in many small steps, as a hand does. */
  const pulledTo = (x: number, y: number): readonly SketchEntity[] => {
    let now: readonly SketchEntity[] = arm
    const [sx, sy] = placeOf(arm, 't')
    const [from, reach] = [Math.atan2(sy, sx), Math.hypot(sx, sy)]
    for (let k = 1; k <= 60; k++) {
      const angle = from + ((Math.atan2(y, x) - from) * k) / 60
      const r = reach + ((Math.hypot(x, y) - reach) * k) / 60
      const s = solve(now, held, [{ point: 't', x: r * Math.cos(angle), y: r * Math.sin(angle) }])
      expect(s.failing).toEqual([])
      now = s.entities
    }
    return now
  }
  it('brings a free tip to where it is pulled when it can reach, and as near as it can when not', () => {
    const along = fc.double({ min: -70, max: 70, noNaN: true })
    fc.assert(
      fc.property(along, along, (x, y) => {
        const far = Math.hypot(x, y)
        fc.pre(far > 12 && Math.abs(far - 50) > 1)
        const now = pulledTo(x, y)
        const [tx, ty] = placeOf(now, 't')
        expect(Math.hypot(tx - x, ty - y)).toBeLessThan(Math.max(0, far - 50) + 0.5)
        expect(placeOf(now, 'o')).toEqual([0, 0])
      }),
      // Straight down past its reach: stretched out it once stopped short, as bending would have helped at first.
      { numRuns: 60, examples: [[0, -53.50244961470274]] },
    )
  })
  it('leaves what is settled exactly where it is, and what is not pulled alone', () => {
    const s = solve(arm, held, [{ point: 's', x: 140, y: 80 }])
    expect(placeOf(s.entities, 's')).toEqual([100, 100])
    const t = solve(arm, held, [{ point: 'q', x: 150, y: 90 }])
    expect(placeOf(t.entities, 'q')).toEqual([150, 90])
    expect(t.entities.filter((e, i) => e !== arm[i]).map((e) => e.id)).toEqual(['q'])
  })
  it('changes a free radius, and keeps one that is given', () => {
    const round = [pt('m', 0, 0), circle('k', 'm', 5), pt('p', 5, 0)]
    const on: Constraint[] = [{ kind: 'point-on', id: 'on', point: 'p', curve: 'k' }]
    const s = solve(round, on, [{ round: 'k', radius: 9 }])
    expect(s.entities[1]).toMatchObject({ radius: expect.closeTo(9, 6) })
    const given = solve(
      round,
      [...on, dim('r', 5, { of: 'radius', round: 'k' })],
      [{ round: 'k', radius: 9 }],
    )
    expect(given.entities[1]).toMatchObject({ radius: 5 })
  })
})
