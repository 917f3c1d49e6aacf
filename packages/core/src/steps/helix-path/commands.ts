import { ok, type Id } from '../../base/index.ts'
import type { HelixPathStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** What of a helix is chosen; undefined takes it away. */
export type HelixChoices = {
  readonly [K in 'hand' | 'by' | 'pitch' | 'turns' | 'height' | 'endRadius' | 'closed' | 'ends']?:
    | HelixPathStep[K]
    | undefined
}

/** Changes how a helix winds, by which sizes it is typed, and what its ends are. */
export const changeHelix: Command<{ step: Id; choices: HelixChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'helix-path')
  if (!step.ok) return step
  const next = Object.fromEntries(
    Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined),
  ) as unknown as HelixPathStep
  return ok(withStep(part, next))
}
