import { spend, type Id } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import type { Equation } from './constraints/constraint.ts'
import type { Unknowns } from './unknowns.ts'

/**
 * Constraints that say what older ones say already, of whatever kind: those of which all gradients depend on the gradients of
 * the equations before them, by Gram-Schmidt in order of age, twice for the round-off, over all unknowns and part by part. So the
 * newest of those that say the same is named, also where it is one that only equates two unknowns. Only true at a solution.
 */
export function saidByOlder(equations: readonly Equation[], u: Unknowns): Id[] {
  /** Conditions of each constraint that say something of their own; one with none left says nothing. */
  const own = new Map<Id, number>()
  for (const e of equations) own.set(e.constraint, 0)
  for (const part of partsOf(equations, u)) {
    const place = new Map<number, number>()
    for (const e of part)
      for (const x of e.measure.unknowns) if (x < u.count && !place.has(x)) place.set(x, place.size)
    const basis: Float64Array[] = []
    for (const e of part) {
      spend(2 * (basis.length + 1) * (place.size / 10 + 1), 'looking for constraints too many')
      const v = gradientOf(e, place, u)
      for (let pass = 0; pass < 2; pass++)
        for (const b of basis) {
          let dot = 0
          for (let i = 0; i < v.length; i++) dot += b[i]! * v[i]!
          if (dot !== 0) for (let i = 0; i < v.length; i++) v[i]! -= dot * b[i]!
        }
      const size = Math.sqrt(v.reduce((s, x) => s + x * x, 0))
      if (size <= tolerance.sketchRank) continue
      basis.push(v.map((x) => x / size))
      own.set(e.constraint, own.get(e.constraint)! + 1)
    }
  }
  return [...own].flatMap(([id, says]) => (says === 0 ? [id] : []))
}

/** A gradient of unit length over the unknowns of its part; of none where nothing it measures can move. */
function gradientOf({ measure }: Equation, place: ReadonlyMap<number, number>, u: Unknowns): Float64Array {
  const slopes = new Float64Array(measure.unknowns.length)
  measure.evaluate(u.values, slopes)
  const v = new Float64Array(place.size)
  measure.unknowns.forEach((x, k) => {
    const at = place.get(x)
    if (at !== undefined) v[at]! += slopes[k]!
  })
  const size = Math.sqrt(v.reduce((s, x) => s + x * x, 0))
  return size > tolerance.noDirection ? v.map((x) => x / size) : v
}

/** Equations that hang together by what they tie, each group in order of age. */
function partsOf(equations: readonly Equation[], u: Unknowns): Equation[][] {
  const parent = Int32Array.from({ length: u.count }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  const first = equations.map(({ measure }) => {
    const own = measure.unknowns.filter((x) => x < u.count)
    for (const x of own) parent[root(x)] = root(own[0]!)
    return own[0] ?? -1
  })
  const parts = new Map<number, Equation[]>()
  equations.forEach((e, i) => {
    const at = first[i]! < 0 ? -1 : root(first[i]!)
    const list = parts.get(at)
    if (list) list.push(e)
    else parts.set(at, [e])
  })
  return [...parts.values()]
}
