import type { CutsGiven, SawnEnd, SawnPiece } from '@flexum/core/evaluate'
import type { Lie } from '@flexum/core/cutting'
import { formatLength, type LengthDisplay } from '@flexum/core/units'

/** The side a piece lies on, by its number from the widest, in words. */
export function restName(nth: number): string {
  const known = ['its widest side', 'the next widest side', 'the third side', 'the fourth side'][nth - 1]
  return known ?? `side ${nth}`
}

/** The side that pieces lie on as is usual, in words: a moulding leans, and lies on its back. */
export function usualWords(cuts: CutsGiven | undefined, display: LengthDisplay): string {
  const usual = cuts?.usual
  if (!usual) return 'the usual side'
  const leans = Math.abs(usual.up[0]) > 1e-6 && Math.abs(usual.up[1]) > 1e-6
  return `the usual side${leans ? ': back down' : ''}, ${formatLength(usual.width, display)}`
}

/** The ends of a piece as they lie on the saw. */
export function leftAndRight(p: SawnPiece, lie: Lie): readonly [SawnEnd, SawnEnd] {
  return lie.startLeft ? [p.start, p.end] : [p.end, p.start]
}

/** What a piece is called in a list. */
export const pieceName = (p: SawnPiece): string =>
  `${p.number}${p.isReturn ? ', return' : ''}${p.straight ? '' : ', bent'}`
