import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  LIMITS,
  record,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'

/** A body hollowed so that a wall is left, open at the faces that are picked. */
export interface ShellStep extends StepBase {
  readonly kind: 'hollowed'
  readonly of: Id
  readonly open: readonly PickedFace[]
  readonly wall: Formula
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly hollowed: ShellStep
  }
}

export const shellKind: StepKind<ShellStep> = {
  kind: 'hollowed',
  title: 'Wall',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['hollowed']).required(),
    of: idSchema,
    open: array(pickedFaceSchema).strict().required('a list of faces is missing here').max(LIMITS.picked),
    wall: formulaSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [
    { id: step.of, gives: 'bodies' },
    ...step.open.map((f) => ({ id: f.of, gives: 'bodies' }) as const),
  ],
  takes: (step) => [step.of],
  fresh(base, around) {
    const of = around.last('bodies', 'carried')
    if (of === undefined) return fail(fault('step.needs', 'A wall needs a body first'))
    return ok({ ...base, kind: 'hollowed', of, open: [], wall: '2' })
  },
  limits: (step) => [[step.open.length, LIMITS.picked, 'open faces']],
  mapFormulas: (step, visit) => mapFields(step, [['wall', 'length']], '', visit),
}
