import type { Id } from '../base/index.ts'
import { nullSpace, tolerance } from '../num/index.ts'
import { clustersOf } from './clusters.ts'
import { gradientsOf } from './gradients.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import { byIsland, type Island } from './islands.ts'
import { pointsOf, type SketchEntity } from './entities.ts'
import { reduce, type Reduced } from './reduce.ts'
import { saidByOlder } from './redundant.ts'
import { unknownsOf, type Unknowns } from './unknowns.ts'

/** A way the sketch can still move: how far each point goes, and how each radius grows, for one unit of it. */
export interface FreeMotion {
  readonly points: ReadonlyMap<Id, readonly [dx: number, dy: number]>
  readonly radii: ReadonlyMap<Id, number>
}

export interface Freedom {
  /** Degrees of freedom left. */
  readonly loose: number
  /** Entities that can still move; all others are settled. Curves move with their points. */
  readonly free: ReadonlySet<Id>
  readonly motions: readonly FreeMotion[]
  /** Constraints that say what older ones say already. */
  readonly redundant: readonly Id[]
}

/**
 * What a sketch that holds its constraints can still do: unknowns less the rank of its Jacobian, by rank-revealing QR,
 * cluster by cluster. Only true at a solution: at any other shape dependent constraints can look independent.
 */
export function freedomOf(entities: readonly SketchEntity[], constraints: readonly Constraint[]): Freedom {
  const islands = islandFreedoms(entities, constraints)
  const motions = islands.flatMap(({ found }) => found.motions)
  const free = new Set<Id>()
  const redundant = new Set<Id>()
  for (const { found } of islands) {
    for (const id of found.free) free.add(id)
    for (const id of found.redundant) redundant.add(id)
  }
  return {
    loose: motions.length,
    free,
    motions,
    redundant: redundant.size === 0 ? [] : constraints.flatMap((c) => (redundant.has(c.id) ? [c.id] : [])),
  }
}

const islandFreedoms = byIsland<Freedom>(freedomOfIsland)

function freedomOfIsland({ entities, constraints }: Island, size: number): Freedom {
  const u = unknownsOf(entities, size)
  const equations = equationsOf(entities, constraints, u)
  const r = reduce(equations, u)
  const given = new Set(constraints.map((c) => c.id))
  let spare = r.repeated.some((id) => given.has(id))
  const motions: FreeMotion[] = []
  const bound = new Set<number>()
  const inClusters = new Set<Id>()
  for (const cluster of clustersOf(r)) {
    const m = cluster.groups.length
    const n = cluster.equations.length
    for (const g of cluster.groups) bound.add(g)
    for (const e of cluster.equations) inClusters.add(e.constraint)
    const rows = gradientsOf(cluster, r, u.values)
    const { rank, vectors } = nullSpace(rows, m, tolerance.sketchRank)
    if (rank < n) spare = true
    for (const v of vectors) motions.push(motionOf(v, cluster.groups, r, u))
  }
  // Conditions in which nothing can move, and which hold, say nothing.
  for (const e of r.equations) {
    if (inClusters.has(e.constraint) || !given.has(e.constraint)) continue
    const off = e.measure.evaluate(u.values, new Float64Array(e.measure.unknowns.length))
    if (Math.abs(off) <= tolerance.sketchResidual * u.size) spare = true
  }
  for (let g = 0; g < r.groups; g++) {
    if (!bound.has(g)) motions.push(motionOf(Float64Array.of(1), [g], r, u))
  }
  const redundant = spare ? saidByOlder(equations, u).filter((id) => given.has(id)) : []
  return { loose: motions.length, free: freeEntities(entities, motions), motions, redundant }
}

function motionOf(v: Float64Array, groups: readonly number[], r: Reduced, u: Unknowns): FreeMotion {
  const points = new Map<Id, readonly [number, number]>()
  const radii = new Map<Id, number>()
  groups.forEach((g, i) => {
    if (Math.abs(v[i]!) <= tolerance.freeMotion) return
    for (const x of r.members[g]!) {
      const id = u.owner(x)
      if (u.entity(id).kind !== 'point') radii.set(id, v[i]!)
      else {
        const isY = u.point(id).y === x
        const [dx, dy] = points.get(id) ?? [0, 0]
        points.set(id, isY ? [dx, v[i]!] : [v[i]!, dy])
      }
    }
  })
  return { points, radii }
}

function freeEntities(entities: readonly SketchEntity[], motions: readonly FreeMotion[]): Set<Id> {
  const free = new Set<Id>()
  for (const m of motions) {
    for (const id of m.points.keys()) free.add(id)
    for (const id of m.radii.keys()) free.add(id)
  }
  for (const e of entities) if (e.kind !== 'point' && pointsOf(e).some((p) => free.has(p))) free.add(e.id)
  return free
}
