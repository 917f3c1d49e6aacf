import { vec2, type Vec2 } from '../plane/index.ts'
import { arcSquares, fitArc, fitLine, lineSquares, sumsOf, type Fit, type Sums } from './fit.ts'

/** A stretch of a ring, points from..to-1, and what fits it. */
export interface Stretch {
  readonly from: number
  readonly to: number
  readonly fit: Fit
}

/** What a stretch costs besides its misfit: as much as so many points that are off by the tolerance. */
const LINE_PRICE = 8
const ARC_PRICE = 11
/** An arc flatter than this (its rise over the tolerance) is a straight. */
const LEAST_RISE = 1.2
/** Fewest points of a stretch. */
const FEWEST_POINTS = 4

/**
 * Parts a closed ring into straights and arcs: the cheapest of all ways to part it, where every stretch has its price and
 * every point costs the square of its distance over the tolerance (dynamic programming; Bellman 1961). Begun at the sharpest
 * corner, then again where a stretch was found to begin.
 */
export function stretchesOf(points: readonly Vec2[], tolerance: number): Parted {
  const n = points.length
  if (n < 2 * FEWEST_POINTS) return { points, stretches: [], cost: Infinity }
  const first = cheapest(turnedTo(points, sharpest(points)), tolerance)
  if (first.stretches.length < 2) return first
  // A ring begun in the middle of a stretch would have it in two; begun at the best joint it has not.
  const longest = first.stretches.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
  const again = cheapest(turnedTo(first.points, longest.to % n), tolerance)
  return again.cost <= first.cost ? again : first
}

/** Parts an open row of points in the same way. */
export function chainOfStretches(points: readonly Vec2[], tolerance: number): Parted {
  if (points.length < 2 * FEWEST_POINTS) return { points, stretches: [], cost: Infinity }
  return cheapest(points, tolerance)
}

/** Points, those of a ring turned so that it begins where a stretch does, and its stretches. */
export interface Parted {
  readonly points: readonly Vec2[]
  readonly stretches: readonly Stretch[]
  readonly cost: number
}

function turnedTo(points: readonly Vec2[], start: number): readonly Vec2[] {
  return [...points.slice(start), ...points.slice(0, start)]
}

/** Where the ring turns most within a few points. */
function sharpest(points: readonly Vec2[]): number {
  const n = points.length
  const k = Math.max(2, Math.min(6, Math.floor(n / 12)))
  let [best, most] = [0, -1]
  for (let i = 0; i < n; i++) {
    const u = vec2.sub(points[i]!, points[(i - k + n) % n]!)
    const v = vec2.sub(points[(i + k) % n]!, points[i]!)
    const turn = Math.abs(Math.atan2(vec2.cross(u, v), vec2.dot(u, v)))
    if (turn > most) [best, most] = [i, turn]
  }
  return best
}

function cheapest(points: readonly Vec2[], tolerance: number): Parted {
  const n = points.length
  const sums = sumsOf(points)
  const cost = new Float64Array(n + 1).fill(Infinity)
  const from = new Int32Array(n + 1)
  cost[0] = 0
  for (let j = FEWEST_POINTS; j <= n; j++) {
    for (let i = 0; i <= j - FEWEST_POINTS; i++) {
      const before = cost[i]!
      if (before + LINE_PRICE >= cost[j]!) continue
      const total = before + priceOf(sums, i, j, tolerance)
      if (total < cost[j]!) {
        cost[j] = total
        from[j] = i
      }
    }
  }
  const stretches: Stretch[] = []
  for (let j = n; j > 0; j = from[j]!)
    stretches.unshift({ from: from[j]!, to: j, fit: bestFit(sums, from[j]!, j, tolerance) })
  return { points, stretches, cost: cost[n]! }
}

function priceOf(s: Sums, i: number, j: number, tolerance: number): number {
  const t2 = tolerance * tolerance
  const line = LINE_PRICE + lineSquares(s, i, j) / t2
  return line <= ARC_PRICE ? line : Math.min(line, ARC_PRICE + arcSquares(s, i, j) / t2)
}

function bestFit(s: Sums, i: number, j: number, tolerance: number): Fit {
  const t2 = tolerance * tolerance
  const line = fitLine(s, i, j)
  const arc = fitArc(s, i, j)
  if (!arc) return line
  const chord = vec2.distance(s.points[i]!, s.points[j - 1]!)
  const half = Math.min(chord / 2, arc.radius)
  const rise = arc.radius - Math.sqrt(arc.radius ** 2 - half ** 2)
  const whole = chord < arc.radius / 2 && j - i > 8
  if (!whole && rise < LEAST_RISE * tolerance) return line
  return ARC_PRICE + arc.squares / t2 < LINE_PRICE + line.squares / t2 ? arc : line
}
