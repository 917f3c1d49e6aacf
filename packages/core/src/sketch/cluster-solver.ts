import { spend } from '../base/index.ts'
import { nearOrder, skyline, solveSkyline, type Skyline } from '../num/index.ts'
import type { Cluster } from './clusters.ts'
import type { Reduced } from './reduce.ts'

const FIRST_DAMPING = 1e-3
const LEAST_DAMPING = 1e-12
const MOST_DAMPING = 1e12
/** Goes on somewhat below the limit, so that what counts as solved stays solved when looked at again. */
const POLISH = 0.01
/** A step that gains less than this share creeps; after so many of them the way leads nowhere. */
const CREEPING = 1e-3
const MOST_CREEPS = 8

/** Numbers of the groups of unknowns, and of all unknowns, while they are worked on. */
export interface State {
  readonly r: Reduced
  readonly numbers: Float64Array
  readonly values: Float64Array
}

/** Gives groups new numbers, and all unknowns that move with them. */
export function putNumbers(
  { r, numbers, values }: State,
  groups: readonly number[],
  to: ArrayLike<number>,
): void {
  groups.forEach((g, i) => {
    numbers[g] = to[i]!
    for (const x of r.members[g]!) values[x] = to[i]! + r.offset[x]!
  })
}

export const numbersOf = (state: State, groups: readonly number[]): Float64Array =>
  Float64Array.from(groups, (g) => state.numbers[g]!)

/** A cluster made ready to be solved again and again from wherever its numbers stand. */
export interface ClusterSolver {
  readonly cluster: Cluster
  /** Damped least squares from the state as it is, into the state; gives the number of iterations. */
  run(limit: number, most: number): number
  /** Largest residual, mm; infinite where one is no number. */
  worst(): number
}

const scratch = new Float64Array(64)

/** Largest residual of a cluster as it stands, mm; infinite where one is no number. */
export function worstOf(cluster: Cluster, values: Float64Array): number {
  let worst = 0
  for (const { measure } of cluster.equations) {
    const slopes =
      measure.unknowns.length <= scratch.length ? scratch : new Float64Array(measure.unknowns.length)
    const off = Math.abs(measure.evaluate(values, slopes))
    worst = off <= worst ? worst : Number.isFinite(off) ? off : Infinity
  }
  return worst
}

/** Whether a cluster stands so near to its solution that solving would leave it as it is. */
export const standsStill = (cluster: Cluster, values: Float64Array, limit: number): boolean =>
  worstOf(cluster, values) <= limit * POLISH

export function clusterSolver(cluster: Cluster, state: State): ClusterSolver {
  const { r, numbers, values } = state
  const n = cluster.groups.length
  const index = new Map(cluster.groups.map((g, i) => [g, i]))
  const tied = cluster.equations.map((e) =>
    e.measure.unknowns.map((x) => (r.groupOf[x]! < 0 ? -1 : index.get(r.groupOf[x]!)!)),
  )
  const place = nearOrder(
    n,
    tied.map((t) => t.filter((i) => i >= 0)),
  )
  const groups = new Int32Array(n)
  cluster.groups.forEach((g, i) => (groups[place[i]!] = g))
  const rows = cluster.equations.map((e, k) => ({
    measure: e.measure,
    at: tied[k]!.map((i) => (i < 0 ? -1 : place[i]!)),
    slopes: new Float64Array(e.measure.unknowns.length),
    residual: 0,
  }))
  const normal = skyline(firstTied(rows, n))
  const damped: Skyline = { ...normal, values: new Float64Array(normal.values.length) }
  /** Of one factorisation: half the sum of the squares of the rows' widths, a few of which go into a unit. */
  let effort = n + rows.length
  for (let i = 0; i < n; i++) effort += (i - normal.first[i]! + 1) ** 2 / 32
  const gradient = new Float64Array(n)
  const before = new Float64Array(n)
  const evaluate = (): { cost: number; worst: number } => {
    let cost = 0
    let worst = 0
    for (const row of rows) {
      row.residual = row.measure.evaluate(values, row.slopes)
      cost += row.residual * row.residual
      const off = Math.abs(row.residual)
      worst = off <= worst ? worst : Number.isFinite(off) ? off : Infinity
    }
    return { cost, worst }
  }
  const put = (step: Float64Array | undefined): void => {
    for (let i = 0; i < n; i++) {
      const g = groups[i]!
      const value = before[i]! - (step ? step[i]! : 0)
      numbers[g] = value
      for (const x of r.members[g]!) values[x] = value + r.offset[x]!
    }
  }
  return {
    cluster,
    worst: () => evaluate().worst,
    run(limit, most) {
      let damping = FIRST_DAMPING
      let now = evaluate()
      let iteration = 0
      let creeps = 0
      for (; iteration < most && now.worst > limit * POLISH; iteration++) {
        assemble(rows, normal, gradient)
        for (let i = 0; i < n; i++) before[i] = numbers[groups[i]!]!
        const cost = now.cost
        let better = false
        while (!better && damping < MOST_DAMPING) {
          spend(effort, 'solving the sketch')
          damped.values.set(normal.values)
          for (let i = 0; i < n; i++) damped.values[normal.at[i]! + i]! += damping
          const step = solveSkyline(damped, gradient)
          if (step) {
            put(step)
            const next = evaluate()
            better = next.cost < cost
            if (better) now = next
          }
          damping = better ? Math.max(damping / 10, LEAST_DAMPING) : damping * 10
        }
        if (!better) {
          put(undefined)
          break
        }
        if (cost - now.cost < CREEPING * cost && ++creeps > MOST_CREEPS) break
      }
      return iteration
    },
  }
}

interface Row {
  readonly at: readonly number[]
  readonly slopes: Float64Array
  readonly residual: number
}

/** The first place each place is tied to. */
function firstTied(rows: readonly Row[], n: number): Int32Array {
  const first = Int32Array.from({ length: n }, (_, i) => i)
  for (const { at } of rows) {
    let least = n
    for (const a of at) if (a >= 0 && a < least) least = a
    for (const a of at) if (a >= 0 && least < first[a]!) first[a] = least
  }
  return first
}

/** J^T J and J^T r from rows with few entries each. */
function assemble(rows: readonly Row[], normal: Skyline, gradient: Float64Array): void {
  const { values, at: offset } = normal
  values.fill(0)
  gradient.fill(0)
  for (const { at, slopes, residual } of rows) {
    for (let i = 0; i < at.length; i++) {
      const a = at[i]!
      if (a < 0) continue
      const s = slopes[i]!
      gradient[a]! += s * residual
      const row = offset[a]!
      for (let j = 0; j < at.length; j++) {
        const b = at[j]!
        if (b >= 0 && b <= a) values[row + b]! += s * slopes[j]!
      }
    }
  }
}
