import type { Id } from '../base/index.ts'
import type { Developed } from './developed.ts'
import type { CarriedGiven } from '../sweep/index.ts'

/** The straight bar of one strand. */
export interface StrandBlank {
  readonly developed: number
  readonly cut: number
  readonly mass: number
}

/** The straight bar that a run is bent from. */
export interface BlankGiven {
  readonly run: Id
  /** Of several strands the longest; bends are those of the line of all. */
  readonly developed: Developed
  /** What the line of all comes to, by which it is bent; `developed` but for strands. */
  readonly line: number
  /** Of each strand where there are such. */
  readonly strands?: readonly StrandBlank[]
  /** What the cuts and domes of the ends take beyond the path. */
  readonly tips: CarriedGiven['tips']
  readonly startAllowance: number
  readonly endAllowance: number
  /** What holds it while it is bent, and is cut off after. */
  readonly cutOff: { readonly start: number; readonly end: number }
  /** The cut length is a multiple of this; of any length at 0. */
  readonly roundUp: number
  /** What ends that meet something add, each to the furthest point of its cut; below 0 they take off. */
  readonly fitted: number
  /** What there is of bar beyond the path at each end, by its cut, its dome or what it meets; below 0 where it is trimmed. */
  readonly beyond: { readonly start: number; readonly end: number }
  /** What it would be if no end met anything. */
  readonly unmet: { readonly tips: CarriedGiven['tips']; readonly cut: number }
  /** How many pieces it is the sum of. */
  readonly pieces: number
  readonly cut: number
  /** The length of the stock bars that it is sawn from, where that is told. */
  readonly bar: number | undefined
  /** Mass of the sawn bar. */
  readonly mass: number
}
