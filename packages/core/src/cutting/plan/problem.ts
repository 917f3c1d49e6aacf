/**
 * What a cut plan has to do: pieces wanted of bars at hand. Lengths in mm as the saw sees them: a piece's is its long point. All of one
 * stock; other stocks are other plans.
 */
export interface PlanProblem {
  readonly pieces: readonly WantedPiece[]
  readonly bars: readonly BarKind[]
  readonly saw: Saw
}

/** A length that is wanted so many times. */
export interface WantedPiece {
  readonly id: string
  readonly length: number
  readonly count: number
}

/** Bars of one length. */
export interface BarKind {
  readonly id: string
  readonly length: number
  /** How many there are; any number without it. */
  readonly count?: number
  /** What one costs; what is left over of others, or was begun already, costs nothing. */
  readonly cost: number
}

/** What sawing takes. The plan holds: lengths + (n - 1) kerf <= bar - both trims; a trim includes its own saw cut. */
export interface Saw {
  readonly kerf: number
  readonly trimStart: number
  readonly trimEnd: number
  /** What is left of a bar is kept from this length on, and is no waste. */
  readonly keepFrom: number
}

/** How one bar is cut: how many of each wanted piece, by its place in the list. */
export interface Pattern {
  readonly bar: number
  readonly counts: readonly number[]
}

/** A pattern that is cut so many times. */
export interface PatternUse extends Pattern {
  readonly times: number
}

/** What of a bar pieces can take: every piece takes its length and a kerf, and one kerf is not cut. */
export function roomOf(bar: BarKind, saw: Saw): number {
  return bar.length - saw.trimStart - saw.trimEnd + saw.kerf
}

/** What a piece takes of that room. */
export const takes = (piece: WantedPiece, saw: Saw): number => piece.length + saw.kerf

/** What a pattern takes, and what it leaves of its bar, mm. */
export function leftOver(problem: PlanProblem, pattern: Pattern): number {
  const taken = pattern.counts.reduce((sum, n, i) => sum + n * takes(problem.pieces[i]!, problem.saw), 0)
  return roomOf(problem.bars[pattern.bar]!, problem.saw) - taken
}

/** What all the bars of a plan cost. */
export const costOf = (problem: PlanProblem, uses: readonly PatternUse[]): number =>
  uses.reduce((sum, u) => sum + u.times * problem.bars[u.bar]!.cost, 0)
