import { ok, type Id } from '../../base/index.ts'
import type { HelixPathStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** Winds a helix the other way. */
export const setHand: Command<{ step: Id; hand: HelixPathStep['hand'] }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'helix-path')
  return step.ok ? ok(withStep(part, { ...step.value, hand: args.hand })) : step
}
