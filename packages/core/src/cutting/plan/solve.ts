import { tolerance } from '../../num/index.ts'
import { barByBar, fitting } from './first-fit.ts'
import { packWorthiest } from './knapsack.ts'
import type { LinearColumn, LinearProgram, LinearSolution, LinearSolver } from './linear.ts'
import { allPatterns, withoutSurplus } from './patterns.ts'
import { costOf, roomOf, takes, type Pattern, type PatternUse, type PlanProblem } from './problem.ts'

/** A plan, and what is proven about it. */
export interface CutPlan {
  readonly uses: readonly PatternUse[]
  /** How many of each piece no bar is left for. */
  readonly missing: readonly number[]
  readonly cost: number
  /** No plan of the same pieces costs less. */
  readonly bound: number
}

/** How a plan is looked for. */
export interface Search {
  readonly solver: LinearSolver
  /** Seconds that the search in whole numbers may take; it is left away at 0. */
  readonly seconds: number
  /** Told of every better plan and bound; where it says false, the search ends with the best so far. */
  tell?(best: CutPlan): boolean
}

/** Most ways to fill bars that are all looked at. */
const MOST_PATTERNS = 4000
/** Most rounds in which ways to fill bars are looked for, and most that a round brings for each kind of bar. */
const MOST_ROUNDS = 2000
const MOST_A_ROUND = 40
/** Steps of the search for those beside the best one. */
const BESIDE_STEPS = 3000
/** A piece that is left out costs so many times what the dearest bar for it does. */
const LEFT_OUT = 1000

/**
 * The least dear plan: column generation (Gilmore and Gomory 1961) over ways to fill bars with a bounded knapsack for each kind of bar,
 * then whole numbers over the ways that were found, beside plans bar by bar; where there are few ways in all, over all of them, which is
 * the best plan there is. The bound is the dual program's, scaled until it holds for every way to fill a bar (Farley 1990).
 * Pieces that fit no bar are missing from the beginning on.
 */
export function planCuts(problem: PlanProblem, search: Search): CutPlan {
  const room = problem.bars.map((b) => fitting(roomOf(problem, b), b.length))
  const fits = problem.pieces.map((p) => room.some((r) => takes(p, problem.saw) <= r))
  const able: PlanProblem = {
    ...problem,
    pieces: problem.pieces.map((p, i) => (fits[i] ? p : { ...p, count: 0 })),
  }
  const never = problem.pieces.map((p, i) => (fits[i] ? 0 : p.count))
  const plan = planAble(able, room, search)
  return { ...plan, missing: plan.missing.map((n, i) => n + never[i]!) }
}

function planAble(problem: PlanProblem, room: readonly number[], search: Search): CutPlan {
  const rough = barByBar(problem)
  let best: CutPlan = { ...rough, cost: costOf(problem, rough.uses), bound: 0 }
  const goOn = (): boolean => search.tell?.(best) ?? true
  if (problem.pieces.every((p) => p.count === 0) || !goOn()) return best
  const take = (uses: readonly PatternUse[], missing: readonly number[]): void => {
    const cost = costOf(problem, uses)
    const lacks = sum(missing) - sum(best.missing)
    if (lacks < 0 || (lacks === 0 && cost < best.cost * (1 - tolerance.sameRate)))
      best = { ...best, uses, missing, cost }
  }
  const master = masterOf(problem)
  rough.uses.forEach((u) => master.add(u))
  const all = allPatterns(problem, MOST_PATTERNS)
  all?.forEach((p) => master.add(p))
  let whole: LinearSolution | undefined
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const lp = search.solver.solve(master.program())
    if (!lp) break
    whole = lp
    const priced = priceAll(problem, room, lp, master)
    if (sum(best.missing) === 0)
      best = { ...best, bound: Math.max(best.bound, rounded(problem, priced.bound)) }
    if (priced.better.length === 0 || all) break
    priced.better.forEach((p) => master.add(p))
    if (round % 8 === 0 && !goOn()) return best
  }
  if (whole) for (const plan of roundings(problem, master.patternsOf(whole))) take(plan.uses, plan.missing)
  if (!goOn() || best.cost <= best.bound * (1 + tolerance.sameRate) || search.seconds === 0) return best
  const exact = search.solver.solveWhole(master.program(), search.seconds)
  if (exact) {
    const { uses, missing } = master.plan(exact)
    take(withoutSurplus(problem, uses), missing)
    // Over all ways to fill the bars the best in whole numbers is the best there is.
    if (all && exact.proven && sum(best.missing) === 0) best = { ...best, bound: best.cost }
  }
  goOn()
  return best
}

const sum = (list: readonly number[]): number => list.reduce((s, v) => s + v, 0)

/** The program over the ways to fill bars known so far. */
function masterOf(problem: PlanProblem) {
  const { pieces, bars } = problem
  const dearest = Math.max(...bars.map((b) => b.cost), 1)
  const limited = bars.flatMap((b, i) => (b.count === undefined ? [] : [i]))
  const rowOfBar = new Map(limited.map((b, k) => [b, pieces.length + k]))
  const rows = [
    ...pieces.map((p) => ({ least: p.count, most: Infinity })),
    ...limited.map((b) => ({ least: 0, most: bars[b]!.count! })),
  ]
  const leftOut = pieces.map((_, i): LinearColumn => ({ cost: LEFT_OUT * dearest, entries: [[i, 1]] }))
  const patterns: Pattern[] = []
  const columns: LinearColumn[] = []
  const known = new Set<string>()
  return {
    rowOfBar,
    add(pattern: Pattern): void {
      const key = `${pattern.bar}:${pattern.counts.join()}`
      if (known.has(key)) return
      known.add(key)
      patterns.push({ bar: pattern.bar, counts: pattern.counts })
      const bar = rowOfBar.get(pattern.bar)
      columns.push({
        cost: bars[pattern.bar]!.cost,
        entries: [
          ...pattern.counts.flatMap((n, i) => (n > 0 ? [[i, n] as const] : [])),
          ...(bar === undefined ? [] : [[bar, 1] as const]),
        ],
      })
    },
    program: (): LinearProgram => ({ columns: [...columns, ...leftOut], rows }),
    /** Patterns with how often each is cut, in shares. */
    patternsOf: (s: LinearSolution): readonly (Pattern & { readonly share: number })[] =>
      patterns.map((p, i) => ({ ...p, share: s.values[i]! })),
    /** What a whole solution says. */
    plan(s: LinearSolution): { uses: PatternUse[]; missing: readonly number[] } {
      const uses = patterns.flatMap((p, i) => (s.values[i]! > 0 ? [{ ...p, times: s.values[i]! }] : []))
      const made = pieces.map((_, i) => sum(uses.map((u) => u.times * u.counts[i]!)))
      return { uses, missing: pieces.map((p, i) => Math.max(0, p.count - made[i]!)) }
    },
  }
}

/** Ways to fill bars that would make the plan less dear, and what is proven by the prices of the pieces. */
function priceAll(
  problem: PlanProblem,
  room: readonly number[],
  lp: LinearSolution,
  { rowOfBar }: { readonly rowOfBar: ReadonlyMap<number, number> },
): { readonly better: readonly Pattern[]; readonly bound: number } {
  const { pieces, bars, saw } = problem
  const worths = pieces.map((_, i) => Math.max(0, lp.duals[i]!))
  const things = { sizes: pieces.map((p) => takes(p, saw)), worths, counts: pieces.map((p) => p.count) }
  const packed = bars.map((_, b) => packWorthiest(room[b]!, things))
  const better = bars.flatMap((bar, b): Pattern[] => {
    const row = rowOfBar.get(b)
    const fee = row === undefined ? 0 : Math.max(0, -lp.duals[row]!)
    const gains = (worth: number): boolean =>
      worth - bar.cost - fee > tolerance.nothingGained * Math.max(bar.cost, 1)
    if (!gains(packed[b]!.worth)) return []
    const found: Pattern[] = [{ bar: b, counts: packed[b]!.counts }]
    // Ways that share no piece with those before bring the prices of many pieces nearer at once.
    const counts = [...things.counts]
    while (found.length < MOST_A_ROUND) {
      found.at(-1)!.counts.forEach((n, i) => n > 0 && (counts[i] = 0))
      const next = packWorthiest(room[b]!, { ...things, counts }, BESIDE_STEPS)
      if (!gains(next.worth)) break
      found.push({ bar: b, counts: next.counts })
    }
    return found
  })
  // Scaled so that no bar without a limit is worth more than it costs; a bar with one takes the rest on itself.
  const share = bars.reduce((least, bar, b) => {
    const { bound } = packed[b]!
    return bar.count === undefined && bound > bar.cost ? Math.min(least, bar.cost / bound) : least
  }, 1)
  const bound = bars.reduce(
    (total, bar, b) =>
      bar.count === undefined ? total : total - bar.count * Math.max(0, share * packed[b]!.bound - bar.cost),
    share * sum(pieces.map((p, i) => p.count * worths[i]!)),
  )
  return { better, bound }
}

/** A bound as what bars can cost together: a whole multiple of what all their prices are multiples of, where there is such a price. */
function rounded(problem: PlanProblem, bound: number): number {
  const costs = problem.bars.map((b) => b.cost).filter((c) => c > 0)
  if (costs.length === 0) return bound
  const least = Math.min(...costs)
  const unit = [least, 1e-2, 1e-4].find((u) => costs.every((c) => isWhole(c / u)))
  // Money has hundredths; finer prices are none of anything.
  const common =
    unit === undefined || unit === least
      ? unit
      : costs.map((c) => Math.round(c / unit)).reduce(greatestCommon) * unit
  return common === undefined ? bound : Math.ceil(bound / common - tolerance.wholeBar) * common
}

const isWhole = (v: number): boolean => v < 1e12 && Math.abs(v - Math.round(v)) <= tolerance.sameRate * v

const greatestCommon = (a: number, b: number): number => (b === 0 ? a : greatestCommon(b, a % b))

/** Plans near a plan in shares: what is whole in it is kept, the rest is planned bar by bar; with more and more of it rounded up. */
function* roundings(
  problem: PlanProblem,
  shares: readonly (Pattern & { readonly share: number })[],
): Generator<{ readonly uses: readonly PatternUse[]; readonly missing: readonly number[] }> {
  const used = shares.filter((s) => s.share > tolerance.wholeBar)
  const parts = used.map((s) => s.share - Math.floor(s.share + tolerance.wholeBar))
  for (const from of [2, 0.9, 0.75, 0.6, 0.5]) {
    const times = used.map((s, i) => Math.floor(s.share + tolerance.wholeBar) + (parts[i]! >= from ? 1 : 0))
    const there = problem.bars.map((b) => b.count ?? Infinity)
    const kept = used.flatMap((s, i): PatternUse[] => {
      const n = Math.min(times[i]!, there[s.bar]!)
      there[s.bar]! -= n
      return n > 0 ? [{ bar: s.bar, counts: s.counts, times: n }] : []
    })
    const trimmed = withoutSurplus(problem, kept)
    const made = problem.pieces.map((_, i) => sum(trimmed.map((u) => u.times * u.counts[i]!)))
    const want = problem.pieces.map((p, i) => Math.max(0, p.count - made[i]!))
    const bars = problem.bars.map((_, b) => sum(trimmed.filter((u) => u.bar === b).map((u) => u.times)))
    const rest = barByBar(problem, want, bars)
    yield { uses: withoutSurplus(problem, [...trimmed, ...rest.uses]), missing: rest.missing }
  }
}
