import { array, string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import {
  formulaSchema,
  idSchema,
  LIMITS,
  optionalByKind,
  record,
  mapFields,
  mapSame,
  type FormulaVisitor,
} from '../../document/index.ts'

/** A direction by three plain numbers. */
export interface Direction {
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
}

/** Roll put on along the run: in all, by so much every so far, or a formula of `t` and `s`. */
export type TwistEntry =
  | { readonly kind: 'total'; readonly angle: Formula }
  | { readonly kind: 'rate'; readonly angle: Formula; readonly every: Formula }
  | { readonly kind: 'formula'; readonly formula: Formula }

/** Size along the run: from one factor to another, or a formula of `t` and `s`. */
export type ScaleEntry =
  | {
      readonly kind: 'ends'
      readonly start: Formula
      readonly end: Formula
      readonly ease: 'straight' | 'smooth'
    }
  | { readonly kind: 'formula'; readonly formula: Formula }

/** One field of the profile (a size, or a dimension of its sketch, by its address) as a formula of `t` and `s`. */
export interface ShapingEntry {
  readonly id: Id
  /** `sizes/diameter` of a stock profile; `constraints/<id>` of the sketch a profile is made of. */
  readonly field: string
  readonly dimension: 'length' | 'angle'
  readonly formula: Formula
}

const named = (what: string, kinds: readonly string[]) => ({
  unknown: `${what} is one of ${kinds.join(', ')}`,
  missing: `${what} needs a kind`,
})

export const directionSchema = record({ x: formulaSchema, y: formulaSchema, z: formulaSchema })
  .optional()
  .default(undefined)

export const twistSchema = optionalByKind(
  {
    total: { angle: formulaSchema },
    rate: { angle: formulaSchema, every: formulaSchema },
    formula: { formula: formulaSchema },
  },
  named('a twist', ['total', 'rate', 'formula']),
)

export const scaleSchema = optionalByKind(
  {
    ends: {
      start: formulaSchema,
      end: formulaSchema,
      ease: string().strict().oneOf(['straight', 'smooth'], 'it goes "straight" or "smooth"').required(),
    },
    formula: { formula: formulaSchema },
  },
  named('a scale', ['ends', 'formula']),
)

export const shapingSchema = array(
  record({
    id: idSchema,
    field: string().strict().max(LIMITS.nameLength).required('a field is missing here'),
    dimension: string().strict().oneOf(['length', 'angle']).required(),
    formula: formulaSchema,
  }),
)
  .strict()
  .max(LIMITS.shaped)
  .optional()
  .default(undefined)

export function mapDirection(d: Direction, prefix: string, visit: FormulaVisitor): Direction {
  const number: DimensionName = 'number'
  return mapFields(
    d,
    [
      ['x', number],
      ['y', number],
      ['z', number],
    ],
    prefix,
    visit,
  )
}

/** Visits formulas that are worked out along the run, with `t` and `s`. */
const along =
  (visit: FormulaVisitor): FormulaVisitor =>
  (formula, field, dimension) =>
    visit(formula, field, dimension, true)

export function mapTwist(entry: TwistEntry, visit: FormulaVisitor): TwistEntry {
  switch (entry.kind) {
    case 'total':
      return mapFields(entry, [['angle', 'angle']], 'twist/', visit)
    case 'rate':
      return mapFields(
        entry,
        [
          ['angle', 'angle'],
          ['every', 'length'],
        ],
        'twist/',
        visit,
      )
    case 'formula':
      return mapFields(entry, [['formula', 'angle']], 'twist/', along(visit))
  }
}

export function mapScale(entry: ScaleEntry, visit: FormulaVisitor): ScaleEntry {
  if (entry.kind === 'formula') return mapFields(entry, [['formula', 'number']], 'scale/', along(visit))
  return mapFields(
    entry,
    [
      ['start', 'number'],
      ['end', 'number'],
    ],
    'scale/',
    visit,
  )
}

export function mapShaping(entries: readonly ShapingEntry[], visit: FormulaVisitor): readonly ShapingEntry[] {
  return mapSame(entries, (e) => mapFields(e, [['formula', e.dimension]], `shaping/${e.id}/`, along(visit)))
}
