import { ok, type Id } from '../../base/index.ts'
import type { PushedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Pushes another face. */
export const changePushed: Command<{ step: Id; choices: Partial<Pick<PushedStep, 'of' | 'on'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'pushed')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
