import { ok, type Id } from '../../base/index.ts'
import type { HalvedStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** Halves another body, in another plane, keeps the other side, mirrors it or not. */
export const changeHalved: Command<{
  step: Id
  choices: Partial<Pick<HalvedStep, 'of' | 'plane' | 'on' | 'keeps' | 'mirrored'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'halved')
  if (!step.ok) return step
  const { on, ...rest } = { ...step.value, ...args.choices }
  // A face is only kept while it is the plane.
  return ok(withStep(part, rest.plane === 'face' && on ? { ...rest, on } : rest))
}
