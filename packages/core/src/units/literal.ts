import type { Expression } from './expression.ts'
import { LENGTH } from './dimension.ts'
import { readUnit, type Reader } from './reader.ts'
import { LENGTH_FACTORS } from './unit.ts'

/**
 * Reads a written number with whatever makes it one: a mixed number (`1 3/8`), a fraction before a unit
 * (`3/8 in`), feet and inches (`2'-3 1/2"`, `2 ft 3 in`), or a decimal, each with an optional unit.
 */
export function readLiteral(r: Reader): Expression {
  const from = r.peek().span.from
  const afterSlash = r.before()?.text === '/'
  const size = readMagnitude(r, afterSlash)
  const end = (): number => r.before()!.span.to
  if (r.peek().kind === 'foot') {
    r.take()
    return feet(r, size, from, true)
  }
  if (r.peek().kind === 'inch') {
    r.take()
    return { kind: 'quantity', value: size * LENGTH_FACTORS.in, dimension: LENGTH, span: { from, to: end() } }
  }
  const unit = readUnit(r)
  if (unit?.word === 'ft' && r.peek().kind === 'number') return feet(r, size, from, false)
  if (unit) {
    return {
      kind: 'quantity',
      value: size * unit.factor,
      dimension: unit.dimension,
      span: { from, to: end() },
    }
  }
  return { kind: 'bare', value: size, span: { from, to: end() } }
}

const isWhole = (text: string): boolean => /^\d+$/.test(text)

/** Whether whole / whole starts `ahead` tokens on. */
function fractionAt(r: Reader, ahead: number): boolean {
  const top = r.peek(ahead)
  const bottom = r.peek(ahead + 2)
  return (
    top.kind === 'number' &&
    isWhole(top.text) &&
    r.isSign('/', ahead + 1) &&
    bottom.kind === 'number' &&
    isWhole(bottom.text)
  )
}

function unitFollows(r: Reader, ahead: number): boolean {
  const kind = r.peek(ahead).kind
  return kind === 'foot' || kind === 'inch' || r.unitAt(ahead) !== undefined
}

function readMagnitude(r: Reader, afterSlash: boolean): number {
  const first = r.peek()
  if (isWhole(first.text) && r.peek(1).kind === 'number' && r.peek(1).spaced && fractionAt(r, 1)) {
    r.take()
    return Number(first.text) + takeFraction(r, true)
  }
  if (fractionAt(r, 0) && unitFollows(r, 3)) {
    if (afterSlash) {
      const text = r.text.slice(first.span.from)
      const to = r.peek(3).span.to
      r.stop(
        'formula.ambiguous',
        `"${r.text}" is ambiguous: "${text}" may be one fraction or a further division; set brackets`,
        { from: first.span.from, to },
      )
    }
    return takeFraction(r, false)
  }
  r.take()
  if (r.peek().kind === 'number') {
    const next = r.peek()
    r.stop(
      'formula.two-numbers',
      `"${first.text} ${next.text}" is two numbers side by side; a mixed number is written 1 3/8`,
      { from: first.span.from, to: next.span.to },
    )
  }
  return Number(first.text)
}

function takeFraction(r: Reader, mixed: boolean): number {
  const top = r.take()
  r.take()
  const bottom = r.take()
  const span = { from: top.span.from, to: bottom.span.to }
  const text = `${top.text}/${bottom.text}`
  if (Number(bottom.text) === 0) r.stop('formula.zero-division', `"${text}" divides by zero`, span)
  if (mixed && Number(top.text) >= Number(bottom.text)) {
    r.stop('formula.mixed-number', `"${text}" is not below one, so it cannot end a mixed number`, span)
  }
  return Number(top.text) / Number(bottom.text)
}

/** Inches after feet. A hyphen right after the foot mark joins; inches need their own mark or unit. */
function feet(r: Reader, size: number, from: number, marked: boolean): Expression {
  let inches = 0
  const joined = marked && r.isSign('-') && !r.peek().spaced && r.peek(1).kind === 'number'
  if (joined) r.take()
  if (r.peek().kind === 'number') {
    inches = readMagnitude(r, false)
    const next = r.peek()
    if (next.kind === 'inch' || r.unitAt(0)?.word === 'in') r.take()
    else {
      r.stop(
        'formula.inches',
        `the inches after "${r.text.slice(from, next.span.from).trim()}" need their mark: 2'-3 1/2" or 2 ft 3 in`,
        { from, to: next.span.to },
      )
    }
  }
  const value = size * LENGTH_FACTORS.ft + inches * LENGTH_FACTORS.in
  return { kind: 'quantity', value, dimension: LENGTH, span: { from, to: r.before()!.span.to } }
}
