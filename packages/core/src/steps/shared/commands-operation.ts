import { fail, fault, ok, type Id } from '../../base/index.ts'
import { kindOf, type Step, stepOf, type Operation } from '../../document/index.ts'
import { withStep, type Command } from '../../edit/index.ts'

/** Lets the body of a step join others, cut them or keep what they have in common; null lets it stand alone. */
export const changeOperation: Command<{ step: Id; doing: Operation | null }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step || !kindOf(step).gives.includes('bodies'))
    return fail(fault('edit.no-body', `there is no step "${args.step}" with a body in this part`))
  const { does: _, ...alone } = step as Step & { readonly does?: Operation }
  return ok(withStep(part, (args.doing ? { ...alone, does: args.doing } : alone) as Step))
}
