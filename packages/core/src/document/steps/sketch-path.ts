import { array, string } from 'yup'
import type { Id } from '../../base/index.ts'
import { LIMITS } from '../limits.ts'
import { flagSchema, idSchema, record } from '../schema-parts.ts'
import { baseFields, type StepBase, type StepKind } from './kind.ts'

/** A path along a chain of a sketch. No curves picked means all that are no guides. */
export interface SketchPathStep extends StepBase {
  readonly kind: 'sketch-path'
  readonly sketch: Id
  readonly curves: readonly Id[]
  /** The point it starts at; null for where the chain was begun. */
  readonly start: Id | null
  readonly reversed: boolean
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
  inputs: (step) => [step.sketch],
  mapFormulas: (step) => step,
}
