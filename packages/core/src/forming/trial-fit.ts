import { tolerance, solvePositive } from '../num/index.ts'

/** A trial bend: the angle that was set, and the one that was got, rad; the centreline radius of the tool, mm. */
export interface Trial {
  readonly radius: number
  readonly set: number
  readonly got: number
}

/**
 * What trial bends say of springback: set - got = offset + (share + perRadius * radius) * got. By the elastic-plastic model it grows with
 * the angle, and nearly with the angle times the radius; the offset stands for play and for what the ends of a bend give way.
 */
export interface TrialFit {
  /** rad */
  readonly offset: number
  readonly share: number
  /** 1/mm */
  readonly perRadius: number
  /** Of each trial: the angle that was set less what the fit says for it, rad. */
  readonly residuals: readonly number[]
  /** Standard deviation of the residuals, rad; undefined where there are no more trials than figures fitted. */
  readonly scatter: number | undefined
  /** What was tried, from the least to the most. */
  readonly tried: {
    readonly got: readonly [number, number]
    readonly radius: readonly [number, number]
  }
}

/**
 * Least squares over as much as the trials can tell: the share of the angle always, its growth with the radius when radii differ, the
 * offset when angles differ and at least one trial is left over to show the scatter. Undefined without trials, or where an angle is not above 0.
 */
export function fitTrials(trials: readonly Trial[]): TrialFit | undefined {
  if (trials.length === 0 || trials.some((t) => !(t.got > 0 && t.set > 0 && t.radius > 0))) return undefined
  const radii = rangeOf(trials.map((t) => t.radius))
  const angles = rangeOf(trials.map((t) => t.got))
  const byRadius = differ(radii) && trials.length >= 2
  const columns: ((t: Trial) => number)[] = [(t) => t.got]
  if (byRadius) columns.push((t) => (t.got * t.radius) / radii[1])
  const withOffset = differ(angles) && trials.length >= columns.length + 2
  if (withOffset) columns.push(() => angles[1])
  const wanted = trials.map((t) => t.set - t.got)
  const solved =
    leastSquares(
      columns.map((c) => trials.map(c)),
      wanted,
    ) ?? leastSquares([trials.map((t) => t.got)], wanted)!
  const share = solved[0]!
  const perRadius = byRadius && solved.length > 1 ? solved[1]! / radii[1] : 0
  const offset = withOffset && solved.length === columns.length ? solved.at(-1)! * angles[1] : 0
  const fit = { offset, share, perRadius }
  const residuals = trials.map((t) => t.set - setAngle(fit, t.got, t.radius))
  const left = trials.length - solved.length
  const scatter = left > 0 ? Math.sqrt(residuals.reduce((sum, r) => sum + r * r, 0) / left) : undefined
  return { ...fit, residuals, scatter, tried: { got: angles, radius: radii } }
}

/** The angle to set for one to be got over a tool of a centreline radius, rad. */
export function setAngle(
  { offset, share, perRadius }: Pick<TrialFit, 'offset' | 'share' | 'perRadius'>,
  got: number,
  radius: number,
): number {
  return offset + (1 + share + perRadius * radius) * got
}

/** The centreline radius that a bend over a tool springs to: its middle fibre keeps its length while its angle opens. */
export function radiusGot({ share, perRadius }: Pick<TrialFit, 'share' | 'perRadius'>, tool: number): number {
  return tool * (1 + share + perRadius * tool)
}

/** The centreline radius of the tool whose bend springs to a radius: the root of `radiusGot`; the same where there is none. */
export function radiusOfTool(
  { share, perRadius }: Pick<TrialFit, 'share' | 'perRadius'>,
  got: number,
): number {
  const b = 1 + share
  const under = b * b + 4 * perRadius * got
  if (!(b > 0) || under < 0) return got
  // The root that stays when perRadius goes to 0.
  return (2 * got) / (b + Math.sqrt(under))
}

const rangeOf = (values: readonly number[]): [number, number] => [Math.min(...values), Math.max(...values)]
const differ = ([least, most]: readonly [number, number]): boolean => most - least > tolerance.sameDie * most

/** Normal equations, of columns of about equal size; undefined where the columns depend on each other. */
function leastSquares(
  columns: readonly (readonly number[])[],
  wanted: readonly number[],
): Float64Array | undefined {
  const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, v, i) => s + v * b[i]!, 0)
  const n = columns.length
  const matrix = Float64Array.from({ length: n * n }, (_, k) =>
    dot(columns[Math.floor(k / n)]!, columns[k % n]!),
  )
  const known = Float64Array.from(columns, (c) => dot(c, wanted))
  return solvePositive(matrix, known, n)
}
