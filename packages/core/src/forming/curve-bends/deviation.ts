import { afford, spend } from '../../base/index.ts'
import { locate, segmentPoint, segmentRadius, segmentTangent, type Path } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { cornersOf, nearestOn, straightsOf, type Corner, type Polybend } from './polybend.ts'
import type { Deviation } from './polish.ts'
import type { Sample } from './samples.ts'

/** Stretches between looks that are halved at most, and what may be hidden in each as a share of the largest deviation found, or in mm. */
const MOST_LOOKS = 20_000
const HIDDEN = 1e-3
const NO_DEVIATION = 1e-9
/** Pieces beside the one before that are looked at for the next place along. */
const PIECES_BESIDE = 3

/** A place of the curve with the nearest one of the bends. */
interface Look {
  readonly station: number
  readonly distance: number
  readonly piece: number
  /** Where on the row of bends that is, by arc length. */
  readonly foot: number
}

/**
 * How far a curve lies off a row of bends at most: no place of it, looked at or not, lies further off than is told, and what is told is over
 * the largest distance found by a thousandth at most. Between two looks, h apart along the curve and g apart along the bends, neither leaves
 * its own chord by more than its sharpest curvature times the square of that over 8, and chords lie no further apart than at their ends;
 * stretches that might hide more are halved. At most `MOST_LOOKS` looks, after which the bound is wider. `over` are places looked at that lie
 * further off than a tolerance.
 */
export function sureDeviation(
  path: Path,
  samples: readonly Sample[],
  bends: Polybend,
  tolerance = Infinity,
): Deviation & { readonly over: readonly number[] } {
  const corners = cornersOf(bends)
  const starts = startsOf(bends, corners)
  let piece = 0
  const look = (station: number, at: Vec3, near: number): Look => {
    const found = nearestOn(at, bends, corners, near - PIECES_BESIDE, near + PIECES_BESIDE)
    return {
      station,
      distance: found.distance,
      piece: found.piece,
      foot: footOf(found, bends, corners, starts),
    }
  }
  afford(samples.length * 8, ON)
  const looks = samples.map((s) => {
    const seen = look(s.station, s.at, piece)
    piece = seen.piece
    return seen
  })
  let most = looks.reduce((a, b) => (b.distance > a.distance ? b : a))
  let sure = most.distance
  const over: number[] = []
  const stretches = looks.slice(1).map((b, i) => [looks[i]!, b] as const)
  for (let left = MOST_LOOKS; stretches.length > 0;) {
    const [a, b] = stretches.pop()!
    const upTo = Math.max(a.distance, b.distance) + hiddenBetween(a, b, path, corners)
    if (upTo <= most.distance * (1 + HIDDEN) + NO_DEVIATION || left-- <= 0) {
      sure = Math.max(sure, upTo)
      continue
    }
    spend(PIECES_BESIDE * 2, ON)
    const station = (a.station + b.station) / 2
    const { index, s } = locate(path, station)
    const middle = look(station, segmentPoint(path.segments[index]!, s), a.piece)
    if (middle.distance > most.distance) most = middle
    if (middle.distance > tolerance) over.push(station)
    stretches.push([a, middle], [middle, b])
  }
  return { most: Math.max(sure, most.distance), station: most.station, over }
}

const ON = 'how far the bends lie off'

/** How much further off the curve may be between two looks than at them. */
function hiddenBetween(a: Look, b: Look, path: Path, corners: readonly Corner[]): number {
  const first = locate(path, a.station).index
  const last = locate(path, b.station).index
  let bow = 0
  for (let i = first; i <= last; i++) bow = Math.max(bow, bowOf(path, i, a.station, b.station))
  const g = Math.abs(b.foot - a.foot)
  let bend = 0
  for (let p = Math.min(a.piece, b.piece); p <= Math.max(a.piece, b.piece); p++)
    if (p % 2 === 1 && corners[p >> 1]!.takes > 0) bend = Math.max(bend, 1 / corners[p >> 1]!.radius)
  return bow + (bend * g * g) / 8
}

/** How far a stretch of a segment leaves its chord at most. */
function bowOf(path: Path, index: number, from: number, to: number): number {
  const g = path.segments[index]!
  if (g.kind === 'line') return 0
  const h = to - from
  const most = (h * h) / (8 * segmentRadius(g))
  if (g.kind !== 'spline') return most
  // It turns one way: no further from its chord than the triangle of its end tangents would be.
  const start = path.starts[index]!
  const [a, b] = [from, to].map((s) => segmentTangent(g, Math.min(g.length, Math.max(0, s - start)))) as [
    Vec3,
    Vec3,
  ]
  return Math.min(most, (h / 2) * Math.sin(Math.min(Math.PI, vec3.angleBetween(a, b)) / 2))
}

/** Arc length at which each piece of a row of bends begins: straights are even, bends odd. */
function startsOf(bends: Polybend, corners: readonly Corner[]): number[] {
  const starts = [0]
  straightsOf(bends, corners).forEach((length, i) => {
    starts.push(starts.at(-1)! + Math.max(0, length))
    const c = corners[i]
    if (c) starts.push(starts.at(-1)! + (c.takes > 0 ? c.radius * c.angle : 0))
  })
  return starts
}

function footOf(
  { at, piece }: { readonly at: Vec3; readonly piece: number },
  { nodes }: Polybend,
  corners: readonly Corner[],
  starts: readonly number[],
): number {
  const from = piece % 2 === 1 ? corners[piece >> 1]!.begin : (corners[(piece >> 1) - 1]?.end ?? nodes[0]!)
  const chord = Math.hypot(at[0] - from[0], at[1] - from[1], at[2] - from[2])
  if (piece % 2 === 0) return starts[piece]! + chord
  const { radius } = corners[piece >> 1]!
  return starts[piece]! + 2 * radius * Math.asin(Math.min(1, chord / (2 * radius)))
}
