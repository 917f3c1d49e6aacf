import { spend } from '../../base/index.ts'
import { solvePositive } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import {
  cornerAt,
  cornersOf,
  meeting,
  nearestOn,
  nearestOnPiece,
  straightsOf,
  type Corner,
  type Polybend,
} from './polybend.ts'
import { eighth, lengthOf, sixth, unitOf } from './sure-arithmetic.ts'
import type { BendRules } from './choose.ts'
import type { Sample } from './samples.ts'

/** How far a row of bends lies off a curve, and where on the curve it is furthest. */
export interface Deviation {
  readonly most: number
  readonly station: number
}

/** Pieces beside the one before that are looked at for the next sample along. */
const PIECES_BESIDE = 3

/** The distance of each sample from a row of bends. */
export function distancesFrom(samples: readonly Sample[], path: Polybend): Float64Array {
  const corners = cornersOf(path)
  spend(samples.length * PIECES_BESIDE * 2, 'how far the bends lie off')
  let piece = 0
  return Float64Array.from(samples, ({ at }) => {
    const found = nearestOn(at, path, corners, piece - PIECES_BESIDE, piece + PIECES_BESIDE)
    piece = found.piece
    return found.distance
  })
}

export function deviationOf(samples: readonly Sample[], path: Polybend): Deviation {
  const distances = distancesFrom(samples, path)
  let worst = 0
  distances.forEach((d, i) => {
    if (d > distances[worst]!) worst = i
  })
  return { most: distances[worst] ?? 0, station: samples[worst]?.station ?? 0 }
}

/** By how much a row of bends misses what its radii and straights must be, relative; 0 where it keeps to all. */
export function shortfall(path: Polybend, rules: BendRules): number {
  const straights = straightsOf(path, cornersOf(path))
  const last = straights.length - 1
  const radii = path.radii.map((r) => 1 - r / Math.max(rules.radius, TINY))
  const lengths = straights.map((l, i) => {
    const need = last === 0 ? 0 : i === last ? rules.last : rules.straight
    return need > 0 ? 1 - l / need : -l / Math.max(rules.tolerance, TINY)
  })
  return Math.max(0, ...radii, ...lengths)
}

const TINY = 1e-9
/** Of the tolerance, by which bends lie off that are the curve itself. */
export const ITSELF = 1e-3
/** Rounds of the fit, and the power (that of `eighth`, less two that of `sixth`) of the deviations whose sum is made least: the higher, the nearer to the least largest one. */
const ROUNDS = 30
const POWER = 8
/** Step of the derivatives, as a share of the tolerance. */
const STEP = 1e-3
/** What misses a radius or a straight counts so many times. */
const STRICT = 4
/** Rounds after which the largest deviation must be under so many times the tolerance, where getting under it is all that is wanted. */
const PATIENCE = 8
const FURTHEST_MOVE = 2
/** Rounds over which the largest deviation must get less by so much of it, or the fit ends. */
const LOOK_BACK = 6
const LEAST_GAIN = 2e-3
/** Parts of a step that are tried: whole, where nothing need remain, and as Newton's way has it for a sum of such powers. */
const SHARES = [1, 1 / (POWER - 1)]
/** Pieces before and after a bend that its node moves: two straights and a bend either way. */
const MOVES = 3

/** What a fit looks at: of each sample its deviation and the piece it lies on, then what misses the radii and the straights; over the tolerance. */
interface Look {
  readonly values: Float64Array
  readonly pieces: Int32Array
  /** The place of the bends that each sample is nearest to. */
  readonly feet: readonly Vec3[]
}

/**
 * Moves the nodes of a row of bends and changes its radii so that it lies nearer to the curve; its ends stay. The sum of a high power of
 * the deviations is made less, by Levenberg and Marquardt with weights, derivatives by differences: those of a bend only where it moves
 * anything. A round that makes it worse is not kept. At most `ROUNDS` rounds of four short looks for each bend. `only` are the first and the
 * last of the bends that may move; the others stay, and only the curve near those is looked at. `enough` ends as soon as nothing
 * lies further off than the tolerance, or when it seems out of reach.
 */
export function polish(
  all: readonly Sample[],
  start: Polybend,
  rules: BendRules,
  only: readonly [first: number, last: number] = [0, start.radii.length - 1],
  enough = false,
): Polybend {
  const count = start.radii.length
  const active = only[1] - only[0] + 1
  if (active <= 0) return start
  const unknowns = 4 * active
  const scale = Math.max(rules.tolerance, TINY)
  const { samples, piece: firstPiece } = nearBends(all, start, only)
  const n = samples.length
  const limitsOf = (path: Polybend, corners: readonly Corner[], into: Float64Array): void => {
    path.radii.forEach((r, i) => (into[n + i] = (STRICT * Math.max(0, rules.radius - r)) / scale))
    straightsOf(path, corners).forEach((l, i, all) => {
      const need = i === all.length - 1 ? rules.last : rules.straight
      into[n + count + i] = (STRICT * Math.max(0, need - l)) / scale
    })
  }
  const look = (path: Polybend): Look => {
    const corners = cornersOf(path)
    const values = new Float64Array(n + 2 * count + 1)
    const pieces = new Int32Array(n)
    const feet: Vec3[] = []
    spend(n * PIECES_BESIDE * 2, ON)
    let piece = firstPiece
    for (let i = 0; i < n; i++) {
      const found = nearestOn(samples[i]!.at, path, corners, piece - PIECES_BESIDE, piece + PIECES_BESIDE)
      piece = pieces[i] = found.piece
      feet.push(found.at)
      values[i] = found.distance / scale
    }
    limitsOf(path, corners, values)
    return { values, pieces, feet }
  }
  const moved = (path: Polybend, by: ArrayLike<number>): Polybend => ({
    nodes: path.nodes.map((p, i) =>
      i <= only[0] || i > only[1] + 1
        ? p
        : ([0, 1, 2].map((k) => p[k]! + by[4 * (i - 1 - only[0]) + k]!) as unknown as Vec3),
    ),
    radii: path.radii.map((r, i) =>
      i < only[0] || i > only[1] ? r : Math.max(r + by[4 * (i - only[0]) + 3]!, rules.radius),
    ),
  })
  const cost = ({ values }: Look): number => values.reduce((sum, v) => sum + eighth(v), 0)
  let best = start
  let now = look(best)
  let damping = 1e-2
  const mosts: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const most = now.values.reduce((m, v) => Math.max(m, v), TINY)
    if (enough && (most <= 1 || (round > PATIENCE && most > FURTHEST_MOVE))) break
    const before = mosts[round - LOOK_BACK]
    if (most < ITSELF || (before !== undefined && most > before * (1 - LEAST_GAIN))) break
    mosts.push(most)
    const columns = columnsOf(samples, best, now, moved, limitsOf, scale, only)
    const weights = now.values.map((v) => sixth(v / most) + 1e-6)
    const normal = normalEquations(columns, now.values, weights)
    let steepest = TINY
    for (let k = 0; k < unknowns; k++) steepest = Math.max(steepest, normal.matrix[k * unknowns + k]!)
    const costNow = cost(now)
    let better: { readonly next: Polybend; readonly seen: Look } | undefined
    for (let tries = 0; tries < 12 && !better; tries++) {
      const matrix = Float64Array.from(normal.matrix)
      // All unknowns are lengths, so that one measure damps all: those that change nothing to first order stay.
      for (let k = 0; k < unknowns; k++) matrix[k * unknowns + k]! += damping * steepest
      const by = solvePositive(matrix, Float64Array.from(normal.wanted), unknowns)
      let least = costNow * (1 - 1e-4)
      for (const share of by ? SHARES : []) {
        const next = moved(
          best,
          by!.map((v) => v * share),
        )
        const seen = look(next)
        const costs = cost(seen)
        if (costs < least) [better, least] = [{ next, seen }, costs]
      }
      damping = better ? Math.max(damping / 5, 1e-9) : damping * 8
    }
    if (!better) break
    best = better.next
    now = better.seen
  }
  return best
}

/** The samples that some bends lie near, and the piece of the first. */
function nearBends(
  samples: readonly Sample[],
  path: Polybend,
  [first, last]: readonly [number, number],
): { readonly samples: readonly Sample[]; readonly piece: number } {
  if (first === 0 && last === path.radii.length - 1) return { samples, piece: 0 }
  const corners = cornersOf(path)
  spend(samples.length * PIECES_BESIDE * 2, ON)
  let piece = 0
  const pieces = samples.map(
    ({ at }) => (piece = nearestOn(at, path, corners, piece - PIECES_BESIDE, piece + PIECES_BESIDE).piece),
  )
  const from = Math.max(
    0,
    pieces.findIndex((p) => p >= 2 * first + 1 - MOVES),
  )
  const to = pieces.findLastIndex((p) => p <= 2 * last + 1 + MOVES)
  return { samples: samples.slice(from, to + 1), piece: pieces[from] ?? 0 }
}

const ON = 'bends along the curve'

/** A column of derivatives: from a row on, the rest is 0. */
interface Column {
  readonly from: number
  readonly values: Float64Array
  /** Of the limits, which stand after the samples. */
  readonly limits: Float64Array
}

function columnsOf(
  samples: readonly Sample[],
  path: Polybend,
  now: Look,
  moved: (path: Polybend, by: ArrayLike<number>) => Polybend,
  limitsOf: (path: Polybend, corners: readonly Corner[], into: Float64Array) => void,
  scale: number,
  [first, last]: readonly [number, number],
): Column[] {
  const n = samples.length
  const step = STEP * scale
  const columns: Column[] = []
  const still = cornersOf(path)
  for (let k = 0; k < 4 * (last - first + 1); k++) {
    const own = 2 * (first + (k >> 2)) + 1
    const by = new Float64Array(4 * (last - first + 1))
    by[k] = step
    const other = moved(path, by)
    const corners = [...still]
    for (let c = Math.max(0, first + (k >> 2) - 1); c <= first + (k >> 2) + 1 && c < still.length; c++)
      corners[c] = cornerAt(other.nodes[c]!, other.nodes[c + 1]!, other.nodes[c + 2]!, other.radii[c]!)
    // No sample may lie near a bend that is out of place.
    const near = now.pieces.findIndex((p) => p >= own - MOVES)
    const from = near < 0 ? n : near
    const to = now.pieces.findLastIndex((p) => p <= own + MOVES)
    const values = new Float64Array(Math.max(0, to - from + 1))
    spend(values.length * 3, ON)
    for (let i = from; i <= to; i++) {
      const piece = now.pieces[i]!
      const { at } = samples[i]!
      const off = now.values[i]! * scale
      if (off < TINY) continue
      // As far as the foot moves toward the sample: to first order, and not at all when it moves across, to the next piece neither.
      const foot = now.feet[i]!
      const went = vec3.sub(nearestOnPiece(at, other, corners, piece), foot)
      values[i - from] = -vec3.dot(went, vec3.sub(at, foot)) / (off * scale * step)
    }
    const all = new Float64Array(now.values.length)
    limitsOf(other, corners, all)
    const limits = all.subarray(n).map((v, i) => (v - now.values[n + i]!) / step)
    columns.push({ from, values, limits })
  }
  return columns
}

function normalEquations(
  columns: readonly Column[],
  residuals: Float64Array,
  weights: Float64Array,
): { matrix: Float64Array; wanted: Float64Array } {
  const n = columns.length
  const matrix = new Float64Array(n * n)
  const wanted = new Float64Array(n)
  const limits = residuals.length - (columns[0]?.limits.length ?? 0)
  for (let i = 0; i < n; i++) {
    const a = columns[i]!
    for (let k = 0; k < a.values.length; k++)
      wanted[i]! -= a.values[k]! * weights[a.from + k]! * residuals[a.from + k]!
    for (let k = 0; k < a.limits.length; k++)
      wanted[i]! -= a.limits[k]! * weights[limits + k]! * residuals[limits + k]!
    for (let j = i; j < n; j++) {
      const b = columns[j]!
      const first = Math.max(a.from, b.from)
      const last = Math.min(a.from + a.values.length, b.from + b.values.length)
      let sum = 0
      for (let k = first; k < last; k++) sum += a.values[k - a.from]! * weights[k]! * b.values[k - b.from]!
      for (let k = 0; k < a.limits.length; k++)
        if (a.limits[k] !== 0) sum += a.limits[k]! * weights[limits + k]! * b.limits[k]!
      matrix[i * n + j] = matrix[j * n + i] = sum
    }
  }
  return { matrix, wanted }
}

/** A row of bends with one of them taken out, its turn taken over by those beside it. */
export const without = ({ nodes, radii }: Polybend, bend: number): Polybend => ({
  nodes: nodes.toSpliced(bend + 1, 1),
  radii: radii.toSpliced(bend, 1),
})

/** A row of bends with two beside each other made one, where their outer legs come nearest. */
export function merged({ nodes, radii }: Polybend, bend: number): Polybend | undefined {
  const [a, b, c, d] = nodes.slice(bend, bend + 4)
  if (!a || !b || !c || !d) return undefined
  const [u, w] = [vec3.sub(b, a), vec3.sub(d, c)]
  if (lengthOf(u) === 0 || lengthOf(w) === 0) return undefined
  const [x, y] = [unitOf(u, u), unitOf(w, w)]
  if (1 - vec3.dot(x, y) * vec3.dot(x, y) < TINY) return undefined
  const node = meeting(b, x, c, y).at
  return {
    nodes: nodes.toSpliced(bend + 1, 2, node),
    radii: radii.toSpliced(bend, 2, Math.max(radii[bend]!, radii[bend + 1]!)),
  }
}
