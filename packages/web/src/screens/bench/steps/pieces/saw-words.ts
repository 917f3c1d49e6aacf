import type { CutsGiven, SawnEnd, SawnPiece, Lie } from '@flexum/core/cutting'

/** The side a piece lies on, by its number from the widest, in words. */
export function restName(nth: number): string {
  const known = ['its widest side', 'the next widest side', 'the third side', 'the fourth side'][nth - 1]
  return known ?? `side ${nth}`
}

/** The side that pieces lie on as is usual, in words: a moulding leans, and lies on its back. */
export function usualWords(cuts: CutsGiven | undefined): string {
  const up = cuts?.usual?.up
  const leans = up !== undefined && Math.abs(up[0]) > 1e-6 && Math.abs(up[1]) > 1e-6
  return leans ? 'its back, as is usual' : 'the usual side'
}

/** The ends of a piece as they lie on the saw. */
export function leftAndRight(p: SawnPiece, lie: Lie): readonly [SawnEnd, SawnEnd] {
  return lie.startLeft ? [p.start, p.end] : [p.end, p.start]
}

/** What a piece is called in a list. */
export const pieceName = (p: SawnPiece): string =>
  `${p.number}${p.isReturn ? ', return' : ''}${p.straight ? '' : ', bent'}`
