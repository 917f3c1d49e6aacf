import { ok, type Id } from '../../base/index.ts'
import type { LoftStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Other outlines, straight or smooth, other ends. */
export const changeLoft: Command<{
  step: Id
  choices: Partial<Pick<LoftStep, 'outlines' | 'smooth' | 'start' | 'end' | 'startOn' | 'endOn'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'blended')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
