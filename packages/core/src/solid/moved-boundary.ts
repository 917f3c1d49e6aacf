import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Boundary } from './boundary.ts'

/** Normals nearer to each other than this cosine are one. */
const ONE_NORMAL = 1 - 1e-9

/**
 * A shell whose faces lie so many mm further in, each by its tag (below 0: further out). A vertex goes to where the tangent planes of the
 * faces that meet there do, or, of more than three, comes nearest to them: exact for plane faces, and within the chord error for others
 * that are not turned inside out by it.
 */
export function movedBoundary(shell: Boundary, by: (tag: number) => number): Boundary {
  const { positions, triangles, tags, normals } = shell
  const faces: { normal: Vec3; by: number }[][] = Array.from({ length: positions.length / 3 }, () => [])
  for (let t = 0; t < tags.length; t++)
    for (let k = 0; k < 3; k++) {
      const at = 9 * t + 3 * k
      const normal: Vec3 = [normals[at]!, normals[at + 1]!, normals[at + 2]!]
      const here = faces[triangles[3 * t + k]!]!
      const d = by(tags[t]!)
      if (!here.some((f) => f.by === d && vec3.dot(f.normal, normal) > ONE_NORMAL))
        here.push({ normal, by: d })
    }
  const moved = positions.slice()
  faces.forEach((here, v) => {
    const move = moveOf(here)
    for (let j = 0; j < 3; j++) moved[3 * v + j]! += move[j]!
  })
  const to = turnedBack(shell, moved, (v) => faces[v]!.length)
  return withoutSlivers({ ...shell, positions: moved, triangles: triangles.map((v) => to[v]!) })
}

/** How often it is looked for sides that are turned back; each time one more place from a corner may go. */
const MOST_LOOKS = 64

/**
 * Where vertices go: beside a corner of more faces, those that its move has passed, so that the way to them is turned back, go to where it
 * goes.
 */
function turnedBack(
  { positions, triangles }: Boundary,
  moved: Float64Array,
  facesAt: (v: number) => number,
): Uint32Array {
  const to = Uint32Array.from({ length: positions.length / 3 }, (_, v) => v)
  const way = (p: Float64Array, v: number, w: number): Vec3 => [
    p[3 * w]! - p[3 * v]!,
    p[3 * w + 1]! - p[3 * v + 1]!,
    p[3 * w + 2]! - p[3 * v + 2]!,
  ]
  for (let look = 0; look < MOST_LOOKS; look++) {
    let changed = false
    for (let i = 0; i < triangles.length; i++) {
      const [v, w] = [triangles[i]!, triangles[i % 3 === 2 ? i - 2 : i + 1]!]
      const [a, b] = [to[v]!, to[w]!]
      if (a === b || facesAt(a) === facesAt(b)) continue
      if (vec3.dot(way(positions, v, w), way(moved, a, b)) > 0) continue
      if (facesAt(a) > facesAt(b)) to[w] = a
      else to[v] = b
      changed = true
    }
    if (!changed) break
  }
  return to
}

/** A shell without the triangles that have a vertex twice. */
function withoutSlivers(shell: Boundary): Boundary {
  const { triangles: t, tags, flat, normals } = shell
  const kept = Array.from(tags.keys()).filter((i) => {
    const [a, b, c] = [t[3 * i], t[3 * i + 1], t[3 * i + 2]]
    return a !== b && b !== c && c !== a
  })
  if (kept.length === tags.length) return shell
  const pick = (list: ArrayLike<number>, width: number): number[] =>
    kept.flatMap((i) => Array.from({ length: width }, (_, k) => list[width * i + k]!))
  return {
    ...shell,
    triangles: Uint32Array.from(pick(t, 3)),
    tags: Uint32Array.from(pick(tags, 1)),
    flat: Uint8Array.from(pick(flat, 1)),
    normals: Float32Array.from(pick(normals, 9)),
  }
}

/** The least move that brings each face in by its distance, in the sense of least squares within the directions that their normals span. */
function moveOf(faces: readonly { readonly normal: Vec3; readonly by: number }[]): Vec3 {
  const basis: Vec3[] = []
  for (const { normal } of faces) {
    const own = basis.reduce<Vec3>((n, e) => vec3.addScaled(n, e, -vec3.dot(normal, e)), normal)
    if (basis.length < 3 && vec3.length(own) > tolerance.ownNormal) basis.push(vec3.unit(own))
  }
  const span = basis.length
  // The equations for the shares of each direction; a direction that is not there has a share of none.
  const rows = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j && i >= span ? 1 : 0))) as number[][]
  const right = [0, 0, 0]
  for (const { normal, by } of faces) {
    const n = basis.map((e) => vec3.dot(normal, e))
    for (let i = 0; i < span; i++) {
      for (let j = 0; j < span; j++) rows[i]![j]! += n[i]! * n[j]!
      right[i]! -= by * n[i]!
    }
  }
  // By Cramer's rule: the matrix is symmetric.
  const [a, b, c] = rows as unknown as readonly [Vec3, Vec3, Vec3]
  const sum = vec3.addScaled(
    vec3.addScaled(vec3.scale(vec3.cross(b, c), right[0]!), vec3.cross(c, a), right[1]!),
    vec3.cross(a, b),
    right[2]!,
  )
  const shares = vec3.scale(sum, 1 / vec3.dot(a, vec3.cross(b, c)))
  return basis.reduce<Vec3>((move, e, i) => vec3.addScaled(move, e, shares[i]!), [0, 0, 0])
}
