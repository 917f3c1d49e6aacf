import { ok, type Id } from '../../base/index.ts'
import { sizesOf } from './typed.ts'
import type { StockShape } from '../../profile/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'
import type { Formula } from '../../units/index.ts'

/** Another stock shape; sizes of the same name keep their formulas, and others may be given. */
export const setShape: Command<{ step: Id; shape: StockShape; sizes?: Readonly<Record<string, Formula>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'stock-profile')
  if (!step.ok) return step
  const sizes = sizesOf(args.shape, { ...step.value.sizes, ...args.sizes })
  return ok(withStep(part, { ...step.value, shape: args.shape, sizes }))
}
