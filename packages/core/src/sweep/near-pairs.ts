import { spend } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'

/** Most distances that are measured to find close pairs. A path that lies in itself all along has more; these are from all over it. */
const MOST_GAPS = 4e6
/** Most pairs of places that are looked at closely. A path that lies on itself has pairs without end; they are thinned out. */
export const MOST_PAIRS = 600

/**
 * Pairs of places that are locally nearest to each other and within a distance, by a grid of cells of that size. Flat
 * arrays and whole-number keys: this is asked anew at every edit.
 */
export function closePairs(points: readonly Vec3[], near: number, closed: boolean): [number, number][] {
  const n = points.length
  const [x, y, z] = coordinatesOf(points)
  const cellOf = cellsOf(x, y, z, near)
  const cells = new Map<number, number[]>()
  for (let i = 0; i < n; i++) {
    const list = cells.get(cellOf.at[i]!)
    if (list) list.push(i)
    else cells.set(cellOf.at[i]!, [i])
  }
  /** Square of the distance; beyond the ends of an open path nothing is near. */
  const gap = (i: number, j: number): number => {
    if (closed) {
      i = (i + n) % n
      j = (j + n) % n
    } else if (i < 0 || j < 0 || i >= n || j >= n) return Infinity
    const [dx, dy, dz] = [x[i]! - x[j]!, y[i]! - y[j]!, z[i]! - z[j]!]
    return dx * dx + dy * dy + dz * dz
  }
  const isLeast = (i: number, j: number, d: number): boolean => {
    const under = d * (1 - tolerance.samePlace)
    // A pair that gets nearer along the diagonal only follows the path into itself: asked first, it is most of them.
    for (const [a, b] of AROUND_PAIR) if (gap(i + a, j + b) < under) return false
    return true
  }
  const turns = turnsAlong(x, y, z)
  const whole = turns[n - 1]!
  const pairs: [number, number][] = []
  // Places in an order that jumps all over the path: where measuring ends early, it has been everywhere.
  const crowded = [...cells.values()].reduce((sum, list) => sum + list.length ** 2, 0) * 27 > MOST_GAPS
  const stride = crowded ? strideOver(n) : 1
  /** The places in a cell and all round it, the last of them first; gathered once, as neighbours mostly lie in the same. */
  const gathered = new Map<number, readonly number[]>()
  const nearby = (cell: number): readonly number[] => {
    const known = gathered.get(cell)
    if (known) return known
    const list: number[] = []
    for (const step of cellOf.round) list.push(...(cells.get(cell + step) ?? []))
    let last = 0
    for (let k = 1; k < list.length; k++) if (list[k]! > list[last]!) last = k
    ;[list[0], list[last]] = [list[last]!, list[0]!]
    gathered.set(cell, list)
    return list
  }
  const turned = firstTurned(turns)
  let gaps = 0
  for (let k = 0, i = 0; k < n && gaps < MOST_GAPS; k++, i = (i + stride) % n) {
    spend(30, 'looking for places where the run meets itself')
    const list = nearby(cellOf.at[i]!)
    const from = turned[i]!
    // Mostly the whole neighbourhood goes on from the place itself.
    if (list[0]! < from) continue
    gaps += list.length
    for (const j of list) {
      if (j < from || (closed && whole - (turns[j]! - turns[i]!) < LEAST_TURN)) continue
      const d = gap(i, j)
      if (d <= near * near && isLeast(i, j, d)) pairs.push([i, j])
    }
  }
  return pairs
}

/**
 * What the path turns by between two places that are nearest to each other is at least this, rad. With the line between
 * them it is a closed curve, which turns by 2 pi at least (Fenchel 1929), and at both ends that line stands square, or leans
 * back: leaves pi. Places off the true ones by less than a step see 2 pi / 3 or more. What turns less goes on from itself.
 */
const LEAST_TURN = Math.PI / 2

function coordinatesOf(points: readonly Vec3[]): Coordinates {
  const [x, y, z] = [0, 1, 2].map(() => new Float64Array(points.length)) as Coordinates
  for (let i = 0; i < points.length; i++) [x[i], y[i], z[i]] = points[i]!
  return [x, y, z]
}

/** The cell of a grid that each place lies in, by a whole number, and the steps from a cell to it and all round it. */
function cellsOf(x: Float64Array, y: Float64Array, z: Float64Array, size: number) {
  const least = [Infinity, Infinity, Infinity]
  const most = [-Infinity, -Infinity, -Infinity]
  ;[x, y, z].forEach((v, k) => {
    for (let i = 0; i < v.length; i++) {
      if (v[i]! < least[k]!) least[k] = v[i]!
      if (v[i]! > most[k]!) most[k] = v[i]!
    }
  })
  // One cell of room on every side, so that no neighbour wraps round.
  const [, rows, cells] = most.map((m, k) => Math.floor((m - least[k]!) / size) + 3) as [
    number,
    number,
    number,
  ]
  const at = new Float64Array(x.length)
  for (let i = 0; i < x.length; i++) {
    const column = Math.floor((x[i]! - least[0]!) / size) + 1
    const row = Math.floor((y[i]! - least[1]!) / size) + 1
    at[i] = (column * rows + row) * cells + Math.floor((z[i]! - least[2]!) / size) + 1
  }
  const sides = [-1, 0, 1]
  const round = sides.flatMap((dx) => sides.flatMap((dy) => sides.map((dz) => (dx * rows + dy) * cells + dz)))
  return { at, round }
}

/** The first place after each at which the path has turned by enough from it; the number of places where it never has. */
function firstTurned(turns: Float64Array): Int32Array {
  const first = new Int32Array(turns.length)
  let j = 0
  for (let i = 0; i < turns.length; i++) {
    j = Math.max(j, i + 2)
    while (j < turns.length && turns[j]! - turns[i]! < LEAST_TURN) j++
    first[i] = j
  }
  return first
}

/** Sum of the angles that the way round through the places turns by, up to and with each place, rad. */
function turnsAlong(x: Float64Array, y: Float64Array, z: Float64Array): Float64Array {
  const turns = new Float64Array(x.length)
  const last = x.length - 1
  let [ax, ay, az] = [x[0]! - x[last]!, y[0]! - y[last]!, z[0]! - z[last]!]
  let a = ax * ax + ay * ay + az * az
  for (let i = 0; i < x.length; i++) {
    const next = i < last ? i + 1 : 0
    const [bx, by, bz] = [x[next]! - x[i]!, y[next]! - y[i]!, z[next]! - z[i]!]
    const b = bx * bx + by * by + bz * bz
    const both = Math.sqrt(a * b)
    const angle = both > 0 ? Math.acos(Math.min(1, Math.max(-1, (ax * bx + ay * by + az * bz) / both))) : 0
    turns[i] = (turns[i - 1] ?? 0) + angle
    ;[ax, ay, az, a] = [bx, by, bz, b]
  }
  return turns
}

/** About a golden share of n places, with no divisor in common, so that steps of it come to each of them once. */
function strideOver(n: number): number {
  const shared = (a: number, b: number): number => (b === 0 ? a : shared(b, a % b))
  let stride = Math.max(1, Math.round(n * 0.618))
  while (shared(n, stride) !== 1) stride--
  return stride
}

type Coordinates = [Float64Array, Float64Array, Float64Array]

const AROUND_PAIR = [
  [1, -1],
  [0, -1],
  [1, 0],
  [-1, 0],
  [0, 1],
  [-1, -1],
  [1, 1],
  [-1, 1],
] as const

/** At most `MOST_PAIRS` of the pairs: of each block of neighbouring ones the nearest, blocks doubled until they are few enough. */
export function thinned(pairs: [number, number][], points: readonly Vec3[]): [number, number][] {
  let kept = pairs
  for (let block = 2; kept.length > MOST_PAIRS; block *= 2) {
    const best = new Map<number, { pair: [number, number]; distance: number }>()
    for (const pair of kept) {
      const key = Math.floor(pair[0] / block) * points.length + Math.floor(pair[1] / block)
      const distance = vec3.distance(points[pair[0]]!, points[pair[1]]!)
      const known = best.get(key)
      if (!known || distance < known.distance) best.set(key, { pair, distance })
    }
    kept = [...best.values()].map((b) => b.pair)
  }
  return kept
}
