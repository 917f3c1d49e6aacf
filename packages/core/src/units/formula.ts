import { fail, fault, ok, type Result } from '../base/index.ts'
import { describeDimension, DIMENSIONS, isPlain, sameDimension, type DimensionName } from './dimension.ts'
import { bareUnit, evaluateExpression, type Surroundings } from './evaluate.ts'
import { namesIn, type Expression } from './expression.ts'
import { parse } from './parse.ts'
import { writtenFigure } from './exact.ts'
import { LENGTH_FACTORS, unitNamed, type LengthUnit } from './unit.ts'
import { CONSTANTS, FUNCTIONS } from './functions.ts'

/**
 * A formula as it stands in a document: the text as typed. In a plain string bare lengths are millimetres; text
 * typed while another unit was shown carries that unit, so showing the part in other units never changes it.
 */
export type Formula = string | { readonly text: string; readonly bare: LengthUnit }

/** The text as typed. */
export function formulaText(f: Formula): string {
  return typeof f === 'string' ? f : f.text
}

/** The unit its bare lengths are in. */
export function formulaUnit(f: Formula): LengthUnit {
  return typeof f === 'string' ? 'mm' : f.bare
}

/** A formula from text typed while `unit` was shown. */
export function typedFormula(text: string, unit: LengthUnit): Formula {
  return unit === 'mm' ? text : { text, bare: unit }
}

/** A length that was worked out, mm, as it is typed in a unit. */
export const writtenLength = (mm: number, unit: LengthUnit): Formula =>
  typedFormula(writtenFigure(mm / LENGTH_FACTORS[unit]), unit)

/** What a formula came to: the value in internal units, and the bare numbers that were given a unit on the way. */
export interface Resolved {
  readonly value: number
  readonly assumed: readonly string[]
}

/** Computes a formula for a field that needs the given dimension. */
export function resolveFormula(
  formula: Formula,
  needed: DimensionName,
  around: Surroundings,
): Result<Resolved> {
  const plain = plainNumber(formula, needed, around)
  if (plain) return plain
  const read = readFormula(formula, needed)
  return read.ok ? read.value(around) : read
}

const DECIMAL = /^-?(?:0|[1-9]\d{0,11})(?:\.\d{1,12})?$/
const NONE: readonly string[] = []

/** Whether a formula is a bare decimal by itself. */
export const isDecimal = (formula: Formula): boolean => DECIMAL.test(formulaText(formula))

/**
 * A bare decimal by itself, which most fields of most parts are, without reading it as an expression; undefined where it is
 * anything else, or the field takes no bare number.
 */
function plainNumber(
  formula: Formula,
  needed: DimensionName,
  around: Surroundings,
): Result<Resolved> | undefined {
  const text = formulaText(formula)
  if (!DECIMAL.test(text)) return undefined
  if (needed === 'number') return ok({ value: Number(text), assumed: NONE })
  const unit = bareUnit(DIMENSIONS[needed], { ...around.bare, length: formulaUnit(formula) })
  return unit && ok({ value: Number(text) * unit.factor, assumed: NONE })
}

/** A formula read once, to be computed for a field in different surroundings. */
export function readFormula(
  formula: Formula,
  needed: DimensionName,
): Result<(around: Surroundings) => Result<Resolved>> {
  const text = formulaText(formula)
  const parsed = parse(text)
  return parsed.ok ? ok((around) => compute(parsed.value, text, formula, needed, around)) : parsed
}

function compute(
  expression: Expression,
  text: string,
  formula: Formula,
  needed: DimensionName,
  around: Surroundings,
): Result<Resolved> {
  const bare = { ...around.bare, length: formulaUnit(formula) }
  const result = evaluateExpression(expression, text, { ...around, bare })
  if (!result.ok) return result
  const { value, dimension, assumed } = result.value
  const want = DIMENSIONS[needed]
  if (sameDimension(dimension, want)) return ok({ value, assumed })
  if (result.value.bare && isPlain(dimension)) {
    const unit = bareUnit(want, bare)
    if (unit) return ok({ value: value * unit.factor, assumed })
  }
  const needs = `${describeDimension(want)} is needed here`
  const advice =
    isPlain(dimension) && bareUnit(want, bare) ? `; multiply it by 1 ${bareUnit(want, bare)!.word}` : ''
  return fail(
    fault('formula.wrong-dimension', `"${text}" is ${describeDimension(dimension)}; ${needs}${advice}`, {
      from: 0,
      to: text.length,
    }),
  )
}

/** The names a formula uses; none if it cannot be read. */
export function namesUsed(formula: Formula): string[] {
  const parsed = parse(formulaText(formula))
  if (!parsed.ok) return []
  const names = namesIn(parsed.value).map((n) => n.name)
  return [...new Set(names)].filter((n) => !CONSTANTS.has(n))
}

/** The same formula with every use of one name put as another; all other text stays as typed. */
export function renameInFormula(formula: Formula, from: string, to: string): Formula {
  const text = formulaText(formula)
  const parsed = parse(text)
  if (!parsed.ok) return formula
  const places = namesIn(parsed.value).filter((n) => n.name === from)
  if (places.length === 0) return formula
  const renamed = places
    .map((n) => n.span)
    .sort((a, b) => b.from - a.from)
    .reduce((t, span) => t.slice(0, span.from) + to + t.slice(span.to), text)
  return typeof formula === 'string' ? renamed : { ...formula, text: renamed }
}

const NAME = /^[\p{L}_][\p{L}\p{N}_]*$/u

/** Whether a value may have this name: a word that is no unit, function or constant. */
export function checkName(name: string): Result<string> {
  if (!NAME.test(name)) {
    return fail(
      fault('name.form', `"${name}" cannot be a name: a letter first, then letters, digits or _ only`),
    )
  }
  const taken = unitNamed(name)
    ? 'a unit'
    : FUNCTIONS.has(name)
      ? 'a function'
      : CONSTANTS.has(name)
        ? 'a constant'
        : ''
  if (taken) return fail(fault('name.reserved', `"${name}" is ${taken} in formulas; choose another name`))
  return ok(name)
}
