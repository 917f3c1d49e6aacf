import { ok, type Result } from '@flexum/core/base'
import { resolveFormula, surroundingsOf, type DimensionName } from '@flexum/core/units'

/** Formulas in the tables know no names; bare lengths are mm. */
const AROUND = surroundingsOf(new Map(), { length: 'mm', mass: 'kg' })

/** A field's text as a number in mm, rad or plain. */
export function readFigure(text: string, dimension: DimensionName): Result<number> {
  const r = resolveFormula(text, dimension, AROUND)
  return r.ok ? ok(r.value.value) : r
}
