import { string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  record,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { NO_FACE, pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'

/** A flat face of a body pushed out by a distance, or in where it is below 0, straight along its normal. */
export interface PushedStep extends StepBase {
  readonly kind: 'pushed'
  readonly of: Id
  readonly on: PickedFace
  readonly by: Formula
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly pushed: PushedStep
  }
}

export const pushedKind: StepKind<PushedStep> = {
  kind: 'pushed',
  title: 'Pushed face',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['pushed']).required(),
    of: idSchema,
    on: pickedFaceSchema,
    by: formulaSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [
    { id: step.of, gives: 'bodies' },
    { id: step.on.of, gives: 'bodies' },
  ],
  takes: (step) => [step.of],
  fresh(base, around) {
    const of = around.last('bodies')
    if (of === undefined) return fail(fault('step.needs', 'A pushed face needs a body first'))
    return ok({ ...base, kind: 'pushed', of, on: { of, face: NO_FACE }, by: '5' })
  },
  mapFormulas: (step, visit) => mapFields(step, [['by', 'length']], '', visit),
}
