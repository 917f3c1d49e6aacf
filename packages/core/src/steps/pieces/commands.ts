import { ok, type Id } from '../../base/index.ts'
import type { PiecesStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** What of a list of pieces is chosen; undefined takes it away. */
export type PiecesChoices = {
  readonly [K in 'run' | 'lies' | 'spring' | 'turned' | 'bar' | 'measured']?: PiecesStep[K] | undefined
}

/** Changes how pieces lie on the saw, which bars they come from, and corners that were measured. */
export const changePieces: Command<{ step: Id; choices: PiecesChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'pieces')
  if (!step.ok) return step
  const next = Object.fromEntries(
    Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined),
  ) as unknown as PiecesStep
  return ok(withStep(part, next))
}
