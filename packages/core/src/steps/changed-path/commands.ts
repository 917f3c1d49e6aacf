import { ok, type Id } from '../../base/index.ts'
import type { ChangedPathStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** Changes which path is changed, and how. */
export const changeChangedPath: Command<{
  step: Id
  choices: Partial<Pick<ChangedPathStep, 'path' | 'change'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'changed-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
