import {
  array,
  lazy,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type AnyObject,
  type ISchema,
} from 'yup'
import { fail, fault, ok, type Result } from '../base/index.ts'
import {
  DIMENSIONS,
  EXPECTED,
  isExpectedText,
  LENGTH_FACTORS,
  MASS_FACTORS,
  type Formula,
} from '../units/index.ts'
import { LIMITS } from './limits.ts'
import { migrate } from './migrate.ts'
import { idsIn, PART_FORMAT, type Part } from './part.ts'
import { formulaSchema, idSchema, nameSchema, record } from './schema-parts.ts'
import { allKinds, kindNamed, kindOf } from './registry.ts'

const oneOf = (words: readonly string[], what: string) =>
  string()
    .strict()
    .oneOf(words, `${what} is one of ${words.join(', ')}`)
    .required(`${what} is missing here`)

const styleSchema = lazy((style: unknown) =>
  (style as AnyObject | null)?.kind === 'fraction'
    ? record({
        kind: oneOf(['fraction'], 'a style'),
        denominator: number()
          .strict()
          .oneOf([2, 4, 8, 16, 32, 64], 'a denominator is 2, 4, 8, 16, 32 or 64')
          .required(),
      })
    : record({
        kind: oneOf(['decimal', 'fraction'], 'a style'),
        places: number()
          .strict()
          .integer('places is a whole number')
          .min(0)
          .max(12)
          .required('places is missing here'),
      }),
)

const overridesSchema = mixed<Record<string, Formula>>()
  .defined('overrides are missing here')
  .test('overrides', 'overrides are formulas by value name', (v) => {
    if (typeof v !== 'object' || v === null || Array.isArray(v)) return false
    return Object.values(v).every((f) => formulaSchema.isValidSync(f))
  })

const stepSchema = lazy((step: unknown) => {
  const kind = (step as AnyObject | null)?.kind
  const known = typeof kind === 'string' ? kindNamed(kind) : undefined
  if (known) return known.schema
  const names = allKinds().map((k) => k.kind)
  return object({ kind: oneOf(names, 'a kind of step') })
    .strict()
    .required('a step is missing here')
})

const list = (of: ISchema<unknown, AnyObject>, most: number, what: string) =>
  array<AnyObject, unknown>(of)
    .strict()
    .required(`the list of ${what} is missing`)
    .max(most, `a part has at most ${most} ${what}`)

const partSchema = record<AnyObject>({
  format: oneOf([PART_FORMAT], 'the format'),
  version: number().strict().required(),
  name: nameSchema,
  units: record({
    length: record({ unit: oneOf(Object.keys(LENGTH_FACTORS), 'a length unit'), style: styleSchema }),
    mass: oneOf(Object.keys(MASS_FACTORS), 'a mass unit'),
  }),
  values: list(
    record({
      id: idSchema,
      name: nameSchema,
      dimension: oneOf(Object.keys(DIMENSIONS), 'a dimension'),
      formula: formulaSchema,
      note: string().strict().max(LIMITS.textLength),
    }),
    LIMITS.values,
    'values',
  ),
  variants: list(
    record({ id: idSchema, name: nameSchema, overrides: overridesSchema }),
    LIMITS.variants,
    'variants',
  ),
  variant: string().strict().nullable().defined('the variant in force is missing (null for none)'),
  steps: list(stepSchema, LIMITS.steps, 'steps'),
  builtTo: string().strict().nullable().defined('builtTo is missing (null for all)'),
  expected: array(
    record({
      of: oneOf(EXPECTED, 'what is expected'),
      text: string()
        .strict()
        .required('a figure is missing here')
        .test('figure', 'a figure is a number', (v) => isExpectedText(v)),
      unit: oneOf([...Object.keys(LENGTH_FACTORS), ...Object.keys(MASS_FACTORS)], 'a unit'),
    }),
  )
    .strict()
    .max(EXPECTED.length, 'each figure is expected once')
    .default(undefined)
    .optional(),
})

/**
 * Reads a part from anything: brings old versions up to date, then checks every field. The fault says where in the
 * document it stopped and what would fit.
 */
export function readPart(input: unknown): Result<Part> {
  if (deeperThan(input, LIMITS.depth))
    return fail(fault('part.deep', `this is not a part: it is nested deeper than ${LIMITS.depth}`))
  const current = migrate(input)
  if (!current.ok) return current
  try {
    // Strict throughout: what is checked is what is taken, and nothing is changed on the way.
    partSchema.validateSync(current.value, { abortEarly: true, strict: true })
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const where = error.path ? `at ${error.path}: ` : ''
    return fail(fault('part.field', `this part cannot be read; ${where}${sentence(error)}`))
  }
  const part = current.value as unknown as Part
  const seen = new Set<string>()
  const twice = idsIn(part).find((id) => seen.size === seen.add(id).size)
  if (twice !== undefined)
    return fail(fault('part.ids', `this part cannot be read; the id "${twice}" is used twice`))
  for (const step of part.steps)
    for (const broken of kindOf(step).broken?.(step) ?? [])
      return fail(fault('part.broken', `this part cannot be read; ${broken}`))
  return ok(part)
}

/** Whether anything in it lies deeper than so many levels, looked at level by level and without recursion. */
export function deeperThan(input: unknown, most: number): boolean {
  let level: unknown[] = [input]
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > most) return true
    const next: unknown[] = []
    for (const v of level) {
      if (typeof v !== 'object' || v === null) continue
      for (const inside of Object.values(v))
        if (typeof inside === 'object' && inside !== null) next.push(inside)
    }
    level = next
  }
  return false
}

function sentence(error: ValidationError): string {
  const path = error.path ? `${error.path} ` : ''
  const text = error.message.startsWith(path) ? error.message.slice(path.length) : error.message
  return text.replace(/\s+/g, ' ').trim()
}

/** A part as JSON text, indented for people. */
export function writePart(part: Part): string {
  return `${JSON.stringify(part, null, 2)}\n`
}
