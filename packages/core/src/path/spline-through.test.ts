import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  analysePath,
  pathCurvature,
  pathPoint,
  pathTangent,
  segmentPoint,
  splineThroughPoints,
  type Path,
} from './index.ts'

const made = (...args: Parameters<typeof splineThroughPoints>): Path => {
  const r = splineThroughPoints(...args)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
const near = (a: Vec3, b: Vec3, within = 1e-8): void => expect(vec3.distance(a, b)).toBeLessThan(within)
const grid = fc.integer({ min: -9, max: 9 }).map((v) => 10 * v)
const points = fc.uniqueArray(fc.tuple(grid, grid, grid), { minLength: 3, maxLength: 9, selector: String })

describe('a spline through points in space', () => {
  it('goes through them, with direction and curvature going on at each', () => {
    fc.assert(
      fc.property(points, fc.boolean(), (all, closed) => {
        const path = made(all, closed)
        all.forEach((p, i) => near(pathPoint(path, path.starts[i]!), p))
        for (let i = closed ? 0 : 1; i < path.segments.length; i++) {
          const s = path.starts[i]!
          const before = path.segments[(i + path.segments.length - 1) % path.segments.length]!
          if (before.kind !== 'curve' || path.segments[i]!.kind !== 'curve') continue
          const back = i === 0 ? path.length - 1e-7 : s - 1e-7
          near(pathTangent(path, back), pathTangent(path, s + 1e-7), 1e-4)
          const [a, b] = [pathCurvature(path, back), pathCurvature(path, s + 1e-7)]
          expect(vec3.distance(a, b)).toBeLessThan(1e-3 * (1e-3 + vec3.length(a)) + 1e-5)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('finds its places by their stations where it turns as tightly as a hundredth of a millimetre', () => {
    const cusped: Vec3[] = [
      [-70, 80, -80],
      [-40, 60, -40],
      [-50, 50, -60],
      [-50, 30, 10],
      [70, 10, 20],
      [80, 40, 30],
      [-40, 70, -70],
      [30, 0, -20],
    ]
    const path = made(cusped, true)
    const s = path.starts[7]!
    for (const d of [1e-5, 1e-6, 1e-7])
      expect(vec3.distance(pathTangent(path, s - d), pathTangent(path, s + d))).toBeLessThan(25 * d + 1e-9)
  })
  it('of three points is a parabola, of two a straight', () => {
    const three = made(
      [
        [0, 0, 0],
        [10, 10, 0],
        [20, 0, 0],
      ],
      false,
    )
    // Evenly in its parameter: its middle control points lie as those of a parabola do.
    near(pathPoint(three, three.length / 2), [10, 10, 0])
    expect(analysePath(three)).toMatchObject({ planar: true })
    const two = made(
      [
        [0, 0, 0],
        [30, 40, 0],
      ],
      false,
    )
    expect(two.segments[0]!.kind).toBe('line')
    expect(two.length).toBe(50)
  })
  it('sets off and arrives the way that is said, the further the more it weighs', () => {
    const up: Vec3 = [0, 0, 1]
    const ends = (weight: number) => ({
      start: { direction: up, weight },
      end: { direction: [1, 0, 0] as Vec3, weight },
    })
    const all: Vec3[] = [
      [0, 0, 0],
      [50, 0, 50],
      [100, 40, 50],
    ]
    const [light, heavy] = [0.5, 2].map((w) => made(all, false, ends(w))) as [Path, Path]
    for (const path of [light, heavy]) {
      near(pathTangent(path, 0), up)
      near(pathTangent(path, path.length), [1, 0, 0])
    }
    const off = (path: Path): number => Math.hypot(...pathPoint(path, 12).slice(0, 2))
    expect(off(heavy)).toBeLessThan(off(light))
  })
  it('round a circle is near to it, and turned with its points', () => {
    const n = 16
    const ring = Array.from({ length: n }, (_, i): Vec3 => [
      40 * Math.cos(rad((360 * i) / n)),
      40 * Math.sin(rad((360 * i) / n)),
      5,
    ])
    const path = made(ring, true)
    expect(path.length / (2 * Math.PI * 40)).toBeCloseTo(1, 4)
    for (let s = 0; s < path.length; s += 7)
      expect(Math.hypot(...pathPoint(path, s).slice(0, 2))).toBeCloseTo(40, 2)
    const axis = vec3.unit([1, 2, 3])
    const turned = made(
      ring.map((p) => vec3.turnAbout(p, axis, 1)),
      true,
    )
    near(segmentPoint(turned.segments[3]!, 5), vec3.turnAbout(segmentPoint(path.segments[3]!, 5), axis, 1))
  })
  it('says what points cannot make one', () => {
    const wrong = (...args: Parameters<typeof splineThroughPoints>): unknown => {
      const r = splineThroughPoints(...args)
      return r.ok ? 'none' : r.fault
    }
    const two: Vec3[] = [
      [0, 0, 0],
      [10, 0, 0],
    ]
    expect(wrong(two, true)).toEqual([{ kind: 'too-few', least: 3 }])
    expect(wrong([...two, [10, 0, 0]], false)).toEqual([{ kind: 'same-place', node: 1, next: 2 }])
    const still = { direction: [0, 0, 0] as Vec3, weight: -1 }
    expect(wrong(two, false, { start: still })).toEqual([
      { kind: 'no-way', end: 'start' },
      { kind: 'weight', end: 'start' },
    ])
  })
})
