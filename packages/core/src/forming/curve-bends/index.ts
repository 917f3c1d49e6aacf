import { fail, ok, type Result } from '../../base/index.ts'
import { arcSegment, lineSegment, makePath, type Origin, type Path, type Segment } from '../../path/index.ts'
import { vec3 } from '../../space/index.ts'
import { bendStartOf } from '../bend-start.ts'
import { bendTableOf, nodesOfBendTable } from '../bend-table.ts'
import { chooseBends, type BendRules } from './choose.ts'
import { deviationOf, distancesFrom, merged, polish, shortfall, without, type Deviation } from './polish.ts'
import { cornersOf, straightsOf, type Polybend } from './polybend.ts'
import { samplesOf, thinned, type Sample } from './samples.ts'

export type { BendRules } from './choose.ts'
export type { Polybend } from './polybend.ts'

/** A curve as straights and bends. */
export interface CurveBends {
  readonly bends: Polybend
  readonly path: Path
  /** How far it lies off, at most and where along the curve. */
  readonly deviation: Deviation
  /** The same all along, at places of the curve. */
  readonly off: { readonly stations: Float64Array; readonly distances: Float64Array }
}

/** Why a curve cannot be made of bends: it is closed, or no row of bends keeps to all that is asked for. */
export type NoBends = { readonly kind: 'closed' | 'none' }

/** Shares of the tolerance that bends are first chosen within: in space they move a little when they are joined. */
const WITHIN = [1, 0.8, 0.6, 0.4, 0.2, 0.1]
/** Most times that one bend fewer is tried in one pass. */
const MOST_TRIES = 400
/** A deviation over what is asked for by this share is round-off. */
const FORGIVEN = 1e-9

/**
 * A free curve as few straights and arcs as will do, within a tolerance, of no smaller radius and with no shorter straight than is asked
 * for; its ends stay where they are. First by `chooseBends`, the fewest on its tangents; then nodes and radii are moved to lie nearer, and
 * one bend fewer is tried as long as that will do. A path that consists of straights and arcs already, and keeps to all, is given as it is
 * unless there is a shorter row of bends.
 */
export function bendsOfCurve(path: Path, rules: BendRules): Result<CurveBends, NoBends> {
  if (path.closed) return fail({ kind: 'closed' })
  const samples = samplesOf(path)
  const own = ownBends(path, rules)
  const found = fewest(samples, rules)
  if (own && (!found || own.radii.length <= found.radii.length)) return ok(given(samples, own))
  return found ? ok(given(samples, found)) : fail({ kind: 'none' })
}

function fewest(samples: readonly Sample[], rules: BendRules): Polybend | undefined {
  const keeps = (path: Polybend): boolean =>
    deviationOf(samples, path).most <= rules.tolerance * (1 + FORGIVEN) && shortfall(path, rules) <= FORGIVEN
  const candidates = thinned(samples)
  for (const share of WITHIN) {
    const chosen = chooseBends(candidates, { ...rules, tolerance: rules.tolerance * share })
    if (!chosen) continue
    let best = polish(samples, chosen, rules)
    if (!keeps(best)) {
      if (!keeps(chosen)) continue
      best = chosen
    }
    return fewer(samples, best, rules, keeps)
  }
  return undefined
}

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
      const moved = polish(
        samples,
        path,
        rules,
        [Math.max(0, at - BESIDE), Math.min(path.radii.length - 1, at + BESIDE)],
        true,
      )
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
  return shortfall(own, rules) <= FORGIVEN ? own : undefined
}

function given(samples: readonly Sample[], bends: Polybend): CurveBends {
  return {
    bends,
    path: pathOf(bends),
    deviation: deviationOf(samples, bends),
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
    if (length > SHORTEST)
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

/** Straights shorter than this are none, mm. */
const SHORTEST = 1e-6
