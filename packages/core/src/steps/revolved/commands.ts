import { ok, type Id } from '../../base/index.ts'
import type { RevolvedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Takes another sheet, other regions, another axis, a wall or none. */
export const changeRevolved: Command<{
  step: Id
  choices: {
    readonly [K in 'sketch' | 'regions' | 'axis' | 'wall']?: RevolvedStep[K] | undefined
  }
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'turned')
  if (!step.ok) return step
  const changed = Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined)
  return ok(withStep(part, Object.fromEntries(changed) as unknown as RevolvedStep))
}
