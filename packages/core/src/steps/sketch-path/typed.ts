import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  type StepBase,
  type StepKind,
  flagSchema,
  idSchema,
  LIMITS,
  record,
} from '../../document/index.ts'

/** A path along a chain of a sketch. No curves picked means all that are no guides. */
export interface SketchPathStep extends StepBase {
  readonly kind: 'sketch-path'
  readonly sketch: Id
  readonly curves: readonly Id[]
  /** The point it starts at; null for where the chain was begun. */
  readonly start: Id | null
  readonly reversed: boolean
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'sketch-path': SketchPathStep
  }
}

export const sketchPathKind: StepKind<SketchPathStep> = {
  kind: 'sketch-path',
  title: 'Path of a sketch',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['sketch-path']).required(),
    sketch: idSchema,
    curves: array(idSchema).strict().required('a list of curves is missing here').max(LIMITS.sketchEntities),
    start: string().strict().nullable().defined('the start is missing (null for none)'),
    reversed: flagSchema,
  }),
  gives: ['path', 'table'],
  inputs: (step) => [{ id: step.sketch, gives: 'sketch' }],
  fresh(base, around) {
    const sketch = around.last('sketch')
    if (sketch === undefined) return fail(fault('step.needs', 'A path of a sketch needs a sketch first'))
    return ok({ ...base, kind: 'sketch-path', sketch, curves: [], start: null, reversed: false })
  },
  limits: (step) => [[step.curves.length, LIMITS.sketchEntities, 'curves']],
  reversed: (step) => ({ ...step, reversed: !step.reversed }),
  mapFormulas: (step) => step,
}
