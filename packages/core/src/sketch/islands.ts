import { keptWith, type Id } from '../base/index.ts'
import { referencesOf } from './constraints/references.ts'
import type { Constraint } from './constraints/index.ts'
import { isBuiltIn, pointsOf, type SketchEntity } from './entities.ts'
import { sizeOf } from './unknowns.ts'

/** A connected part of a sketch: entities that share points or constraints, and those constraints. */
export interface Island {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly Constraint[]
}

/**
 * The connected components of a sketch, each in the order of the sketch. The origin and the axes of the sheet connect nothing, as they do
 * not move. Constraints between them alone make a component without entities.
 */
export function islandsOf(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
): readonly Island[] {
  const number = new Map<Id, number>()
  entities.forEach((e, i) => number.set(e.id, i))
  const parent = Int32Array.from({ length: entities.length }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  /** Puts these entities into one component. Returns the number of one of them, -1 where none is known. */
  const tie = (ids: readonly Id[]): number => {
    let first = -1
    for (const id of ids) {
      const i = isBuiltIn(id) ? undefined : number.get(id)
      if (i === undefined) continue
      if (first < 0) first = i
      else parent[root(i)] = root(first)
    }
    return first
  }
  entities.forEach((e, i) => {
    const first = tie(pointsOf(e))
    if (first >= 0) parent[root(i)] = root(first)
  })
  const tied = constraints.map((c) => tie(referencesOf(c)))
  const islands = new Map<number, { entities: SketchEntity[]; constraints: Constraint[] }>()
  const island = (at: number): { entities: SketchEntity[]; constraints: Constraint[] } => {
    let found = islands.get(at)
    if (!found) islands.set(at, (found = { entities: [], constraints: [] }))
    return found
  }
  entities.forEach((e, i) => {
    // Origin and axes belong to no component; whoever reads one adds them.
    if (!isBuiltIn(e.id)) island(root(i)).entities.push(e)
  })
  constraints.forEach((c, i) => island(tied[i]! < 0 ? -1 : root(tied[i]!)).constraints.push(c))
  return [...islands.values()]
}

/** Work on one island. `size` is the size of the whole sketch, mm: residuals are relative to it. */
type Work<R> = (island: Island, size: number) => R

/**
 * Does work island by island and remembers the results. An island is worked on again only if it changed, or if the size of the sketch did:
 * while one is dragged, the results of all others stand. The size is rounded down to a power of two, so that it seldom changes. `instead` may
 * give another result for an island; that is not remembered.
 */
export function byIsland<R>(
  work: Work<R>,
): (
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  instead?: (island: Island, size: number) => R | undefined,
) => readonly Found<R>[] {
  const kept = keptWith<SketchEntity, { readonly island: Island; readonly size: number; readonly found: R }>()
  return (entities, constraints, instead) => {
    const size = roundedSize(entities)
    return islandsOf(entities, constraints).map((island) => {
      const other = instead?.(island, size)
      if (other !== undefined) return { island, found: other }
      const [first] = island.entities
      const before = first && kept.get(first)
      if (before?.size === size && sameIsland(before.island, island)) return { island, found: before.found }
      const found = work(island, size)
      if (first) kept.put(first, { island, size, found })
      return { island, found }
    })
  }
}

/** An island with its result. */
export interface Found<R> {
  readonly island: Island
  readonly found: R
}

/** The size of a sketch, rounded down to a power of two, mm. */
export const roundedSize = (entities: readonly SketchEntity[]): number =>
  2 ** Math.floor(Math.log2(sizeOf(entities)))

function sameIsland(a: Island, b: Island): boolean {
  return (
    a.entities.length === b.entities.length &&
    a.constraints.length === b.constraints.length &&
    a.entities.every((e, i) => e === b.entities[i]) &&
    a.constraints.every((c, i) => sameConstraint(c, b.constraints[i]!))
  )
}

/** Whether two constraints say the same. Dimensions and fixed points are new objects each time, as their formulas are evaluated. */
function sameConstraint(a: Constraint, b: Constraint): boolean {
  if (a === b) return true
  if (a.kind !== b.kind || a.id !== b.id) return false
  if (a.kind === 'dimension' && b.kind === 'dimension')
    return a.value === b.value && a.measured === b.measured
  if (a.kind === 'fixed' && b.kind === 'fixed') return a.point === b.point && a.x === b.x && a.y === b.y
  return false
}
