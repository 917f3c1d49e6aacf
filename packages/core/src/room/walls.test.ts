import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec3 } from '../space/index.ts'
import { kinksOf, pathPoint, pathTangent } from '../path/path.ts'
import { wallLine, type Wall } from './walls.ts'

const DEG = Math.PI / 180
const start = { at: [0, 0, 0] as const, heading: 0 }
const wall = (length: number, cornerDeg: number, bow = 0): Wall => ({ length, bow, corner: cornerDeg * DEG })

describe('the line along walls', () => {
  it('of a square room closes, the room at its left', () => {
    const { path, gap, turnLeft } = wallLine(
      [wall(4000, 90), wall(3000, 90), wall(4000, 90), wall(3000, 90)],
      start,
      true,
    )
    expect(gap).toBeLessThan(1e-9)
    expect(turnLeft).toBeCloseTo(0, 12)
    expect(path.length).toBeCloseTo(14_000, 9)
    expect(pathPoint(path, 7000).map((v) => Math.round(v))).toEqual([4000, 3000, 0])
    expect(kinksOf(path)).toHaveLength(4)
  })
  it('goes round outside corners, and says by how much it does not close', () => {
    const el = [
      wall(4000, 90),
      wall(3000, 90),
      wall(2000, 90),
      wall(1000, 270),
      wall(2000, 90),
      wall(2000, 90),
    ]
    expect(wallLine(el, start, true).gap).toBeLessThan(1e-9)
    const off = wallLine([...el.slice(0, 5), wall(1900, 88)], start, true)
    expect(off.gap).toBeCloseTo(100, 9)
    expect(off.turnLeft / DEG).toBeCloseTo(2, 9)
  })
  it('bows out of the room and into it: half circles, and flat arcs by their rise', () => {
    const { path } = wallLine([wall(2000, 180, 1000)], start, false)
    expect(path.length).toBeCloseTo(Math.PI * 1000, 9)
    expect(vec3.distance(pathPoint(path, path.length / 2), [1000, 1000, 0])).toBeLessThan(1e-9)
    // Beginning along +X, a half circle to the left comes back: its chord stands across.
    const rise = fc.double({ min: -900, max: 900, noNaN: true }).filter((b) => Math.abs(b) > 1)
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 4000, noNaN: true }),
        rise,
        fc.double({ min: 0, max: 7, noNaN: true }),
        (c, b, heading) => {
          const line = wallLine([wall(c, 180, b)], { at: [5, 6, 7], heading }, false).path
          const [from, to] = [pathPoint(line, 0), pathPoint(line, line.length)]
          expect(vec3.distance(from, to)).toBeCloseTo(c, 6)
          const middle = pathPoint(line, line.length / 2)
          const chord = vec3.unit(vec3.sub(to, from))
          // The room is at the left of the chord, which a bow out of it leaves at the right.
          const left = [-chord[1], chord[0], 0] as const
          expect(-vec3.dot(vec3.sub(middle, from), left)).toBeCloseTo(b, 6)
          expect(vec3.dot(pathTangent(line, 0), [Math.cos(heading), Math.sin(heading), 0])).toBeCloseTo(1, 9)
        },
      ),
    )
  })
  it('of any many-sided room closes when its corners are those of a polygon', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: 200, max: 5000, noNaN: true }),
        (n, side) => {
          const corner = 180 - 360 / n
          const { gap, turnLeft } = wallLine(
            Array.from({ length: n }, () => wall(side, corner)),
            start,
            true,
          )
          expect(gap).toBeLessThan(1e-8 * side)
          expect(turnLeft).toBeCloseTo(0, 9)
        },
      ),
    )
  })
})
