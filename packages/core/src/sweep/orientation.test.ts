import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains, sharp } from '../../testing/chains.ts'
import { rad, TURN } from '../num/index.ts'
import {
  kinksOf,
  pathOfHelix,
  pathPart,
  pathPoint,
  pathTangent,
  pathThroughNodes,
  type Path,
  type PathNode,
} from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  courseAt,
  courseBetween,
  courseMost,
  courseOf,
  courseRange,
  fixedFrames,
  frameAt,
  rollAt,
  rollJump,
  squareFrames,
  steepStretches,
  twisted,
  uprightFrames,
} from './index.ts'

const pathOf = (nodes: PathNode[], closed = false): Path => {
  const r = pathThroughNodes(nodes, closed)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}
const helix = (pitch: number, turns: number): Path => {
  const h = pathOfHelix({ centre: [0, 0, 0], radius: 20, pitch, turns, hand: 'right' })
  if (!h.ok) throw new Error()
  return h.value
}
const Z: Vec3 = [0, 0, 1]
const space = [bend(0, 0, 0, 8), bend(60, 0, 20, 8), bend(75, 50, -10, 8), bend(0, 60, 40, 8)]

describe('courses', () => {
  it('are exact for straight and smooth changes, constant beyond', () => {
    const straight = courseBetween(10, 30, 1, 5)
    for (const u of [0, 0.25, 0.7, 1]) expect(courseAt(straight, 10 + 20 * u)).toBeCloseTo(1 + 4 * u, 12)
    const smooth = courseBetween(0, 8, 0, 1, 'smooth')
    for (const u of [0.1, 0.5, 0.9]) expect(courseAt(smooth, 8 * u)).toBeCloseTo(3 * u * u - 2 * u ** 3, 12)
    expect([courseAt(straight, -5), courseAt(straight, 99)]).toEqual([1, 5])
  })
  it('follow a wave of 24 periods to a millionth', () => {
    const f = (s: number): number => 1 + 0.1 * Math.sin((24 * TURN * s) / 300)
    const { course, sound } = courseOf(0, 300, f)
    expect(sound).toBe(true)
    for (let i = 0; i < 997; i++) {
      const s = (300 * i) / 997
      expect(Math.abs(courseAt(course, s) - f(s))).toBeLessThan(3e-6)
    }
  })
  it.each([64, 200, 256, 512])('follow %i waves, also where they stand in step with the looks', (waves) => {
    const f = (s: number): number => 1 + 0.1 * Math.sin((waves * TURN * s) / 300)
    const { course, sound } = courseOf(0, 300, f)
    expect(sound).toBe(true)
    let worst = 0
    for (let i = 0; i < 4999; i++)
      worst = Math.max(worst, Math.abs(courseAt(course, (300 * i) / 4999) - f((300 * i) / 4999)))
    expect(worst).toBeLessThan(3e-6)
    const { least, most } = courseRange(course, 0, 300)
    expect(least).toBeCloseTo(0.9, 5)
    expect(most).toBeCloseTo(1.1, 5)
    expect(courseMost(course, 0, 300).slope / ((0.1 * waves * TURN) / 300)).toBeCloseTo(1, 3)
  })
  it('say so where a function has more waves than can be followed, and stand a jump', () => {
    expect(courseOf(0, 300, (s) => Math.sin((20_000 * TURN * s) / 300)).sound).toBe(false)
    const step = courseOf(0, 300, (s) => (s < 123.4 ? 1 : 2))
    expect(step.sound).toBe(true)
    expect(courseAt(step.course, 123.3)).toBe(1)
    expect(courseAt(step.course, 123.5)).toBe(2)
  })
})

/** A frame carried without roll by integrating its defining equation with Runge-Kutta, from the path's points alone. */
function integrated(path: Path, up0: Vec3, steps: number): Vec3 {
  // up' = -(up . t') t: it changes along the tangent only. Curvature by differences within each segment.
  let up = up0
  path.segments.forEach((_, i) => {
    const [from, to] = [path.starts[i]!, path.starts[i + 1]!]
    const inner = 1e-9 * (to - from)
    const n = Math.max(4, Math.ceil((steps * (to - from)) / path.length))
    const h = (to - from - 2 * inner) / n
    const t = (s: number): Vec3 => pathTangent(path, Math.min(Math.max(s, from + inner), to - inner))
    const bendAt = (s: number): Vec3 => {
      const d = 1e-4 * (to - from)
      const [a, b] = [Math.max(s - d, from + inner), Math.min(s + d, to - inner)]
      return vec3.scale(vec3.sub(t(b), t(a)), 1 / (b - a))
    }
    const rate = (s: number, v: Vec3): Vec3 => vec3.scale(t(s), -vec3.dot(v, bendAt(s)))
    for (let k = 0; k < n; k++) {
      const s = from + inner + k * h
      const k1 = rate(s, up)
      const k2 = rate(s + h / 2, vec3.addScaled(up, k1, h / 2))
      const k3 = rate(s + h / 2, vec3.addScaled(up, k2, h / 2))
      const k4 = rate(s + h, vec3.addScaled(up, k3, h))
      up = vec3.addScaled(up, vec3.add(vec3.add(k1, vec3.scale(vec3.add(k2, k3), 2)), k4), h / 6)
    }
  })
  return up
}

describe('square turning', () => {
  it('agrees with integration of the frame on a closed path in space to 1e-6, its closing roll taken off', () => {
    const path = pathOf(space, true)
    const f = squareFrames(path)
    const up = integrated(path, frameAt(f, 0).b, 6000)
    const roll = rollAt(f, path.length)
    const end = frameAt(f, path.length)
    const back = vec3.turnAbout(end.b, end.t, -roll)
    expect(vec3.distance(back, up)).toBeLessThan(1e-6)
    expect(vec3.distance(end.b, frameAt(f, 0).b)).toBeLessThan(1e-9)
  })
})

describe('upright turning', () => {
  it('leans up exactly toward the direction on a helix, with a roll that is known', () => {
    const path = helix(30, 2)
    const f = uprightFrames(path, Z)
    for (const s of [0, 13, 77, path.length]) {
      const { t, n, b } = frameAt(f, s)
      expect(vec3.distance(b, vec3.unit(vec3.addScaled(Z, t, -t[2])))).toBeLessThan(1e-12)
      expect(Math.abs(n[2])).toBeLessThan(1e-12)
      expect(vec3.dot(n, vec3.cross(b, t))).toBeCloseTo(1, 12)
    }
    // Against the square frame it rolls by torsion times length.
    const rise = 30 / TURN
    const torsion = rise / (400 + rise * rise)
    const square = squareFrames(path)
    const angle = (s: number): number => {
      const a = frameAt(square, s)
      const b = frameAt(f, s).b
      return Math.atan2(-vec3.dot(b, a.n), vec3.dot(b, a.b))
    }
    const rolled = angle(path.length) - angle(0)
    expect(Math.cos(rolled - torsion * path.length)).toBeCloseTo(1, 9)
  })
  it('does not jump anywhere between corners, whatever the path', () => {
    fc.assert(
      fc.property(chains, (nodes) => {
        const path = pathOf(nodes)
        const f = uprightFrames(path, Z)
        const joints = path.starts
        const h = path.length * 1e-5
        for (let i = 1; i < 300; i++) {
          const s = (path.length * i) / 300
          if (joints.some((j) => Math.abs(j - s) < 2 * h)) continue
          const [a, b] = [frameAt(f, s - h), frameAt(f, s + h)]
          // The path turns by at most 2h over its least radius; the steep stretches add a roll, and neither jumps.
          expect(vec3.distance(a.b, b.b)).toBeLessThan(0.1)
        }
      }),
      { numRuns: 30 },
    )
  })
  it('is led across a rise straight up, and says where', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 20), bend(100, 0, 80, 20), sharp(100, 90, 80)])
    const steep = steepStretches(path, Z)
    expect(steep).toHaveLength(1)
    // From 80 degrees up on the first bend to 80 degrees down on the second.
    const arc = 20 * rad(80)
    expect(steep[0]!.from).toBeCloseTo(80 + arc, 6)
    expect(steep[0]!.to).toBeCloseTo(path.length - 70 - arc, 6)
    const f = uprightFrames(path, Z)
    const h = 1e-4
    for (const s of [steep[0]!.from, steep[0]!.to]) {
      const [a, b, c] = [s - 2 * h, s, s + 2 * h].map((x) => frameAt(f, x))
      expect(vec3.distance(a!.b, b!.b)).toBeLessThan(1e-3)
      // The roll's rate is the same on both sides.
      const turn = (p: typeof a, q: typeof a): number => vec3.dot(vec3.sub(q!.b, p!.b), b!.n)
      expect(Math.abs(turn(a, b) - turn(b, c))).toBeLessThan(1e-4)
    }
    // A straight up all along has no up at all: it stays as the square one is.
    const pole = pathOf([sharp(0, 0, 0), sharp(0, 0, 50)])
    expect(frameAt(uprightFrames(pole, Z), 20).b).toEqual(frameAt(squareFrames(pole), 20).b)
  })
  it('closes on a closed path without a closing roll', () => {
    const path = pathOf(space, true)
    const f = uprightFrames(path, Z)
    expect(vec3.distance(frameAt(f, 0).b, frameAt(f, path.length).b)).toBeLessThan(1e-9)
  })
  it('meets over mitres of flat paths, and tells the roll it lacks at others', () => {
    const flat = pathOf([sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, 70, 0)])
    expect(rollJump(uprightFrames(flat, Z), kinksOf(flat)[0]!)).toBeCloseTo(0, 12)
    const steepCorner = pathOf([sharp(0, 0, 0), sharp(100, 0, 40), sharp(100, 70, -30)])
    const kink = kinksOf(steepCorner)[0]!
    expect(rollJump(squareFrames(steepCorner), kink)).toBeCloseTo(0, 12)
    expect(Math.abs(rollJump(uprightFrames(steepCorner, Z), kink))).toBeGreaterThan(0.05)
  })
})

describe('fixed turning and twist', () => {
  it('keeps the frame of the start', () => {
    const path = pathOf(space)
    const f = fixedFrames(path)
    const first = frameAt(f, 0)
    const later = frameAt(f, 97)
    expect([later.n, later.b, later.t]).toEqual([first.n, first.b, first.t])
    expect(later.origin).toEqual(pathPoint(path, 97))
  })
  it('rolls by the twist about travel, right-handed', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(100, 0, 0)])
    const f = twisted(squareFrames(path), courseBetween(0, 100, 0, rad(180)))
    // Halfway, what pointed left (+Y) points up (+Z).
    expect(frameAt(f, 50).n).toEqual([0, 0, 1].map((v) => expect.closeTo(v, 12)))
    expect(frameAt(f, 100).n).toEqual([0, -1, 0].map((v) => expect.closeTo(v, 12)))
  })
})

describe('parts of a path', () => {
  it('are the same points, tangents and length as the whole between two stations', () => {
    fc.assert(
      fc.property(
        chains,
        fc.double({ min: 0, max: 0.45, noNaN: true }),
        fc.double({ min: 0.55, max: 1, noNaN: true }),
        (nodes, a, b) => {
          const path = pathOf(nodes)
          const [from, to] = [a * path.length, b * path.length]
          const part = pathPart(path, from, to)
          if (!part.ok) throw new Error(part.fault.message)
          expect(part.value.length).toBeCloseTo(to - from, 6)
          for (const u of [0, 0.3, 0.77, 1]) {
            const s = u * part.value.length
            expect(vec3.distance(pathPoint(part.value, s), pathPoint(path, from + s))).toBeLessThan(1e-6)
          }
          const mid = part.value.length / 2
          expect(vec3.distance(pathTangent(part.value, mid), pathTangent(path, from + mid))).toBeLessThan(
            1e-6,
          )
        },
      ),
      { numRuns: 50 },
    )
  })
  it('of a helix and out of bounds', () => {
    const path = helix(12, 3)
    const part = pathPart(path, 40, 200)
    if (!part.ok) throw new Error()
    expect(vec3.distance(pathPoint(part.value, 100), pathPoint(path, 140))).toBeLessThan(1e-9)
    expect(pathPart(path, 50, 50).ok).toBe(false)
    expect(pathPart(path, -1, 50).ok).toBe(false)
    expect(pathPart(path, 0, path.length + 1).ok).toBe(false)
  })
})
