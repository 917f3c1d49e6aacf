import { ok, type Id } from '../../base/index.ts'
import type { HollowedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Hollows another body, open at other faces. */
export const changeHollowed: Command<{ step: Id; choices: Partial<Pick<HollowedStep, 'of' | 'open'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'hollowed')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
