import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { MadeSolid, SolidMesh } from './library.ts'

type Measured = Pick<SolidMesh, 'positions' | 'triangles'>
type Faced = Measured & Partial<Pick<MadeSolid, 'faces' | 'leaves'>>

/** One of the parts that a body falls into: those that do not touch. */
export interface SolidPart {
  /** mm3 */
  readonly volume: number
  /** How near it comes to a place, mm. */
  readonly away: number
  /** The middle of its corners. */
  readonly middle: Vec3
  /** A place on it: the middle of its largest triangle. */
  readonly on: Vec3
  /** Where its triangles part, if its faces are told: the two places between, and the third corner on either side; three numbers a place. */
  readonly outline: Float32Array
}

interface Counted {
  volume: number
  away: number
  sum: Vec3
  corners: number
  largest: number
  on: Vec3
}

/** The parts that a mesh falls into, the one nearest to a place first; a hollow counts with none. */
export function partsBy(mesh: Faced, place: Vec3): SolidPart[] {
  const { positions: p, triangles: t } = mesh
  const parent = Int32Array.from({ length: p.length / 3 }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  for (let i = 0; i < t.length; i += 3) {
    const a = root(t[i]!)
    parent[root(t[i + 1]!)] = a
    parent[root(t[i + 2]!)] = a
  }
  const found = new Map<number, Counted>()
  for (let i = 0; i < t.length; i += 3) {
    const key = root(t[i]!)
    let part = found.get(key)
    if (!part)
      found.set(
        key,
        (part = { volume: 0, away: Infinity, sum: [0, 0, 0], corners: 0, largest: -1, on: place }),
      )
    const [u, v, w] = cornersFrom(p, t, i, place)
    part.volume += vec3.dot(u, vec3.cross(v, w)) / 6
    part.away = Math.min(part.away, awayFromTriangle(u, v, w))
    part.sum = vec3.add(part.sum, vec3.add(u, vec3.add(v, w)))
    part.corners += 3
    const size = vec3.length(vec3.cross(vec3.sub(v, u), vec3.sub(w, u)))
    if (size > part.largest) {
      part.largest = size
      part.on = vec3.addScaled(place, vec3.add(u, vec3.add(v, w)), 1 / 3)
    }
  }
  const edges = edgesBy(mesh, root)
  return [...found]
    .filter(([, x]) => x.volume > 0)
    .sort(([, a], [, b]) => a.away - b.away)
    .map(([key, { volume, away, sum, corners, on }]) => ({
      volume,
      away,
      middle: vec3.add(place, vec3.scale(sum, 1 / corners)),
      on,
      outline: Float32Array.from(edges.get(key) ?? []),
    }))
}

/** The places between which two faces part, with the corners beside them, of each part. */
function edgesBy(
  { positions: p, triangles: t, faces, leaves }: Faced,
  root: (v: number) => number,
): Map<number, number[]> {
  const edges = new Map<number, number[]>()
  if (!faces || !leaves) return edges
  const open = new Map<string, number>()
  const third = (triangle: number, a: number, b: number): number =>
    [0, 1, 2].map((k) => t[3 * triangle + k]!).find((v) => v !== a && v !== b)!
  for (let i = 0; i < t.length; i++) {
    const [a, b] = [t[i]!, t[i % 3 === 2 ? i - 2 : i + 1]!]
    const key = a < b ? `${a} ${b}` : `${b} ${a}`
    const triangle = Math.floor(i / 3)
    const other = open.get(key)
    if (other === undefined) {
      open.set(key, triangle)
      continue
    }
    open.delete(key)
    if (faces[triangle] === faces[other] && leaves[triangle] === leaves[other]) continue
    const of = root(a)
    const list = edges.get(of) ?? []
    for (const v of [a, b, third(triangle, a, b), third(other, a, b)])
      list.push(...p.subarray(3 * v, 3 * v + 3))
    edges.set(of, list)
  }
  return edges
}

/** How far a place is from a mesh's surface, mm. */
export function awayFromMesh({ positions, triangles }: Measured, place: Vec3): number {
  let least = Infinity
  for (let i = 0; i < triangles.length; i += 3)
    least = Math.min(least, awayFromTriangle(...cornersFrom(positions, triangles, i, place)))
  return least
}

function cornersFrom(p: Float64Array, t: Uint32Array, i: number, [x, y, z]: Vec3): [Vec3, Vec3, Vec3] {
  const at = (k: number): Vec3 => {
    const v = 3 * t[i + k]!
    return [p[v]! - x, p[v + 1]! - y, p[v + 2]! - z]
  }
  return [at(0), at(1), at(2)]
}

/** The place of a triangle that is nearest to the origin: in its inside, or on the nearest of its sides. */
export function nearestOnTriangle(a: Vec3, b: Vec3, c: Vec3): Vec3 {
  const [u, v] = [vec3.sub(b, a), vec3.sub(c, a)]
  const n = vec3.cross(u, v)
  const size = vec3.length(n)
  const inside = (p: Vec3, q: Vec3): boolean => vec3.dot(vec3.cross(p, q), n) >= 0
  if (
    size > tolerance.sliver * vec3.length(u) * vec3.length(v) &&
    inside(a, b) &&
    inside(b, c) &&
    inside(c, a)
  )
    return vec3.scale(n, vec3.dot(a, n) / (size * size))
  const onSides = [nearestOnSide(a, b), nearestOnSide(b, c), nearestOnSide(c, a)]
  return onSides.reduce((least, p) => (vec3.length(p) < vec3.length(least) ? p : least))
}

/** How far the origin is from a triangle. */
const awayFromTriangle = (a: Vec3, b: Vec3, c: Vec3): number => vec3.length(nearestOnTriangle(a, b, c))

function nearestOnSide(a: Vec3, b: Vec3): Vec3 {
  const d = vec3.sub(b, a)
  const long = vec3.dot(d, d)
  const share = long > 0 ? Math.min(Math.max(-vec3.dot(a, d) / long, 0), 1) : 0
  return vec3.addScaled(a, d, share)
}
