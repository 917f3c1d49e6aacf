import { planCuts, type PlanProblem } from '@flexum/core/cutting'
import { loadHighs } from '@flexum/highs'

/** So many pieces of so many made-up lengths on bars of some lengths, priced by length. */
function problemOf(pieces: number, lengths: number, bars: readonly number[]): PlanProblem {
  let seed = 7
  const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647
  return {
    pieces: Array.from({ length: lengths }, (_, i) => ({
      id: `p${i}`,
      length: 150 + Math.round(random() * 2200),
      count: pieces / lengths,
    })),
    bars: bars.map((length) => ({ id: `b${length}`, length, cost: length / 1000 })),
    saw: { kerf: 3, trimStart: 10, trimEnd: 10, keepFrom: 500 },
  }
}

/** A plan of the benchmark: how far it is from what is proven, relative, and how long it took. */
export interface PlanMeasured {
  readonly pieces: number
  readonly lengths: number
  readonly bars: readonly number[]
  readonly used: number
  readonly above: number
  readonly ms: number
}

const CASES = [
  [200, 20, [6000]],
  [200, 20, [6000, 4000]],
  [1000, 50, [6000]],
  [10_000, 40, [6000]],
  [10_000, 200, [6000]],
  [10_000, 200, [6000, 4000, 7500]],
] as const

/** Plans small and large, one after the other. */
export async function plansMade(): Promise<readonly PlanMeasured[]> {
  const solver = await loadHighs()
  return CASES.map(([pieces, lengths, bars]) => {
    const began = performance.now()
    const plan = planCuts(problemOf(pieces, lengths, bars), { solver, seconds: 8 })
    return {
      pieces,
      lengths,
      bars,
      used: plan.uses.reduce((sum, u) => sum + u.times, 0),
      above: plan.cost / plan.bound - 1,
      ms: performance.now() - began,
    }
  })
}
