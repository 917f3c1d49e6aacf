import { ok, type Id } from '../../base/index.ts'
import type { FilletStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Another body, rounded or bevelled, other edges. */
export const changeFillet: Command<{
  step: Id
  choices: Partial<Pick<FilletStep, 'of' | 'shape' | 'edges'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'edges')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
