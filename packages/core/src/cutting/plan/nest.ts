import { stepTo, type PlanProblem, type Saw, type WantedPiece, type Nest } from './problem.ts'

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
