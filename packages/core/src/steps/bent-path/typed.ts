import { string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  record,
} from '../../document/index.ts'

/** A free curve as few straights and bends as will do. */
export interface BentPathStep extends StepBase {
  readonly kind: 'bent-path'
  /** The path that it follows. */
  readonly path: Id
  /** How far it may lie off that. */
  readonly tolerance: Formula
  readonly radius: Formula
  /** The smallest straights: before each bend, for the clamp, and after the last. */
  readonly straight: Formula
  readonly last: Formula
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'bent-path': BentPathStep
  }
}

export const bentPathKind: StepKind<BentPathStep> = {
  kind: 'bent-path',
  title: 'Bends of a curve',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['bent-path']).required(),
    path: idSchema,
    tolerance: formulaSchema,
    radius: formulaSchema,
    straight: formulaSchema,
    last: formulaSchema,
  }),
  gives: ['path', 'table'],
  inputs: (step) => [{ id: step.path, gives: 'path' }],
  fresh(base, around) {
    const path = around.last('path')
    if (path === undefined) return fail(fault('step.needs', 'Bends of a curve need a path first'))
    return ok({
      ...base,
      kind: 'bent-path',
      path,
      tolerance: '1 mm',
      radius: '10 mm',
      straight: '0',
      last: '0',
    })
  },
  mapFormulas: (step, visit) =>
    mapFields(
      step,
      [
        ['tolerance', 'length'],
        ['radius', 'length'],
        ['straight', 'length'],
        ['last', 'length'],
      ],
      '',
      visit,
    ),
}
