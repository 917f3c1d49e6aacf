import type { AnyObject, ObjectSchema } from 'yup'
import type { Id } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import { flagSchema, idSchema, nameSchema } from '../schema-parts.ts'

/** The order of work; every step belongs to one of these. */
export const STATIONS = ['values', 'path', 'profile', 'run', 'ends', 'fit', 'check', 'shop'] as const
export type Station = (typeof STATIONS)[number]

/** What all steps have. A step set aside stays in the recipe and is not built. */
export interface StepBase {
  readonly id: Id
  readonly kind: string
  readonly name: string
  readonly aside: boolean
}

export const baseFields: AnyObject = { id: idSchema, name: nameSchema, aside: flagSchema }

/**
 * Called for each formula of a step; `field` is its address inside the step, stable while the step lives. One that is worked
 * out `along` a run also sees `t` (0 to 1) and `s` (length).
 */
export type FormulaVisitor = (
  formula: Formula,
  field: string,
  dimension: DimensionName,
  along?: boolean,
) => Formula

/** What the document knows of one kind of step. */
export interface StepKind<S extends StepBase> {
  readonly kind: S['kind']
  readonly title: string
  readonly station: Station
  readonly schema: ObjectSchema<AnyObject>
  /** Ids of the steps it builds on. */
  inputs(step: S): readonly Id[]
  /** The step with every formula passed through `visit`; the same object if nothing changed. */
  mapFormulas(step: S, visit: FormulaVisitor): S
}

/** Passes the named fields of an object through `visit`; the same object if nothing changed. */
export function mapFields<T extends object>(
  of: T,
  fields: readonly (readonly [key: keyof T & string, dimension: DimensionName])[],
  prefix: string,
  visit: FormulaVisitor,
): T {
  let result = of
  for (const [key, dimension] of fields) {
    const before = of[key] as Formula
    const after = visit(before, prefix + key, dimension)
    if (after !== before) result = { ...result, [key]: after }
  }
  return result
}

/** The same array if every element came out the same. */
export function mapSame<T>(list: readonly T[], f: (item: T) => T): readonly T[] {
  const mapped = list.map(f)
  return mapped.every((item, i) => item === list[i]) ? list : mapped
}
