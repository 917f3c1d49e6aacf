import { ok, type Id } from '../../base/index.ts'
import type { HolesStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Puts the holes into another body, or has other rows of them. */
export const changeHoles: Command<{ step: Id; choices: Partial<Pick<HolesStep, 'of' | 'rows'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'holes')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
