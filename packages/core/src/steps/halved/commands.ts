import { ok, type Id } from '../../base/index.ts'
import type { HalvedStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** Halves another body, in another plane, keeps the other side, mirrors it or not. */
export const changeHalved: Command<{
  step: Id
  choices: Partial<Pick<HalvedStep, 'of' | 'plane' | 'keeps' | 'mirrored'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'halved')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
