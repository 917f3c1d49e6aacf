import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Room } from './room.ts'
import { middleOfRoom, roomAround, roomOutline, roomShape, seenFrom, standInRoom, walked } from './shape.ts'
import { wallLine } from './walls.ts'

const DEG = Math.PI / 180
const room = (
  walls: readonly (readonly [length: number, corner: number, bow?: number])[],
  openings: Room['openings'] = [],
  closed = true,
): Room => ({
  path: wallLine(
    walls.map(([length, corner, bow = 0]) => ({ length, corner: corner * DEG, bow })),
    { at: [0, 0, 0], heading: 0 },
    closed,
  ).path,
  height: 2500,
  openings,
})
const four = [
  [4000, 90],
  [3000, 90],
  [4000, 90],
  [3000, 90],
] as const
/** An L: the fourth corner is an outside one. */
const el = [
  [4000, 90],
  [3000, 90],
  [2000, 90],
  [1500, 270],
  [2000, 90],
  [1500, 90],
] as const
const areaOf = (corners: readonly Vec3[]): number =>
  corners.slice(2).reduce((sum, c, i) => {
    const [a, b] = [vec3.sub(corners[i + 1]!, corners[0]!), vec3.sub(c, corners[0]!)]
    return sum + vec3.length(vec3.cross(a, b)) / 2
  }, 0)

describe('a room to be looked at', () => {
  it('has its walls without their openings, and its floor', () => {
    const openings = [
      { wall: 0, from: 1000, width: 900, sill: 0, height: 2000 },
      { wall: 1, from: 700, width: 1200, sill: 900, height: 1100 },
    ]
    const { panels, floor, ceiling } = roomShape(room(four, openings))
    expect(ceiling.every((t) => t.every((p) => p[2] === 2500))).toBe(true)
    const walls = panels.reduce((sum, p) => sum + areaOf(p.corners), 0)
    expect(walls).toBeCloseTo(14_000 * 2500 - 900 * 2000 - 1200 * 1100, 3)
    expect(floor.reduce((sum, t) => sum + areaOf(t), 0)).toBeCloseTo(4000 * 3000, 3)
    expect(roomShape(room(el)).floor.reduce((sum, t) => sum + areaOf(t), 0)).toBeCloseTo(12e6 - 3e6, 3)
  })
  it('shows all its walls from within, and from without only those whose face is seen', () => {
    const { panels } = roomShape(room(four))
    expect(panels.every((p) => seenFrom(p, [2000, 1500, 1600]))).toBe(true)
    expect(panels.filter((p) => seenFrom(p, [2000, -9000, 1600])).map((p) => p.wall)).toEqual([1, 2, 3])
  })
  it('of a curved wall has flat pieces near to it', () => {
    const { panels } = roomShape(room([[2000, 90, 500]], [], false))
    const radius = (1000 ** 2 + 500 ** 2) / 1000
    const area = panels.reduce((sum, p) => sum + areaOf(p.corners), 0)
    expect(area / 2500 / (radius * 2 * Math.asin(1000 / radius))).toBeCloseTo(1, 3)
  })
})

describe('walking in a room', () => {
  it('begins about where there is most room', () => {
    const [x, y] = middleOfRoom(roomOutline(room(four)))
    expect(Math.abs(y - 1500)).toBeLessThan(150)
    expect(x).toBeGreaterThan(1400)
    expect(x).toBeLessThan(2600)
  })
  it('begins backed off from the furthest corner, and looks to it', () => {
    const outline = roomOutline(room(four))
    const { at, heading } = standInRoom(outline)
    expect(roomAround(outline, at)).toBeGreaterThan(299)
    const away = Math.max(...outline.map((p) => Math.hypot(p[0] - at[0], p[1] - at[1])))
    expect(away).toBeGreaterThan(4000)
    const [x, y] = [at[0] + away * Math.cos(heading), at[1] + away * Math.sin(heading)]
    expect(outline.some((p) => Math.hypot(p[0] - x, p[1] - y) < 1)).toBe(true)
  })
  it('never leaves it, nor comes nearer to a wall than is kept free', () => {
    const outline = roomOutline(room(el))
    const step = fc.integer({ min: -6000, max: 6000 })
    fc.assert(
      fc.property(fc.array(fc.tuple(step, step), { minLength: 1, maxLength: 6 }), (steps) => {
        let at = middleOfRoom(outline)
        for (const by of steps) {
          at = walked(outline, at, by)
          expect(roomAround(outline, at)).toBeGreaterThan(150 - 1e-6)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('goes on along a wall that is in the way, and straight where none is', () => {
    const outline = roomOutline(room(four))
    expect(walked(outline, [1000, 1000], [500, 300])).toEqual([1500, 1300].map((v) => expect.closeTo(v, 6)))
    const [x, y] = walked(outline, [1000, 400], [1500, -1500])
    expect(y).toBeLessThan(260)
    expect(x).toBeGreaterThan(1600)
  })
})
