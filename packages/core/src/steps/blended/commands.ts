import { ok, type Id } from '../../base/index.ts'
import type { BlendedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Other outlines, straight or smooth, other ends. */
export const changeBlended: Command<{
  step: Id
  choices: Partial<Pick<BlendedStep, 'outlines' | 'smooth' | 'start' | 'end' | 'startOn' | 'endOn'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'blended')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
