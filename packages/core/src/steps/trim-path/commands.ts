import { ok, type Id } from '../../base/index.ts'
import type { TrimPathStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** What of a line along walls is chosen. */
export type TrimChoices = Partial<Pick<TrimPathStep, 'walls' | 'level' | 'first' | 'last'>>

/** Changes at which level a line along walls runs, and along which of them. */
export const changeTrim: Command<{ step: Id; choices: TrimChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'trim-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
