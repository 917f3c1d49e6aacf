import { tolerance } from '../../num/index.ts'
import { fail, ok, type Result } from '../../base/index.ts'
import {
  arcSegment,
  lineSegment,
  makePath,
  pathPoint,
  type Origin,
  type Path,
  type Segment,
} from '../../path/index.ts'
import { vec3 } from '../../space/index.ts'
import { bendStartOf } from '../bend-start.ts'
import { bendTableOf, nodesOfBendTable } from '../bend-table.ts'
import { chooseBends, type BendRules } from './choose.ts'
import { sureDeviation } from './deviation.ts'
import {
  ITSELF,
  deviationOf,
  distancesFrom,
  merged,
  polish,
  shortfall,
  without,
  type Deviation,
} from './polish.ts'
import { cornersOf, straightsOf, type Polybend } from './polybend.ts'
import { samplesOf, thinned, withSamples, type Sample } from './samples.ts'

export type { BendRules } from './choose.ts'
export type { Polybend } from './polybend.ts'

/** A curve as straights and bends. */
export interface CurveBends {
  readonly bends: Polybend
  readonly path: Path
  /** How far it lies off at most, surely, and where along the curve that is. */
  readonly deviation: Deviation
  /** The same all along, at places of the curve. */
  readonly off: { readonly stations: Float64Array; readonly distances: Float64Array }
}

/** Why a curve cannot be made of bends: it is closed, or no row of bends keeps to all that is asked for. */
export type NoBends = { readonly kind: 'closed' | 'none' }

/**
 * Shares of the tolerance that bends are first chosen within: wider ones may be moved to lie nearer than any on tangents do, and in space they
 * move a little when they are joined.
 */
const WITHIN = [1.6, 1.25, 1, 0.8, 0.6, 0.4, 0.2, 0.1]
/** Most times that one bend fewer is tried in one pass. */
const MOST_TRIES = 400

/**
 * A free curve as few straights and arcs as will do, within a tolerance, of no smaller radius and with no shorter straight than is asked
 * for; its ends stay where they are. First by `chooseBends`, the fewest on its tangents; then nodes and radii are moved to lie nearer, and
 * one bend fewer is tried as long as that will do. A path that consists of straights and arcs already, and keeps to all, is given as it is
 * unless there is a shorter row of bends.
 */
export function bendsOfCurve(path: Path, rules: BendRules): Result<CurveBends, NoBends> {
  if (path.closed) return fail({ kind: 'closed' })
  const own = ownBends(path, rules)
  let found = sureBends(path, rules)
  // What is within less is within this.
  for (const share of NEARER) found ??= sureBends(path, { ...rules, tolerance: rules.tolerance * share })
  if (own && (!found || own.radii.length <= found.bends.radii.length))
    return ok(given(path, samplesOf(path), own))
  return found ? ok(given(path, found.samples, found.bends)) : fail({ kind: 'none' })
}

/** Shares of the tolerance within which a row of bends is looked for where none is found within it. */
const NEARER = [0.7, 0.5, 0.3]

/** The fewest bends that surely lie within the tolerance, between the samples too: where they do not, samples are added. */
function sureBends(
  path: Path,
  rules: BendRules,
): { readonly samples: readonly Sample[]; readonly bends: Polybend } | undefined {
  let samples: readonly Sample[] = samplesOf(path)
  // What is told may be over what is found by a hair.
  const inner = { ...rules, tolerance: rules.tolerance * LESS_THAN_ASKED }
  for (let round = 0; round < SURE_ROUNDS; round++) {
    let bends = fewest(samples, inner)
    for (let k = 0; bends && k <= MOVED_AGAIN; k++) {
      const { most, station, over } = sureDeviation(path, samples, bends, inner.tolerance)
      if (most <= rules.tolerance && shortfall(bends, rules) <= tolerance.allowedExcess)
        return { samples, bends }
      samples = withSamples(samples, path, [station, ...over])
      // Mostly it is enough to move them a little for what was not looked at.
      bends = settled(samples, polish(samples, bends, inner), inner)
    }
    if (!bends) return undefined
  }
  return undefined
}

/** Times that a row of bends is moved for more samples before another is looked for. */
const MOVED_AGAIN = 2
const LESS_THAN_ASKED = 0.997
/** Times that samples are added. */
const SURE_ROUNDS = 3

function fewest(samples: readonly Sample[], rules: BendRules): Polybend | undefined {
  const keeps = (path: Polybend): boolean =>
    deviationOf(samples, path).most <= rules.tolerance * (1 + tolerance.allowedExcess) &&
    shortfall(path, rules) <= tolerance.allowedExcess
  const candidates = thinned(samples)
  let least: Polybend | undefined
  const begun = new Set<string>()
  for (const share of WITHIN) {
    const chosen = chooseBends(candidates, { ...rules, tolerance: rules.tolerance * share })
    if (!chosen) continue
    const beginning = JSON.stringify(chosen)
    if (begun.has(beginning)) continue
    begun.add(beginning)
    // What begins with more seldom ends with fewer.
    if (least && chosen.radii.length > least.radii.length + MORE) break
    let best = settled(samples, polish(samples, chosen, rules), rules)
    if (!keeps(best)) {
      if (!keeps(chosen)) continue
      best = chosen
    }
    const found = fewer(samples, best, rules, keeps)
    if (!least || found.radii.length < least.radii.length) least = found
    // All beginnings are tried: of a wider tolerance one may do no better, and that of a narrower one lead to fewer.
    if (least.radii.length <= 1 || deviationOf(samples, least).most < ITSELF * rules.tolerance) break
  }
  return least
}

/** Bends more than the fewest found so far with which another beginning is still tried. */
const MORE = 1

/**
 * A row of bends whose straights are a little short, as moving weighs them against how far it lies off, moved again as if longer ones were
 * asked for: until they are as long as they must be, where that is to be had.
 */
function settled(
  samples: readonly Sample[],
  start: Polybend,
  rules: BendRules,
  only?: readonly [number, number],
): Polybend {
  let [path, more] = [start, 0]
  for (let k = 0; k < SETTLINGS; k++) {
    const short = shortfall(path, rules)
    if (short <= tolerance.allowedExcess || short > HOPELESSLY_SHORT) return path
    more += SETTLE * short
    const longer = { ...rules, straight: rules.straight * (1 + more), last: rules.last * (1 + more) }
    path = polish(samples, path, longer, only)
  }
  return path
}

/** Times that straights are asked for longer, by so many times what they miss, and a share missed that is not to be made up. */
const SETTLINGS = 4
const SETTLE = 1.2
const HOPELESSLY_SHORT = 0.3

/** Takes bends out one after the other along the curve, as long as those beside can be moved to do without. */
function fewer(
  samples: readonly Sample[],
  start: Polybend,
  rules: BendRules,
  keeps: (path: Polybend) => boolean,
): Polybend {
  let best = start
  for (let pass = 0; pass < PASSES; pass++) {
    const before = best.radii.length
    for (let i = -1, tries = 0; i < best.radii.length && tries < MOST_TRIES; i++, tries++) {
      const count = best.radii.length
      // At the ends a bend may go altogether; elsewhere two become one.
      const path = i < 0 ? without(best, 0) : i === count - 1 ? without(best, count - 1) : merged(best, i)
      if (!path || count === 0) continue
      if (deviationOf(samples, path).most > HOPELESS * rules.tolerance) continue
      const at = Math.max(i, 0)
      const only = [Math.max(0, at - BESIDE), Math.min(path.radii.length - 1, at + BESIDE)] as const
      const moved = settled(samples, polish(samples, path, rules, only, true), rules, only)
      if (!keeps(moved)) continue
      best = moved
      i = Math.max(-2, i - BESIDE)
    }
    if (best.radii.length === before) break
  }
  return best
}

/** Bends on either side that make room for one fewer, and passes along the curve. */
const BESIDE = 3
const PASSES = 3
/** Times the tolerance by which a row of bends may lie off and still be moved to lie near enough. */
const HOPELESS = 40

/** The bends of a path that has them already, where they keep to the radii and straights asked for and each is less than half a turn. */
function ownBends(path: Path, rules: BendRules): Polybend | undefined {
  const table = bendTableOf(path)
  const nodes = table.ok ? nodesOfBendTable(table.value, bendStartOf(path)) : undefined
  if (!table.ok || !nodes?.ok) return undefined
  const own: Polybend = {
    nodes: nodes.value.map((n) => n.point),
    radii: table.value.rows.map((r) => r.radius),
  }
  return shortfall(own, rules) <= tolerance.allowedExcess ? own : undefined
}

function given(path: Path, samples: readonly Sample[], found: Polybend): CurveBends {
  // Samples are told to so many digits; the ends stay where they are to the last.
  const nodes = found.nodes.with(0, pathPoint(path, 0)).with(-1, pathPoint(path, path.length))
  const bends = { ...found, nodes }
  const { most, station } = sureDeviation(path, samples, bends)
  return {
    bends,
    path: pathOf(bends),
    deviation: { most, station },
    off: {
      stations: Float64Array.from(samples, (s) => s.station),
      distances: distancesFrom(samples, bends),
    },
  }
}

/** The path of a row of bends; straights of no length are left out. */
function pathOf(bends: Polybend): Path {
  const corners = cornersOf(bends)
  const straights = straightsOf(bends, corners)
  const parts: { segment: Segment; origin: Origin }[] = []
  straights.forEach((length, i) => {
    const from = corners[i - 1]?.end ?? bends.nodes[0]!
    const to = corners[i]?.begin ?? bends.nodes.at(-1)!
    if (length > tolerance.noStraight)
      parts.push({
        segment: lineSegment(from, vec3.unit(vec3.sub(to, from)), vec3.distance(from, to)),
        origin: { kind: 'leg', index: i },
      })
    const c = corners[i]
    if (c && c.takes > 0)
      parts.push({
        segment: arcSegment(c.centre, vec3.scale(c.inward, -1), c.way, c.radius, c.angle),
        origin: { kind: 'node', index: i + 1 },
      })
  })
  return makePath(parts, false)
}
