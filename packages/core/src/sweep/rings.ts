import { arcSteps, type Outline } from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  kinksOf,
  segmentRadius,
  segmentTangent,
  segmentTurn,
  type ArcSegment,
  type Kink,
} from '../path/index.ts'
import { frameOn, type Frame, type SquareFrames } from './frames.ts'

/**
 * Copies of the section along the path. Ring r is at `origin + x * u + y * v` with normals `nx * n + ny * b`; u and v
 * lean out of the section plane at a mitre. 15 numbers a ring: origin, u, v, n, b.
 */
export interface Rings {
  readonly count: number
  readonly data: Float64Array
  readonly stations: Float64Array
  /** The path segment of the band from this ring to the next; -1 where no band follows (at a break, and at the end). */
  readonly segments: Int32Array
  /** Ring r takes its place from ring `copies[r]` (a break: same place, other normals; a closed end: the first ring). */
  readonly copies: Int32Array
}

export const RING_STRIDE = 15

/**
 * Places rings at every joint and, in between, as closely as `chordError` asks. Where the section rolls by da between
 * rings, the two triangles of a side of length w leave its ruled surface by up to w/4 * da, so that rolling costs
 * rings in proportion to the longest side, on straights too.
 */
export function placeRings(f: SquareFrames, outline: Outline, chordError: number): Rings {
  const { path } = f
  const { reach, longestSide } = measure(outline)
  const steps = path.segments.map((g, i) => {
    const turn = segmentTurn(g)
    const bending = turn > 0 ? arcSteps(segmentRadius(g) + reach, turn, chordError) : 1
    const share = f.roll === 0 ? 0 : (f.roll * (path.starts[i + 1]! - path.starts[i]!)) / path.length
    if (share === 0) return bending
    const flatness = Math.ceil((Math.abs(share) * longestSide) / (4 * chordError))
    return Math.max(bending, arcSteps(reach, share, chordError), flatness)
  })
  const kinks = kinksOf(path)
  const breakAt = new Map(kinks.filter((k) => k.after > 0).map((k) => [k.after, k]))
  const seam = kinks.find((k) => k.after === 0)
  const count = steps.reduce((sum, n) => sum + n, 1) + breakAt.size
  const rings = {
    count,
    data: new Float64Array(count * RING_STRIDE),
    stations: new Float64Array(count),
    segments: new Int32Array(count).fill(-1),
    copies: Int32Array.from({ length: count }, (_, i) => i),
  }
  let at = 0
  const put = (index: number, s: number, kink: Kink | undefined): void => {
    const frame = frameOn(f, index, s)
    const lean = kink ? mitreLean(f, kink) : undefined
    writeRing(rings.data, at, frame, lean)
    rings.stations[at] = path.starts[index]! + s
    at++
  }
  path.segments.forEach((g, i) => {
    const n = steps[i]!
    const broken = breakAt.get(i)
    if (broken) {
      put(i - 1, path.segments[i - 1]!.length, broken)
      put(i, 0, broken)
      rings.copies[at - 1] = at - 2
    } else put(i, 0, i === 0 ? seam : undefined)
    rings.segments[at - 1] = i
    if (g.kind === 'arc' && f.roll === 0) {
      writeArcRings(rings.data, at, n, g, f.sides[i]!, f.ups[i]!)
      for (let k = 1; k < n; k++, at++) {
        rings.stations[at] = path.starts[i]! + (g.length * k) / n
        rings.segments[at] = i
      }
      return
    }
    for (let k = 1; k < n; k++) {
      put(i, (g.length * k) / n, undefined)
      rings.segments[at - 1] = i
    }
  })
  const last = path.segments.length - 1
  put(last, path.segments[last]!.length, seam)
  if (path.closed) rings.copies[at - 1] = 0
  return rings
}

function measure(o: Outline): { reach: number; longestSide: number } {
  let reach = 0
  for (let i = 0; i < o.x.length; i++) reach = Math.max(reach, Math.hypot(o.x[i]!, o.y[i]!))
  let longestSide = 0
  for (let i = 0; i < o.sideFrom.length; i++) {
    const [a, b] = [o.sideFrom[i]!, o.sideTo[i]!]
    longestSide = Math.max(longestSide, Math.hypot(o.x[b]! - o.x[a]!, o.y[b]! - o.y[a]!))
  }
  return { reach, longestSide }
}

/** Unit normal of the plane that halves a corner. */
function mitreLean(f: SquareFrames, kink: Kink): Vec3 {
  const before = f.path.segments[kink.before]!
  const a = segmentTangent(before, before.length)
  const b = segmentTangent(f.path.segments[kink.after]!, 0)
  return vec3.unit(vec3.add(a, b))
}

/** Leans an axis along the tangent into the mitre plane. */
function leaned(axis: Vec3, t: Vec3, plane: Vec3 | undefined): Vec3 {
  return plane ? vec3.addScaled(axis, t, -vec3.dot(axis, plane) / vec3.dot(t, plane)) : axis
}

/**
 * The rings inside an arc, without an object for each: side and up keep their parts along the radius and along the
 * axis, and only the radius turns. The same frames as `frameOn` gives.
 */
function writeArcRings(
  data: Float64Array,
  first: number,
  n: number,
  g: ArcSegment,
  side: Vec3,
  up: Vec3,
): void {
  const axis = vec3.cross(g.out, g.along)
  const [cx, cy, cz] = g.centre
  const [ox, oy, oz] = g.out
  const [ax, ay, az] = g.along
  const [wx, wy, wz] = axis
  const sideOut = vec3.dot(side, g.out)
  const sideAxis = vec3.dot(side, axis)
  const upOut = vec3.dot(up, g.out)
  const upAxis = vec3.dot(up, axis)
  let at = first * RING_STRIDE
  for (let k = 1; k < n; k++) {
    const c = Math.cos((g.sweep * k) / n)
    const s = Math.sin((g.sweep * k) / n)
    const rx = ox * c + ax * s
    const ry = oy * c + ay * s
    const rz = oz * c + az * s
    data[at] = cx + rx * g.radius
    data[at + 1] = cy + ry * g.radius
    data[at + 2] = cz + rz * g.radius
    data[at + 3] = data[at + 9] = rx * sideOut + wx * sideAxis
    data[at + 4] = data[at + 10] = ry * sideOut + wy * sideAxis
    data[at + 5] = data[at + 11] = rz * sideOut + wz * sideAxis
    data[at + 6] = data[at + 12] = rx * upOut + wx * upAxis
    data[at + 7] = data[at + 13] = ry * upOut + wy * upAxis
    data[at + 8] = data[at + 14] = rz * upOut + wz * upAxis
    at += RING_STRIDE
  }
}

function writeRing(data: Float64Array, ring: number, frame: Frame, plane: Vec3 | undefined): void {
  const rows = [
    frame.origin,
    leaned(frame.n, frame.t, plane),
    leaned(frame.b, frame.t, plane),
    frame.n,
    frame.b,
  ]
  let at = ring * RING_STRIDE
  for (const row of rows) {
    data[at++] = row[0]
    data[at++] = row[1]
    data[at++] = row[2]
  }
}
