import { fail, fault, ok, type Id } from '../base/index.ts'
import { LIMITS, mapStepFormulas, stepOf } from '../document/index.ts'
import { formulaText, formulaUnit, type Formula } from '../units/index.ts'
import { withStep, type Command } from './command.ts'

export const sameFormula = (a: Formula, b: Formula): boolean =>
  formulaText(a) === formulaText(b) && formulaUnit(a) === formulaUnit(b)

/** Puts a formula into a field of a step, by the field's address. It need not make sense yet: that is a finding, not a refusal. */
export const setFormula: Command<{ step: Id; field: string; formula: Formula }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step) return fail(fault('edit.no-step', `there is no step "${args.step}" in this part`))
  if (formulaText(args.formula).length > LIMITS.textLength) {
    return fail(fault('edit.too-long', `a formula has at most ${LIMITS.textLength} characters`))
  }
  let found = false
  const next = mapStepFormulas(step, (formula, field) => {
    if (field !== args.field) return formula
    found = true
    return sameFormula(formula, args.formula) ? formula : args.formula
  })
  if (!found) return fail(fault('edit.no-field', `"${step.name}" has no field "${args.field}"`))
  return ok(next === step ? part : withStep(part, next))
}
