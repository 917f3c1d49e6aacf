import { array, string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import {
  formulaSchema,
  idSchema,
  LIMITS,
  recordByKind,
  mapFields,
  mapSame,
  type FormulaVisitor,
} from '../../document/index.ts'

export const MIRROR_PLANES = ['xy', 'xz', 'yz'] as const
export const COPY_AXES = ['x', 'y', 'z'] as const

/** One way a finished run or body is set again. Several follow on each other: each copies all there is before it. */
export type CopiesEntry =
  /** One more, mirrored in a plane of the part moved out by an offset along its normal. */
  | {
      readonly id: Id
      readonly kind: 'mirror'
      readonly plane: (typeof MIRROR_PLANES)[number]
      readonly offset: Formula
    }
  /** `count` in all, each moved on by the same step. */
  | {
      readonly id: Id
      readonly kind: 'row'
      readonly count: Formula
      readonly x: Formula
      readonly y: Formula
      readonly z: Formula
    }
  /** `count` in all, spread over an angle about an axis through a point; a whole turn closes the ring. */
  | {
      readonly id: Id
      readonly kind: 'round'
      readonly count: Formula
      readonly angle: Formula
      readonly axis: (typeof COPY_AXES)[number]
      readonly x: Formula
      readonly y: Formula
      readonly z: Formula
    }

const place = { x: formulaSchema, y: formulaSchema, z: formulaSchema }

const shapes: Readonly<Record<string, object>> = {
  mirror: {
    plane: string()
      .strict()
      .oneOf([...MIRROR_PLANES], `a mirror plane is one of ${MIRROR_PLANES.join(', ')}`)
      .required('a mirror needs a plane'),
    offset: formulaSchema,
  },
  row: { count: formulaSchema, ...place },
  round: {
    count: formulaSchema,
    angle: formulaSchema,
    axis: string()
      .strict()
      .oneOf([...COPY_AXES], `an axis is one of ${COPY_AXES.join(', ')}`)
      .required('copies all round need an axis'),
    ...place,
  },
}

export const copiesSchema = array(
  recordByKind(
    shapes,
    { unknown: `copies are one of ${Object.keys(shapes).join(', ')}`, missing: 'copies need a kind' },
    { id: idSchema },
  ),
)
  .strict()
  .max(LIMITS.copiesEntries)
  .optional()
  .default(undefined)

const PLACE = [
  ['x', 'length'],
  ['y', 'length'],
  ['z', 'length'],
] as const satisfies readonly (readonly [string, DimensionName])[]

export function mapCopies(entries: readonly CopiesEntry[], visit: FormulaVisitor): readonly CopiesEntry[] {
  return mapSame(entries, (e): CopiesEntry => {
    const prefix = `copies/${e.id}/`
    switch (e.kind) {
      case 'mirror':
        return mapFields(e, [['offset', 'length']], prefix, visit)
      case 'row':
        return mapFields(e, [['count', 'number'], ...PLACE], prefix, visit)
      case 'round':
        return mapFields(e, [['count', 'number'], ['angle', 'angle'], ...PLACE], prefix, visit)
    }
  })
}

/** A step with its copies passed through `visit`; `mapped` is the step with all else. */
export function withCopies<T extends { readonly copies?: readonly CopiesEntry[] }>(
  mapped: T,
  visit: FormulaVisitor,
): T {
  if (!mapped.copies) return mapped
  const copies = mapCopies(mapped.copies, visit)
  return copies === mapped.copies ? mapped : { ...mapped, copies }
}
