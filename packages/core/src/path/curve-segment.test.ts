import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { integrate, rad, TURN } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  analysePath,
  coilOf,
  curveSegment,
  helixSegment,
  makePath,
  nearestOnSegment,
  pathOfCoil,
  pathPoint,
  reverseSegment,
  segmentCurvature,
  segmentPart,
  segmentPoint,
  segmentTangent,
  segmentTorsion,
  type CoilSource,
  type Path,
  type SpaceCurve,
} from './index.ts'

const near = (a: Vec3, b: Vec3, within = 1e-9): void => expect(vec3.distance(a, b)).toBeLessThan(within)
const X: Vec3 = [1, 0, 0]
const Y: Vec3 = [0, 1, 0]
/** A helix of radius 20 and 10 a radian as a curve, and as what it is exactly. */
const curved = curveSegment(
  { kind: 'spiral', centre: [1, 2, 3], out: X, along: Y, radius: 20, grow: 0, rise: [10, 0, 0] },
  0,
  7,
)
const exact = helixSegment([1, 2, 3], X, Y, 20, 7, 70)

describe('a stretch of a space curve', () => {
  it('is a helix where it is one: length, places, curvature, torsion', () => {
    expect(curved.length / exact.length).toBeCloseTo(1, 12)
    expect(curved.radius).toBeCloseTo((400 + 100) / 20, 9)
    expect(curved.turn).toBeCloseTo(exact.length / curved.radius, 3)
    for (const s of [0, 13, 77.7, exact.length]) {
      near(segmentPoint(curved, s), segmentPoint(exact, s))
      near(segmentTangent(curved, s), segmentTangent(exact, s))
      near(segmentCurvature(curved, s), segmentCurvature(exact, s))
      expect(segmentTorsion(curved, s)).toBeCloseTo(10 / 500, 12)
    }
  })
  it('parted, reversed and come near to as any other', () => {
    const part = segmentPart(curved, 20, 90)
    expect(part.length).toBeCloseTo(70, 9)
    near(segmentPoint(part, 33), segmentPoint(curved, 53))
    const back = reverseSegment(curved)
    near(segmentPoint(back, 30), segmentPoint(curved, curved.length - 30))
    near(segmentTangent(back, 30), vec3.scale(segmentTangent(curved, curved.length - 30), -1))
    near(segmentCurvature(back, 30), segmentCurvature(curved, curved.length - 30))
    const off = vec3.addScaled(segmentPoint(curved, 60), segmentCurvature(curved, 60), 5)
    expect(nearestOnSegment(curved, off)).toBeCloseTo(60, 6)
  })
  it('has the box of its furthest places, and knows its plane', () => {
    const flat = curveSegment(
      {
        kind: 'cubic',
        points: [
          [0, 0, 1],
          [0, 30, 1],
          [40, 30, 1],
          [40, 0, 1],
        ],
      },
      0,
      1,
    )
    const path = makePath([{ segment: flat, origin: { kind: 'piece', index: 0 } }], false)
    const { box, planar, normal } = analysePath(path)
    near(box.max, [40, 22.5, 1])
    expect(planar).toBe(true)
    expect(Math.abs(normal![2])).toBeCloseTo(1, 12)
    const space: SpaceCurve = {
      kind: 'cubic',
      points: [
        [0, 0, 0],
        [10, 30, 0],
        [40, 30, 20],
        [40, 0, 50],
      ],
    }
    const bent = makePath(
      [{ segment: curveSegment(space, 0, 1), origin: { kind: 'piece', index: 0 } }],
      false,
    )
    expect(analysePath(bent).planar).toBe(false)
  })
  it('of a cubic any way: arc length by itself, and tangents along it', () => {
    const figure = fc.integer({ min: -50, max: 50 })
    const place = fc.tuple(figure, figure, figure)
    fc.assert(
      fc.property(
        fc.tuple(place, place, place, place),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (points, share) => {
          fc.pre(new Set(points.map(String)).size === 4)
          const g = curveSegment({ kind: 'cubic', points }, 0, 1)
          fc.pre(g.radius > 0.5)
          const s = share * g.length
          const h = 1e-4 * g.length
          const step = vec3.sub(segmentPoint(g, s + h), segmentPoint(g, s - h))
          expect(vec3.length(step) / (2 * h)).toBeCloseTo(1, 3)
          expect(vec3.dot(vec3.unit(step), segmentTangent(g, s))).toBeGreaterThan(1 - 1e-3)
        },
      ),
      { numRuns: 60 },
    )
  })
})

const coil = (more: Partial<CoilSource> = {}): CoilSource => ({
  radius: 20,
  endRadius: 20,
  sizes: { pitch: 10, turns: 5 },
  hand: 'right',
  closed: { start: 0, end: 0, rise: 3 },
  ends: { start: { kind: 'none' }, end: { kind: 'none' } },
  ...more,
})
const made = (c: CoilSource): Path => {
  const r = pathOfCoil(c)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const wrong = (c: CoilSource): string => {
  const r = pathOfCoil(c)
  return r.ok ? 'none' : r.fault.message
}

describe('a coil', () => {
  it('by any two of pitch, turns and height', () => {
    const length = 5 * Math.hypot(2 * Math.PI * 20, 10)
    for (const sizes of [
      { pitch: 10, turns: 5 },
      { pitch: 10, height: 50 },
      { turns: 5, height: 50 },
    ])
      expect(made(coil({ sizes })).length).toBeCloseTo(length, 9)
    expect(wrong(coil({ sizes: { pitch: 0, height: 50 } }))).toContain('no height is reached')
    expect(wrong(coil({ sizes: { pitch: 10, height: -50 } }))).toContain('-5 turns')
    expect(wrong(coil({ sizes: { pitch: 10, turns: 0 } }))).toContain('more than 0 turns')
  })
  it('that widens: a cone, by quadrature', () => {
    const cone = made(coil({ endRadius: 45 }))
    const k = 25 / (5 * TURN)
    const slope = (t: number): number => Math.hypot(20 + k * t, k, 10 / TURN)
    expect(cone.length / integrate(slope, 0, 5 * TURN)).toBeCloseTo(1, 10)
    near(pathPoint(cone, cone.length), [45, 0, 50], 1e-8)
  })
  it('flat: the spiral of Archimedes in closed form', () => {
    const spiral = made(coil({ radius: 10, endRadius: 60, sizes: { turns: 5, height: 0 } }))
    const k = 50 / (5 * TURN)
    const length = (r: number): number => (r * Math.hypot(r, k) + k * k * Math.asinh(r / k)) / (2 * k)
    expect(spiral.length / (length(60) - length(10))).toBeCloseTo(1, 10)
    expect(analysePath(spiral).planar).toBe(true)
  })
  it('the other hand is its mirror image', () => {
    const [right, left] = [made(coil({ endRadius: 30 })), made(coil({ endRadius: 30, hand: 'left' }))]
    for (const t of [0.1, 0.55, 1]) {
      const [x, y, z] = pathPoint(right, t * right.length)
      near(pathPoint(left, t * left.length), [x, -y, z], 1e-7)
    }
  })
  it('with closed ends: tangent all along, as high as it is said, by the turns that are left', () => {
    const closed = { start: 1, end: 2, rise: 3 }
    const c = coil({ sizes: { turns: 9, height: 80 }, closed })
    const path = made(c)
    expect(pathPoint(path, path.length)[2]).toBeCloseTo(80, 8)
    expect(analysePath(path).kinks).toEqual([])
    const { pitch } = (coilOf(c.sizes, closed) as { value: { pitch: number } }).value
    // 3 turns at 3, two halves that go over, 5 turns at the pitch.
    expect(3 * 3 + 2 * 0.5 * ((3 + pitch) / 2) + 5 * pitch).toBeCloseTo(80, 9)
    expect(wrong(coil({ sizes: { turns: 3, height: 80 }, closed }))).toContain('take 4 turns')
  })
  it('ends in straights and hooks that are tangent to it', () => {
    const ends = {
      start: { kind: 'straight', length: 15 },
      end: { kind: 'hook', radius: 8, angle: rad(180), length: 5 },
    } as const
    const [bare, path] = [made(coil()), made(coil({ ends }))]
    expect(path.length).toBeCloseTo(bare.length + 15 + 8 * Math.PI + 5, 9)
    expect(analysePath(path).kinks).toEqual([])
    // The hook bends away from the coil, along the axis.
    expect(pathPoint(path, path.length)[2]).toBeGreaterThan(50 + 15)
    const hooked = made(coil({ ends: { start: ends.end, end: { kind: 'none' } } }))
    expect(pathPoint(hooked, 0)[2]).toBeLessThan(-15)
    expect(wrong(coil({ ends: { ...ends, end: { ...ends.end, radius: 0 } } }))).toContain('radius of a hook')
  })
})
