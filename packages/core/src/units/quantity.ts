import type { Dimension } from './dimension.ts'

/** A number in internal units (mm, rad, kg) with the dimension it has. */
export interface Quantity {
  readonly value: number
  readonly dimension: Dimension
}
