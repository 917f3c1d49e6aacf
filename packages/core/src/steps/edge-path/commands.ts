import { ok, type Id } from '../../base/index.ts'
import type { EdgePathStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Other edges, of another body, travelled the other way. */
export const changeEdgePath: Command<{
  step: Id
  choices: Partial<Pick<EdgePathStep, 'of' | 'edges' | 'reversed'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'edge-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
