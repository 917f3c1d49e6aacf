import { tolerance, halfTurn } from '../num/index.ts'
import { zonesOf, type Bar } from './bar.ts'

/** What a bender does for one bend, one after the other: it feeds, turns the bar, and bends it. */
export interface Move {
  /** Which bend of the bar, counted from its first end. */
  readonly index: number
  /** How far the bar goes on, mm; below 0 it comes back. */
  readonly feed: number
  /** How far the bar is turned about itself, rad, in (-pi, pi]. */
  readonly turn: number
  /** The angle it is bent to, rad. */
  readonly set: number
  /** Whether it is bent to the other hand. */
  readonly flipped: boolean
  /** When each of the three begins, and when the bend is done, s. */
  readonly begins: readonly [feed: number, turn: number, bend: number]
  readonly done: number
}

/** How fast a bender goes: mm/s, rad/s, rad/s; seconds it needs besides for every bend. */
export interface Speeds {
  readonly feed: number
  readonly turn: number
  readonly bend: number
  readonly handling: number
}

export interface Program {
  readonly moves: readonly Move[]
  /** s */
  readonly time: number
  /** Sum of all turns without their signs, rad. */
  readonly turned: number
}

/**
 * The moves that bend a bar. `order` says which bend comes when, each once, by its index along the bar; without one they come as they lie
 * on it. A bender that bends to both hands may flip a bend, which turns the bar by half a turn less or more: it goes the shorter way, which
 * is also the least in sum, since each bend can choose for itself whether it flips against the one before.
 */
export function programOf(
  bar: Bar,
  speeds: Speeds,
  bothHands: boolean,
  order: readonly number[] = bar.bends.map((_, i) => i),
): Program {
  const zones = zonesOf(bar)
  const moves: Move[] = []
  let time = 0
  let turned = 0
  let at = 0
  let clock = zones[order[0] ?? 0]?.clock ?? 0
  let flipped = false
  for (const index of order) {
    const zone = zones[index]!
    const plain = halfTurn(zone.clock - clock)
    const other = halfTurn(plain + Math.PI)
    const flips = bothHands && Math.abs(other) < Math.abs(plain) - tolerance.shorterTurn
    const turn = flips ? other : plain
    if (flips) flipped = !flipped
    const feed = zone.from - at
    const { set } = bar.bends[index]!
    const begins = [time, 0, 0] as [number, number, number]
    time += Math.abs(feed) / speeds.feed
    begins[1] = time
    time += Math.abs(turn) / speeds.turn
    begins[2] = time
    time += set / speeds.bend
    moves.push({ index, feed, turn, set, flipped, begins, done: time })
    time += speeds.handling
    turned += Math.abs(turn)
    at = zone.to
    clock = zone.clock
  }
  return { moves, time, turned }
}
