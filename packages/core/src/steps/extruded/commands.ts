import { ok, type Id } from '../../base/index.ts'
import type { ExtrudedStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'

/** Takes another sheet, other regions, another way or extent. */
export const changeExtruded: Command<{
  step: Id
  choices: Partial<Pick<ExtrudedStep, 'sketch' | 'regions' | 'way' | 'through'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'extruded')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
