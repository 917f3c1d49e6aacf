import { resolveFormula, surroundingsOf, type DimensionName } from '@flexum/core/units'

/** Formulas in the tables know no names; bare lengths are mm. */
const AROUND = surroundingsOf(new Map(), { length: 'mm', mass: 'kg' })

/** A field's text as a number in mm, rad or plain; the fault's own words when it is none. */
export function readFigure(text: string, dimension: DimensionName): number | string {
  const r = resolveFormula(text, dimension, AROUND)
  return r.ok ? r.value.value : r.fault.message
}
