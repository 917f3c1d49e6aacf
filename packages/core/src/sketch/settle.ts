import { deg, rad, tolerance } from '../num/index.ts'
import { changeBetween } from './change.ts'
import { measuresFor, relationsNearly, type Suggestion } from './candidates.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import { measureOf, measuresAngle } from './constraints/dimensions.ts'
import type { SketchEntity } from './entities.ts'
import { freedomOf, type FreeMotion, type Freedom } from './freedom.ts'
import { solveByPoints } from './solve.ts'
import { sizeOf, unknownsOf, type Unknowns } from './unknowns.ts'

/** A constraint or dimension that would take freedom away, and the shape with it and those before it. */
export interface Proposal {
  readonly constraint: Suggestion
  /** Degrees of freedom it takes. */
  readonly takes: number
  readonly entities: readonly SketchEntity[]
}

export interface SettleOptions {
  /** The document's unit of length in mm: dimensions are proposed in round figures of it. */
  readonly unit?: number
  /** At most so many proposals. */
  readonly most?: number
  /** What has been refused and is not to be proposed. */
  readonly refused?: readonly Suggestion[]
}

/** A share of a constraint's effect that must be new, not said by others already. */
const NEW_SHARE = 0.02
const LEAST_SHARE = 1e-4
/** A proposal may move nothing further than this share of the sketch's size. */
const FURTHEST_MOVE = 0.08
/** Figures are rounded to steps of at most this share of the sketch's size. */
const ROUND_SHARE = 0.01

/**
 * Proposes constraints and dimensions, one after the other, from what a solved drawing nearly is, until nothing is
 * loose: first what it looks like (level, upright, tangent, equal, ...), then sizes in round figures.
 */
export function settle(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  options: SettleOptions = {},
): Proposal[] {
  const refused = new Set((options.refused ?? []).map(signature))
  const proposals: Proposal[] = []
  let now = entities
  let held = [...constraints]
  let freedom = freedomOf(now, held)
  while (freedom.loose > 0 && proposals.length < (options.most ?? Infinity)) {
    const next = nextProposal(now, held, freedom, refused, options.unit ?? 1)
    if (!next) break
    proposals.push(next.proposal)
    now = next.proposal.entities
    held = [...held, next.put]
    freedom = next.freedom
  }
  return proposals
}

/** Two suggestions that say the same have the same signature, whatever their figures. */
function signature(s: Suggestion): string {
  return s.kind === 'dimension' ? JSON.stringify(s.measured) : JSON.stringify(s)
}

interface Next {
  readonly proposal: Proposal
  readonly put: Constraint
  readonly freedom: Freedom
}

function nextProposal(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  freedom: Freedom,
  refused: ReadonlySet<string>,
  unit: number,
): Next | undefined {
  const u = unknownsOf(entities)
  const size = sizeOf(entities)
  const attempt = (constraint: Suggestion): Next | undefined => {
    const put = { ...constraint, id: `settle-${constraints.length}` } as Constraint
    const solved = solveByPoints(entities, [...constraints, put])
    if (!solved.converged) return undefined
    const change = changeBetween(entities, solved.entities)
    if (change.flipped.length > 0 || change.farthest > FURTHEST_MOVE * size) return undefined
    const left = freedomOf(solved.entities, [...constraints, put])
    const takes = freedom.loose - left.loose
    if (takes <= 0 || left.redundant.length > freedom.redundant.length) return undefined
    return { proposal: { constraint, takes, entities: solved.entities }, put, freedom: left }
  }
  for (const s of relationsNearly(entities, size)) {
    if (refused.has(signature(s)) || !takesFreedom(s, entities, u, freedom.motions, NEW_SHARE)) continue
    const next = attempt(s)
    if (next) return next
  }
  for (const share of [NEW_SHARE, LEAST_SHARE]) {
    for (const measured of measuresFor(entities, freedom.free)) {
      const m = measureOf(measured, u)
      const value = m.evaluate(u.values, new Float64Array(m.unknowns.length))
      const isAngle = measuresAngle(measured)
      const s: Suggestion = { kind: 'dimension', measured, value }
      if (refused.has(signature(s)) || Math.abs(value) <= (isAngle ? rad(0.5) : tolerance.sketchMeet * size))
        continue
      if (!takesFreedom(s, entities, u, freedom.motions, share)) continue
      const round = { ...s, value: isAngle ? rad(Math.round(deg(value))) : rounded(value, size, unit) }
      const next = (round.value === 0 ? undefined : attempt(round)) ?? attempt(s)
      if (next) return next
    }
  }
  return undefined
}

/** A length to a round figure of the unit. */
function rounded(value: number, size: number, unit: number): number {
  const step = [10, 5, 1, 0.5, 0.1, 0.05, 0.01, 0.005, 0.001].find((s) => s * unit <= ROUND_SHARE * size)
  return step === undefined ? value : Number((Math.round(value / unit / step) * step).toFixed(4)) * unit
}

/** Whether every condition of a constraint takes away a freedom of its own, by its slope along the free motions. */
function takesFreedom(
  s: Suggestion,
  entities: readonly SketchEntity[],
  u: Unknowns,
  motions: readonly FreeMotion[],
  share: number,
): boolean {
  const own = entities.filter((e) => e.kind === 'arc').length * 2
  const equations = equationsOf(entities, [{ ...s, id: '?' } as Constraint], u).slice(own)
  const basis: number[][] = []
  for (const { measure } of equations) {
    const slopes = new Float64Array(measure.unknowns.length)
    measure.evaluate(u.values, slopes)
    const length = Math.hypot(...slopes)
    if (!(length > 0)) return false
    const row = motions.map((m) => {
      let sum = 0
      measure.unknowns.forEach((x, i) => (sum += slopes[i]! * along(m, x, u)))
      return sum / length
    })
    for (const b of basis) {
      const dot = b.reduce((t, x, i) => t + x * row[i]!, 0)
      b.forEach((x, i) => (row[i]! -= dot * x))
    }
    const left = Math.hypot(...row)
    if (!(left > share)) return false
    basis.push(row.map((x) => x / left))
  }
  return basis.length > 0
}

/** How far an unknown goes in one unit of a free motion. */
function along(m: FreeMotion, unknown: number, u: Unknowns): number {
  if (unknown >= u.count) return 0
  const id = u.owner(unknown)
  if (u.entity(id).kind !== 'point') return m.radii.get(id) ?? 0
  const d = m.points.get(id)
  return d ? d[u.point(id).x === unknown ? 0 : 1] : 0
}
