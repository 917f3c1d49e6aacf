import { look } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { indexArray, type Mesh } from '../space/index.ts'
import type { Outline } from '../profile/index.ts'
import { RING_STRIDE, type Rings } from './rings.ts'
import { packTag } from './tags.ts'

/** What is worked on, in words. */
const MESH = 'the mesh'

/** How the edges of an outline are counted among those of its body: from which on, and how many there are in all. */
export interface Edges {
  readonly first: number
  readonly all: number
}

/** The edges of an outline that is all of its body's section. */
export const edgesOf = (outline: Outline): Edges => ({
  first: 0,
  all: outline.sideEdge.reduce((most, e) => Math.max(most, e + 1), 1),
})

/**
 * The body of a run: an outline carried through rings. Vertex layout: ring after ring, `outline.x.length` vertices
 * each; an open run adds one copy of the outline at each end for the flat faces. Faces are numbered among those of the
 * whole body by `edges`.
 */
export function meshRun(outline: Outline, rings: Rings, closed: boolean, edges = edgesOf(outline)): Mesh {
  const around = outline.x.length
  const sides = outline.sideFrom.length
  const capTriangles = closed ? 0 : outline.cap.length / 3
  let bands = 0
  for (let r = 0; r < rings.count; r++) if (rings.segments[r]! >= 0) bands++
  const vertices = (rings.count + (closed ? 0 : 2)) * around
  const faces = bands * sides * 2 + capTriangles * 2
  const positions = new Float32Array(vertices * 3)
  const normals = new Float32Array(vertices * 3)
  const triangles = indexArray(faces * 3, vertices)
  const tags = new Uint32Array(faces)

  placeVertices(outline, rings, positions, normals)
  if (rings.changing) leanNormals(outline.x.length, rings, positions, normals)
  const used = joinBands(outline, rings, triangles, tags, edges)
  if (!closed) {
    const first = rings.count * around
    copyRing(positions, 0, first, around)
    copyRing(positions, rings.count - 1, first + around, around)
    faceEnd(normals, first, around, rings, 0, -1)
    faceEnd(normals, first + around, around, rings, rings.count - 1, 1)
    fillEnds(outline, first, used, triangles, tags, rings, edges)
  }
  return { positions, normals, triangles, tags }
}

/** The hot loop: every ring's copy of the outline, positions and normals. */
function placeVertices(outline: Outline, rings: Rings, positions: Float32Array, normals: Float32Array): void {
  const { x, y, nx, ny } = rings.points ?? outline
  const around = outline.x.length
  /** Points of a changing shape are those of the ring; others the same for all. */
  const stride = rings.points ? around : 0
  const d = rings.data
  for (let r = 0; r < rings.count; r++) {
    look(around, MESH)
    // A copied ring stands where its source stands, to the bit; its normals are its own.
    const p = rings.copies[r]! * RING_STRIDE
    const ox = d[p]!
    const oy = d[p + 1]!
    const oz = d[p + 2]!
    const ux = d[p + 3]!
    const uy = d[p + 4]!
    const uz = d[p + 5]!
    const vx = d[p + 6]!
    const vy = d[p + 7]!
    const vz = d[p + 8]!
    const q = r * RING_STRIDE
    const sx = d[q + 9]!
    const sy = d[q + 10]!
    const sz = d[q + 11]!
    const bx = d[q + 12]!
    const by = d[q + 13]!
    const bz = d[q + 14]!
    let at = r * around * 3
    const row = rings.copies[r]! * stride
    if (rings.seam && r === rings.count - 1) {
      placeSeam(outline, rings, positions, normals)
      continue
    }
    for (let i = 0; i < around; i++) {
      const a = x[row + i]!
      const b = y[row + i]!
      const na = nx[row + i]!
      const nb = ny[row + i]!
      positions[at] = ox + a * ux + b * vx
      positions[at + 1] = oy + a * uy + b * vy
      positions[at + 2] = oz + a * uz + b * vz
      normals[at] = na * sx + nb * bx
      normals[at + 1] = na * sy + nb * by
      normals[at + 2] = na * sz + nb * bz
      at += 3
    }
  }
}

/** The last ring of a closed run whose points meet others of the first ring: it stands where those stand, to the bit. */
function placeSeam(outline: Outline, rings: Rings, positions: Float32Array, normals: Float32Array): void {
  const around = outline.x.length
  const last = rings.count - 1
  const { nx, ny } = rings.points ?? outline
  const row = rings.points ? last * around : 0
  const [sx, sy, sz, bx, by, bz] = rings.data.subarray(
    last * RING_STRIDE + 9,
    last * RING_STRIDE + 15,
  ) as unknown as [number, number, number, number, number, number]
  for (let i = 0; i < around; i++) {
    const at = (last * around + i) * 3
    const from = rings.seam![i]! * 3
    for (let k = 0; k < 3; k++) positions[at + k] = positions[from + k]!
    const [na, nb] = [nx[row + i]!, ny[row + i]!]
    normals[at] = na * sx + nb * bx
    normals[at + 1] = na * sy + nb * by
    normals[at + 2] = na * sz + nb * bz
  }
}

/**
 * Normals of a section that rolls, grows or changes: square to the way each point goes as well as to its outline, so from
 * the normal n0 in the section's plane with normal t and the way w: n0 - t (w . n0)/(w . t).
 */
function leanNormals(around: number, rings: Rings, p: Float32Array, normals: Float32Array): void {
  const d = rings.data
  for (let r = 0; r < rings.count; r++) {
    const next = rings.segments[r]! >= 0 ? r + 1 : r
    const before = r > 0 && rings.segments[r - 1]! >= 0 ? r - 1 : r
    const q = r * RING_STRIDE
    const tx = d[q + 10]! * d[q + 14]! - d[q + 11]! * d[q + 13]!
    const ty = d[q + 11]! * d[q + 12]! - d[q + 9]! * d[q + 14]!
    const tz = d[q + 9]! * d[q + 13]! - d[q + 10]! * d[q + 12]!
    for (let i = 0; i < around; i++) {
      const a = (before * around + i) * 3
      const b = (next * around + i) * 3
      const wx = p[b]! - p[a]!
      const wy = p[b + 1]! - p[a + 1]!
      const wz = p[b + 2]! - p[a + 2]!
      const along = wx * tx + wy * ty + wz * tz
      const at = (r * around + i) * 3
      const nx = normals[at]!
      const ny = normals[at + 1]!
      const nz = normals[at + 2]!
      const k = along > tolerance.vanishes ? (wx * nx + wy * ny + wz * nz) / along : 0
      const mx = nx - k * tx
      const my = ny - k * ty
      const mz = nz - k * tz
      const size = Math.sqrt(mx * mx + my * my + mz * mz) || 1
      normals[at] = mx / size
      normals[at + 1] = my / size
      normals[at + 2] = mz / size
    }
  }
}

/** Two triangles for every outline side between rings that belong together; gives the number of triangles written. */
function joinBands(
  outline: Outline,
  rings: Rings,
  triangles: Mesh['triangles'],
  tags: Uint32Array,
  { first, all }: Edges,
): number {
  const { sideFrom, sideTo } = outline
  const around = outline.x.length
  const sides = sideFrom.length
  const edgeTags = Float64Array.from(outline.sideEdge, (edge) => packTag('side', first + edge, 0, all))
  let at = 0
  let face = 0
  for (let r = 0; r < rings.count; r++) {
    const segment = rings.segments[r]!
    if (segment < 0) continue
    look(around, MESH)
    const here = r * around
    const next = here + around
    const segmentTag = packTag('side', 0, segment, all)
    for (let i = 0; i < sides; i++) {
      const a = sideFrom[i]!
      const b = sideTo[i]!
      const hereA = here + a
      const nextB = next + b
      triangles[at] = hereA
      triangles[at + 1] = here + b
      triangles[at + 2] = nextB
      triangles[at + 3] = hereA
      triangles[at + 4] = nextB
      triangles[at + 5] = next + a
      at += 6
      const tag = edgeTags[i]! + segmentTag
      tags[face] = tag
      tags[face + 1] = tag
      face += 2
    }
  }
  return face
}

function copyRing(positions: Float32Array, ring: number, toVertex: number, around: number): void {
  positions.copyWithin(toVertex * 3, ring * around * 3, (ring + 1) * around * 3)
}

/** Normals of an end face: along the tangent, n x b, forward or back. */
function faceEnd(
  normals: Float32Array,
  first: number,
  around: number,
  rings: Rings,
  ring: number,
  sign: number,
): void {
  const d = rings.data.subarray(ring * RING_STRIDE, (ring + 1) * RING_STRIDE)
  const t = [
    d[10]! * d[14]! - d[11]! * d[13]!,
    d[11]! * d[12]! - d[9]! * d[14]!,
    d[9]! * d[13]! - d[10]! * d[12]!,
  ]
  for (let i = 0; i < around * 3; i++) normals[first * 3 + i] = sign * t[i % 3]!
}

function fillEnds(
  outline: Outline,
  first: number,
  usedFaces: number,
  triangles: Mesh['triangles'],
  tags: Uint32Array,
  rings: Rings,
  { all }: Edges,
): void {
  const { cap } = outline
  const around = outline.x.length
  const last = rings.segments.reduce((most, s) => Math.max(most, s), 0)
  let face = usedFaces
  for (let i = 0; i < cap.length; i += 3) {
    triangles.set([first + cap[i]!, first + cap[i + 2]!, first + cap[i + 1]!], face * 3)
    tags[face++] = packTag('start', 0, 0, all)
  }
  for (let i = 0; i < cap.length; i += 3) {
    const base = first + around
    triangles.set([base + cap[i]!, base + cap[i + 1]!, base + cap[i + 2]!], face * 3)
    tags[face++] = packTag('end', 0, last, all)
  }
}
