import { solvePositive, tolerance } from '../num/index.ts'
import { clustersOf, type Cluster } from './clusters.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import type { Equation } from './constraints/constraint.ts'
import type { SketchEntity } from './entities.ts'
import { entitiesWith, unknownsOf } from './unknowns.ts'

/** What came of solving. When it did not converge the entities are those it got nearest with, and `failing` says what is off. */
export interface Solution {
  readonly converged: boolean
  readonly entities: readonly SketchEntity[]
  /** Largest residual, mm. */
  readonly residual: number
  readonly iterations: number
  /** Constraints with residuals that are not zero. */
  readonly failing: readonly string[]
}

const MOST_ITERATIONS = 120
const FIRST_DAMPING = 1e-3
const LEAST_DAMPING = 1e-12
const MOST_DAMPING = 1e12

/**
 * Brings a sketch to hold its constraints by damped least squares (Levenberg 1944, Marquardt 1963) from how it stands,
 * each cluster by itself. Steps that make it worse are refused, so the shape changes as little as the constraints ask.
 */
export function solve(entities: readonly SketchEntity[], constraints: readonly Constraint[]): Solution {
  const u = unknownsOf(entities)
  const equations = equationsOf(entities, constraints, u)
  const values = Float64Array.from(u.values)
  const limit = tolerance.sketchResidual * u.size
  let iterations = 0
  for (const cluster of clustersOf(equations, values.length)) {
    iterations = Math.max(iterations, solveCluster(cluster, values, limit))
  }
  const residuals = residualsOf(equations, values)
  const residual = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0)
  const failing = equations.filter((_, i) => Math.abs(residuals[i]!) > limit).map((e) => e.constraint)
  return {
    converged: failing.length === 0,
    entities: equations.length === 0 ? entities : entitiesWith(entities, values),
    residual,
    iterations,
    failing: [...new Set(failing)],
  }
}

export function residualsOf(equations: readonly Equation[], values: Float64Array): number[] {
  return equations.map(({ measure }) => measure.evaluate(values, new Float64Array(measure.unknowns.length)))
}

/** Works on the cluster's unknowns in `values`; gives the number of iterations. */
function solveCluster(cluster: Cluster, values: Float64Array, limit: number): number {
  const n = cluster.unknowns.length
  const place = new Map(cluster.unknowns.map((x, i) => [x, i]))
  const rows = cluster.equations.map((e) => ({
    measure: e.measure,
    at: e.measure.unknowns.map((x) => place.get(x)!),
    slopes: new Float64Array(e.measure.unknowns.length),
    residual: 0,
  }))
  const evaluate = (): { cost: number; worst: number } => {
    let cost = 0
    let worst = 0
    for (const row of rows) {
      row.residual = row.measure.evaluate(values, row.slopes)
      cost += row.residual * row.residual
      worst = Math.max(worst, Math.abs(row.residual))
    }
    return { cost, worst }
  }
  let damping = FIRST_DAMPING
  let now = evaluate()
  let iteration = 0
  const normal = new Float64Array(n * n)
  const gradient = new Float64Array(n)
  for (; iteration < MOST_ITERATIONS && now.worst > limit * POLISH; iteration++) {
    assemble(rows, normal, gradient, n)
    const before = cluster.unknowns.map((x) => values[x]!)
    let better = false
    while (!better && damping < MOST_DAMPING) {
      const damped = Float64Array.from(normal)
      for (let i = 0; i < n; i++) damped[i * n + i]! += damping
      const step = solvePositive(damped, gradient, n)
      if (step) {
        cluster.unknowns.forEach((x, i) => (values[x] = before[i]! - step[i]!))
        const next = evaluate()
        better = next.cost < now.cost
        if (better) now = next
      }
      damping = better ? Math.max(damping / 10, LEAST_DAMPING) : damping * 10
    }
    if (!better) {
      cluster.unknowns.forEach((x, i) => (values[x] = before[i]!))
      break
    }
  }
  return iteration
}

/** Goes on somewhat below the limit, so that what counts as solved stays solved when looked at again. */
const POLISH = 0.01

interface Row {
  readonly at: readonly number[]
  readonly slopes: Float64Array
  readonly residual: number
}

/** J^T J and J^T r from rows with few entries each. */
function assemble(rows: readonly Row[], normal: Float64Array, gradient: Float64Array, n: number): void {
  normal.fill(0)
  gradient.fill(0)
  for (const { at, slopes, residual } of rows) {
    for (let i = 0; i < at.length; i++) {
      const a = at[i]!
      const s = slopes[i]!
      gradient[a]! += s * residual
      for (let j = 0; j < at.length; j++) normal[a * n + at[j]!]! += s * slopes[j]!
    }
  }
}
