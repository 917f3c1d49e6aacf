import { ok, type Id } from '../../base/index.ts'
import type { ExtrudedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Takes another sheet, other regions, another way or extent. */
export const changeExtruded: Command<{
  step: Id
  choices: Partial<Pick<ExtrudedStep, 'sketch' | 'regions' | 'way' | 'through'>> & {
    /** Undefined takes it away. */
    readonly until?: ExtrudedStep['until'] | undefined
    readonly draft?: ExtrudedStep['draft'] | undefined
  }
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'extruded')
  if (!step.ok) return step
  const { until, draft, ...rest } = { ...step.value, ...args.choices }
  return ok(
    withStep(part, { ...rest, ...(until ? { until } : {}), ...(draft !== undefined ? { draft } : {}) }),
  )
}
