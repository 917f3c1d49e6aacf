/**
 * What a cut plan has to do: pieces wanted of bars at hand. Lengths in mm as the saw sees them: a piece's is its long point. All of one
 * stock; other stocks are other plans.
 */
export interface PlanProblem {
  readonly pieces: readonly WantedPiece[]
  readonly bars: readonly BarKind[]
  readonly saw: Saw
  /** What is taken of each bar beside its pieces: the outer tips of chains of pieces that share cuts. */
  readonly overhead?: number
}

/** A length that is wanted so many times. */
export interface WantedPiece {
  readonly id: string
  readonly length: number
  readonly count: number
  /** Its neighbours of the same kind share their cuts with it. */
  readonly nest?: Pick<Nest, 'key' | 'depth' | 'lean'>
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
export function roomOf({ saw, overhead = 0 }: Pick<PlanProblem, 'saw' | 'overhead'>, bar: BarKind): number {
  return bar.length - saw.trimStart - saw.trimEnd + saw.kerf - overhead
}

/** What a piece takes of that room: where cuts are shared, less by what neighbours lie beside each other. */
export const takes = ({ length, nest }: WantedPiece, saw: Saw): number =>
  length + (nest ? stepTo(nest, saw) : saw.kerf)

/** What all the bars of a plan cost. */
export const costOf = (problem: PlanProblem, uses: readonly PatternUse[]): number =>
  uses.reduce((sum, u) => sum + u.times * problem.bars[u.bar]!.cost, 0)

/** By how much a neighbour begins after the end of a piece with which it shares a cut; below 0 before it. */
export const stepTo = ({ depth, lean }: Pick<Nest, 'depth' | 'lean'>, saw: Saw): number =>
  saw.kerf * lean - depth

/**
 * How the cuts of a piece nest: both lean alike, so that one cut of the saw is the end of a piece and the beginning of its neighbour. Pieces
 * of one `key` nest in any order.
 */
export interface Nest {
  readonly key: string
  /** From the furthest to the nearest place of the cut along the bar, mm: by so much neighbours lie beside each other. */
  readonly depth: number
  /** The kerf along the bar, as a multiple of that square to the cut. */
  readonly lean: number
  /** To which of both sides each cut leans; a piece whose cuts lean to other sides than its neighbour asks for is turned over. */
  readonly left: 1 | -1
  readonly right: 1 | -1
}
