import { ok, type Id } from '../../base/index.ts'
import type { BlankStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** What of a blank is chosen; undefined takes it away. */
export type BlankChoices = {
  readonly [K in 'neutral' | 'shares' | 'each' | 'cutOff' | 'bar']?: BlankStep[K] | undefined
}

/** Changes how the neutral line of bends is told, what is cut off after bending, and which bars it is sawn from. */
export const changeBlank: Command<{ step: Id; choices: BlankChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'blank')
  if (!step.ok) return step
  const next = Object.fromEntries(
    Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined),
  ) as unknown as BlankStep
  return ok(withStep(part, next))
}
