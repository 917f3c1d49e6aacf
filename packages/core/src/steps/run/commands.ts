import { ok, type Id } from '../../base/index.ts'
import type { RunStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** What a run may be told besides its formulas; undefined takes away what it may do without. */
export type RunChoices = {
  readonly [K in Exclude<keyof RunStep, 'id' | 'kind' | 'name' | 'aside' | 'clock'>]?: RunStep[K] | undefined
}

export const changeRun: Command<{ step: Id; choices: RunChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'run')
  if (!step.ok) return step
  const changed = Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined)
  return ok(withStep(part, Object.fromEntries(changed) as unknown as RunStep))
}
