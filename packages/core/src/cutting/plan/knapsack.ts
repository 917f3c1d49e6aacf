import { tolerance } from '../../num/index.ts'
/** What is put together: each thing takes some room, is worth something, and there are so many of it. */
export interface Things {
  readonly sizes: readonly number[]
  readonly worths: readonly number[]
  readonly counts: readonly number[]
}

export interface Packed {
  readonly counts: readonly number[]
  readonly worth: number
  /** No packing is worth more than this; the worth itself where the search came to its end. */
  readonly bound: number
}

/** Steps of the search after which the best so far is taken, with a bound by shares. */
const MOST_STEPS = 400_000

/**
 * The worthiest things that fit into some room together: depth-first, the worthiest by size first, each branch left when what is left of
 * the room cannot bring enough at the rate of the next thing (bounded knapsack; Gilmore and Gomory 1963 price cutting patterns so). Bounded by
 * steps; what the search did not see is then bounded by the worth of the room filled by shares.
 */
export function packWorthiest(room: number, things: Things, mostSteps = MOST_STEPS): Packed {
  const order = things.sizes
    .map((_, i) => i)
    .filter((i) => things.worths[i]! > 0 && things.counts[i]! > 0 && things.sizes[i]! <= room)
    .sort((a, b) => things.worths[b]! / things.sizes[b]! - things.worths[a]! / things.sizes[a]!)
  const n = order.length
  const size = order.map((i) => things.sizes[i]!)
  const worth = order.map((i) => things.worths[i]!)
  const limit = order.map((i) => things.counts[i]!)
  const now = order.map(() => 0)
  let best = [...now]
  let bestWorth = 0
  let steps = 0
  /** The worth of what the rest of the room holds at most, by shares, from a thing on. */
  const atMost = (from: number, left: number): number => {
    let sum = 0
    for (let i = from; i < n && left > 0; i++) {
      const take = Math.min(limit[i]!, left / size[i]!)
      sum += take * worth[i]!
      left -= take * size[i]!
    }
    return sum
  }
  const search = (i: number, left: number, sum: number): void => {
    if (sum > bestWorth) {
      bestWorth = sum
      best = [...now]
    }
    if (i === n || steps > mostSteps) return
    steps++
    const slack = bestWorth * (1 + tolerance.barUsedUp)
    if (sum + atMost(i, left) <= slack) return
    const most = Math.min(limit[i]!, Math.floor(left / size[i]! + tolerance.barUsedUp))
    for (let k = most; k >= 0; k--) {
      now[i] = k
      search(i + 1, left - k * size[i]!, sum + k * worth[i]!)
      if (steps > mostSteps) break
    }
    now[i] = 0
  }
  search(0, room, 0)
  const counts = things.sizes.map(() => 0)
  order.forEach((i, k) => (counts[i] = best[k]!))
  return { counts, worth: bestWorth, bound: steps > mostSteps ? atMost(0, room) : bestWorth }
}
