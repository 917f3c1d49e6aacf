import { fitting } from './first-fit.ts'
import { roomOf, takes, type Pattern, type PatternUse, type PlanProblem } from './problem.ts'

/**
 * All ways to fill the bars to which no wanted piece can be added any more; undefined where there are more than `most`, or where that many
 * times `TRIED_PER_KEPT` ways had to be looked at. With all of them a program in whole numbers has the best plan there is.
 */
export function allPatterns(problem: PlanProblem, most: number): readonly Pattern[] | undefined {
  const { pieces, bars, saw } = problem
  const sizes = pieces.map((p) => takes(p, saw))
  const order = pieces.map((_, i) => i).sort((a, b) => sizes[b]! - sizes[a]!)
  const found: Pattern[] = []
  const counts = pieces.map(() => 0)
  let looks = 0
  const fill = (bar: number, k: number, left: number): boolean => {
    if (++looks > TRIED_PER_KEPT * most) return false
    if (k === order.length) {
      const open = order.some((i) => counts[i]! < pieces[i]!.count && sizes[i]! <= left)
      if (!open && counts.some((n) => n > 0)) found.push({ bar, counts: [...counts] })
      return found.length <= most
    }
    const i = order[k]!
    const fits = Math.min(pieces[i]!.count, Math.floor(left / sizes[i]!))
    for (let n = fits; n >= 0; n--) {
      counts[i] = n
      if (!fill(bar, k + 1, left - n * sizes[i]!)) return false
    }
    counts[i] = 0
    return true
  }
  for (const [b, bar] of bars.entries())
    if (!fill(b, 0, fitting(roomOf(problem, bar), bar.length))) return undefined
  return found
}

/** Ways looked at for each that is kept: most of them leave room for more. */
const TRIED_PER_KEPT = 50

/** A plan that cuts no more than is wanted: what it has too many of is left away, as few bars as go are changed. */
export function withoutSurplus(problem: PlanProblem, uses: readonly PatternUse[]): PatternUse[] {
  let now = [...uses]
  problem.pieces.forEach((piece, i) => {
    let surplus = now.reduce((sum, u) => sum + u.times * u.counts[i]!, 0) - piece.count
    now = now.flatMap((u) => {
      if (surplus <= 0 || u.counts[i] === 0) return [u]
      const less = (n: number): readonly number[] => u.counts.map((c, k) => (k === i ? c - n : c))
      const all = Math.min(Math.floor(surplus / u.times), u.counts[i]!)
      surplus -= all * u.times
      const single = all < u.counts[i]! ? Math.min(surplus, u.times) : 0
      surplus -= single
      return [
        { ...u, times: u.times - single, counts: less(all) },
        { ...u, times: single, counts: less(all + 1) },
      ].filter((x) => x.times > 0)
    })
  })
  return merged(now.filter((u) => u.counts.some((n) => n > 0)))
}

/** The same patterns together. */
export function merged(uses: readonly PatternUse[]): PatternUse[] {
  const byKey = new Map<string, PatternUse>()
  for (const u of uses) {
    const key = `${u.bar}:${u.counts.join()}`
    const had = byKey.get(key)
    byKey.set(key, had ? { ...had, times: had.times + u.times } : u)
  }
  return [...byKey.values()]
}
