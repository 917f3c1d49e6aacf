import type { Equation } from './constraints/constraint.ts'

/** Unknowns that hang together, and the equations that tie them. */
export interface Cluster {
  readonly unknowns: readonly number[]
  readonly equations: readonly Equation[]
}

/** Splits a system into parts that share no unknown, so that an edit moves only what it must. Unknowns in no equation are left out. */
export function clustersOf(equations: readonly Equation[], count: number): Cluster[] {
  const parent = Int32Array.from({ length: count }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  for (const { measure } of equations) {
    const [first, ...rest] = measure.unknowns
    for (const other of rest) parent[root(other)] = root(first!)
  }
  const byRoot = new Map<number, { unknowns: Set<number>; equations: Equation[] }>()
  for (const e of equations) {
    const r = root(e.measure.unknowns[0]!)
    let cluster = byRoot.get(r)
    if (!cluster) byRoot.set(r, (cluster = { unknowns: new Set(), equations: [] }))
    cluster.equations.push(e)
    for (const x of e.measure.unknowns) cluster.unknowns.add(x)
  }
  return [...byRoot.values()].map((c) => ({
    unknowns: [...c.unknowns].sort((a, b) => a - b),
    equations: c.equations,
  }))
}
