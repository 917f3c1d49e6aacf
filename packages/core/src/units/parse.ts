import { fail, fault, ok, type Result, type Span } from '../base/index.ts'
import type { Expression } from './expression.ts'
import { readLiteral } from './literal.ts'
import { Reader, readUnit, Stop } from './reader.ts'
import { tokenize, type Token } from './token.ts'
import { unitNamed } from './unit.ts'

/**
 * Reads a formula. Binding from loose to tight: sums, products, sign, power, a number with its unit. A whole
 * number over a whole number right before a unit is one fraction (`3/8 in`), so `3/8/2 in` is refused as ambiguous.
 */
export function parse(text: string): Result<Expression> {
  const known = read.get(text)
  if (known) return known
  if (text.length > LONGEST)
    return fail(
      fault('formula.long', `this formula has ${text.length} characters; at most ${LONGEST} are read`),
    )
  const result = readFormula(text)
  kept += text.length
  if (kept > MOST_KEPT) {
    read.clear()
    kept = text.length
  }
  read.set(text, result)
  return result
}

/** Longer texts are no formulas that anybody typed. */
const LONGEST = 4000

/**
 * Formulas read before: a part is read over and over while it is worked on, and most of its texts stay. Bounded by the
 * characters read, to which what was read is in proportion (some 100 bytes each).
 */
const read = new Map<string, Result<Expression>>()
const MOST_KEPT = 200_000
let kept = 0

function readFormula(text: string): Result<Expression> {
  if (text.trim() === '')
    return fail(fault('formula.empty', 'nothing was typed; a number or a formula is needed here'))
  const tokens = tokenize(text)
  if (!tokens.ok) return tokens
  const reader = new Reader(text, tokens.value)
  try {
    const e = sum(reader)
    const next = reader.peek()
    if (next.kind !== 'end') trailing(reader, next)
    return ok(e)
  } catch (stop) {
    if (stop instanceof Stop) return fail(stop.fault)
    throw stop
  }
}

function trailing(r: Reader, next: Token): never {
  const read = r.text.slice(0, next.span.from).trim()
  if (next.text === ',') {
    const point = r.text.replace(',', '.')
    r.stop(
      'formula.decimal-comma',
      `"${r.text}" has a comma; write the decimal with a point: ${point}`,
      next.span,
    )
  }
  if (next.text === ')') r.stop('formula.bracket', `there is a ")" too many after "${read}"`, next.span)
  r.stop(
    'formula.trailing',
    `reading stopped at "${next.text}" after "${read}"; an operator such as * or + is missing there`,
    next.span,
  )
}

const over = (a: Expression, b: Expression): Span => ({ from: a.span.from, to: b.span.to })

function sum(r: Reader): Expression {
  let left = product(r)
  while (r.isSign('+') || r.isSign('-')) {
    const sign = r.take().text as '+' | '-'
    const right = product(r)
    left = { kind: 'binary', sign, left, right, span: over(left, right) }
  }
  return left
}

function product(r: Reader): Expression {
  let left = signed(r)
  while (r.isSign('*') || r.isSign('/')) {
    const sign = r.take().text as '*' | '/'
    const right = signed(r)
    left = { kind: 'binary', sign, left, right, span: over(left, right) }
  }
  return left
}

function signed(r: Reader): Expression {
  if (r.isSign('+') || r.isSign('-')) {
    const sign = r.take()
    const of = signed(r)
    if (sign.text === '+') return of
    return { kind: 'negate', of, span: { from: sign.span.from, to: of.span.to } }
  }
  return power(r)
}

function power(r: Reader): Expression {
  const base = primary(r)
  if (!r.isSign('^')) return base
  r.take()
  const right = signed(r)
  return { kind: 'binary', sign: '^', left: base, right, span: over(base, right) }
}

function primary(r: Reader): Expression {
  const token = r.peek()
  if (token.kind === 'number' || token.kind === 'fraction') return readLiteral(r)
  if (token.kind === 'word') return word(r)
  if (r.isSign('(')) return bracketed(r)
  const read = r.text.slice(0, token.span.from).trim()
  const where = read === '' ? 'at the start' : `after "${read}"`
  const found = token.kind === 'end' ? 'the formula ends' : `"${token.text}" stands`
  r.stop('formula.operand', `${found} ${where}, where a number, a name or a bracket is needed`, token.span)
}

function word(r: Reader): Expression {
  const token = r.take()
  if (r.isSign('(')) {
    const args = callArguments(r, token)
    return { kind: 'call', name: token.text, args: args.list, span: { from: token.span.from, to: args.to } }
  }
  if (unitNamed(token.text)) {
    r.stop('formula.unit-alone', `the unit "${token.text}" stands without a number before it`, token.span)
  }
  return { kind: 'name', name: token.text, span: token.span }
}

function callArguments(r: Reader, name: Token): { list: Expression[]; to: number } {
  r.take()
  const list: Expression[] = []
  if (!r.isSign(')')) {
    list.push(sum(r))
    while (r.isSign(',')) {
      r.take()
      list.push(sum(r))
    }
  }
  if (!r.isSign(')')) {
    r.stop(
      'formula.bracket',
      `the bracket after "${name.text}" is not closed; a ")" is missing`,
      r.peek().span,
    )
  }
  return { list, to: r.take().span.to }
}

/** A bracket, with an optional unit for all of it: `(1 + 2) in`. */
function bracketed(r: Reader): Expression {
  const open = r.take()
  const inner = sum(r)
  if (!r.isSign(')')) {
    if (r.isSign(',')) trailing(r, r.peek())
    r.stop('formula.bracket', 'a bracket is opened and not closed; a ")" is missing', r.peek().span)
  }
  const close = r.take()
  const span = { from: open.span.from, to: close.span.to }
  const unit = readUnit(r)
  if (!unit) return { ...inner, span }
  const to = r.before()!.span.to
  const one: Expression = { kind: 'quantity', value: unit.factor, dimension: unit.dimension, span }
  return { kind: 'binary', sign: '*', left: inner, right: one, span: { from: span.from, to } }
}
