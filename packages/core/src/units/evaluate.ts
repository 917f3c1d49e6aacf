import { fail, fault, ok, type Fault, type Result, type Span } from '../base/index.ts'
import { formatExact } from './exact.ts'
import {
  ANGLE,
  DENSITY,
  describeDimension,
  isPlain,
  LENGTH,
  MASS,
  MONEY,
  PLAIN,
  powerDimension,
  sameDimension,
  timesDimension,
  type Dimension,
} from './dimension.ts'
import type { Expression } from './expression.ts'
import { CONSTANTS, FUNCTIONS, type Term } from './functions.ts'
import type { Quantity } from './quantity.ts'
import { LENGTH_FACTORS, MASS_FACTORS, type LengthUnit, type MassUnit } from './unit.ts'

/** The units a bare number means. Angles are always degrees and densities g/cm3. */
export interface BareUnits {
  readonly length: LengthUnit
  readonly mass: MassUnit
}

/** What a formula can see: the meaning of bare numbers, and the values that have names. */
export interface Surroundings {
  readonly bare: BareUnits
  lookup(name: string): Result<Quantity> | undefined
  /** Names to suggest when one is not known. */
  readonly known?: Iterable<string>
}

interface Working {
  readonly around: Surroundings
  readonly text: string
  readonly assumed: string[]
}

/** A formula's result before it meets the field it stands in; `assumed` lists bare numbers that were given a unit. */
export interface Evaluated extends Term {
  readonly assumed: readonly string[]
}

/** Factor and word of the unit a bare number takes where this dimension is needed; none for products of dimensions. */
export function bareUnit(d: Dimension, bare: BareUnits): { factor: number; word: string } | undefined {
  if (sameDimension(d, LENGTH)) return { factor: LENGTH_FACTORS[bare.length], word: bare.length }
  if (sameDimension(d, ANGLE)) return { factor: Math.PI / 180, word: 'deg' }
  if (sameDimension(d, MASS)) return { factor: MASS_FACTORS[bare.mass], word: bare.mass }
  if (sameDimension(d, MONEY)) return { factor: 1, word: 'money' }
  if (sameDimension(d, DENSITY)) return { factor: 1e-6, word: 'g/cm3' }
  return undefined
}

/** Computes a parsed formula with dimension analysis. `text` is only for messages. */
export function evaluateExpression(e: Expression, text: string, around: Surroundings): Result<Evaluated> {
  const assumed: string[] = []
  const result = term(e, { around, text, assumed })
  if (!result.ok) return result
  if (!Number.isFinite(result.value.value)) {
    return fail(fault('formula.infinite', `"${text}" has no finite value`))
  }
  return ok({ ...result.value, assumed })
}

function term(e: Expression, w: Working): Result<Term> {
  switch (e.kind) {
    case 'bare':
      return ok({ value: e.value, dimension: PLAIN, bare: true })
    case 'quantity':
      return ok({ value: e.value, dimension: e.dimension, bare: false })
    case 'name':
      return named(e.name, e.span, w)
    case 'negate': {
      const of = term(e.of, w)
      return of.ok ? ok({ ...of.value, value: -of.value.value }) : of
    }
    case 'binary': {
      const left = term(e.left, w)
      if (!left.ok) return left
      const right = term(e.right, w)
      if (!right.ok) return right
      return e.sign === '+' || e.sign === '-'
        ? added(e.sign, left.value, right.value, e, w)
        : scaled(e.sign, left.value, right.value, e.span, w)
    }
    case 'call':
      return called(e, w)
  }
}

function named(name: string, span: Span, w: Working): Result<Term> {
  const constant = CONSTANTS.get(name)
  if (constant !== undefined) return ok({ value: constant, dimension: PLAIN, bare: false })
  const found = w.around.lookup(name)
  if (found?.ok) return ok({ ...found.value, bare: false })
  if (found) return fail(placed(found.fault, span))
  return fail(
    fault('formula.unknown-name', `"${name}" is not the name of a value${adviceFor(w.around)}`, span),
  )
}

/** Names told where one is not known. */
const MOST_NAMES = 8

function adviceFor({ known }: Surroundings): string {
  const names: string[] = []
  let more = 0
  for (const name of known ?? []) {
    if (names.length < MOST_NAMES) names.push(name)
    else more++
  }
  if (names.length === 0) return '; no values are named here yet'
  return `; the values here are ${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}`
}

const placed = (f: Fault, span: Span): Fault => ({ ...f, span: f.span ?? span })

const slice = (w: Working, span: Span): string => w.text.slice(span.from, span.to)

/** Gives a bare number the unit its partner calls for, and notes that it did. */
function fitted(t: Term, to: Dimension, span: Span, w: Working): Term {
  if (!t.bare || !isPlain(t.dimension) || isPlain(to)) return t
  const unit = bareUnit(to, w.around.bare)
  if (!unit) return t
  w.assumed.push(`${slice(w, span)} taken as ${formatExact(t.value)} ${unit.word}`)
  return { value: t.value * unit.factor, dimension: to, bare: false }
}

function added(
  sign: '+' | '-',
  left: Term,
  right: Term,
  e: Extract<Expression, { kind: 'binary' }>,
  w: Working,
): Result<Term> {
  const a = fitted(left, right.dimension, e.left.span, w)
  const b = fitted(right, left.dimension, e.right.span, w)
  if (!sameDimension(a.dimension, b.dimension)) {
    const verb = sign === '+' ? 'added to' : 'taken from'
    const [what, whereto] = sign === '+' ? [a, b] : [b, a]
    const [whatSpan, whereSpan] = sign === '+' ? [e.left.span, e.right.span] : [e.right.span, e.left.span]
    return fail(
      fault(
        'formula.dimensions',
        `${describeDimension(what.dimension)} cannot be ${verb} ${describeDimension(whereto.dimension)}: ` +
          `"${slice(w, whatSpan)}" and "${slice(w, whereSpan)}"`,
        e.span,
      ),
    )
  }
  const value = sign === '+' ? a.value + b.value : a.value - b.value
  return ok({ value, dimension: a.dimension, bare: a.bare && b.bare })
}

function scaled(sign: '*' | '/' | '^', a: Term, b: Term, span: Span, w: Working): Result<Term> {
  if (sign === '^') {
    if (!isPlain(b.dimension)) {
      return fail(
        fault(
          'formula.exponent',
          `an exponent is a plain number, not ${describeDimension(b.dimension)}`,
          span,
        ),
      )
    }
    return ok({ value: a.value ** b.value, dimension: powerDimension(a.dimension, b.value), bare: a.bare })
  }
  if (sign === '/' && b.value === 0) {
    return fail(fault('formula.zero-division', `"${slice(w, span)}" divides by zero`, span))
  }
  const value = sign === '*' ? a.value * b.value : a.value / b.value
  const dimension = timesDimension(a.dimension, b.dimension, sign === '*' ? 1 : -1)
  const fromLeft = a.bare && isPlain(b.dimension)
  const fromRight = sign === '*' && b.bare && isPlain(a.dimension)
  return ok({ value, dimension, bare: fromLeft || fromRight })
}

function called(e: Extract<Expression, { kind: 'call' }>, w: Working): Result<Term> {
  const f = FUNCTIONS.get(e.name)
  if (!f) {
    const list = [...FUNCTIONS.keys()].join(', ')
    return fail(fault('formula.unknown-function', `"${e.name}" is not a function; there are ${list}`, e.span))
  }
  if (e.args.length < f.least || e.args.length > f.most) {
    const wants =
      f.least === f.most
        ? `${f.least}`
        : f.most === Infinity
          ? `${f.least} or more`
          : `${f.least} or ${f.most}`
    const fits = f.most === 1 && e.args.length === 2 ? '; a decimal is written with a point' : ''
    return fail(
      fault(
        'formula.arguments',
        `${e.name} takes ${wants} value(s), and ${e.args.length} were given${fits}`,
        e.span,
      ),
    )
  }
  let args: Term[] = []
  for (const arg of e.args) {
    const t = term(arg, w)
    if (!t.ok) return t
    args.push(t.value)
  }
  if (f.alike) {
    const model = args.find((a) => !isPlain(a.dimension)) ?? args[0]!
    args = args.map((a, i) => fitted(a, model.dimension, e.args[i]!.span, w))
    const odd = args.find((a) => !sameDimension(a.dimension, model.dimension))
    if (odd) {
      return fail(
        fault(
          'formula.dimensions',
          `${e.name} mixes ${describeDimension(model.dimension)} with ${describeDimension(odd.dimension)}`,
          e.span,
        ),
      )
    }
  }
  const result = f.apply(args)
  return result.ok ? result : fail(placed(result.fault, e.span))
}
