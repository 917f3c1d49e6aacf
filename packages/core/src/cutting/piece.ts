import { tolerance } from '../num/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'
import type { Slope } from './saw.ts'

/** A cut at one end of a piece: how it leans, and how far it lies beyond the end of the piece's line (below 0 short of it), mm. */
export interface PieceEnd {
  readonly slope: Slope
  readonly beyond: number
}

/**
 * Lengths of a piece between its cuts, mm. `long` and `short` are from furthest tip to furthest tip, what a bar must have, and from
 * nearest to nearest; `longest` and `shortest` are of single lines along it, which are less than the tips apart where the cuts lean the
 * same way; `line` is where its path runs.
 */
export interface PieceLengths {
  readonly long: number
  readonly short: number
  readonly longest: number
  readonly shortest: number
  readonly line: number
}

/** The furthest that a section reaches toward a direction of its plane: the greatest x.d over its points. For no direction 0. */
export type Reach = (d: Vec2) => number

/**
 * Lengths of a straight piece, or of one that is bent and stretched out straight, whose line is `length` mm long. Exact: each is a
 * section's reach toward one direction. `endReach` is that of its end, where the section changes on the way.
 */
export function pieceLengths(
  length: number,
  start: PieceEnd,
  end: PieceEnd,
  reach: Reach,
  endReach: Reach = reach,
): PieceLengths {
  const line = length + start.beyond + end.beyond
  const [s, e] = [start.slope, end.slope]
  const back = (d: Vec2): Vec2 => vec2.scale(d, -1)
  const apart = vec2.sub(e, s)
  return {
    long: line + endReach(e) + reach(back(s)),
    short: line - endReach(back(e)) - reach(s),
    longest: line + reach(apart),
    shortest: line - reach(back(apart)),
    line,
  }
}

/**
 * By how much a piece is turned about its axis between its two cuts: from where the start is longest to where the end is, rad in
 * (-pi, pi], counter-clockwise as seen from its end, along the travel. None where one of them is square.
 */
export function turnBetweenCuts(start: Slope, end: Slope): number | undefined {
  if (Math.hypot(...start) === 0 || Math.hypot(...end) === 0) return undefined
  const turn = Math.atan2(end[1], end[0]) - Math.atan2(-start[1], -start[0])
  const wrapped = turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI))
  return wrapped <= tolerance.halfTurnSide - Math.PI ? Math.PI : wrapped + 0
}
