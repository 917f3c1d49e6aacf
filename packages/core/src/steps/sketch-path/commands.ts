import { ok, type Id } from '../../base/index.ts'
import type { SketchPathStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Takes other curves, another start or the other direction. */
export const changeSketchPath: Command<{
  step: Id
  choices: Partial<Pick<SketchPathStep, 'sketch' | 'curves' | 'start' | 'reversed'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
