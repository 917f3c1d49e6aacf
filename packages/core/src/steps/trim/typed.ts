import { array, number, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  type Input,
  type StepBase,
  type StepKind,
  flagSchema,
  idSchema,
  LIMITS,
  record,
  recordByKind,
} from '../../document/index.ts'
import { pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'

export const TRIM_SIDES = ['start', 'end'] as const
export const TRIM_REACHES = ['outside', 'inside'] as const

/** What an end is led on to: a body, or the plane of a flat face. */
export type TrimTarget =
  | { readonly kind: 'body'; readonly body: Id }
  | { readonly kind: 'face'; readonly on: PickedFace }

/** An end of a run trimmed or run on to a body or a face, and cut to fit it. */
export interface TrimStep extends StepBase {
  readonly kind: 'meeting'
  readonly of: Id
  readonly side: (typeof TRIM_SIDES)[number]
  readonly to: TrimTarget
  /** Only outside of it, or through its wall to the inside. */
  readonly reach: (typeof TRIM_REACHES)[number]
  /** Both become one body. */
  readonly joined: boolean
  /** Pieces left over that stay, by their numbers from the run on: 1 is the first beyond the cut. */
  readonly keeps: readonly number[]
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly meeting: TrimStep
  }
}

const target = recordByKind(
  { body: { body: idSchema }, face: { on: pickedFaceSchema } },
  { unknown: 'an end meets a body or a face', missing: 'what the end meets is missing here' },
)

export const trimKind: StepKind<TrimStep> = {
  kind: 'meeting',
  title: 'Meeting end',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['meeting']).required(),
    of: idSchema,
    side: string()
      .strict()
      .oneOf([...TRIM_SIDES], 'an end is the start or the end')
      .required('a side is missing here'),
    to: target,
    reach: string()
      .strict()
      .oneOf([...TRIM_REACHES], 'an end reaches the outside or the inside')
      .required('how far it reaches is missing here'),
    joined: flagSchema,
    keeps: array(number().strict().integer().min(1).required())
      .strict()
      .required('a list of pieces is missing here')
      .max(LIMITS.picked),
  }),
  gives: ['bodies', 'trims'],
  inputs: ({ of, to }): readonly Input[] => [
    { id: of, gives: 'carried' },
    { id: of, gives: 'bodies' },
    { id: to.kind === 'body' ? to.body : to.on.of, gives: 'bodies' },
  ],
  takes: ({ of, to, joined }) => (joined && to.kind === 'body' ? [to.body, of] : [of]),
  fresh(base, around) {
    const [of, body] = [around.last('carried'), around.last('bodies', 'carried')]
    if (of === undefined) return fail(fault('step.needs', 'A meeting end needs a run first'))
    if (body === undefined)
      return fail(fault('step.needs', 'A meeting end needs a body to meet first; add one'))
    const to = { kind: 'body', body } as const
    return ok({ ...base, kind: 'meeting', of, side: 'end', to, reach: 'outside', joined: false, keeps: [] })
  },
  mapFormulas: (step) => step,
}
