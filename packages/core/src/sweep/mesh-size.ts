import { look } from '../base/index.ts'
import { meshReach, meshSurface, type Mesh } from '../space/index.ts'
import type { Outline } from '../profile/index.ts'
import { RING_STRIDE, type Rings } from './rings.ts'
import { isEnd } from './tags.ts'

/** What a run's mesh encloses, mm3; the most that its surface can be, mm2; and the most that its coordinates can be, mm. */
export interface MeshSize {
  readonly volume: number
  readonly surfaceMost: number
  readonly reach: number
}

/**
 * The size of a run's mesh, of the very triangles that `meshRun` lays. Its volume is the sum of a . (b x c) / 6 over them, from
 * the first vertex. Where every ring is the same outline in a frame of its own, a band's share is a sum over products of the
 * outline's points that is the same for all bands, times products of the two frames: a few dozen figures for each band, in
 * double precision, whatever the outline has in points. Frames and outline all go into the sum, and one that has become
 * infinite or no number stays so: where the volume is finite, all places are.
 */
export function runMeshSize(outline: Outline, rings: Rings, mesh: Mesh): MeshSize {
  const alike = !rings.points && !rings.seam
  const bands = alike ? sizeByFrames(outline, rings) : sizeByPoints(outline, rings, mesh)
  let firstEnd = mesh.tags.length
  while (firstEnd > 0 && isEnd(mesh.tags[firstEnd - 1]!)) firstEnd--
  const ends = { ...mesh, triangles: mesh.triangles.subarray(firstEnd * 3) }
  return {
    volume: bands.volume + coneVolume(ends),
    surfaceMost: bands.surfaceMost + meshSurface(ends),
    reach: bands.reach,
  }
}

/** Volume of the cones that triangles make with the mesh's first vertex. */
function coneVolume({ positions: p, triangles: t }: Mesh): number {
  let six = 0
  const at = (v: number, k: number): number => p[v * 3 + k]! - p[k]!
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]!, t[i + 1]!, t[i + 2]!]
    six +=
      at(a, 0) * (at(b, 1) * at(c, 2) - at(b, 2) * at(c, 1)) +
      at(a, 1) * (at(b, 2) * at(c, 0) - at(b, 0) * at(c, 2)) +
      at(a, 2) * (at(b, 0) * at(c, 1) - at(b, 1) * at(c, 0))
  }
  return six / 6
}

/** Pairs of the three vectors of a frame: origin, u, v. */
const PAIRS = [
  [0, 1],
  [0, 2],
  [1, 2],
] as const

/** Sums over the sides of an outline, from point i to point j with q = (1, x, y), that are the same for every band. */
interface SideSums {
  /** Of (qi[a] qj[b] - qi[b] qj[a]) qj[c] by the pair a, b and c: the triangle with two points on the first ring. */
  readonly before: Float64Array
  /** Of qi[a] (qj[b] qi[c] - qj[c] qi[b]) by a and the pair b, c: the one with two points on the second. */
  readonly after: Float64Array
  /** Length of all sides, and the sums of length times q[a] q[b] over the points that sides start and end at. */
  readonly length: number
  readonly starts: Float64Array
  readonly ends: Float64Array
}

function sideSums({ x, y, sideFrom, sideTo }: Outline): SideSums {
  const before = new Float64Array(9)
  const after = new Float64Array(9)
  const starts = new Float64Array(9)
  const ends = new Float64Array(9)
  let length = 0
  for (let s = 0; s < sideFrom.length; s++) {
    const [i, j] = [sideFrom[s]!, sideTo[s]!]
    const p = [1, x[i]!, y[i]!] as const
    const q = [1, x[j]!, y[j]!] as const
    const side = Math.hypot(q[1] - p[1], q[2] - p[2])
    length += side
    for (let k = 0; k < 3; k++) {
      const [a, b] = PAIRS[k]!
      for (let c = 0; c < 3; c++) {
        before[k * 3 + c]! += (p[a] * q[b] - p[b] * q[a]) * q[c]!
        after[c * 3 + k]! += p[c]! * (q[a] * p[b] - q[b] * p[a])
        starts[k * 3 + c]! += side * p[k]! * p[c]!
        ends[k * 3 + c]! += side * q[k]! * q[c]!
      }
    }
  }
  return { before, after, length, starts, ends }
}

/** The frame of a ring, from the first vertex of the mesh, with what products take of it. */
class RingFrame {
  /** Origin, u, v. */
  readonly f = new Float64Array(9)
  /** Their products by pairs. */
  readonly x = new Float64Array(9)
  /** The most by which a length of the section can grow on this ring. */
  stretch = 0

  read(d: Float64Array, at: number, from: readonly number[]): void {
    const { f, x } = this
    for (let k = 0; k < 9; k++) f[k] = d[at + k]!
    for (let k = 0; k < 3; k++) f[k]! -= from[k]!
    for (let k = 0; k < 3; k++) {
      const [a, b] = [PAIRS[k]![0] * 3, PAIRS[k]![1] * 3]
      x[k * 3] = f[a + 1]! * f[b + 2]! - f[a + 2]! * f[b + 1]!
      x[k * 3 + 1] = f[a + 2]! * f[b]! - f[a]! * f[b + 2]!
      x[k * 3 + 2] = f[a]! * f[b + 1]! - f[a + 1]! * f[b]!
    }
    const uu = f[3]! * f[3]! + f[4]! * f[4]! + f[5]! * f[5]!
    const vv = f[6]! * f[6]! + f[7]! * f[7]! + f[8]! * f[8]!
    const uv = f[3]! * f[6]! + f[4]! * f[7]! + f[5]! * f[8]!
    // The larger singular value of the two axes.
    this.stretch = Math.sqrt((uu + vv) / 2 + Math.sqrt(((uu - vv) / 2) ** 2 + uv * uv))
  }
}

/**
 * Two triangles of a side of length l between rings have at most half of l times the way of its end and of its start, so a
 * band has at most half the root of the length of all sides times the sum of l times the squares of these ways (Cauchy's
 * inequality): equal where all points go as far.
 */
function sizeByFrames(outline: Outline, rings: Rings): MeshSize {
  const sums = sideSums(outline)
  const { x, y } = outline
  let out = 0
  for (let i = 0; i < x.length; i++) out = Math.max(out, x[i]! * x[i]! + y[i]! * y[i]!)
  out = Math.sqrt(out)
  const d = rings.data
  const placeOf = (r: number): number => rings.copies[r]! * RING_STRIDE
  const p0 = placeOf(0)
  const first = [0, 1, 2].map((k) => d[p0 + k]! + x[0]! * d[p0 + 3 + k]! + y[0]! * d[p0 + 6 + k]!)
  const way = new Float64Array(9)
  let [here, next] = [new RingFrame(), new RingFrame()]
  let held = -1
  let six = 0
  let surfaceMost = 0
  let reach = 0
  for (let r = 0; r < rings.count; r++) {
    const at = placeOf(r)
    for (let k = 0; k < 3; k++)
      reach = Math.max(reach, Math.abs(d[at + k]!) + out * Math.hypot(d[at + 3 + k]!, d[at + 6 + k]!))
    if (rings.segments[r]! < 0) continue
    look(20, 'what the mesh encloses')
    if (held === r) [here, next] = [next, here]
    else here.read(d, at, first)
    next.read(d, placeOf(r + 1), first)
    held = r + 1
    for (let k = 0; k < 9; k++) way[k] = next.f[k]! - here.f[k]!
    six += threefold(sums.before, here.x, next.f) + threefold(sums.after, here.f, next.x)
    surfaceMost +=
      (here.stretch * Math.sqrt(sums.length * squared(sums.ends, way)) +
        next.stretch * Math.sqrt(sums.length * squared(sums.starts, way))) /
      2
  }
  return { volume: six / 6, surfaceMost, reach }
}

/** The sum of coefficients k, c times the product of vector k of one list with vector c of the other. */
function threefold(m: Float64Array, a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let k = 0; k < 9; k += 3) {
    const [m0, m1, m2] = [m[k]!, m[k + 1]!, m[k + 2]!]
    sum +=
      a[k]! * (m0 * b[0]! + m1 * b[3]! + m2 * b[6]!) +
      a[k + 1]! * (m0 * b[1]! + m1 * b[4]! + m2 * b[7]!) +
      a[k + 2]! * (m0 * b[2]! + m1 * b[5]! + m2 * b[8]!)
  }
  return sum
}

/** The same of one list with itself; round-off does not take it below 0. */
const squared = (sums: Float64Array, of: Float64Array): number => Math.max(threefold(sums, of, of), 0)

/** The same from the vertices, one by one: where the section changes its shape, or a closed run turns its seam. */
function sizeByPoints(outline: Outline, rings: Rings, mesh: Mesh): MeshSize {
  const p = mesh.positions
  const { sideFrom, sideTo } = outline
  const around = outline.x.length
  const [x0, y0, z0] = [p[0] ?? 0, p[1] ?? 0, p[2] ?? 0]
  let six = 0
  let twice = 0
  for (let r = 0; r < rings.count; r++) {
    if (rings.segments[r]! < 0) continue
    look(around, 'what the mesh encloses')
    const here = r * around * 3
    const next = here + around * 3
    for (let i = 0; i < sideFrom.length; i++) {
      const a = here + sideFrom[i]! * 3
      const b = here + sideTo[i]! * 3
      const c = next + sideTo[i]! * 3
      const d = next + sideFrom[i]! * 3
      const x = p[a]!
      const y = p[a + 1]!
      const z = p[a + 2]!
      // Both triangles share the diagonal u from a to c: a b c and a c d.
      const ux = p[c]! - x
      const uy = p[c + 1]! - y
      const uz = p[c + 2]! - z
      const bx = p[b]! - x
      const by = p[b + 1]! - y
      const bz = p[b + 2]! - z
      const dx = p[d]! - x
      const dy = p[d + 1]! - y
      const dz = p[d + 2]! - z
      const fx = by * uz - bz * uy
      const fy = bz * ux - bx * uz
      const fz = bx * uy - by * ux
      const gx = uy * dz - uz * dy
      const gy = uz * dx - ux * dz
      const gz = ux * dy - uy * dx
      six += (x - x0) * (fx + gx) + (y - y0) * (fy + gy) + (z - z0) * (fz + gz)
      // Not Math.hypot: it guards against overflow that cannot happen here and costs several times as much.
      twice += Math.sqrt(fx * fx + fy * fy + fz * fz) + Math.sqrt(gx * gx + gy * gy + gz * gz)
    }
  }
  return { volume: six / 6, surfaceMost: twice / 2, reach: meshReach(mesh) }
}
