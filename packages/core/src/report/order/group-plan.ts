import type { OrderPiece } from './gather.ts'
import type { OrderBar } from './order.ts'
import type { BarLayout } from '../../cutting/index.ts'

/** The plan of one stock. */
export interface GroupPlan {
  readonly key: string
  /** Its row in the table of stock. */
  readonly row: string | null
  readonly name: string
  readonly material: string
  /** kg/mm */
  readonly massPerLength: number
  readonly pieces: readonly OrderPiece[]
  /** Bars at hand. */
  readonly kinds: readonly OrderBar[]
  readonly bars: readonly BarLayout[]
  /** Bars that are sawn and cleared away: what was left of them is on the shelf. */
  readonly shelved?: readonly string[]
  /** Pieces that were sawn to another length than is wanted now. */
  readonly off?: readonly OffPiece[]
  /** Pieces no bar is left for. */
  readonly missing: readonly string[]
  /** Bars have no price, so that the least length is bought. */
  readonly unpriced: boolean
  /** What all bars cost, or their length where they have no price, and what is proven of that. */
  readonly cost: number
  readonly bound: number
}

/** A piece that was sawn to a length that is not wanted any more, mm. */
export interface OffPiece {
  readonly id: string
  readonly length: number
  readonly wanted: number
  /** It is taken as it is; else another is sawn in its place. */
  readonly asSawn: boolean
}
