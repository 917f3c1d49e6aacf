import type { PlanProblem, Saw, WantedPiece } from './problem.ts'

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

/** By how much a neighbour begins after the end of a piece with which it shares a cut; below 0 before it. */
export const stepTo = ({ depth, lean }: Pick<Nest, 'depth' | 'lean'>, saw: Saw): number =>
  saw.kerf * lean - depth

/** What a chain of pieces that share cuts takes beside what each of them does, below 0 where a leaning kerf is wide: both its outer tips. */
const ofChain = (nest: Pick<Nest, 'depth' | 'lean'>, saw: Saw): number => saw.kerf - stepTo(nest, saw)

function chainsOf(pieces: readonly WantedPiece[], saw: Saw): { chains: readonly number[]; plain: boolean } {
  const keys = new Map<string, number>()
  let plain = false
  for (const { nest, count } of pieces) {
    if (count === 0) continue
    if (nest) keys.set(nest.key, ofChain(nest, saw))
    else plain = true
  }
  return { chains: [...keys.values()], plain }
}

/** What chains take of a bar at the most, whichever pieces are on it: planned with that a bar is never too short. */
export const overheadOf = (pieces: readonly WantedPiece[], saw: Saw): number =>
  chainsOf(pieces, saw).chains.reduce((sum, v) => sum + Math.max(0, v), 0)

/** What chains take of a bar at the least: no plan needs less. */
export function leastOverhead({ pieces, saw }: Pick<PlanProblem, 'pieces' | 'saw'>): number {
  const { chains, plain } = chainsOf(pieces, saw)
  const gained = chains.reduce((sum, v) => sum + Math.min(0, v), 0)
  return plain || chains.length === 0 ? gained : gained + Math.max(0, Math.min(...chains))
}
