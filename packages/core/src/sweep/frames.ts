import { vec3, type Vec3 } from '../space/index.ts'
import { tolerance } from '../num/index.ts'
import { courseAt, courseBetween, courseMost, type Course } from './course.ts'
import { angleFrom, leaned, nearTurn, type Upright } from './upright.ts'
import {
  curveSide,
  kinksOf,
  locate,
  segmentCurvature,
  segmentPoint,
  segmentTangent,
  segmentTorsion,
  type CurveSegment,
  type Path,
  type Segment,
} from '../path/index.ts'

/** Axes at a station: tangent, side (section x, left of travel seen from above), up (section y); right-handed t, n, b. */
export interface Frame {
  readonly origin: Vec3
  readonly t: Vec3
  readonly n: Vec3
  readonly b: Vec3
}

/** How the section keeps its direction: square to the path without roll, its up side toward a direction, or not at all. */
export type Turning = 'square' | 'upright' | 'fixed'

/**
 * Frames along a path as plain data. `sides[i]`, `ups[i]` are the axes without roll where segment i starts. On them go
 * `rolls`, angles along the run by the right-hand rule about travel: what closes a closed path (the angle left over after
 * one round, spread evenly), and twist. Upright ones lean up toward `upright.toward` but where the path nears it.
 */
export interface Frames {
  readonly path: Path
  readonly turning: Turning
  readonly sides: readonly Vec3[]
  readonly ups: readonly Vec3[]
  readonly rolls: readonly Course[]
  readonly upright?: Upright
}

/** Square turning: frames with no roll about an open path; on a closed one the section meets itself. */
export const squareFrames = (path: Path): Frames =>
  squareFramesFrom(path, startUp(path, segmentTangent(path.segments[0]!, 0)))

/** The same from which way the section's y goes at the start, unit and square to the path. */
export function squareFramesFrom(path: Path, up0: Vec3): Frames {
  const first = path.segments[0]!
  const t0 = segmentTangent(first, 0)
  const { sides, ups, side, up } = carriedAlong(path, vec3.cross(up0, t0), up0)
  const base = { path, turning: 'square', sides, ups } as const
  if (!path.closed) return { ...base, rolls: [] }
  const [endSide, endUp] = acrossJoint(path.segments.at(-1)!, first, side, up)
  const leftOver = Math.atan2(vec3.dot(endSide, up0), vec3.dot(endUp, up0))
  // Turning by +a about travel takes up to up cos a - side sin a, so the angle from `up` to `up0` is -leftOver.
  return { ...base, rolls: leftOver === 0 ? [] : [courseBetween(0, path.length, 0, -leftOver)] }
}

function carriedAlong(path: Path, side0: Vec3, up0: Vec3) {
  let [side, up] = [side0, up0]
  const sides: Vec3[] = []
  const ups: Vec3[] = []
  path.segments.forEach((g, i) => {
    const before = path.segments[i - 1]
    if (before) [side, up] = acrossJoint(before, g, side, up)
    sides.push(side)
    ups.push(up)
    ;[side, up] = carried(g, side, up, g.length)
  })
  return { sides, ups, side, up }
}

/** Fixed turning: the section keeps the frame of the start everywhere and only travels. */
export function fixedFrames(path: Path): Frames {
  const t0 = segmentTangent(path.segments[0]!, 0)
  const up0 = startUp(path, t0)
  const side0 = vec3.cross(up0, t0)
  const same = (v: Vec3): Vec3[] => path.segments.map(() => v)
  return { path, turning: 'fixed', sides: same(side0), ups: same(up0), rolls: [] }
}

/** Frames with one more roll on them: a twist. */
export function twisted(f: Frames, twist: Course): Frames {
  return { ...f, rolls: [...f.rolls, twist] }
}

/** The frame at a station; at a tangent break, that of the segment that starts there. */
export function frameAt(f: Frames, station: number): Frame {
  const { index, s } = locate(f.path, station)
  return frameOn(f, index, s)
}

/** The frame on segment `index` at s from its start. */
export function frameOn(f: Frames, index: number, s: number): Frame {
  const g = f.path.segments[index]!
  const origin = segmentPoint(g, s)
  const station = f.path.starts[index]! + s
  const roll = rollAt(f, station)
  if (f.turning === 'fixed') {
    const [n, b] = turned(f.sides[index]!, f.ups[index]!, roll)
    return { origin, t: vec3.cross(n, b), n, b }
  }
  const t = segmentTangent(g, s)
  let [n, b] = carried(g, f.sides[index]!, f.ups[index]!, s)
  if (f.upright) [n, b] = leaned(f.upright, station, t, n, b)
  ;[n, b] = turned(n, b, roll)
  return { origin, t, n, b }
}

/** The way the section goes on segment `index` at s: the path's own tangent. A section that only travels stands askew to it. */
export function wayOn(f: Frames, index: number, s: number): Vec3 {
  return segmentTangent(f.path.segments[index]!, s)
}

/** Side and up turned by a roll, by the right-hand rule about travel. */
export function turned(side: Vec3, up: Vec3, roll: number): [Vec3, Vec3] {
  if (roll === 0) return [side, up]
  return [vec3.round(side, up, roll), vec3.round(up, vec3.scale(side, -1), roll)]
}

/** Roll put on the frames at a station: closing and twist. */
export function rollAt(f: Frames, station: number): number {
  return f.rolls.reduce((sum, r) => sum + courseAt(r, station), 0)
}

/**
 * Roll about the path over a segment if it rolled all along as fast as it does at most, against frames without roll: so that
 * even steps of it are small enough everywhere. The roll of upright frames is taken from looks.
 */
export function rollOver(f: Frames, index: number): number {
  const from = f.path.starts[index]!
  const to = f.path.starts[index + 1]!
  const rolled = (to - from) * f.rolls.reduce((sum, r) => sum + courseMost(r, from, to).slope, 0)
  if (!f.upright) return rolled
  const g = f.path.segments[index]!
  let fastest = 0
  let before = 0
  for (let i = 0; i <= LEAN_LOOKS; i++) {
    const s = (g.length * i) / LEAN_LOOKS
    const [n, b] = carried(g, f.sides[index]!, f.ups[index]!, s)
    const [, up] = leaned(f.upright, from + s, segmentTangent(g, s), n, b)
    const angle = angleFrom(n, b, up)
    if (i > 0) fastest = Math.max(fastest, Math.abs(nearTurn(angle - before)))
    before = angle
  }
  return rolled + fastest * LEAN_LOOKS
}

const LEAN_LOOKS = 48

/** How fast upright frames roll against frames without roll on segment `index` at s, rad/mm: by a difference. */
export function leanRate(f: Frames, index: number, s: number): number {
  if (!f.upright) return 0
  const g = f.path.segments[index]!
  const width = Math.min(LEAN_WIDTH, g.length / 4)
  const angle = (at: number): number => {
    const [n, b] = carried(g, f.sides[index]!, f.ups[index]!, at)
    return angleFrom(n, b, leaned(f.upright!, f.path.starts[index]! + at, segmentTangent(g, at), n, b)[1])
  }
  const [from, to] = [Math.max(0, s - width), Math.min(g.length, s + width)]
  return nearTurn(angle(to) - angle(from)) / (to - from)
}

/** mm */
const LEAN_WIDTH = 1e-3

/**
 * Axes carried along a segment without roll, in closed form: unchanged on a straight, turned with an arc about its
 * axis and with a spline in its plane, and on a helix turned against the Frenet frame by torsion times length (Bishop, 1975).
 */
export function carried(g: Segment, side: Vec3, up: Vec3, s: number): [Vec3, Vec3] {
  switch (g.kind) {
    case 'line':
      return [side, up]
    case 'arc': {
      const axis = vec3.cross(g.out, g.along)
      const outThere = vec3.round(g.out, g.along, s / g.radius)
      const turned = (v: Vec3): Vec3 => {
        const radial = vec3.scale(outThere, vec3.dot(v, g.out))
        return vec3.addScaled(radial, axis, vec3.dot(v, axis))
      }
      return [turned(side), turned(up)]
    }
    case 'helix': {
      const t0 = segmentTangent(g, 0)
      const in0 = vec3.scale(g.out, -1)
      const bin0 = vec3.cross(t0, in0)
      const angle = (g.sweep * s) / g.length
      const inThere = vec3.scale(vec3.round(g.out, g.along, angle), -1)
      const binThere = vec3.cross(segmentTangent(g, s), inThere)
      const lag = -segmentTorsion(g) * s
      const turned = (v: Vec3): Vec3 => {
        const a = vec3.dot(v, in0)
        const b = vec3.dot(v, bin0)
        const [c, k] = [Math.cos(lag), Math.sin(lag)]
        return vec3.addScaled(vec3.scale(inThere, a * c - b * k), binThere, a * k + b * c)
      }
      return [turned(side), turned(up)]
    }
    case 'curve': {
      // By how they lie to a side that is carried along.
      const side0 = curveSide(g, 0)
      const up0 = vec3.cross(segmentTangent(g, 0), side0)
      const there = curveSide(g, s)
      const upThere = vec3.cross(segmentTangent(g, s), there)
      const turned = (v: Vec3): Vec3 =>
        vec3.addScaled(vec3.scale(there, vec3.dot(v, side0)), upThere, vec3.dot(v, up0))
      return [turned(side), turned(up)]
    }
    case 'spline': {
      // In its plane: the parts along the tangent's left and along the normal stay.
      const axis = vec3.cross(g.plane.x, g.plane.y)
      const left0 = vec3.cross(axis, segmentTangent(g, 0))
      const left = vec3.cross(axis, segmentTangent(g, s))
      const turned = (v: Vec3): Vec3 =>
        vec3.addScaled(vec3.scale(left, vec3.dot(v, left0)), axis, vec3.dot(v, axis))
      return [turned(side), turned(up)]
    }
  }
}

/** Across a joint: by the smallest turn that takes one tangent to the other. */
export function acrossJoint(before: Segment, after: Segment, side: Vec3, up: Vec3): [Vec3, Vec3] {
  const a = segmentTangent(before, before.length)
  const b = segmentTangent(after, 0)
  const axis = vec3.cross(a, b)
  const angle = vec3.angleBetween(a, b)
  if (angle <= tolerance.sameDirection) return squared(b, side, up)
  const unit = vec3.unit(axis)
  return squared(b, vec3.turnAbout(side, unit, angle), vec3.turnAbout(up, unit, angle))
}

/** Takes round-off out of axes, so that a thousand joints leave them square to the tangent. */
function squared(t: Vec3, side: Vec3, up: Vec3): [Vec3, Vec3] {
  const flat = vec3.unit(vec3.addScaled(up, t, -vec3.dot(up, t)))
  const across = vec3.cross(flat, t)
  return vec3.dot(across, side) >= 0 ? [across, flat] : [vec3.scale(across, -1), flat]
}

/**
 * Up at the start: the normal of the first turn, on the side that faces whoever looks from above, else from the front
 * (along +Y), else from the right (along -X). A planar path so keeps its normal. A straight path takes the nearest
 * of the same directions.
 */
export function startUp(path: Path, t0: Vec3): Vec3 {
  const normal = firstTurnNormal(path)
  if (normal) return facingViewer(normal)
  const wanted: Vec3 = Math.abs(t0[2]) < 0.9 ? [0, 0, 1] : [0, -1, 0]
  return vec3.unit(vec3.addScaled(wanted, t0, -vec3.dot(wanted, t0)))
}

function firstTurnNormal(path: Path): Vec3 | undefined {
  const kinks = new Map(kinksOf(path).map((k) => [k.after, k]))
  for (let i = 0; i < path.segments.length; i++) {
    const g = path.segments[i]!
    const kink = i > 0 ? kinks.get(i) : undefined
    if (kink) {
      const before = path.segments[kink.before]!
      return vec3.unit(vec3.cross(segmentTangent(before, before.length), segmentTangent(g, 0)))
    }
    if (g.kind === 'spline') return vec3.cross(g.plane.x, g.plane.y)
    if (g.kind === 'curve') {
      const normal = g.normal ?? turnNormal(g)
      if (normal) return normal
      continue
    }
    if (g.kind !== 'line') return vec3.unit(vec3.cross(segmentTangent(g, 0), vec3.scale(g.out, -1)))
  }
  return undefined
}

/** The normal of a curve's first turn: where it has curvature at its start, or else further on. */
function turnNormal(g: CurveSegment): Vec3 | undefined {
  for (const share of [0, 0.25, 0.5, 1]) {
    const bend = segmentCurvature(g, share * g.length)
    const normal = vec3.cross(segmentTangent(g, share * g.length), bend)
    if (vec3.length(normal) > tolerance.planarity) return vec3.unit(normal)
  }
  return undefined
}

function facingViewer(v: Vec3): Vec3 {
  for (const toward of [v[2], -v[1], v[0]]) {
    if (Math.abs(toward) > tolerance.planarity) return toward > 0 ? v : vec3.scale(v, -1)
  }
  return v
}
