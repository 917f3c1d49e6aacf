import type { Expression } from './expression.ts'
import { LENGTH } from './dimension.ts'
import { readUnit, type Reader } from './reader.ts'
import { fractionValue } from './token.ts'
import { LENGTH_FACTORS } from './unit.ts'

/**
 * Reads a written number with whatever makes it one: a mixed number (`1 3/8`), a fraction before a unit
 * (`3/8 in`, `⅜ in`), one joined by a hyphen (`1-1/2 in`), feet and inches (`2'-3 1/2"`, `2 ft 3 in`), or a decimal, each with an optional unit.
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
  if (unit?.word === 'ft' && startsNumber(r, 0)) return feet(r, size, from, false)
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

const startsNumber = (r: Reader, ahead: number): boolean =>
  r.peek(ahead).kind === 'number' || r.peek(ahead).kind === 'fraction'

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
  if (first.kind === 'fraction') return fractionValue(r.take().text)
  if (isWhole(first.text) && r.peek(1).kind === 'fraction') {
    r.take()
    return Number(first.text) + fractionValue(r.take().text)
  }
  if (isWhole(first.text) && isJoined(r)) return takeJoined(r, afterSlash)
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
  if (startsNumber(r, 0)) {
    const next = r.peek()
    r.stop(
      'formula.two-numbers',
      `"${first.text} ${next.text}" is two numbers side by side; a mixed number is written 1 3/8`,
      { from: first.span.from, to: next.span.to },
    )
  }
  return Number(first.text)
}

/** Whether a hyphen without spaces and a fraction below one follow a whole number: `1-1/2`. */
function isJoined(r: Reader): boolean {
  if (!r.isSign('-', 1) || r.peek(1).spaced || r.peek(2).spaced || !fractionAt(r, 2)) return false
  return !r.peek(3).spaced && !r.peek(4).spaced && Number(r.peek(2).text) < Number(r.peek(4).text)
}

/** A mixed number joined by a hyphen, which it is where a unit follows; without one it could as well be a difference. */
function takeJoined(r: Reader, afterSlash: boolean): number {
  const whole = r.peek()
  const to = r.peek(4).span.to
  const text = r.text.slice(whole.span.from, to)
  if (afterSlash || !unitFollows(r, 5)) {
    const [top, bottom] = [r.peek(2).text, r.peek(4).text]
    r.stop(
      'formula.ambiguous',
      `"${text}" may be a mixed number or a difference; write ${whole.text} ${top}/${bottom}, or ${whole.text} - ${top}/${bottom} with spaces`,
      { from: whole.span.from, to },
    )
  }
  r.take()
  r.take()
  return Number(whole.text) + takeFraction(r, true)
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
  const joined = marked && r.isSign('-') && !r.peek().spaced && startsNumber(r, 1)
  if (joined) r.take()
  if (startsNumber(r, 0)) {
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
