import { vec2, type Vec2 } from '../plane/index.ts'
import type { PieceEnd } from './piece.ts'

/** A place on the outside of a piece, rolled out flat: how far round the section, and where both cuts are there, along the piece, mm. */
export interface Unrolled {
  readonly around: number
  readonly start: number
  readonly end: number
  /** An edge of the piece runs here: its section has a corner. */
  readonly edge: boolean
}

/** A turn of the outline from which on its place is a corner, rad: 15 degrees, more than the steps of a curve. */
const CORNER = Math.PI / 12

/**
 * The outside of a straight piece rolled out flat, from its start to where the outline closes: wrapped round the bar the two lines lie where
 * the saw goes. `outline` is the outer line of the section as points, end to start; curves as steps. Lengths are from where the line of
 * the piece starts.
 */
export function unrolled(
  outline: readonly Vec2[],
  length: number,
  start: PieceEnd,
  end: PieceEnd,
): readonly Unrolled[] {
  const n = outline.length
  let around = 0
  const at = (i: number): Unrolled => {
    const p = outline[i % n]!
    const [before, after] = [outline[(i + n - 1) % n]!, outline[(i + 1) % n]!]
    const [a, b] = [vec2.sub(p, before), vec2.sub(after, p)]
    return {
      around,
      start: vec2.dot(start.slope, p) - start.beyond,
      end: length + end.beyond + vec2.dot(end.slope, p),
      edge: Math.abs(Math.atan2(vec2.cross(a, b), vec2.dot(a, b))) > CORNER,
    }
  }
  const places = outline.map((p, i) => {
    if (i > 0) around += vec2.distance(outline[i - 1]!, p)
    return at(i)
  })
  if (n > 1) around += vec2.distance(outline[n - 1]!, outline[0]!)
  return n > 1 ? [...places, at(n)] : places
}
