import { tolerance } from '../../num/index.ts'
import type { PatternUse, PlanProblem } from './problem.ts'

/**
 * Looks a plan over by itself, with nothing of how it was found: each bar piece by piece with its trims and kerfs, each count of pieces
 * and bars. Says what is wrong, nothing where all is right. `missing` is how many of each piece may be left out.
 */
export function faultsOf(
  problem: PlanProblem,
  uses: readonly PatternUse[],
  missing: readonly number[] = [],
): string[] {
  const { pieces, bars, saw } = problem
  const faults: string[] = []
  const made = pieces.map(() => 0)
  const used = bars.map(() => 0)
  uses.forEach((u, n) => {
    const bar = bars[u.bar]
    if (!bar) return void faults.push(`pattern ${n + 1} is of no bar`)
    if (!Number.isInteger(u.times) || u.times < 1) faults.push(`pattern ${n + 1} is cut ${u.times} times`)
    used[u.bar]! += u.times
    let at = saw.trimStart
    let first = true
    let shared: string | undefined
    // Those that share cuts lie one after the other, by the key of these.
    const keys = [...new Set(pieces.map((p) => p.nest?.key))]
    const inOrder = keys.flatMap((key) => pieces.flatMap((p, i) => (p.nest?.key === key ? [i] : [])))
    for (const i of inOrder) {
      const p = pieces[i]!
      const count = u.counts[i] ?? 0
      if (!Number.isInteger(count) || count < 0) faults.push(`pattern ${n + 1} has ${count} of ${p.id}`)
      for (let k = 0; k < count; k++) {
        // Of a cut that is shared the kerf is as wide along the bar as it leans, and the tips lie beside each other.
        const besides = p.nest && p.nest.key === shared ? p.nest.depth - saw.kerf * p.nest.lean : -saw.kerf
        at += (first ? 0 : -besides) + p.length
        first = false
        shared = p.nest?.key
      }
      made[i]! += count * u.times
    }
    if (first) faults.push(`pattern ${n + 1} has no piece`)
    const over = at + saw.trimEnd - bar.length
    if (over > tolerance.barFits * bar.length)
      faults.push(`pattern ${n + 1} is ${over} mm too long for ${bar.id}`)
  })
  pieces.forEach((p, i) => {
    const want = p.count - (missing[i] ?? 0)
    if (made[i] !== want) faults.push(`${made[i]} of ${p.id} are cut, and ${want} are wanted`)
  })
  bars.forEach((b, i) => {
    if (b.count !== undefined && used[i]! > b.count)
      faults.push(`${used[i]} bars of ${b.id} are used, and there are ${b.count}`)
  })
  return faults
}
