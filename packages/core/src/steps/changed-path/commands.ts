import { ok, type Id } from '../../base/index.ts'
import type { ChangedPathStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Changes which path is changed, and how. */
export const changeChangedPath: Command<{
  step: Id
  choices: Partial<Pick<ChangedPathStep, 'path' | 'change'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'changed-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
