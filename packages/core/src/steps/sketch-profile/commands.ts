import { ok, type Id } from '../../base/index.ts'
import type { MaterialEntry } from '../stock-profile/typed.ts'
import type { SketchProfileStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Takes other regions, or another sketch. */
export const changeSketchProfile: Command<{
  step: Id
  choices: Partial<Pick<SketchProfileStep, 'sketch' | 'regions'> & { material: MaterialEntry }>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch-profile')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
