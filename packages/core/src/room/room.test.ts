import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec3 } from '../space/index.ts'
import { kinksOf, pathPoint, type Path } from '../path/path.ts'
import { intoRoom, lineAlongWalls, lineRoundOpening, openingsAt } from './room.ts'
import { bowOfRadius, wallLine } from './walls.ts'

const DEG = Math.PI / 180
const roomOf = (lengths: readonly number[], bows: readonly number[] = []): Path =>
  wallLine(
    lengths.map((length, i) => ({ length, bow: bows[i] ?? 0, corner: 90 * DEG })),
    { at: [0, 0, 0], heading: 0 },
    lengths.length === 4,
  ).path
const good = <T>(r: { ok: true; value: T } | { ok: false; fault: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
const four = roomOf([4000, 3000, 4000, 3000])

describe('a wall curved by a radius', () => {
  it('bows as far as one of that radius does, to either side, at the most by half of a circle', () => {
    expect(bowOfRadius(2000, 1000)).toBeCloseTo(1000, 9)
    expect(bowOfRadius(6, 5)).toBeCloseTo(1, 12)
    expect(bowOfRadius(6, -5)).toBeCloseTo(-1, 12)
    expect(bowOfRadius(2000, 999)).toBeUndefined()
    const size = fc.double({ min: 1, max: 9000, noNaN: true })
    fc.assert(
      fc.property(size, fc.double({ min: 0.5, max: 1e5, noNaN: true }), (chord, more) => {
        const radius = chord * Math.max(0.5, more)
        const bow = bowOfRadius(chord, radius)!
        const path = wallLine([{ length: chord, bow, corner: 0 }], { at: [0, 0, 0], heading: 0 }, false).path
        const g = path.segments[0]!
        // A wall that is hardly curved at all may come out straight.
        if (g.kind === 'arc') expect(g.radius / radius).toBeCloseTo(1, 6)
      }),
    )
  })
})

describe('a line along walls', () => {
  it('goes all round, from wall to wall, past the corner where they begin, and from one side of a door round to the other', () => {
    expect(good(lineAlongWalls(four, 2500, undefined, undefined)).path).toMatchObject({
      closed: true,
      length: 14_000,
    })
    const door = { wall: 0, from: 1000, width: 900 }
    const round = good(
      lineAlongWalls(four, 0, { wall: 0, at: door.from + door.width }, { wall: 0, at: door.from }),
    )
    expect(round.path.closed).toBe(false)
    expect(round.path.length).toBeCloseTo(14_000 - 900, 9)
    expect(round.walls).toEqual([0, 1, 2, 3, 0])
    expect(pathPoint(round.path, 0)).toEqual([1900, 0, 0])
    const between = good(lineAlongWalls(four, 0, { wall: 0, at: 200 }, { wall: 0, at: 1000 }))
    expect(between.path.length).toBeCloseTo(800, 9)
    // An opening that begins in the corner leaves nothing of its wall before it.
    const corner = good(lineAlongWalls(four, 0, { wall: 2, at: 0 }, { wall: 0, at: 0 }))
    expect(corner.walls).toEqual([2, 3])
  })
  it('needs walls that close to end before it begins, and some length', () => {
    const open = roomOf([4000, 3000])
    expect(lineAlongWalls(open, 0, { wall: 1, at: 0 }, { wall: 0, at: 100 }).ok).toBe(false)
    expect(lineAlongWalls(open, 0, { wall: 0, at: 0 }, { wall: 1, at: 0 }).ok).toBe(true)
    expect(lineAlongWalls(open, 0, { wall: 0, at: 4000 }, { wall: 1, at: 0 }).ok).toBe(false)
  })
  it('has straights in place of a curved wall that never go through it, and stand off it no more than is told', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 1800, noNaN: true }),
        fc.boolean(),
        fc.integer({ min: 1, max: 12 }),
        (rise, outward, count) => {
          const walls = roomOf([4000, 3000], [outward ? rise : -rise])
          const made = lineAlongWalls(walls, 0, undefined, undefined, count)
          if (!made.ok) {
            expect(outward).toBe(false)
            return
          }
          const { path, off } = made.value
          const straights = made.value.walls.filter((w) => w === 0).length
          expect([straights, path.segments.every((g) => g.kind === 'line')]).toEqual([count, true])
          const wall = walls.segments[0]!
          if (wall.kind !== 'arc') throw new Error('the wall is curved')
          const ends = path.starts[count]!
          let most = 0
          for (let k = 0; k <= 400; k++) {
            const p = pathPoint(path, (ends * k) / 400)
            const away = vec3.distance(p, wall.centre) - wall.radius
            // The room is within the circle of a wall that bows out of it, and without that of one that bows in.
            expect(outward ? -away : away).toBeGreaterThan(-1e-6)
            most = Math.max(most, Math.abs(away))
          }
          expect(most).toBeLessThan(off + 1e-6)
          expect(most).toBeGreaterThan(0.9 * off)
          expect(vec3.distance(pathPoint(path, ends), pathPoint(walls, walls.starts[1]!))).toBeLessThan(1e-6)
        },
      ),
    )
  })
  it('says how many straights stay outside a wall that bows in', () => {
    const inward = roomOf([2000, 3000], [-1000])
    const one = lineAlongWalls(inward, 0, undefined, undefined, 1)
    expect(one).toMatchObject({ ok: false, fault: { code: 'walls.straights' } })
    const least = Number(/; (\d+) or more/.exec(JSON.stringify(one))![1])
    expect(lineAlongWalls(inward, 0, undefined, undefined, least).ok).toBe(true)
    expect(lineAlongWalls(inward, 0, undefined, undefined, least - 1).ok).toBe(false)
  })
})

describe('a line round an opening', () => {
  const door = { wall: 1, from: 500, width: 900, sill: 0, height: 2000 }
  it('goes up, across and down about a door, and all round a window, off its edges', () => {
    const frame = good(lineRoundOpening({ path: four }, door, 10))
    expect([frame.closed, kinksOf(frame).length]).toEqual([false, 2])
    expect(frame.length).toBeCloseTo(2 * 2010 + 920, 9)
    expect(pathPoint(frame, 0).map((v) => Math.round(v))).toEqual([4000, 490, 0])
    const window = good(lineRoundOpening({ path: four }, { ...door, sill: 900, height: 1100 }, 0))
    expect([window.closed, window.length]).toEqual([true, expect.closeTo(2 * (900 + 1100), 9)])
  })
  it('needs a straight wall', () => {
    expect(lineRoundOpening({ path: roomOf([2000, 1000], [300]) }, { ...door, wall: 0 }, 0).ok).toBe(false)
  })
  it('lies in the wall, and what points into the room does so', () => {
    expect(intoRoom(four.segments[1]!, 10).map((v) => Math.round(v))).toEqual([-1, 0, 0])
  })
  it('is met by lines at its height: a door from the floor, a window from its sill, none at their heads', () => {
    const window = { ...door, sill: 900, height: 1100 }
    const at = (z: number) => openingsAt({ path: four, height: 2500, openings: [door, window] }, z).length
    expect([at(0), at(899), at(900), at(1999), at(2000), at(2500)]).toEqual([1, 1, 2, 2, 0, 0])
  })
})
