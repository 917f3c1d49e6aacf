import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { within } from '../base/index.ts'
import { deg, rad } from '../num/index.ts'
import { pathPoint, reversePath } from '../path/index.ts'
import { segmentDistance, vec3, type Vec3 } from '../space/index.ts'
import {
  allBent,
  barLength,
  barOf,
  bendTableOf,
  clashesOf,
  momentAt,
  otherEnd,
  partBent,
  pathOfBendTable,
  programOf,
  zonesOf,
  type Bar,
  type Bends,
  type BenderSizes,
  type Speeds,
} from './index.ts'

const SPEEDS: Speeds = { feed: 100, turn: rad(90), bend: rad(45), handling: 1 }
const NOTHING: BenderSizes = {
  clamp: 0,
  clampWidth: 0,
  clampHeight: 0,
  dieHeight: 0,
  bedLength: 0,
  bedWidth: 0,
  bedDepth: 0,
  floorDepth: 1e9,
}
const bends = (
  rows: readonly (readonly [length: number, rotation: number, angle: number, radius: number])[],
  last: number,
): Bends => ({
  rows: rows.map(([length, rotation, angle, radius]) => ({
    length,
    rotation: rad(rotation),
    angle: rad(angle),
    radius,
  })),
  last,
})
/** The bar of a table whose bends take the length of their middle and do not spring back. */
const barFrom = (table: Bends, over = 1): Bar => {
  const made = bendTableOf(pathOfBendTable(table), true)
  if (!made.ok) throw new Error(made.fault.kind)
  const { rows } = made.value
  return barOf(
    made.value,
    (i) => rows[i]!.angle * rows[i]!.radius,
    (i) => rows[i]!.angle * over,
    { start: 0, end: 0 },
  )
}
const tables = fc
  .array(
    fc.tuple(
      fc.integer({ min: 5, max: 90 }),
      fc.integer({ min: -179, max: 180 }),
      fc.integer({ min: 5, max: 170 }),
      fc.integer({ min: 8, max: 40 }),
    ),
    { minLength: 1, maxLength: 6 },
  )
  .map((rows) =>
    bends(
      rows.map(([l, r, a, R], i) => [l, i === 0 ? 0 : r, a, R] as const),
      30,
    ),
  )

describe('the straight bar', () => {
  it('holds what lies beyond the part in its outer straights', () => {
    const table = bends([[50, 0, 90, 20]], 40)
    const path = bendTableOf(pathOfBendTable(table))
    if (!path.ok) throw new Error()
    const bar = barOf(
      path.value,
      () => 30,
      () => 1,
      { start: 5, end: 7 },
    )
    expect(barLength(bar)).toBeCloseTo(55 + 30 + 47, 12)
    expect(zonesOf(bar)).toEqual([{ from: 55, to: 85, clock: 0 }])
  })
  it('from its other end lies the other way round, and twice turned as before', () => {
    fc.assert(
      fc.property(tables, (table) => {
        const bar = barFrom(table)
        const back = otherEnd(bar)
        const length = barLength(bar)
        expect(barLength(back)).toBeCloseTo(length, 9)
        const [zones, theirs] = [zonesOf(bar), zonesOf(back).toReversed()]
        zones.forEach((z, i) => expect(theirs[i]!.from).toBeCloseTo(length - z.to, 9))
        expect(otherEnd(back)).toEqual(bar)
      }),
    )
  })
})

describe('the moves of a bender', () => {
  const bar = barFrom(
    bends(
      [
        [50, 0, 90, 20],
        [30, 120, 45, 20],
        [40, -170, 60, 20],
      ],
      30,
    ),
  )
  it('feed, turn, bend, with their times', () => {
    const { moves, time, turned } = programOf(bar, SPEEDS, false)
    expect(moves.map((m) => m.feed)).toEqual([50, 30, 40].map((l) => expect.closeTo(l, 9)))
    expect(moves.map((m) => deg(m.turn))).toEqual([0, 120, -170].map((t) => expect.closeTo(t, 9)))
    expect(deg(turned)).toBeCloseTo(290, 9)
    expect(time).toBeCloseTo(120 / 100 + 290 / 90 + 195 / 45 + 3, 9)
    expect(moves[1]!.begins[0]).toBeCloseTo(0.5 + 2 + 1, 9)
  })
  it('flip where that is the shorter way', () => {
    const { moves, turned } = programOf(bar, SPEEDS, true)
    expect(moves.map((m) => deg(m.turn))).toEqual([0, -60, 10].map((t) => expect.closeTo(t, 9)))
    expect(moves.map((m) => m.flipped)).toEqual([false, true, false])
    expect(deg(turned)).toBeCloseTo(70, 9)
  })
  it('a flat S needs no turn at all with two hands, and half a turn with one', () => {
    const s = barFrom(
      bends(
        [
          [50, 0, 90, 20],
          [30, 180, 90, 20],
        ],
        30,
      ),
    )
    expect(programOf(s, SPEEDS, true).turned).toBeCloseTo(0, 9)
    expect(deg(programOf(s, SPEEDS, false).turned)).toBeCloseTo(180, 9)
  })
  it('flips are the least sum of all choices of hands', () => {
    fc.assert(
      fc.property(tables, (table) => {
        const b = barFrom(table)
        const clocks = zonesOf(b).map((z) => deg(z.clock))
        let least = Infinity
        for (let hands = 0; hands < 2 ** clocks.length; hands++) {
          let sum = 0
          for (let i = 1; i < clocks.length; i++) {
            const flips = ((hands >> i) ^ (hands >> (i - 1))) & 1
            const t = (((clocks[i]! - clocks[i - 1]! + 180 * flips) % 360) + 360) % 360
            sum += Math.min(t, 360 - t)
          }
          least = Math.min(least, sum)
        }
        expect(deg(programOf(b, SPEEDS, true).turned)).toBeCloseTo(least, 6)
      }),
    )
  })
  it('come in the order that is asked for', () => {
    const { moves } = programOf(bar, SPEEDS, false, [2, 0, 1])
    const zones = zonesOf(bar)
    expect(moves.map((m) => m.index)).toEqual([2, 0, 1])
    expect(moves[1]!.feed).toBeCloseTo(zones[0]!.from - zones[2]!.to, 9)
    expect(deg(moves[1]!.turn)).toBeCloseTo(50, 9)
  })
})

describe('the part on its way', () => {
  const samePlaces = (a: readonly Vec3[], b: readonly Vec3[], within: number): void => {
    // Alike under a rigid motion: all distances are equal, and the handedness.
    for (let i = 0; i < a.length; i++)
      for (let j = 0; j < i; j++)
        expect(Math.abs(vec3.distance(a[i]!, a[j]!) - vec3.distance(b[i]!, b[j]!))).toBeLessThan(within)
    const hand = (p: readonly Vec3[]): number =>
      vec3.dot(vec3.sub(p[1]!, p[0]!), vec3.cross(vec3.sub(p[2]!, p[0]!), vec3.sub(p[4]!, p[0]!)))
    expect(Math.abs(hand(a) - hand(b))).toBeLessThan(within * 1e5)
  }
  const places = (p: { readonly length: number }): number[] =>
    [0, 0.13, 0.37, 0.61, 0.83, 1].map((t) => t * p.length)

  it('is the part in the end, from either end, with flips, in any order', () => {
    fc.assert(
      fc.property(tables, fc.boolean(), fc.boolean(), fc.boolean(), (table, back, both, odd) => {
        const path = pathOfBendTable(table)
        const bar = back ? otherEnd(barFrom(table, 1.05)) : barFrom(table, 1.05)
        const order = bar.bends.map((_, i) => i)
        const program = programOf(bar, SPEEDS, both, odd ? order.toReversed() : order)
        const done = allBent(bar, program).path
        const whole = back ? reversePath(path) : path
        samePlaces(
          places(done).map((s) => pathPoint(done, s)),
          places(whole).map((s) => pathPoint(whole, s)),
          1e-6,
        )
      }),
    )
  })
  it('keeps its length and its hold at the die all the way', () => {
    fc.assert(
      fc.property(tables, fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (table, t, both) => {
        const bar = barFrom(table)
        const program = programOf(bar, SPEEDS, both)
        const moment = momentAt(program, t * program.time)!
        const now = partBent(bar, program, moment)
        expect(now.path.length).toBeCloseTo(barLength(bar), 6)
        // What is not yet bent lies along +X from the origin.
        const at = now.path.starts[now.tail]!
        expect(vec3.length(pathPoint(now.path, at))).toBeLessThan(1e-6)
        const end = pathPoint(now.path, now.path.length)
        expect(Math.hypot(end[1], end[2])).toBeLessThan(1e-5)
        expect(end[0]).toBeCloseTo(now.path.length - at, 5)
      }),
    )
  })
  it('bends level, to the left, and to the right when flipped', () => {
    const bar = barFrom(
      bends(
        [
          [50, 0, 90, 20],
          [30, 180, 90, 20],
        ],
        30,
      ),
    )
    const program = programOf(bar, SPEEDS, true)
    const first = partBent(bar, program, { move: 0, doing: 'bend', share: 1 }).path
    const tip = pathPoint(first, 0)
    expect(tip).toEqual([-20, 70, 0].map((v) => expect.closeTo(v, 9)))
    const second = partBent(bar, program, { move: 1, doing: 'bend', share: 1 }).path
    expect(pathPoint(second, 50 + 10 * Math.PI + 30)).toEqual([-20, -20, 0].map((v) => expect.closeTo(v, 9)))
  })
  it('springs back once it is let go', () => {
    const bar = barFrom(
      bends(
        [
          [50, 0, 90, 20],
          [30, 0, 30, 20],
        ],
        30,
      ),
      1.1,
    )
    const program = programOf(bar, SPEEDS, false)
    const held = partBent(bar, program, { move: 0, doing: 'bend', share: 1 }).path
    expect(held.segments.find((g) => g.kind === 'arc')!.sweep).toBeCloseTo(rad(99), 9)
    const after = partBent(bar, program, { move: 1, doing: 'feed', share: 0 }).path
    expect(after.segments.find((g) => g.kind === 'arc')!.sweep).toBeCloseTo(rad(90), 9)
  })
})

/**
 * The angle of the third quarter turn, degrees, at which the first leg of a bar comes as near to the straight behind the die as it is thick:
 * by a turtle that goes back from the die, and the distance of the leg's places from the axis.
 */
function firstTouchOfSquare(first: number, side: number, radius: number, thick: number): number {
  const gap = (angle: number): number => {
    let [x, y, h] = [0, 0, Math.PI]
    const go = (d: number): void => {
      x += d * Math.cos(h)
      y += d * Math.sin(h)
    }
    const arc = (turn: number): void => {
      const [cx, cy] = [x + radius * Math.sin(h), y - radius * Math.cos(h)]
      h -= turn
      x = cx - radius * Math.sin(h)
      y = cy + radius * Math.cos(h)
    }
    arc(angle)
    go(side)
    arc(Math.PI / 2)
    go(side)
    arc(Math.PI / 2)
    const from = [x, y] as const
    go(first)
    let least = Infinity
    for (let i = 0; i <= 4000; i++) {
      const t = i / 4000
      const [px, py] = [from[0] + (x - from[0]) * t, from[1] + (y - from[1]) * t]
      least = Math.min(least, Math.hypot(Math.max(0, -px), py))
    }
    return least
  }
  const touches = (degrees: number): boolean => gap((degrees * Math.PI) / 180) <= thick
  let coarse = 0
  while (coarse < 90 && !touches(coarse)) coarse += 0.5
  let degrees = coarse - 0.5
  while (!touches(degrees)) degrees += 0.01
  return degrees
}

describe('what the bar runs into', () => {
  const find = (table: Bends, sizes: Partial<BenderSizes>, both = false) => {
    const bar = barFrom(table)
    return clashesOf(bar, programOf(bar, SPEEDS, both), { ...NOTHING, ...sizes }, 5)
  }
  it('nothing where there is room', () => {
    expect(
      find(
        bends(
          [
            [100, 0, 90, 20],
            [60, 90, 90, 20],
          ],
          100,
        ),
        {},
      ),
    ).toEqual([])
  })
  it('the floor, by the length that hangs down', () => {
    // A leg of 100 with its bend of 20 hangs 120 under the axis when the bar is turned by a quarter, and is 5 thick.
    const table = bends(
      [
        [100, 0, 90, 20],
        [60, 90, 90, 20],
      ],
      100,
    )
    const deep = (floorDepth: number) => find(table, { floorDepth })
    expect(deep(126)).toEqual([])
    const [turned] = deep(115)
    expect(turned).toMatchObject({ with: 'floor', deepest: { move: 1, doing: 'turn' } })
    expect(turned!.depth).toBeCloseTo(10, 1)
    expect(turned!.station).toBeLessThan(100)
    // Turned the other way it stands up; then it swings round level and stays clear.
    expect(
      find(
        bends(
          [
            [100, 0, 90, 20],
            [60, -90, 90, 20],
          ],
          100,
        ),
        { floorDepth: 115 },
      ),
    ).toEqual([])
  })
  it('itself, where a closing bend brings the first leg back to the bar', () => {
    // Three quarter turns of one square: the first leg comes back through the bar behind the third bend.
    const square = (first: number) =>
      bends(
        [
          [first, 0, 90, 20],
          [40, 0, 90, 20],
          [40, 0, 90, 20],
        ],
        200,
      )
    expect(find(square(30), {})).toEqual([])
    const [hit] = find(square(120), {})
    expect(hit).toMatchObject({ with: 'itself', deepest: { move: 2, doing: 'bend' } })
    // Through it altogether: the middle lines cross.
    expect(hit!.depth).toBeCloseTo(10, 1)
  })
  it('itself at the first touch, found to a tenth of a degree, with what touches what', () => {
    // The same by a turtle on paper: the first leg comes down to the bar's axis at 69.83 degrees of the third bend.
    const four = bends(
      [
        [100, 0, 90, 20],
        [60, 0, 90, 20],
        [60, 0, 90, 20],
        [60, 0, 90, 20],
      ],
      150,
    )
    const [hit] = find(four, {})
    expect(hit).toMatchObject({ with: 'itself', first: { move: 2, doing: 'bend' } })
    expect(hit!.first.share * 90).toBeCloseTo(firstTouchOfSquare(100, 60, 20, 10), 1)
    expect(hit!.station).toBeLessThan(100)
    expect(hit!.other).toBeGreaterThan(100 + 2 * 60 + 2 * 10 * Math.PI)
    expect(hit!.deepest.share).toBeGreaterThan(hit!.first.share)
    // However the looks fall: other first legs, other radii.
    fc.assert(
      fc.property(fc.integer({ min: 90, max: 140 }), fc.integer({ min: 16, max: 26 }), (first, radius) => {
        const table = bends(
          [
            [first, 0, 90, radius],
            [60, 0, 90, radius],
            [60, 0, 90, radius],
          ],
          300,
        )
        const found = find(table, {}).find((c) => c.with === 'itself')!
        expect(Math.abs(found.first.share * 90 - firstTouchOfSquare(first, 60, radius, 10))).toBeLessThan(0.1)
      }),
      { numRuns: 30 },
    )
  })
  it('the clamp, where a hook bent before comes back to it', () => {
    const hook = bends(
      [
        [60, 0, 180, 15],
        [40, 180, 90, 20],
      ],
      100,
    )
    const clamp = { clamp: 30, clampWidth: 40, clampHeight: 30 }
    expect(find(hook, {})).toEqual([])
    expect(find(hook, clamp)).toMatchObject([{ with: 'clamp', deepest: { move: 1, doing: 'bend' } }])
    // A narrow clamp fits between the legs.
    expect(find(hook, { ...clamp, clampWidth: 10 })).toEqual([])
  })
  it('the bed, where a leg is turned down beside it', () => {
    const bed = { bedLength: 300, bedWidth: 200, bedDepth: 30, floorDepth: 400 }
    // Bent back over more than a quarter the leg lies over the bed; a turn by 180 presses it through.
    const table = bends(
      [
        [100, 0, 150, 20],
        [30, 90, 30, 20],
      ],
      100,
    )
    expect(find(table, bed).map((c) => c.with)).toContain('bed')
    expect(find(table, { ...bed, bedDepth: 250 })).toEqual([])
  })
  it('looks are bounded however long the bar is', () => {
    const rows = Array.from({ length: 30 }, (_, i) => [60, i === 0 ? 0 : 75, 40, 25] as const)
    const bar = barFrom(bends(rows, 100))
    const program = programOf(bar, SPEEDS, true)
    const done = within(2e8, () => clashesOf(bar, program, { ...NOTHING, floorDepth: 900 }, 5))
    expect(done.ok).toBe(true)
    expect(within(1000, () => clashesOf(bar, program, NOTHING, 5)).ok).toBe(false)
  })
})

describe('the distance of two straights', () => {
  const point = fc.tuple(
    ...([0, 1, 2].map(() => fc.integer({ min: -20, max: 20 })) as [
      fc.Arbitrary<number>,
      fc.Arbitrary<number>,
      fc.Arbitrary<number>,
    ]),
  )
  it('is the least over all pairs of their places', () => {
    fc.assert(
      fc.property(point, point, point, point, (a, b, c, d) => {
        const found = segmentDistance(a, b, c, d)
        let least = Infinity
        for (let i = 0; i <= 40; i++)
          for (let j = 0; j <= 40; j++)
            least = Math.min(
              least,
              vec3.distance(
                vec3.addScaled(a, vec3.sub(b, a), i / 40),
                vec3.addScaled(c, vec3.sub(d, c), j / 40),
              ),
            )
        expect(found).toBeLessThanOrEqual(least + 1e-9)
        expect(found).toBeGreaterThan(least - 3)
      }),
    )
    expect(segmentDistance([0, 0, 0], [10, 0, 0], [4, 3, -1], [4, 3, 5])).toBeCloseTo(3, 12)
    expect(segmentDistance([0, 0, 0], [10, 0, 0], [12, 1, 0], [30, 1, 0])).toBeCloseTo(Math.hypot(2, 1), 12)
    expect(segmentDistance([0, 0, 0], [0, 0, 0], [3, 4, 0], [3, 4, 0])).toBe(5)
  })
})
