import type { Id } from '../base/index.ts'
import type { Vec3 } from '../space/index.ts'
import type { Vec2 } from '../plane/index.ts'

/** A place on the outline of an end, and how far on from the end the bar goes there. */
export interface TrimmedAt {
  readonly at: Vec2
  readonly along: number
}

/** How an end of a run meets a body, or a face. Lengths are mm along the end's own way. */
export interface EndTrim {
  readonly run: Id
  readonly side: 'start' | 'end'
  /** From the end as it was to where it first meets: above 0 it stops short, below 0 it went in. */
  readonly gap: number
  /** How far on from the end as it was the cut goes, at the least and at the most, and at which clock angles. */
  readonly shortest: { readonly along: number; readonly clock: number }
  readonly longest: { readonly along: number; readonly clock: number }
  /** The cut all round the outline of the section, in the section's own axes. */
  readonly line: readonly TrimmedAt[]
  /** Length of the run's path to the furthest point of the cut. */
  readonly length: number
  /** What falls off, from the run on; those that are kept. */
  readonly leftovers: readonly Leftover[]
}

/** A piece that an end leaves over when it is cut. */
export interface Leftover {
  /** Counted from the run on: 1 is the first beyond the cut. */
  readonly number: number
  /** mm3 */
  readonly volume: number
  readonly kept: boolean
  readonly middle: Vec3
  /** Where its faces part: the two places between, and the third corner of the triangle on either side; three numbers a place. */
  readonly outline: Float32Array
}
