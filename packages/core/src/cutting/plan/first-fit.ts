import { tolerance } from '../../num/index.ts'
import { roomOf, takes, type PatternUse, type PlanProblem } from './problem.ts'
import { packWorthiest } from './knapsack.ts'

/** Steps of the search for what fills a bar: near enough for a plan that is only begun with. */
const ROUGH_STEPS = 4000

/** A plan, and how many of each piece no bar is left for. */
export interface RoughPlan {
  readonly uses: readonly PatternUse[]
  readonly missing: readonly number[]
}

/**
 * A plan bar by bar: each time the bar and the pieces in it that use it best, the longest pieces first, cut as often as it goes. What is
 * left over of others and bars that cost little come first. Never more than one pattern for each kind of piece and bar but the last ones.
 */
export function barByBar(
  problem: PlanProblem,
  want = problem.pieces.map((p) => p.count),
  used = problem.bars.map(() => 0),
): RoughPlan {
  const { pieces, bars, saw } = problem
  const left = [...want]
  const there = bars.map((b, i) => (b.count ?? Infinity) - used[i]!)
  const sizes = pieces.map((p) => takes(p, saw))
  const missing = pieces.map(() => 0)
  const uses: PatternUse[] = []
  for (;;) {
    const longest = pieces.reduce(
      (most, p, i) => (left[i]! > 0 && (most < 0 || p.length > pieces[most]!.length) ? i : most),
      -1,
    )
    if (longest < 0) return { uses, missing }
    let best: { readonly bar: number; readonly counts: number[]; readonly rate: number } | undefined
    bars.forEach((bar, b) => {
      const room = fitting(roomOf(problem, bar), bar.length)
      if (there[b]! <= 0 || sizes[longest]! > room) return
      // The longest goes in at any rate; the rest of the bar is filled as far as it goes.
      const others = left.map((n, i) => (i === longest ? n - 1 : n))
      const packed = packWorthiest(
        room - sizes[longest]!,
        { sizes, worths: sizes, counts: others },
        ROUGH_STEPS,
      )
      const counts = packed.counts.map((n, i) => n + (i === longest ? 1 : 0))
      const filled = packed.worth + sizes[longest]!
      const rate = filled / Math.max(bar.cost, tolerance.freeBar * bar.length)
      if (!best || rate > best.rate * (1 + tolerance.sameRate)) best = { bar: b, counts, rate }
    })
    if (!best) {
      // No bar holds it any more: it is left out, and the others go on.
      missing[longest]! += left[longest]!
      left[longest] = 0
      continue
    }
    const { bar, counts } = best
    const times = counts.reduce(
      (least, n, i) => (n > 0 ? Math.min(least, Math.floor(left[i]! / n)) : least),
      there[bar]!,
    )
    counts.forEach((n, i) => (left[i]! -= n * times))
    there[bar]! -= times
    uses.push({ bar, counts, times })
  }
}

/** The room of a bar with what round-off may take from it. */
export const fitting = (room: number, length: number): number => room + tolerance.barFits * length
