import type { Id } from '../base/index.ts'
import { pivotedQr, tolerance } from '../num/index.ts'
import { clustersOf } from './clusters.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import type { SketchEntity } from './entities.ts'
import { unknownsOf } from './unknowns.ts'

/** A way the sketch can still move: how far each point goes, and how each radius grows, for one unit of it. */
export interface FreeMotion {
  readonly points: ReadonlyMap<Id, readonly [dx: number, dy: number]>
  readonly radii: ReadonlyMap<Id, number>
}

export interface Freedom {
  /** Degrees of freedom left. */
  readonly loose: number
  /** Entities that can still move; all others are settled. Lines and arcs move with their points. */
  readonly free: ReadonlySet<Id>
  readonly motions: readonly FreeMotion[]
  /** Constraints that say what others say already. */
  readonly redundant: readonly Id[]
}

/**
 * What a sketch that holds its constraints can still do: unknowns less the rank of its Jacobian, by rank-revealing QR,
 * cluster by cluster. Only true at a solution: at any other shape dependent constraints can look independent.
 */
export function freedomOf(entities: readonly SketchEntity[], constraints: readonly Constraint[]): Freedom {
  const u = unknownsOf(entities)
  const equations = equationsOf(entities, constraints, u)
  const motions: FreeMotion[] = []
  const redundant = new Set<Id>()
  const bound = new Set<number>()
  for (const cluster of clustersOf(equations, u.values.length)) {
    const m = cluster.unknowns.length
    const n = cluster.equations.length
    const place = new Map(cluster.unknowns.map((x, i) => [x, i]))
    const columns = new Float64Array(m * n)
    cluster.equations.forEach(({ measure }, j) => {
      const slopes = new Float64Array(measure.unknowns.length)
      measure.evaluate(u.values, slopes)
      measure.unknowns.forEach((x, k) => (columns[j * m + place.get(x)!]! += slopes[k]!))
      scaleColumn(columns, j * m, m)
    })
    for (const x of cluster.unknowns) bound.add(x)
    const qr = pivotedQr(columns, m, n, tolerance.sketchRank)
    for (const j of qr.order.slice(qr.rank)) redundant.add(cluster.equations[j]!.constraint)
    for (const v of qr.complement) motions.push(motionOf(v, cluster.unknowns, u.owner, entities))
  }
  for (let x = 0; x < u.values.length; x++) {
    if (!bound.has(x)) motions.push(motionOf(Float64Array.of(1), [x], u.owner, entities))
  }
  return { loose: motions.length, free: freeEntities(entities, motions), motions, redundant: [...redundant] }
}

/** Brings an equation to unit length, so that angles and lengths weigh alike; one that depends on nothing stays zero. */
function scaleColumn(a: Float64Array, from: number, m: number): void {
  let size = 0
  for (let i = 0; i < m; i++) size = Math.hypot(size, a[from + i]!)
  if (size > tolerance.noDirection) for (let i = 0; i < m; i++) a[from + i]! /= size
}

function motionOf(
  v: Float64Array,
  unknowns: readonly number[],
  owner: (x: number) => Id,
  entities: readonly SketchEntity[],
): FreeMotion {
  const points = new Map<Id, readonly [number, number]>()
  const radii = new Map<Id, number>()
  const kinds = new Map(entities.map((e) => [e.id, e.kind]))
  unknowns.forEach((x, i) => {
    const id = owner(x)
    if (Math.abs(v[i]!) <= tolerance.freeMotion) return
    if (kinds.get(id) !== 'point') radii.set(id, v[i]!)
    else {
      const isY = x > 0 && owner(x - 1) === id
      const [dx, dy] = points.get(id) ?? [0, 0]
      points.set(id, isY ? [dx, v[i]!] : [v[i]!, dy])
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
  for (const e of entities) {
    const parts =
      e.kind === 'line'
        ? [e.from, e.to]
        : e.kind === 'arc'
          ? [e.centre, e.from, e.to]
          : e.kind === 'circle'
            ? [e.centre]
            : []
    if (parts.some((p) => free.has(p))) free.add(e.id)
  }
  return free
}
