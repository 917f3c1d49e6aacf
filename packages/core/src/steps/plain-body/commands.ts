import { ok, type Id } from '../../base/index.ts'
import type { PlainBodyStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Makes it a block or a cylinder, along another axis. */
export const changePlainBody: Command<{
  step: Id
  choices: Partial<Pick<PlainBodyStep, 'shape' | 'axis'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'plain-body')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
