import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { BendFigures } from '../bend-table/typed.ts'
import type { BentPathStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'
import { typedTable } from '../bend-table/commands.ts'

/** Follows another path. */
export const changeBentPath: Command<{ step: Id; choices: Partial<Pick<BentPathStep, 'path'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'bent-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}

/** Puts the bends of a curve after its path, in whose place the runs along it go along them. */
export const turnIntoBends: Command<{ step: BentPathStep }> = (part, { step }) => {
  const at = part.steps.findIndex((s) => s.id === step.path)
  if (at < 0) return fail(fault('edit.no-step', `there is no step "${step.path}" in this part`))
  const steps = part.steps.map((s) =>
    s.kind === 'run' && s.path === step.path ? { ...s, path: step.id } : s,
  )
  return ok({ ...part, steps: steps.toSpliced(at + 1, 0, step) })
}

/** Lets the bends that were found for a curve be typed: the step is a bend table from then on, and follows the curve no more. */
export const typeBends: Command<{ step: Id; table: BendFigures; first: Id; end: Id }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'bent-path')
  if (!step.ok) return step
  const { id, name, aside } = step.value
  return ok(
    withStep(part, typedTable(part, { id, name, aside, first: args.first, end: args.end }, args.table)),
  )
}
