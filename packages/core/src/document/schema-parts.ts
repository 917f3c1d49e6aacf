import { boolean, lazy, mixed, object, string, type AnyObject, type ObjectSchema } from 'yup'
import { own } from '../base/index.ts'
import { LENGTH_FACTORS, type Formula } from '../units/index.ts'
import { LIMITS } from './limits.ts'

/** What an id looks like. */
export const ID_FORM = /^[A-Za-z0-9_-]{1,40}$/

/** Whether a text is one: no control characters, and no halves of characters, which no file keeps. */
export const soundText = (text: string): boolean => !/[\p{Cc}\p{Cs}]/u.test(text)

/** An id: a short word, unique in its part. */
export const idSchema = string()
  .strict()
  .required('an id is missing here')
  .matches(ID_FORM, 'an id is 1 to 40 letters, digits, _ or -')

export const nameSchema = string()
  .strict()
  .defined('a name is missing here')
  .max(LIMITS.nameLength, `a name has at most ${LIMITS.nameLength} characters`)
  .test('text', 'a name holds no control characters or halves of characters', (v) => soundText(v))

export const flagSchema = boolean().strict().defined('true or false is needed here')

/** Whether it is a formula: text of limited length, or that with the unit of its bare lengths. */
export function isFormula(v: unknown): v is Formula {
  const short = (t: unknown): boolean =>
    typeof t === 'string' && t.length <= LIMITS.textLength && soundText(t)
  if (short(v)) return true
  if (typeof v !== 'object' || v === null) return false
  const { text, bare, ...rest } = v as Record<string, unknown>
  return (
    short(text) &&
    typeof bare === 'string' &&
    Object.hasOwn(LENGTH_FACTORS, bare) &&
    Object.keys(rest).length === 0
  )
}

/** A formula: text of limited length, or text with the unit of its bare lengths. */
export const formulaSchema = mixed<Formula>()
  .defined('a formula is missing here')
  .test(
    'formula',
    `a formula is needed here: text of at most ${LIMITS.textLength} characters, or { "text", "bare": a length unit }`,
    isFormula,
  )

/** A formula that need not be there. */
export const optionalFormulaSchema = mixed<Formula>()
  .optional()
  .test(
    'formula',
    `a formula is needed here: text of at most ${LIMITS.textLength} characters, or { "text", "bare": a length unit }`,
    (v) => v === undefined || isFormula(v),
  )

/** An object with exactly these fields. */
export function record<T extends AnyObject>(fields: AnyObject): ObjectSchema<T> {
  return object(fields)
    .strict()
    .noUnknown('there is a field here that the format does not know: ${unknown}')
    .required('an object is missing here') as unknown as ObjectSchema<T>
}

/**
 * An object whose fields go by its `kind`. A kind that is not known is told before anything else; `words` are the
 * sentences for that, and for a missing one.
 */
export function recordByKind(
  kinds: Readonly<Record<string, AnyObject>>,
  words: { readonly unknown: string; readonly missing: string },
  common: AnyObject = {},
) {
  return lazy((entry: unknown) => {
    const kind = String((entry as { kind?: unknown } | null | undefined)?.kind)
    const known = string().strict().oneOf(Object.keys(kinds), words.unknown).required(words.missing)
    const fields = own(kinds, kind)
    return fields ? record({ kind: known, ...common, ...fields }) : object({ kind: known }).required()
  })
}

/** The same, and it may be left out. */
export function optionalByKind(...args: Parameters<typeof recordByKind>) {
  const schema = recordByKind(...args)
  return lazy((entry: unknown) =>
    entry === undefined ? mixed().optional().default(undefined) : schema.resolve({ value: entry }),
  )
}
