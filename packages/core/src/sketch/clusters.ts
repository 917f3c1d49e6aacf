import type { Equation } from './constraints/constraint.ts'
import type { Reduced } from './reduce.ts'

/** Groups of unknowns that hang together, and the equations that tie them. */
export interface Cluster {
  readonly groups: readonly number[]
  readonly equations: readonly Equation[]
}

/**
 * Splits a system into parts that share nothing, so that an edit moves only what it must. Groups in no equation are
 * left out, and so are equations in which nothing can move.
 */
export function clustersOf(r: Reduced, equations: readonly Equation[] = r.equations): Cluster[] {
  const parent = Int32Array.from({ length: r.groups }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  const firstOf = equations.map((e) => {
    let first = -1
    for (const x of e.measure.unknowns) {
      const g = r.groupOf[x]!
      if (g < 0) continue
      if (first < 0) first = g
      else parent[root(g)] = root(first)
    }
    return first
  })
  const byRoot = new Map<number, { groups: Set<number>; equations: Equation[] }>()
  equations.forEach((e, i) => {
    if (firstOf[i]! < 0) return
    const at = root(firstOf[i]!)
    let cluster = byRoot.get(at)
    if (!cluster) byRoot.set(at, (cluster = { groups: new Set(), equations: [] }))
    cluster.equations.push(e)
    for (const x of e.measure.unknowns) if (r.groupOf[x]! >= 0) cluster.groups.add(r.groupOf[x]!)
  })
  return [...byRoot.values()].map((c) => ({
    groups: [...c.groups].sort((a, b) => a - b),
    equations: c.equations,
  }))
}
