import { spend } from '../base/index.ts'
import { tolerance, chordTurn } from '../num/index.ts'
import type { Path } from '../path/index.ts'
import { triangulate, type Vec2 } from '../plane/index.ts'
import type { Outline } from '../profile/index.ts'
import { indexArray, vec3, type Mesh, type Vec3 } from '../space/index.ts'
import type { Carriage, Chunk } from './carriage.ts'
import { ringPlaces } from './doubles.ts'
import { joinRunMeshes } from './mesh-join.ts'
import { meshRun } from './mesh.ts'
import { placeRings, RING_STRIDE, type Rings } from './rings.ts'
import { packTag } from './tags.ts'

/** The edges of a loop of the section, counted over all of it: from the first of them to before the last. */
export interface LoopEdges {
  readonly from: number
  readonly to: number
}

/** A region of the section: its outer loop, its holes, its centroid without them, and how thick a plug in it is, mm. */
export interface ClosedRegion {
  readonly outer: LoopEdges
  readonly holes: readonly LoopEdges[]
  readonly centroid: Vec2
  readonly thick: number
}

/** How an end of a chunk is closed: a dome over each region, as high, or a plug in each hole. */
export type Closing = { readonly kind: 'dome'; readonly height: number } | { readonly kind: 'plug' }
export type Closings = { readonly start: Closing | undefined; readonly end: Closing | undefined }

/** A mesh and its places in double precision, in its order. */
export interface ClosedMesh {
  readonly mesh: Mesh
  readonly places: Float64Array
}

type Side = 'start' | 'end'

interface Work {
  readonly outline: Outline
  readonly rings: Rings
  readonly path: Path
  readonly edges: number
  readonly lastSegment: number
}

/**
 * The body of an open chunk that is closed at its ends, as one skin: a dome goes on from the ring that the section ends in, a plug shortens the
 * hole that it lies in. Undefined where a plug has no straight to lie in: what is put there then lies in what is there.
 */
export function meshClosed(
  c: Carriage,
  chunk: Chunk,
  outline: Outline,
  rings: Rings,
  closings: Closings,
  regions: readonly ClosedRegion[],
  chordError: number,
  edges: number,
): ClosedMesh | undefined {
  const { path } = c.frames
  const lastSegment = rings.segments.reduce((most, s) => Math.max(most, s), 0)
  const work: Work = { outline, rings, path, edges, lastSegment }
  const parts: ClosedMesh[] = []
  for (const region of regions) {
    const shorter = shortened(path, chunk, closings, region)
    if (!shorter) return undefined
    const filled = shorter === 'filled'
    const bore = shorter === chunk || filled ? rings : placeRings(c, outline, chordError, shorter)
    const outer = loopOf(outline, region.outer)
    const holes = filled ? [] : region.holes.map((h) => loopOf(outline, h))
    parts.push(sidesOf(work, rings, [outer]))
    if (holes.length > 0) parts.push(sidesOf(work, bore, holes))
    for (const side of ['start', 'end'] as const) {
      const closing = closings[side]
      const out = side === 'start' ? -1 : 1
      if (closing?.kind === 'dome') {
        parts.push(domeOn(work, outer, region.centroid, closing.height, chordError, side))
        // The flat wall that the hole ends at.
        for (const hole of holes) parts.push(faceOn(work, rings, [hole], side, -out))
        continue
      }
      parts.push(faceOn(work, rings, [outer, ...holes], side, out))
      if (closing?.kind !== 'plug') continue
      for (const hole of holes)
        parts.push(faceOn(work, rings, [hole], side, out), faceOn(work, bore, [hole], side, -out))
    }
  }
  return joined(parts)
}

/** The chunk that the holes of a region go along: without what plugs take of its straights. They may fill all of a straight one. */
function shortened(
  path: Path,
  chunk: Chunk,
  closings: Closings,
  region: ClosedRegion,
): Chunk | 'filled' | undefined {
  if (region.holes.length === 0) return chunk
  let shorter = chunk
  for (const side of ['start', 'end'] as const) {
    if (closings[side]?.kind !== 'plug') continue
    if (path.segments[side === 'start' ? chunk.first : chunk.last]!.kind !== 'line') return undefined
    const end = shorter[side]
    shorter = { ...shorter, [side]: { ...end, shift: end.shift - region.thick } }
  }
  if (shorter === chunk) return chunk
  const room = (index: number): number =>
    path.segments[index]!.length +
    (index === chunk.first ? Math.min(0, shorter.start.shift) : 0) +
    (index === chunk.last ? Math.min(0, shorter.end.shift) : 0)
  if (room(chunk.first) > tolerance.filledHole && room(chunk.last) > tolerance.filledHole) return shorter
  return chunk.first === chunk.last && !leans(chunk) && room(chunk.first) > -tolerance.filledHole
    ? 'filled'
    : undefined
}

const leans = ({ start, end }: Chunk): boolean => (start.plane ?? end.plane) !== undefined

/** The sides of a loop, one after the other. */
interface Loop {
  readonly sides: readonly number[]
  /** The places of it, each once, in its order: points of the outline. */
  readonly points: readonly number[]
}

function loopOf(outline: Outline, { from, to }: LoopEdges): Loop {
  const sides: number[] = []
  outline.sideEdge.forEach((edge, i) => {
    if (edge >= from && edge < to) sides.push(i)
  })
  return { sides, points: sides.map((i) => outline.sideFrom[i]!) }
}

/** What loops of the section leave on their way along rings. */
function sidesOf({ outline, path, edges }: Work, rings: Rings, loops: readonly Loop[]): ClosedMesh {
  const sides = loops.flatMap((l) => l.sides)
  const picked = [...new Set(sides.flatMap((i) => [outline.sideFrom[i]!, outline.sideTo[i]!]))]
  const place = new Map(picked.map((p, i) => [p, i]))
  const pick = (of: Float64Array, row = 0): number[] => picked.map((p) => of[row + p]!)
  const own: Outline = {
    x: Float64Array.from(pick(outline.x)),
    y: Float64Array.from(pick(outline.y)),
    nx: Float64Array.from(pick(outline.nx)),
    ny: Float64Array.from(pick(outline.ny)),
    sideFrom: Uint32Array.from(sides, (i) => place.get(outline.sideFrom[i]!)!),
    sideTo: Uint32Array.from(sides, (i) => place.get(outline.sideTo[i]!)!),
    sideEdge: Uint32Array.from(sides, (i) => outline.sideEdge[i]!),
    cap: new Uint32Array(0),
  }
  const around = outline.x.length
  const rows = (of: Float64Array): Float64Array =>
    Float64Array.from(Array.from({ length: rings.count }, (_, r) => pick(of, r * around)).flat())
  const { points } = rings
  const along: Rings = points
    ? {
        ...rings,
        points: { x: rows(points.x), y: rows(points.y), nx: rows(points.nx), ny: rows(points.ny) },
      }
    : rings
  // Without ends of its own.
  const mesh = meshRun(own, along, true, { first: 0, all: edges })
  return { mesh, places: ringPlaces(own, along, path, true) }
}

/** The section's places at its first ring or its last, and that ring's axes. */
function ringAt({ outline }: Work, rings: Rings, side: Side) {
  const r = side === 'start' ? 0 : rings.count - 1
  const axis = (k: number): Vec3 =>
    [...rings.data.subarray(r * RING_STRIDE + k, r * RING_STRIDE + k + 3)] as never
  const [origin, u, v, n, b] = [0, 3, 6, 9, 12].map(axis) as [Vec3, Vec3, Vec3, Vec3, Vec3]
  const row = rings.points ? r * outline.x.length : 0
  const from = rings.points ?? outline
  return {
    at: (i: number): Vec3 => vec3.addScaled(vec3.addScaled(origin, u, from.x[row + i]!), v, from.y[row + i]!),
    inPlane: ([x, y]: Vec2): Vec3 => vec3.addScaled(vec3.addScaled(origin, u, x), v, y),
    flat: (i: number): Vec2 => [from.x[row + i]!, from.y[row + i]!],
    normal: (i: number): Vec3 => vec3.addScaled(vec3.scale(n, from.nx[row + i]!), b, from.ny[row + i]!),
    /** Square to the plane of the ring, along the travel; and how the section itself stands there. */
    out: vec3.unit(vec3.cross(u, v)),
    tangent: vec3.cross(n, b),
  }
}

/** A flat face over loops, an outer one and what is left out of it, where a ring is: it looks along the travel, or back. */
function faceOn(work: Work, rings: Rings, loops: readonly Loop[], side: Side, looks: number): ClosedMesh {
  const ring = ringAt(work, rings, side)
  const points = loops.flatMap((l) => l.points)
  const filled = triangulate(loops.map((l) => l.points.flatMap((i) => ring.flat(i))))
  const segment = side === 'start' ? 0 : work.lastSegment
  return surface(
    points.map(ring.at),
    points.map(() => vec3.scale(ring.out, looks)),
    looks > 0 ? filled : filled.toReversed(),
    filled.length / 3,
    () => packTag(side, 0, segment, work.edges),
  )
}

/**
 * A dome on a loop: drawn in about the centroid as a quarter ellipse of a height, so that a round bar with a height of half its diameter gets
 * a half ball. Its top is cut off where it is within the chord error.
 */
function domeOn(
  work: Work,
  loop: Loop,
  about: Vec2,
  height: number,
  chordError: number,
  side: Side,
): ClosedMesh {
  const { outline, rings, edges, lastSegment } = work
  const out = side === 'start' ? -1 : 1
  const ring = ringAt(work, rings, side)
  const centre = ring.inPlane(about)
  const points = [...new Set(loop.sides.flatMap((i) => [outline.sideFrom[i]!, outline.sideTo[i]!]))]
  const place = new Map(points.map((p, i) => [p, i]))
  const around = points.length
  const base = points.map(ring.at)
  const size = Math.max(height, ...base.map((p) => vec3.distance(p, centre)))
  const steps = Math.max(6, Math.ceil(Math.PI / 2 / chordTurn(size, chordError)))
  // Memory is what a dome takes: two million points are as far as it goes.
  spend(15 * steps * around, 'a dome')
  const places: Vec3[] = []
  const normals: Vec3[] = []
  const triangles: number[] = []
  const segment = side === 'start' ? 0 : lastSegment
  const tags: number[] = []
  for (let row = 0; row <= steps; row++) {
    const angle = ((Math.PI / 2) * row) / (steps + TOP)
    const [drawn, z] = [Math.cos(angle), out * height * Math.sin(angle)]
    base.forEach((p, i) => {
      const from = vec3.sub(p, centre)
      places.push(row === 0 ? p : vec3.addScaled(vec3.addScaled(centre, from, drawn), ring.tangent, z))
      const n = ring.normal(points[i]!)
      const lean = out * Math.sin(angle) * vec3.dot(from, n)
      normals.push(vec3.unit(vec3.addScaled(vec3.scale(n, height * drawn), ring.tangent, lean)))
    })
    if (row === steps) break
    for (const i of loop.sides) {
      const [a, b] = [outline.sideFrom[i]!, outline.sideTo[i]!].map((p) => row * around + place.get(p)!)
      const [c, d] = [b! + around, a! + around]
      // Along the travel as a side goes; against it the other way round.
      triangles.push(...(out > 0 ? [a!, b!, c, a!, c, d] : [a!, c, b!, a!, d, c]))
      const tag = packTag(side, outline.sideEdge[i]!, segment, edges)
      tags.push(tag, tag)
    }
  }
  const top = loop.points.map((p) => steps * around + place.get(p)!)
  const filled = triangulate([loop.points.flatMap((i) => ring.flat(i))])
  const first = places.length
  for (const p of top) {
    places.push(places[p]!)
    normals.push(vec3.scale(ring.tangent, out))
  }
  for (const i of out > 0 ? filled : filled.toReversed()) triangles.push(first + i)
  return surface(
    places,
    normals,
    triangles,
    tags.length + filled.length / 3,
    (face) => tags[face] ?? packTag(side, 0, segment, edges),
  )
}

/** The top of a dome is left out where less than this share of a step is to go. */
const TOP = 0.35

function surface(
  places: readonly Vec3[],
  normals: readonly Vec3[],
  triangles: readonly number[],
  faces: number,
  tagOf: (face: number) => number,
): ClosedMesh {
  const all = Float64Array.from(places.flat())
  const index = indexArray(triangles.length, places.length)
  index.set(triangles)
  const mesh: Mesh = {
    positions: Float32Array.from(all),
    normals: Float32Array.from(normals.flat()),
    triangles: index,
    tags: Uint32Array.from({ length: faces }, (_, f) => tagOf(f)),
  }
  return { mesh, places: all }
}

function joined(parts: readonly ClosedMesh[]): ClosedMesh {
  const places = new Float64Array(parts.reduce((sum, p) => sum + p.places.length, 0))
  let at = 0
  for (const p of parts) {
    places.set(p.places, at)
    at += p.places.length
  }
  return { mesh: joinRunMeshes(parts.map((p) => p.mesh)), places }
}
