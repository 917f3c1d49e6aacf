import type { Id } from '../base/index.ts'
import type { Piece } from '../sweep/index.ts'
import type { Lie, SawSetting, Slope } from './saw.ts'
import type { Rest } from './lie.ts'
import type { LineAt } from './unfold.ts'
import type { PieceLengths } from './piece.ts'

/** One end of a piece: its cut, and how the saw is set for it. */
export interface SawnEnd {
  readonly made: 'square' | 'mitre' | 'butt' | 'angled' | 'domed' | 'scarf' | 'coped'
  /** The plane of the cut over the section's x and y, along the travel. */
  readonly slope: Slope
  /** How far from the end of the piece's line, outward, it crosses that, mm. */
  readonly beyond: number
  readonly setting: SawSetting
  /** Where it meets something: how far beyond the end of the piece's line it is cut, all round the outline; the saw only cuts to the furthest. */
  readonly coped?: readonly LineAt[]
  /** The corner it lies in. */
  readonly corner?: SawnCorner
}

/** A corner that pieces meet in, its angle on the side of the section, rad: over pi outside. */
export interface SawnCorner {
  /** Its node or curve; `start` and `end` for those of returns. */
  readonly key: Id
  readonly drawn: number
  readonly measured: number | undefined
  /** How the saw would be set for it as drawn. */
  readonly drawnSetting: SawSetting
}

/** A piece as it is sawn from a bar. */
export interface SawnPiece extends Piece {
  /** From 1, in the order of the path. */
  readonly number: number
  /** It is a return at this end of the run. */
  readonly isReturn: 'start' | 'end' | undefined
  readonly straight: boolean
  readonly start: SawnEnd
  readonly end: SawnEnd
  readonly lengths: PieceLengths
  /** Turn about its axis from where its start is longest to where its end is. */
  readonly turn: number | undefined
  /** How far its section rolls from its start to its end: it would have to be twisted. 0 for what is round. */
  readonly roll: number
  readonly mass: number
  /** Of each strand where there are such; `lengths` are those of all together. */
  readonly strands?: readonly SawnStrand[]
}

/** One strand of a piece: its long and short point along its own line, mm. */
export interface SawnStrand {
  readonly long: number
  readonly short: number
  readonly mass: number
}

/** The pieces of a run as they are sawn, and how they lie on the saw. */
export interface CutsGiven {
  readonly run: Id
  readonly pieces: readonly SawnPiece[]
  /** Sides that the bar can lie on, the widest first. */
  readonly rests: readonly Rest[]
  /** The side it lies on where nobody says another: of a moulding its back. */
  readonly usual: Rest | undefined
  /** The side it lies on; none as it stands in the part. */
  readonly rest: Rest | undefined
  readonly lie: Lie
  /** The spring angle of its usual side, rad; none for what has no side to lie on. */
  readonly spring: number | undefined
  /** Length of the bars that it comes from, where that is told. */
  readonly bar: number | undefined
}
