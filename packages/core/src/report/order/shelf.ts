import { leftOn, type BarLayout, type Saw } from '../../cutting/index.ts'
import { ON_SHELF } from './plan.ts'
import type { GroupPlan } from './group-plan.ts'

/** What comes of bars that are sawn. */
export interface Shelving {
  readonly bars: readonly BarLayout[]
  /** What is left of them and kept, mm. */
  readonly lengths: readonly number[]
  /** Lengths of those that came from the shelf, mm. */
  readonly taken: readonly number[]
}

/** Bars of which every piece is sawn and that were not cleared away before: what is left of each goes on the shelf, to the full millimetre. */
export function shelving(
  { bars, shelved = [] }: Pick<GroupPlan, 'bars' | 'shelved'>,
  saw: Saw,
  done: ReadonlySet<string>,
): Shelving {
  const sawn = bars.filter((b) => !shelved.includes(b.id) && b.pieces.every((p) => done.has(p.id)))
  return {
    bars: sawn,
    lengths: sawn.flatMap((b) => {
      const left = Math.floor(leftOn(b, saw))
      return left > 0 && left >= saw.keepFrom ? [left] : []
    }),
    taken: sawn.flatMap((b) => (b.kind.startsWith(ON_SHELF) ? [b.length] : [])),
  }
}
