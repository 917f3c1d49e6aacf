import { tolerance, type SparseRow } from '../num/index.ts'
import type { Cluster } from './clusters.ts'
import type { Reduced } from './reduce.ts'

/** The equations' gradients by the groups, of unit length each so that angles and lengths weigh alike. */
export function gradientsOf(cluster: Cluster, r: Reduced, values: Float64Array): SparseRow[] {
  const place = new Map(cluster.groups.map((g, i) => [g, i]))
  return cluster.equations.map(({ measure }) => {
    const slopes = new Float64Array(measure.unknowns.length)
    measure.evaluate(values, slopes)
    const row = new Map<number, number>()
    measure.unknowns.forEach((x, k) => {
      const g = r.groupOf[x]!
      if (g >= 0) row.set(place.get(g)!, (row.get(place.get(g)!) ?? 0) + slopes[k]!)
    })
    let size = 0
    for (const x of row.values()) size += x * x
    size = Math.sqrt(size)
    if (size > tolerance.noDirection) for (const [c, x] of row) row.set(c, x / size)
    return row
  })
}
