import { ok, type Id } from '../../base/index.ts'
import type { TrimStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Another run or end, another thing to meet, how far it reaches, whether both become one, which pieces stay. */
export const changeTrim: Command<{
  step: Id
  choices: Partial<Pick<TrimStep, 'of' | 'side' | 'to' | 'reach' | 'joined' | 'keeps'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'meeting')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
