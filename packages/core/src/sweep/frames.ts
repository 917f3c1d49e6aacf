import { vec3, type Vec3 } from '../space/index.ts'
import { tolerance } from '../num/index.ts'
import {
  kinksOf,
  locate,
  segmentPoint,
  segmentTangent,
  segmentTorsion,
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

/**
 * Square turning: frames with no roll about the path. `sides[i]`, `ups[i]` are the axes where segment i starts, before
 * the closing roll. On a closed path the angle left over after one round is spread evenly along it as `roll`, so that
 * the section meets itself.
 */
export interface SquareFrames {
  readonly path: Path
  readonly sides: readonly Vec3[]
  readonly ups: readonly Vec3[]
  /** Roll at the path's end against no roll, right-hand rule about travel; 0 on an open path. */
  readonly roll: number
}

export function squareFrames(path: Path): SquareFrames {
  const first = path.segments[0]!
  const t0 = segmentTangent(first, 0)
  const up0 = startUp(path, t0)
  let up = up0
  let side = vec3.cross(up, t0)
  const sides: Vec3[] = []
  const ups: Vec3[] = []
  path.segments.forEach((g, i) => {
    const before = path.segments[i - 1]
    if (before) [side, up] = acrossJoint(before, g, side, up)
    sides.push(side)
    ups.push(up)
    ;[side, up] = carried(g, side, up, g.length)
  })
  if (path.closed) [side, up] = acrossJoint(path.segments.at(-1)!, first, side, up)
  const leftOver = path.closed ? Math.atan2(vec3.dot(side, up0), vec3.dot(up, up0)) : 0
  // Turning by +a about travel takes up to up cos a - side sin a, so the angle from `up` to `up0` is -leftOver.
  return { path, sides, ups, roll: leftOver === 0 ? 0 : -leftOver }
}

/** The frame at a station; at a tangent break, that of the segment that starts there. */
export function frameAt(f: SquareFrames, station: number): Frame {
  const { index, s } = locate(f.path, station)
  return frameOn(f, index, s)
}

/** The frame on segment `index` at s from its start. */
export function frameOn(f: SquareFrames, index: number, s: number): Frame {
  const g = f.path.segments[index]!
  const [side, up] = carried(g, f.sides[index]!, f.ups[index]!, s)
  const roll = rollAt(f, f.path.starts[index]! + s)
  const origin = segmentPoint(g, s)
  const t = segmentTangent(g, s)
  if (roll === 0) return { origin, t, n: side, b: up }
  return {
    origin,
    t,
    n: vec3.round(side, up, roll),
    b: vec3.round(up, vec3.scale(side, -1), roll),
  }
}

/** Closing roll reached at a station. */
export function rollAt(f: SquareFrames, station: number): number {
  return f.roll === 0 ? 0 : (f.roll * station) / f.path.length
}

/**
 * Axes carried along a segment without roll, in closed form: unchanged on a straight, turned with an arc about its
 * axis, and on a helix turned against the Frenet frame by torsion times length (Bishop, 1975).
 */
function carried(g: Segment, side: Vec3, up: Vec3, s: number): [Vec3, Vec3] {
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
  }
}

/** Across a joint: by the smallest turn that takes one tangent to the other. */
function acrossJoint(before: Segment, after: Segment, side: Vec3, up: Vec3): [Vec3, Vec3] {
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
function startUp(path: Path, t0: Vec3): Vec3 {
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
    if (g.kind !== 'line') return vec3.unit(vec3.cross(segmentTangent(g, 0), vec3.scale(g.out, -1)))
  }
  return undefined
}

function facingViewer(v: Vec3): Vec3 {
  for (const toward of [v[2], -v[1], v[0]]) {
    if (Math.abs(toward) > tolerance.planarity) return toward > 0 ? v : vec3.scale(v, -1)
  }
  return v
}
