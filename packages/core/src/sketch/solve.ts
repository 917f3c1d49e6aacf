import type { Id } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { changeBetween } from './change.ts'
import { clusterSolver, numbersOf, putNumbers, standsStill, type State } from './cluster-solver.ts'
import { clustersOf, type Cluster } from './clusters.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import type { Equation } from './constraints/constraint.ts'
import type { SketchEntity } from './entities.ts'
import { measureOf } from './constraints/dimensions.ts'
import { follow, type Pull } from './follow.ts'
import { byIsland, type Found, type Island } from './islands.ts'
import { reduce, spread } from './reduce.ts'
import { hasCollapsed, movedAsWholes } from './rigid.ts'
import { entitiesWith, unknownsOf } from './unknowns.ts'

/** What came of solving. When it did not converge the entities are those it got nearest with, and `failing` says what is off. */
export interface Solution {
  readonly converged: boolean
  readonly entities: readonly SketchEntity[]
  /** Largest residual, mm. */
  readonly residual: number
  readonly iterations: number
  /** Constraints with residuals that are not zero. */
  readonly failing: readonly Id[]
}

const MOST_ITERATIONS = 120
/** Steps a change of dimensions is taken in where one leap does not arrive. */
const RAMP = 8

/**
 * Brings a sketch to hold its constraints by damped least squares (Levenberg 1944, Marquardt 1963) from how it stands,
 * each cluster by itself. Steps that make it worse are refused, so the shape changes as little as the constraints ask.
 * Pulled places are followed as far as the constraints let them; what does not hang on them is not worked out again.
 */
export function solve(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  pulls: readonly Pull[] = [],
): Solution {
  const pulled = new Map(pulls.map((p) => ['round' in p ? p.round : p.point, p]))
  const found = solvedIslands(entities, constraints, (island, size) => {
    const own = island.entities.flatMap((e) => pulled.get(e.id) ?? [])
    return own.length > 0 ? solveIsland(island, size, own) : undefined
  })
  return together(entities, constraints, found)
}

/** Like `solve`, with points moved as little as may be, and nothing as a whole: for a drawing that is nearly what it should be. */
export const solveByPoints = (
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
): Solution => together(entities, constraints, islandsByPoints(entities, constraints))

/**
 * Like `solve`, and where a leap does not arrive, or turns something round, the dimensions are led from what they
 * measure now to what they should be in small steps that keep the shape's sense.
 */
export function solveGently(entities: readonly SketchEntity[], constraints: readonly Constraint[]): Solution {
  return together(entities, constraints, gentlySolvedIslands(entities, constraints))
}

const solvedIslands = byIsland<Solution>((island, size) => solveIsland(island, size, []))
const islandsByPoints = byIsland<Solution>((island, size) => solveFreely(island, size, []))
const gentlySolvedIslands = byIsland<Solution>(solveIslandGently)

/** What came of solving the islands as what came of solving the sketch. */
function together(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  islands: readonly Found<Solution>[],
): Solution {
  const moved = new Map<Id, SketchEntity>()
  const failing = new Set<Id>()
  let [residual, iterations, converged] = [0, 0, true]
  for (const { island, found } of islands) {
    converged &&= found.converged
    residual = Math.max(residual, found.residual)
    iterations = Math.max(iterations, found.iterations)
    for (const id of found.failing) failing.add(id)
    found.entities.forEach((e, i) => {
      if (e !== island.entities[i]) moved.set(e.id, e)
    })
  }
  return {
    converged,
    entities: moved.size === 0 ? entities : entities.map((e) => moved.get(e.id) ?? e),
    residual,
    iterations,
    failing: failing.size === 0 ? [] : constraints.flatMap((c) => (failing.has(c.id) ? [c.id] : [])),
  }
}

function solveIsland(island: Island, size: number, pulls: readonly Pull[]): Solution {
  const { entities, constraints } = island
  const limit = tolerance.sketchResidual * size
  // What a shift or a turn of all of it can meet takes no change of shape.
  const whole = pulls.length > 0 ? undefined : movedAsWholes(entities, constraints, size, limit)
  return whole ? solveFreely({ entities: whole, constraints }, size, pulls) : solveFreely(island, size, pulls)
}

function solveFreely({ entities, constraints }: Island, size: number, pulls: readonly Pull[]): Solution {
  const u = unknownsOf(entities, size)
  const equations = equationsOf(entities, constraints, u)
  const r = reduce(equations, u)
  const state: State = { r, numbers: Float64Array.from(r.start), values: Float64Array.from(u.values) }
  spread(r, state.numbers, state.values)
  const limit = tolerance.sketchResidual * size
  const clusters = clustersOf(r)
  if (pulls.length > 0) follow(pulls, u, state, clusters, limit)
  let iterations = 0
  for (const cluster of clusters)
    iterations = Math.max(iterations, solveFromAround(cluster, state, limit, size))
  const residuals = residualsOf(equations, state.values)
  const residual = residuals.reduce((most, x) => Math.max(most, Math.abs(x)), 0)
  const off = (of: readonly number[]): Id[] =>
    equations.filter((_, i) => !(Math.abs(of[i]!) <= limit)).map((e) => e.constraint)
  // Where a curve would come to no length, what is new cannot be met.
  const isGone = pulls.length === 0 && hasCollapsed(entities, state.values, u, size)
  const failing = off(isGone ? residualsOf(equations, u.values) : residuals)
  return {
    converged: failing.length === 0,
    entities: entitiesWith(entities, state.values),
    residual,
    iterations,
    failing: [...new Set(failing)],
  }
}

function solveIslandGently(island: Island, size: number): Solution {
  const direct = solveIsland(island, size, [])
  const turned = (s: Solution): number => changeBetween(island.entities, s.entities).flipped.length
  const flips = direct.converged ? turned(direct) : Infinity
  if (flips === 0) return direct
  const led = solveInSteps(island, size)
  return led && turned(led) < flips ? led : direct
}

function solveInSteps({ entities, constraints }: Island, size: number): Solution | undefined {
  const u = unknownsOf(entities, size)
  const from = new Map(
    constraints.flatMap((c) => {
      if (c.kind !== 'dimension') return []
      const m = measureOf(c.measured, u)
      return [[c.id, m.evaluate(u.values, new Float64Array(m.unknowns.length))] as const]
    }),
  )
  let now = entities
  let reached: Solution | undefined
  for (let k = 1; k <= RAMP; k++) {
    const on = constraints.map((c) => {
      if (c.kind !== 'dimension') return c
      const start = from.get(c.id)!
      return { ...c, value: start + ((c.value - start) * k) / RAMP }
    })
    reached = solveIsland({ entities: now, constraints: on }, size, [])
    if (!reached.converged) return undefined
    now = reached.entities
  }
  return reached
}

export function residualsOf(equations: readonly Equation[], values: Float64Array): number[] {
  return equations.map(({ measure }) => measure.evaluate(values, new Float64Array(measure.unknowns.length)))
}

/** Starts tried where the drawing itself leads into a dead end, and how far they lie off it, as a share of the size. */
const STARTS = 6
const FIRST_START = 0.02
const GOLDEN = (Math.sqrt(5) - 1) / 2

/**
 * Solves a cluster from how it stands; where that ends in a place that is no solution and no step makes better, from
 * places around it, the nearest first (always the same ones, by a fixed sequence). Left as it got first if all fail.
 */
function solveFromAround(cluster: Cluster, state: State, limit: number, size: number): number {
  if (standsStill(cluster, state.values, limit)) return 0
  const { groups } = cluster
  const solver = clusterSolver(cluster, state)
  const start = numbersOf(state, groups)
  const iterations = solver.run(limit, MOST_ITERATIONS)
  if (solver.worst() <= limit) return iterations
  const got = numbersOf(state, groups)
  // Steps of the golden section spread evenly whatever the count.
  let phase = 0
  for (let k = 0; k < STARTS; k++) {
    const off = FIRST_START * 2 ** k * size
    const from = start.map((x) => {
      phase = (phase + GOLDEN) % 1
      return x + off * (phase - 0.5)
    })
    putNumbers(state, groups, from)
    const more = solver.run(limit, MOST_ITERATIONS)
    if (solver.worst() <= limit) return iterations + more
  }
  putNumbers(state, groups, got)
  return iterations
}
