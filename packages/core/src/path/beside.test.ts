import { describe, expect, it } from 'vitest'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  arcSegment,
  lineSegment,
  makePath,
  pathBeside,
  pathPoint,
  pathThroughNodes,
  splineThroughPoints,
  nearestOnSegment,
  segmentPoint,
  type CornersBeside,
  type Path,
} from './index.ts'

const through = (points: readonly Vec3[], radius = 0, closed = false): Path => {
  const made = pathThroughNodes(
    points.map((point) => ({ point, corner: radius > 0 ? { kind: 'bend', radius } : { kind: 'sharp' } })),
    closed,
  )
  if (!made.ok) throw new Error('no path')
  return made.value.path
}
const beside = (path: Path, by: number, corners: CornersBeside = 'extended'): Path => {
  const made = pathBeside(path, by, corners)
  if (!made.ok) throw new Error(made.fault.message)
  return made.value
}
const refusal = (path: Path, by: number): string => {
  const made = pathBeside(path, by, 'extended')
  return made.ok ? 'none' : made.fault.message
}
const SQUARE: Vec3[] = [
  [0, 0, 5],
  [100, 0, 5],
  [100, 60, 5],
  [0, 60, 5],
]

describe('a path beside another', () => {
  it('of a closed frame shrinks inside and grows outside, corners met or rounded', () => {
    // Counter-clockwise from above: left is inside.
    const ring = through(SQUARE, 0, true)
    expect(beside(ring, 10).length).toBeCloseTo(2 * (80 + 40), 9)
    expect(beside(ring, -10).length).toBeCloseTo(2 * (120 + 80), 9)
    expect(beside(ring, -10, 'rounded').length).toBeCloseTo(320 + 2 * Math.PI * 10, 9)
    expect(beside(ring, 10).closed).toBe(true)
    expect(beside(ring, 10).segments.every((g) => g.kind === 'line')).toBe(true)
  })
  it('of bends has radii larger outside and smaller inside; too tight a bend is told', () => {
    const bent = through(SQUARE.slice(0, 3), 15)
    const radii = (p: Path): number[] => p.segments.flatMap((g) => (g.kind === 'arc' ? [g.radius] : []))
    expect(radii(beside(bent, 5))).toEqual([expect.closeTo(10, 9)])
    expect(radii(beside(bent, -5))).toEqual([expect.closeTo(20, 9)])
    expect(refusal(bent, 15)).toContain('the bend at 85 mm is tighter')
    // Back again it is itself.
    const back = beside(beside(bent, 5), -5)
    expect(back.length).toBeCloseTo(bent.length, 9)
    expect(vec3.distance(pathPoint(back, 77), pathPoint(bent, 77))).toBeLessThan(1e-9)
  })
  it('goes to the left for whoever looks from above, or from the front', () => {
    const line = (way: Vec3): Path =>
      makePath([{ segment: lineSegment([1, 2, 3], way, 50), origin: { kind: 'leg', index: 0 } }], false)
    const start = (way: Vec3): Vec3 => pathPoint(beside(line(way), 4), 0)
    expect(start([1, 0, 0])).toEqual([1, 6, 3])
    expect(start([0, 0, 1]).map((v) => v + 0)).toEqual([-3, 2, 3])
    const front = through(
      [
        [0, 0, 0],
        [100, 0, 0],
        [100, 0, 80],
      ],
      10,
    )
    expect(pathPoint(beside(front, 5), 0)).toEqual([0, 0, 5].map((v) => expect.closeTo(v, 9)))
  })
  it('of a free curve stays at its distance all along', () => {
    const made = splineThroughPoints(
      [
        [0, 0, 0],
        [60, 30, 0],
        [120, -20, 0],
        [200, 10, 0],
      ],
      false,
    )
    if (!made.ok) throw new Error('no spline')
    const moved = beside(made.value, 6)
    for (let i = 0; i <= 50; i++) {
      const p = pathPoint(moved, (moved.length * i) / 50)
      const off = Math.min(
        ...made.value.segments.map((g) => vec3.distance(p, segmentPoint(g, nearestOnSegment(g, p)))),
      )
      expect(off).toBeCloseTo(6, 4)
    }
    expect(refusal(made.value, 400)).toContain('tighter than the distance')
  })
  it('is refused off a plane; by nothing it is itself', () => {
    const twisted = through([
      [0, 0, 0],
      [50, 0, 0],
      [50, 50, 0],
      [50, 50, 50],
    ])
    expect(refusal(twisted, 5)).toContain('lies in one plane')
    expect(beside(through(SQUARE), 0).length).toBeCloseTo(260, 9)
    const arc = makePath(
      [{ segment: arcSegment([0, 0, 0], [1, 0, 0], [0, 1, 0], 20, 3), origin: { kind: 'leg', index: 0 } }],
      false,
    )
    expect(beside(arc, 5).length).toBeCloseTo(45, 9)
  })
})
