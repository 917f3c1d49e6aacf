import { fail, fault, type Id, type Result } from '../base/index.ts'
import { stepOf, type Part, type Step, type StepKindName } from '../document/index.ts'

/** A change to a part. Asking whether it could be done is the same call with the answer thrown away. */
export type Command<Args> = (part: Part, args: Args) => Result<Part>

/** The part with one step put in place of the one with its id. */
export function withStep(part: Part, step: Step): Part {
  return { ...part, steps: part.steps.map((s) => (s.id === step.id ? step : s)) }
}

/** The step with that id if it is of that kind, or a fault. */
export function stepOfKind<K extends StepKindName>(
  part: Part,
  id: Id,
  kind: K,
): Result<Extract<Step, { kind: K }>> {
  const step = stepOf(part, id)
  if (step?.kind === kind) return { ok: true, value: step as Extract<Step, { kind: K }> }
  return fail(fault('edit.no-step', `there is no ${kind} step "${id}" in this part`))
}
