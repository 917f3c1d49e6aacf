import { spend } from '../../base/index.ts'
import { vec3, type BareMesh, type Vec3 } from '../../space/index.ts'
import { nextHalf, piecesOf, topologyOf, type Topology } from './topology.ts'

/** An opening of a mesh: its rim, place by place, as the triangles at it go, so that what closes it goes the other way. */
export interface MeshHole {
  readonly rim: readonly number[]
  readonly at: Vec3
  /** The furthest that places of the rim are apart from their middle, twice. */
  readonly across: number
}

/** What an independent look at a mesh that was brought in found. */
export interface MeshHealth {
  readonly shells: number
  readonly holes: readonly MeshHole[]
  /** Shells that look inward: the material would be outside. */
  readonly insideOut: readonly number[]
  /** Edges at which two triangles look opposite ways. */
  readonly disagreeing: number
  /** Edges of more than two triangles. */
  readonly forks: number
  /** Triangles with two corners in one place, or that are there twice. */
  readonly spare: number
}

/** Whether a body can be made of it as it is. */
export const isWhole = (h: MeshHealth): boolean =>
  h.holes.length + h.insideOut.length + h.disagreeing + h.spare === 0

/** Looks a mesh over: openings, shells that are inside out, triangles that disagree or are too many. */
export function healthOf(mesh: BareMesh): MeshHealth {
  const topology = topologyOf(mesh)
  const { triangles: t } = mesh
  let [disagreeing, forks] = [0, 0]
  for (const halves of topology.halves) {
    if (halves.length > 2) {
      // Where bodies touch along an edge as many go one way as the other.
      const ways = halves.reduce((sum, h) => sum + (t[h]! < t[nextHalf(h)]! ? 1 : -1), 0)
      if (ways !== 0) disagreeing++
      forks++
    } else if (halves.length === 2 && t[halves[0]!] === t[halves[1]!]) disagreeing++
  }
  const { of, count } = piecesOf(mesh, topology)
  return {
    shells: count,
    holes: holesOf(mesh, topology),
    insideOut: disagreeing > 0 ? [] : insideOutOf(mesh, of, count),
    disagreeing,
    forks,
    spare: spareOf(mesh),
  }
}

function spareOf({ triangles: t }: BareMesh): number {
  let spare = 0
  const known = new Set<string>()
  for (let i = 0; i < t.length; i += 3) {
    const corners = [t[i]!, t[i + 1]!, t[i + 2]!].sort((a, b) => a - b)
    const key = corners.join(' ')
    if (known.has(key) || corners[0] === corners[1] || corners[1] === corners[2]) spare++
    known.add(key)
  }
  return spare
}

/** The openings: chains of edges that one triangle has. A place at which several come together is passed by whichever is next. */
export function holesOf({ triangles: t, positions: p }: BareMesh, { halves }: Topology): MeshHole[] {
  const leaving = new Map<number, number[]>()
  for (const [h, more] of halves.map((list) => [list[0]!, list.length] as const)) {
    if (more !== 1) continue
    const at = leaving.get(t[h]!)
    if (at) at.push(h)
    else leaving.set(t[h]!, [h])
  }
  const holes: MeshHole[] = []
  for (const [start, list] of leaving)
    while (list.length > 0) {
      const rim: number[] = []
      let from = start
      // Each half edge is taken once, so that this ends.
      for (let h = list.pop(); h !== undefined; h = leaving.get(from)?.pop()) {
        rim.push(from)
        from = t[nextHalf(h)]!
        if (from === start) break
      }
      const places = rim.map((v): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!])
      const at = vec3.scale(places.reduce(vec3.add), 1 / places.length)
      holes.push({ rim, at, across: 2 * Math.max(...places.map((q) => vec3.distance(q, at))) })
    }
  return holes.sort((a, b) => b.across - a.across)
}

/** Shells that look the wrong way: outermost ones inward, hollows in them outward. */
export function insideOutOf(mesh: BareMesh, of: Uint32Array, count: number): number[] {
  const { positions: p, triangles: t } = mesh
  const lists: number[][] = Array.from({ length: count }, () => [])
  of.forEach((k, f) => lists[k]!.push(f))
  const boxes = lists.map((faces) => {
    const [min, max] = [
      [Infinity, Infinity, Infinity],
      [-Infinity, -Infinity, -Infinity],
    ]
    for (const f of faces)
      for (let k = 0; k < 3; k++)
        for (let j = 0; j < 3; j++) {
          const v = p[3 * t[3 * f + k]! + j]!
          min[j] = Math.min(min[j]!, v)
          max[j] = Math.max(max[j]!, v)
        }
    return { min, max }
  })
  return lists.flatMap((faces, k) => {
    const v = 3 * t[3 * faces[0]!]!
    const at: Vec3 = [p[v]!, p[v + 1]!, p[v + 2]!]
    let depth = 0
    lists.forEach((others, o) => {
      const { min, max } = boxes[o]!
      if (o === k || at.some((x, j) => x <= min[j]! || x >= max[j]!)) return
      spend(others.length, 'looking a mesh over')
      if (Math.abs(woundAbout(mesh, others, at)) > 0.5) depth++
    })
    const six = faces.reduce((sum, f) => sum + sixfold(p, t, f, at), 0)
    return six === 0 || six > 0 === (depth % 2 === 0) ? [] : [k]
  })
}

function corners(p: Float64Array, t: Uint32Array, f: number, at: Vec3): [Vec3, Vec3, Vec3] {
  return [0, 1, 2].map((k): Vec3 => {
    const v = 3 * t[3 * f + k]!
    return [p[v]! - at[0], p[v + 1]! - at[1], p[v + 2]! - at[2]]
  }) as [Vec3, Vec3, Vec3]
}

function sixfold(p: Float64Array, t: Uint32Array, f: number, at: Vec3): number {
  const [a, b, c] = corners(p, t, f, at)
  return vec3.dot(a, vec3.cross(b, c))
}

/** How often triangles go round a place: their solid angles over 4 pi (van Oosterom and Strackee 1983). */
function woundAbout({ positions, triangles }: BareMesh, faces: readonly number[], at: Vec3): number {
  let sum = 0
  for (const f of faces) {
    const [a, b, c] = corners(positions, triangles, f, at)
    const [la, lb, lc] = [vec3.length(a), vec3.length(b), vec3.length(c)]
    const over = vec3.dot(a, vec3.cross(b, c))
    const under = la * lb * lc + vec3.dot(a, b) * lc + vec3.dot(b, c) * la + vec3.dot(c, a) * lb
    sum += 2 * Math.atan2(over, under)
  }
  return sum / (4 * Math.PI)
}
