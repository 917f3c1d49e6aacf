import { afford } from '../base/index.ts'
import type { Outline } from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { kinksOf, segmentTangent, type ArcSegment, type Kink } from '../path/index.ts'
import { isPlain, scaleAt, wholeChunk, type Carriage } from './carriage.ts'
import { frameOn, type Frame, type Frames, wayOn } from './frames.ts'
import { stationsIn, stepsIn } from './ring-steps.ts'
import { writeShape } from './shape.ts'

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
  /** Which point of the first ring each point of a closed run's last ring is, where they are not the same ones. */
  readonly seam?: Uint32Array
  /** The section rolls, grows or changes on the way, so that normals lean along it. */
  readonly changing: boolean
  /** Each ring's own points and normals, row after row, when the section changes its shape. */
  readonly points?: {
    readonly x: Float64Array
    readonly y: Float64Array
    readonly nx: Float64Array
    readonly ny: Float64Array
  }
}

export const RING_STRIDE = 15

/**
 * Places rings at every joint of a chunk and, in between, as closely as `chordError` asks. Where the section rolls by da
 * between rings, the two triangles of a side of length w leave its ruled surface by up to w/4 * da, so that rolling costs
 * rings in proportion to the longest side, on straights too.
 */
export function placeRings(
  c: Carriage,
  outline: Outline,
  chordError: number,
  chunk = wholeChunk(c.frames),
): Rings {
  const { frames: f } = c
  const { path } = f
  const plain = isPlain(c)
  const counts = stepsIn(c, outline, chordError, chunk)
  // The mesh itself tells how far it has come.
  afford(counts.reduce((sum, n) => sum + n, 1) * outline.x.length, 'the mesh')
  const places = stationsIn(c, chunk, counts)
  const kinks = kinksOf(path)
  const breakAt = new Map(
    kinks.filter((k) => k.after > chunk.first && k.after <= chunk.last).map((k) => [k.after, k]),
  )
  const seam = chunk.closed ? kinks.find((k) => k.after === 0) : undefined
  const count = places.reduce((sum, p) => sum + p.length, 1) + breakAt.size
  const rings: Rings = {
    count,
    data: new Float64Array(count * RING_STRIDE),
    stations: new Float64Array(count),
    segments: new Int32Array(count).fill(-1),
    copies: Int32Array.from({ length: count }, (_, i) => i),
    changing: !plain,
    ...(c.shape ? { points: shapeRows(count * c.shape.around) } : {}),
    ...(chunk.closed && c.seam ? { seam: c.seam } : {}),
  }
  let at = 0
  const put = (index: number, s: number, plane: Vec3 | undefined): void => {
    const station = path.starts[index]! + s
    const lean = plane && { plane, way: wayOn(f, index, s) }
    writeRing(rings.data, at, frameOn(f, index, s), lean, scaleAt(c, station))
    rings.stations[at] = station
    if (c.shape) writeShape(c.shape, station, rings.points!, at * c.shape.around)
    at++
  }
  const mitre = (kink: Kink | undefined): Vec3 | undefined =>
    kink && f.turning !== 'fixed' ? mitreLean(f, kink) : undefined
  places.forEach((inside, k) => {
    const i = chunk.first + k
    const g = path.segments[i]!
    const broken = breakAt.get(i)
    if (broken) {
      put(i - 1, path.segments[i - 1]!.length, mitre(broken))
      put(i, 0, mitre(broken))
      rings.copies[at - 1] = at - 2
    } else if (k === 0) put(i, -chunk.start.shift, chunk.start.plane ?? mitre(seam))
    else put(i, 0, undefined)
    rings.segments[at - 1] = i
    if (g.kind === 'arc' && plain) {
      const n = inside.length
      writeArcRings(rings.data, at, n, g, f.sides[i]!, f.ups[i]!)
      for (let j = 1; j < n; j++, at++) {
        rings.stations[at] = path.starts[i]! + (g.length * j) / n
        rings.segments[at] = i
      }
      return
    }
    for (let j = 1; j < inside.length; j++) {
      put(i, inside[j]!, undefined)
      rings.segments[at - 1] = i
    }
  })
  put(chunk.last, path.segments[chunk.last]!.length + chunk.end.shift, chunk.end.plane ?? mitre(seam))
  if (chunk.closed) rings.copies[at - 1] = 0
  return rings
}

const shapeRows = (n: number) => ({
  x: new Float64Array(n),
  y: new Float64Array(n),
  nx: new Float64Array(n),
  ny: new Float64Array(n),
})

/** Unit normal of the plane that halves a corner. */
export function mitreLean(f: Frames, kink: Kink): Vec3 {
  const before = f.path.segments[kink.before]!
  const a = segmentTangent(before, before.length)
  const b = segmentTangent(f.path.segments[kink.after]!, 0)
  return vec3.unit(vec3.add(a, b))
}

/** A plane that something ends in, and the way along which it is lengthened or shortened into it. */
export interface Lean {
  readonly plane: Vec3
  readonly way: Vec3
}

/** Leans an axis along the way into a plane. */
export function leaned(axis: Vec3, lean: Lean | undefined): Vec3 {
  return lean
    ? vec3.addScaled(axis, lean.way, -vec3.dot(axis, lean.plane) / vec3.dot(lean.way, lean.plane))
    : axis
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

function writeRing(
  data: Float64Array,
  ring: number,
  frame: Frame,
  lean: Lean | undefined,
  scale: number,
): void {
  const rows = [
    frame.origin,
    vec3.scale(leaned(frame.n, lean), scale),
    vec3.scale(leaned(frame.b, lean), scale),
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
