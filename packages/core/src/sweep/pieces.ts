/** A length cut from stock in one go, by stations along the run; one over the seam of a closed path ends past its length. */
export interface Piece {
  readonly from: number
  readonly to: number
}

/**
 * Parts a run at its mitred and butted corners. A closed run without one is a single piece; with one, the piece that
 * crosses the seam goes on past the length. Stations are sorted; one at 0 is the seam itself.
 */
export function piecesBetween(length: number, closed: boolean, corners: readonly number[]): Piece[] {
  const cuts = [...new Set(corners.map((c) => (closed ? c % length : c)))].sort((a, b) => a - b)
  if (!closed) {
    const ends = [0, ...cuts.filter((c) => c > 0 && c < length), length]
    return ends.slice(1).map((to, i) => ({ from: ends[i]!, to }))
  }
  if (cuts.length === 0) return [{ from: 0, to: length }]
  return cuts.map((from, i) => ({ from, to: cuts[i + 1] ?? cuts[0]! + length }))
}
