import { ok, type Id } from '../../base/index.ts'
import type { ShellStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Hollows another body, open at other faces. */
export const changeShell: Command<{ step: Id; choices: Partial<Pick<ShellStep, 'of' | 'open'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'hollowed')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
