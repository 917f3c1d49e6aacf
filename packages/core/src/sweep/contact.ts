import { spend, keptWith } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import type { Outline } from '../profile/index.ts'
import { pathPoint, pathTangent, segmentTurn, type Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { scaleAt, type Carriage } from './carriage.ts'
import { frameAt } from './frames.ts'
import { closePairs, MOST_PAIRS, thinned } from './near-pairs.ts'
import { shapeOutline } from './shape.ts'

/**
 * Places of a run far apart along it whose sections lie in each other: where they do so deepest, and the stretches over which
 * they do, as far as the looks show.
 */
export interface Contact {
  readonly from: number
  readonly to: number
  /** How far they would have to part at the deepest, mm. */
  readonly depth: number
  /** The stretch round `from`, and the one round `to`; of no length where they meet at one place. */
  readonly stretches: readonly [readonly [number, number], readonly [number, number]]
}

/** Most places along the path that are looked at; beyond that they stand further apart than the section is wide. */
const MOST_STATIONS = 3000
/** Between two places the path turns by this at most, rad, or a coil would be looked at in one place of every turn; and so many places for that. */
const LOOK_TURN = 1
const MOST_TURNING = 20_000
const FEWEST_STATIONS = 60
/** Directions tried in the plane square to two nearly parallel stretches. */
const AROUND = 180

/**
 * Self-contact of a run between places that are not neighbours. Where the distance between two places of the path is
 * least, the way between them is square to both tangents; two straight prisms that are not parallel can only be parted
 * along it, parallel ones in any direction square to them (separating axes, by convex hulls), and at an end also along
 * the end's own direction. Sections count by their convex hulls. Bounded: at most `MOST_GAPS` distances, `MOST_PAIRS`
 * searches of at most `LEVELS` times `TRIES` rounds each, and one depth each.
 */
export function contactsOf(c: Carriage, outline: Outline): Contact[] {
  const { path } = c.frames
  const around = reachOf(c, outline)
  const turn = path.segments.reduce((sum, g) => sum + segmentTurn(g), 0)
  const most = Math.max(MOST_STATIONS, Math.min(turn / LOOK_TURN, MOST_TURNING))
  const spacing = Math.max(path.length / most, Math.min(path.length / FEWEST_STATIONS, around / 3))
  const n = Math.ceil(path.length / spacing)
  const count = path.closed ? n : n + 1
  const stations = Array.from({ length: count }, (_, i) => (path.length * i) / n)
  const pairs = pairsAlong(path, stations, 2 * around + 2 * (path.length / n))
  const found: Deep[] = []
  for (const [i, j] of pairs) {
    spend(8 * LEVELS + 2 * AROUND * outline.x.length, 'looking for places where the run meets itself')
    const place = nearest(c, stations[i]!, stations[j]!, path.length / n)
    if (!place) continue
    const depth = depthAt(c, outline, place[0], place[1])
    if (depth > tolerance.touching * around) found.push({ from: place[0], to: place[1], depth })
  }
  // Where pairs were thinned out, neighbours stand further apart.
  const step = path.length / Math.sqrt(Math.max(pairs.length, 1))
  const reach = Math.max(4 * around, pairs.length >= MOST_PAIRS / 4 ? 2 * step : 0, 4 * (path.length / n))
  return together(found, reach)
}

/** The pairs last looked for along a path: they stay as they are while only the section turns or changes a little in it. */
const lastPairs = keptWith<Path, { readonly near: number; readonly count: number; readonly pairs: Pairs }>()
type Pairs = readonly (readonly [number, number])[]

/** Pairs of stations near each other and not along the path, thinned to as many as are looked at. */
function pairsAlong(path: Path, stations: readonly number[], near: number): Pairs {
  const last = lastPairs.get(path)
  if (last?.near === near && last.count === stations.length) return last.pairs
  const points = stations.map((s) => pathPoint(path, s))
  const pairs = thinned(closePairs(points, near, path.closed), points)
  lastPairs.put(path, { near, count: stations.length, pairs })
  return pairs
}

interface Deep {
  readonly from: number
  readonly to: number
  readonly depth: number
}

function reachOf(c: Carriage, o: Outline): number {
  const [x, y] = c.shape ? [c.shape.x, c.shape.y] : [o.x, o.y]
  let most = 0
  for (let i = 0; i < x.length; i++) most = Math.max(most, Math.hypot(x[i]!, y[i]!))
  if (!c.scale) return most
  return most * Math.max(...c.scale.values)
}

/** Halvings of the step, and moves tried at each. */
const LEVELS = 24
const TRIES = 8

/**
 * The stations near two given ones where the path comes nearest to itself, by halving steps. What is nearer by round-off
 * alone is no progress, and along stretches that run beside each other all places are as near: so at most `TRIES` moves at
 * each of `LEVELS` steps.
 */
function nearest(c: Carriage, a: number, b: number, step: number): [number, number] | undefined {
  const { path } = c.frames
  const limit = (s: number): number => {
    if (!path.closed) return Math.min(Math.max(s, 0), path.length)
    return ((s % path.length) + path.length) % path.length
  }
  let [s, t] = [a, b]
  let best = vec3.distance(pathPoint(path, s), pathPoint(path, t))
  for (let level = 0; level < LEVELS; level++) {
    const h = step / 2 ** level
    for (let tries = 0; tries < TRIES; tries++) {
      let moved = false
      for (const [ds, dt] of MOVES) {
        const [p, q] = [limit(s + ds * h), limit(t + dt * h)]
        const d = vec3.distance(pathPoint(path, p), pathPoint(path, q))
        if (d < best * (1 - tolerance.samePlace)) [s, t, best, moved] = [p, q, d, true]
      }
      if (!moved) break
    }
  }
  let along = Math.abs(t - s)
  if (path.closed) along = Math.min(along, path.length - along)
  // Come down the diagonal to one place: no two places at all.
  return along > 2 * step ? [Math.min(s, t), Math.max(s, t)] : undefined
}

const MOVES = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const

/** How deep the sections at two stations lie in each other; 0 or less when they can be parted. */
function depthAt(c: Carriage, outline: Outline, s: number, t: number): number {
  const { path } = c.frames
  const [p, q] = [pathPoint(path, s), pathPoint(path, t)]
  const [u, v] = [pathTangent(path, s), pathTangent(path, t)]
  const way = vec3.sub(q, p)
  const across = vec3.cross(u, v)
  const [h, k] = [supportOf(c, outline, s), supportOf(c, outline, t)]
  const overlap = (d: Vec3): number => h(d) + k(vec3.scale(d, -1)) - vec3.dot(way, d)
  const directions: Vec3[] = []
  if (vec3.length(across) > tolerance.parallelStretches) {
    const d = vec3.unit(across)
    directions.push(d, vec3.scale(d, -1))
  } else {
    const e1 = vec3.unit(perpendicular(u, way))
    const e2 = vec3.cross(u, e1)
    for (let i = 0; i < AROUND; i++) directions.push(vec3.round(e1, e2, (2 * Math.PI * i) / AROUND))
  }
  let least = Math.min(...directions.map(overlap))
  if (!path.closed) {
    // Beyond its ends a run is no longer there.
    const ends: [number, Vec3, number][] = [
      [s, u, 1],
      [t, v, -1],
    ]
    for (const [station, tangent, sign] of ends) {
      const out = station <= 0 ? -1 : station >= path.length ? 1 : 0
      if (out !== 0) least = Math.min(least, overlap(vec3.scale(tangent, out * sign)))
    }
  }
  return least
}

function perpendicular(u: Vec3, way: Vec3): Vec3 {
  const flat = vec3.addScaled(way, u, -vec3.dot(way, u))
  if (vec3.length(flat) > tolerance.vanishes) return flat
  return Math.abs(u[2]) < 0.9 ? vec3.cross(u, [0, 0, 1]) : vec3.cross(u, [1, 0, 0])
}

/** How far the section at a station reaches in a direction of space. */
function supportOf(c: Carriage, outline: Outline, station: number): (d: Vec3) => number {
  const frame = frameAt(c.frames, station)
  const o = c.shape ? shapeOutline(c.shape, station, outline) : outline
  const k = scaleAt(c, station)
  return (d) => {
    const [x, y] = [vec3.dot(d, frame.n) * k, vec3.dot(d, frame.b) * k]
    let most = -Infinity
    for (let i = 0; i < o.x.length; i++) most = Math.max(most, o.x[i]! * x + o.y[i]! * y)
    return most
  }
}

/**
 * Contacts that lie together as one, with the stretches they take: each belongs to whatever it has a neighbour in within
 * `reach` at both of its stations, by cells of that size.
 */
function together(found: readonly Deep[], reach: number): Contact[] {
  const cellOf = (s: number): number => Math.floor(s / reach)
  const cells = new Map<string, number[]>()
  found.forEach((d, i) => {
    const key = `${cellOf(d.from)},${cellOf(d.to)}`
    const list = cells.get(key)
    if (list) list.push(i)
    else cells.set(key, [i])
  })
  const seen = new Uint8Array(found.length)
  const contacts: Contact[] = []
  found.forEach((_, first) => {
    if (seen[first]) return
    seen[first] = 1
    const group = [first]
    for (const i of group) {
      const { from, to } = found[i]!
      for (let dx = -1; dx <= 1; dx++)
        for (let dy = -1; dy <= 1; dy++)
          for (const j of cells.get(`${cellOf(from) + dx},${cellOf(to) + dy}`) ?? []) {
            const other = found[j]!
            if (seen[j] || Math.abs(other.from - from) >= reach || Math.abs(other.to - to) >= reach) continue
            seen[j] = 1
            group.push(j)
          }
    }
    const all = group.map((i) => found[i]!)
    const deepest = all.reduce((a, b) => (b.depth > a.depth ? b : a))
    const span = (of: (d: Deep) => number): readonly [number, number] =>
      all.reduce((s, d) => [Math.min(s[0], of(d)), Math.max(s[1], of(d))] as const, [
        Infinity,
        -Infinity,
      ] as const)
    contacts.push({ ...deepest, stretches: [span((d) => d.from), span((d) => d.to)] })
  })
  return contacts.sort((a, b) => a.from - b.from)
}
