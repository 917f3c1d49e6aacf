import { indexArray, type Mesh } from '../../space/index.ts'
import type { MadeSolid } from '../library.ts'
import { ROUND, type Boundary } from '../boundary.ts'

/** What was made of shells, to be seen: a mesh with the normals of the faces it is of, its lines, and the shell of each triangle. */
export interface Skin {
  readonly mesh: Mesh
  /** The shell that each triangle of the mesh is of, by its number among those given. */
  readonly shells: Uint32Array
  readonly sharp: Uint32Array
  readonly tangent: Uint32Array
  readonly corners: Uint32Array
}

/** Cosine of the least angle of an edge that is drawn as one, about 2 degrees, and of normals that are one, about half of one. */
const SHARP = 0.9994
const ONE_NORMAL = 0.99996
/** Cosine of the angle up to which two sharp edges at a vertex run on. */
const RUNS_ON = 0.94

/**
 * The skin of a solid: every triangle gets the normals that its place had on the shell it comes from, turned over where it is the
 * wall of a cut; `last` says which faces are drawn last, as those of cut ends are.
 */
export function skinOf(
  made: Omit<MadeSolid, 'volume'>,
  shells: readonly Boundary[],
  last: (shell: number, tag: number) => boolean,
): Skin {
  const count = made.triangles.length / 3
  const planes = shells.map(firstOfPlane)
  /** Of each triangle, the triangle of its shell and its tag there. */
  const source = new Uint32Array(count)
  const tags = new Uint32Array(count)
  for (let i = 0; i < count; i++) {
    const [leaf, face] = [made.leaves[i]!, made.faces[i]!]
    source[i] = face >= ROUND ? face - ROUND : planes[leaf]!.get(face)!
    tags[i] = shells[leaf]!.tags[source[i]!]!
  }
  const order = Uint32Array.from({ length: count }, (_, i) => i)
  const late = Uint8Array.from(order, (i) => (last(made.leaves[i]!, tags[i]!) ? 1 : 0))
  order.sort((a, b) => late[a]! - late[b]! || a - b)

  const positions: number[] = []
  const normals: number[] = []
  const of = new Map<number, number[]>()
  const corners = new Uint32Array(3 * count)
  const normal: [number, number, number] = [0, 0, 0]
  order.forEach((i, at) => {
    const leaf = made.leaves[i]!
    for (let k = 0; k < 3; k++) {
      const v = made.triangles[3 * i + k]!
      normalAt(shells[leaf]!, source[i]!, made.positions, v, normal)
      if (made.turned[i]) for (let j = 0; j < 3; j++) normal[j]! *= -1
      const known = of.get(v) ?? []
      let vertex = known.find((w) => alike(normals, w, normal))
      if (vertex === undefined) {
        vertex = positions.length / 3
        positions.push(made.positions[3 * v]!, made.positions[3 * v + 1]!, made.positions[3 * v + 2]!)
        normals.push(...normal)
        of.set(v, [...known, vertex])
      }
      corners[3 * at + k] = vertex
    }
  })
  const triangles = indexArray(3 * count, positions.length / 3)
  triangles.set(corners)
  const mesh: Mesh = {
    positions: Float32Array.from(positions),
    normals: Float32Array.from(normals),
    triangles,
    tags: Uint32Array.from(order, (i) => tags[i]!),
  }
  return {
    mesh,
    shells: Uint32Array.from(order, (i) => made.leaves[i]!),
    ...linesOf(made, order, tags, corners, normals, positions),
  }
}

/** For each plane face of a shell, by its tag, one of its triangles. */
function firstOfPlane({ tags, flat }: Boundary): Map<number, number> {
  const first = new Map<number, number>()
  tags.forEach((tag, i) => {
    if (flat[i] && !first.has(tag)) first.set(tag, i)
  })
  return first
}

const alike = (normals: readonly number[], v: number, n: readonly number[]): boolean =>
  normals[3 * v]! * n[0]! + normals[3 * v + 1]! * n[1]! + normals[3 * v + 2]! * n[2]! > ONE_NORMAL

/** The normal of a shell at a place on a triangle of it: that of its corners, by how near the place is to each. */
function normalAt(
  shell: Boundary,
  triangle: number,
  places: Float64Array,
  v: number,
  out: [number, number, number],
): void {
  const n = shell.normals
  const at = 9 * triangle
  let [u, w] = [0, 0]
  if (!shell.flat[triangle]) {
    const { positions: p, triangles: t } = shell
    const [a, b, c] = [3 * t[3 * triangle]!, 3 * t[3 * triangle + 1]!, 3 * t[3 * triangle + 2]!]
    const q = 3 * v
    const [bx, by, bz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [cx, cy, cz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    const [x, y, z] = [places[q]! - p[a]!, places[q + 1]! - p[a + 1]!, places[q + 2]! - p[a + 2]!]
    const [bb, bc, cc] = [
      bx * bx + by * by + bz * bz,
      bx * cx + by * cy + bz * cz,
      cx * cx + cy * cy + cz * cz,
    ]
    const [xb, xc] = [x * bx + y * by + z * bz, x * cx + y * cy + z * cz]
    const area = bb * cc - bc * bc
    if (area > 0) {
      u = Math.min(1, Math.max(0, (cc * xb - bc * xc) / area))
      w = Math.min(1 - u, Math.max(0, (bb * xc - bc * xb) / area))
    }
  }
  let size = 0
  for (let j = 0; j < 3; j++) {
    out[j] = (1 - u - w) * n[at + j]! + u * n[at + 3 + j]! + w * n[at + 6 + j]!
    size += out[j]! * out[j]!
  }
  size = Math.sqrt(size) || 1
  for (let j = 0; j < 3; j++) out[j]! /= size
}

/** Edges between different faces: sharp where the normals part, tangent where they do not; none between planes that are one. */
function linesOf(
  made: Omit<MadeSolid, 'volume'>,
  order: Uint32Array,
  tags: Uint32Array,
  corners: Uint32Array,
  normals: readonly number[],
  positions: readonly number[],
): Pick<Skin, 'sharp' | 'tangent' | 'corners'> {
  const places = made.positions.length / 3
  /** The first of the two triangles at an edge, and where it starts there. */
  const open = new Map<number, number>()
  const sharp: number[] = []
  const tangent: number[] = []
  const along = new Map<number, number[]>()
  const dot = (a: number, b: number): number =>
    normals[3 * a]! * normals[3 * b]! +
    normals[3 * a + 1]! * normals[3 * b + 1]! +
    normals[3 * a + 2]! * normals[3 * b + 2]!
  order.forEach((i, at) => {
    for (let k = 0; k < 3; k++) {
      const [v, w] = [made.triangles[3 * i + k]!, made.triangles[3 * i + ((k + 1) % 3)]!]
      const key = Math.min(v, w) * places + Math.max(v, w)
      const other = open.get(key)
      if (other === undefined) {
        open.set(key, 3 * at + k)
        continue
      }
      open.delete(key)
      const j = order[Math.floor(other / 3)]!
      if (made.leaves[i] === made.leaves[j] && tags[i] === tags[j]) continue
      const [a, b] = [corners[3 * at + k]!, corners[3 * at + ((k + 1) % 3)]!]
      // The other triangle goes along the edge the other way.
      const next = 3 * Math.floor(other / 3) + ((other + 1 - 3 * Math.floor(other / 3)) % 3)
      const [oa, ob] = [corners[next]!, corners[other]!]
      const parts = Math.min(dot(a, oa), dot(b, ob)) < SHARP
      if (parts) {
        sharp.push(a, b)
        along.set(v, [...(along.get(v) ?? []), a, b])
        along.set(w, [...(along.get(w) ?? []), b, a])
      } else if (made.faces[i]! >= ROUND || made.faces[j]! >= ROUND) tangent.push(a, b)
    }
  })
  const meets: number[] = []
  for (const pairs of along.values()) {
    if (pairs.length !== 4 || cosineOf(positions, pairs) > -RUNS_ON) meets.push(pairs[0]!)
  }
  return {
    sharp: Uint32Array.from(sharp),
    tangent: Uint32Array.from(tangent),
    corners: Uint32Array.from(meets),
  }
}

/** Cosine of the angle between two edges that leave a vertex. */
function cosineOf(p: readonly number[], [a, b, c, d]: readonly number[]): number {
  const way = (from: number, to: number): number[] => [0, 1, 2].map((j) => p[3 * to + j]! - p[3 * from + j]!)
  const [u, v] = [way(a!, b!), way(c!, d!)]
  const length = (x: readonly number[]): number => Math.hypot(...x)
  return u.reduce((s, x, j) => s + x * v[j]!, 0) / (length(u) * length(v) || 1)
}
