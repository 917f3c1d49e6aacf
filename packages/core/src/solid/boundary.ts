import { isMirroring, transformDirection, transformPoint, type Transform, type Vec3 } from '../space/index.ts'
import type { SolidMesh } from './library.ts'
import { memoBy } from '../base/index.ts'

/** The skin of a body of one step, with doubles: what bodies are put together from. */
export interface Boundary {
  /** Three numbers a vertex, mm; vertices that stand in one place are one. */
  readonly positions: Float64Array
  /** Three vertices a triangle, outward by the right-hand rule. */
  readonly triangles: Uint32Array
  /** The face of its step that each triangle is of. */
  readonly tags: Uint32Array
  /** 1 where the face is a plane: all its triangles lie in it. */
  readonly flat: Uint8Array
  /** Nine numbers a triangle: the true surface's outward normal at each of its corners. */
  readonly normals: Float32Array
}

/** A mesh whose vertices may stand in one place, and have normals. */
export interface SplitMesh {
  readonly positions: ArrayLike<number>
  readonly normals: ArrayLike<number>
  readonly triangles: ArrayLike<number>
  readonly tags: ArrayLike<number>
}

/** A shell from a mesh with a vertex for each normal: those in the very same place become one; slivers of no width are left out. */
export function boundaryOf(mesh: SplitMesh, isFlat: (tag: number) => boolean): Boundary {
  const { positions: p, normals: n, triangles: t, tags } = mesh
  const places = new Map<string, number>()
  const welded: number[] = []
  const index = Array.from({ length: p.length / 3 }, (_, v) => {
    const [x, y, z] = [p[3 * v]! + 0, p[3 * v + 1]! + 0, p[3 * v + 2]! + 0]
    const key = `${x} ${y} ${z}`
    let at = places.get(key)
    if (at === undefined) {
      places.set(key, (at = welded.length / 3))
      welded.push(x, y, z)
    }
    return at
  })
  const triangles: number[] = []
  const kept: number[] = []
  for (let f = 0; f < tags.length; f++) {
    const [a, b, c] = [index[t[3 * f]!]!, index[t[3 * f + 1]!]!, index[t[3 * f + 2]!]!]
    if (a === b || b === c || c === a) continue
    triangles.push(a, b, c)
    kept.push(f)
  }
  const normals = new Float32Array(9 * kept.length)
  kept.forEach((f, i) => {
    for (let k = 0; k < 3; k++)
      for (let j = 0; j < 3; j++) normals[9 * i + 3 * k + j] = n[3 * t[3 * f + k]! + j]!
  })
  return {
    positions: Float64Array.from(welded),
    triangles: Uint32Array.from(triangles),
    tags: Uint32Array.from(kept, (f) => tags[f]!),
    flat: Uint8Array.from(kept, (f) => (isFlat(tags[f]!) ? 1 : 0)),
    normals,
  }
}

/** Numbers from here on are single triangles of round faces; below, plane faces by their tag. */
export const ROUND = 2 ** 30

/** Places of what is joined are put on a grid this fine, mm: those that are one but for round-off are the very same then. */
const GRID = 2 ** -32
// Nothing added, as -0 is another number to the bit.
const onGrid = (x: number): number => Math.round(x / GRID) * GRID + 0

/**
 * A shell for the library: plane faces go by their tag, so that what lies in one plane is put together; on round ones each triangle
 * has a number of its own, by which the normal anywhere on it is found again.
 */
export const meshForSolids = memoBy(meshOfBoundary)

/** The same for what is joined to something: where they touch, their skins are the same to the bit, and nothing is left of them there. */
export const meshToJoin = memoBy((shell: Boundary): SolidMesh => {
  const mesh = meshForSolids(shell)
  return { ...mesh, positions: mesh.positions.map(onGrid) }
})

function meshOfBoundary({ positions, triangles, tags, flat }: Boundary): SolidMesh {
  return {
    positions,
    triangles,
    faces: Uint32Array.from(tags, (tag, i) => (flat[i] ? tag : ROUND + i)),
  }
}

/** A shell in a place; one that is mirrored is turned right side out. */
export function transformedBoundary(shell: Boundary, place: Transform): Boundary {
  const mirrored = isMirroring(place)
  const order = mirrored ? [0, 2, 1] : [0, 1, 2]
  const positions = new Float64Array(shell.positions.length)
  for (let i = 0; i < positions.length; i += 3)
    positions.set(transformPoint(place, shell.positions.subarray(i, i + 3) as unknown as Vec3), i)
  const triangles = new Uint32Array(shell.triangles.length)
  const normals = new Float32Array(shell.normals.length)
  for (let t = 0; t < shell.tags.length; t++)
    order.forEach((from, to) => {
      triangles[3 * t + to] = shell.triangles[3 * t + from]!
      const n = shell.normals.subarray(9 * t + 3 * from, 9 * t + 3 * from + 3) as unknown as Vec3
      normals.set(transformDirection(place, n), 9 * t + 3 * to)
    })
  return { ...shell, positions, triangles, normals }
}
