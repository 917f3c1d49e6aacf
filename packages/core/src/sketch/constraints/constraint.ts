import type { Id } from '../../base/index.ts'
import type { Measure } from '../measure.ts'
import type { Unknowns } from '../unknowns.ts'

/** A line by its two ends, or an axis of the sheet. */
export interface ConstraintBase {
  readonly id: Id
  readonly kind: string
}

/** One condition: a measure that must be zero, in mm; angles come multiplied by the sketch's size, so that all weigh alike. */
export interface Equation {
  readonly constraint: Id
  readonly measure: Measure
}

/** Turns a constraint of its kind into measures that must all be zero. */
export type Compile<C extends ConstraintBase> = (c: C, u: Unknowns) => readonly Measure[]
