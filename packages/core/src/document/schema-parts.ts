import { boolean, mixed, object, string, type AnyObject, type ObjectSchema } from 'yup'
import { LENGTH_FACTORS, type Formula } from '../units/index.ts'
import { LIMITS } from './limits.ts'

/** An id: a short word, unique in its part. */
export const idSchema = string()
  .strict()
  .required('an id is missing here')
  .matches(/^[A-Za-z0-9_-]{1,40}$/, 'an id is 1 to 40 letters, digits, _ or -')

export const nameSchema = string()
  .strict()
  .defined('a name is missing here')
  .max(LIMITS.nameLength, `a name has at most ${LIMITS.nameLength} characters`)

export const flagSchema = boolean().strict().defined('true or false is needed here')

function isFormula(v: unknown): v is Formula {
  const short = (t: unknown): boolean => typeof t === 'string' && t.length <= LIMITS.textLength
  if (short(v)) return true
  if (typeof v !== 'object' || v === null) return false
  const { text, bare, ...rest } = v as Record<string, unknown>
  return short(text) && typeof bare === 'string' && bare in LENGTH_FACTORS && Object.keys(rest).length === 0
}

/** A formula: text of limited length, or text with the unit of its bare lengths. */
export const formulaSchema = mixed<Formula>()
  .defined('a formula is missing here')
  .test(
    'formula',
    `a formula is needed here: text of at most ${LIMITS.textLength} characters, or { "text", "bare": a length unit }`,
    isFormula,
  )

/** An object with exactly these fields. */
export function record<T extends AnyObject>(fields: AnyObject): ObjectSchema<T> {
  return object(fields)
    .strict()
    .noUnknown('there is a field here that the format does not know: ${unknown}')
    .required('an object is missing here') as unknown as ObjectSchema<T>
}
