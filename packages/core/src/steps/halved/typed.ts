import { lazy, mixed, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  record,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'

export const HALVING_PLANES = ['xy', 'xz', 'yz', 'face'] as const

/** A body cut by a plane, of which one side is kept; where asked, that is mirrored in the plane and joined to itself. */
export interface HalvedStep extends StepBase {
  readonly kind: 'halved'
  readonly of: Id
  readonly plane: (typeof HALVING_PLANES)[number]
  /** The flat face in whose plane it is, where that is the plane. */
  readonly on?: PickedFace
  /** The end of a run's path that the plane goes through; through the origin without one. It says nothing of a face's. */
  readonly through?: { readonly run: Id; readonly end: 'start' | 'end' }
  /** How far the plane is moved from there along its normal, the axis that it does not hold; out of a face. */
  readonly offset: Formula
  /** The side that the normal points to is kept, or the other. */
  readonly keeps: 'before' | 'behind'
  readonly mirrored: boolean
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly halved: HalvedStep
  }
}

const throughSchema = lazy((v: unknown) =>
  v === undefined
    ? mixed()
    : record({
        run: idSchema,
        end: string()
          .strict()
          .oneOf(['start', 'end'], 'a run has a "start" and an "end"')
          .required('it is missing here which end the plane goes through'),
      }),
)

export const halvedKind: StepKind<HalvedStep> = {
  kind: 'halved',
  title: 'Half',
  station: 'fit',
  called: (step) => (step.mirrored ? 'Mirrored half' : 'Half'),
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['halved']).required(),
    of: idSchema,
    plane: string()
      .strict()
      .oneOf([...HALVING_PLANES], `a plane is one of ${HALVING_PLANES.join(', ')}`)
      .required('a plane is missing here'),
    on: pickedFaceSchema.default(undefined).optional(),
    through: throughSchema,
    offset: formulaSchema,
    keeps: string()
      .strict()
      .oneOf(['before', 'behind'], 'what is kept lies before the plane or behind it')
      .required('a side is missing here'),
    mirrored: flagSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [
    { id: step.of, gives: 'bodies' },
    ...(step.on ? [{ id: step.on.of, gives: 'bodies' } as const] : []),
    ...(step.through ? [{ id: step.through.run, gives: 'carried' } as const] : []),
  ],
  *broken(step) {
    if (step.plane === 'face' && !step.on) yield 'a half about a face needs the face'
  },
  takes: (step) => [step.of],
  fresh(base, around) {
    const of = around.last('bodies')
    if (of === undefined) return fail(fault('step.needs', 'A half needs a body first'))
    return ok({ ...base, kind: 'halved', of, plane: 'xz', offset: '0', keeps: 'behind', mirrored: true })
  },
  mapFormulas: (step, visit) => mapFields(step, [['offset', 'length']], '', visit),
}
