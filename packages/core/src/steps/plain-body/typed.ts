import { string } from 'yup'
import { ok } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  record,
  operationSchema,
  type Operation,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { copiesSchema, withCopies, type CopiesEntry } from '../shared/typed-copies.ts'
import { FIRST_MATERIAL, materialSchema, type MaterialEntry } from '../stock-profile/typed.ts'

export const PLAIN_SHAPES = ['block', 'cylinder'] as const
export const BODY_AXES = ['x', 'y', 'z'] as const

/** A block or a cylinder of typed sizes; it stands along an axis, the middle of its foot at a place. */
export interface PlainBodyStep extends StepBase {
  readonly kind: 'plain-body'
  readonly shape: (typeof PLAIN_SHAPES)[number]
  readonly axis: (typeof BODY_AXES)[number]
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  /** Of a block. */
  readonly wide: Formula
  readonly deep: Formula
  /** Of a cylinder. */
  readonly diameter: Formula
  /** Along the axis. */
  readonly height: Formula
  readonly does?: Operation
  /** Set again: mirrored, in rows, all round; whatever it does, all of them do. */
  readonly copies?: readonly CopiesEntry[]
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'plain-body': PlainBodyStep
  }
}

/** The sizes that count for a shape. */
export const PLAIN_SIZES = {
  block: ['wide', 'deep', 'height'],
  cylinder: ['diameter', 'height'],
} as const satisfies Record<PlainBodyStep['shape'], readonly (keyof PlainBodyStep)[]>

const FIELDS = ['x', 'y', 'z', 'wide', 'deep', 'diameter', 'height'] as const

export const plainBodyKind: StepKind<PlainBodyStep> = {
  kind: 'plain-body',
  title: 'Block or cylinder',
  station: 'fit',
  called: (step) => (step.shape === 'block' ? 'Block' : 'Cylinder'),
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['plain-body']).required(),
    shape: string()
      .strict()
      .oneOf([...PLAIN_SHAPES], `a plain body is one of ${PLAIN_SHAPES.join(', ')}`)
      .required('a shape is missing here'),
    axis: string()
      .strict()
      .oneOf([...BODY_AXES], `an axis is one of ${BODY_AXES.join(', ')}`)
      .required('an axis is missing here'),
    ...Object.fromEntries(FIELDS.map((f) => [f, formulaSchema])),
    does: operationSchema,
    copies: copiesSchema,
    material: materialSchema,
  }),
  gives: ['bodies'],
  inputs: () => [],
  fresh: (base) =>
    ok({
      ...base,
      kind: 'plain-body',
      shape: 'block',
      axis: 'z',
      x: '0',
      y: '0',
      z: '0',
      wide: '40',
      deep: '40',
      diameter: '30',
      height: '20',
      material: FIRST_MATERIAL,
    }),
  ids: (step) => (step.copies ?? []).map((c) => c.id),
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(whole, visit) {
    const step = withCopies(whole, visit)
    const mapped = mapFields(
      step,
      FIELDS.map((f) => [f, 'length'] as const),
      '',
      visit,
    )
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    return material === step.material ? mapped : { ...mapped, material }
  },
}
