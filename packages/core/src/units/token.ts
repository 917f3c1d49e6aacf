import { fail, fault, ok, own, type Result, type Span } from '../base/index.ts'

/** The smallest parts of a formula. `foot` and `inch` are the marks ' and ". */
export type TokenKind = 'number' | 'fraction' | 'word' | 'foot' | 'inch' | 'sign' | 'end'

export interface Token {
  readonly kind: TokenKind
  readonly text: string
  readonly span: Span
  /** True when white space stands before it; `1 3/8` and `2'-3"` need to know. */
  readonly spaced: boolean
}

const NUMBER = /^(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/
const WORD = /^[\p{L}_][\p{L}\p{N}_]*/u
const SIGNS = '+-*/^(),'

/** Marks people paste from drawings and word processors, one character each so that spans stay true. */
const SAME: Readonly<Record<string, string>> = {
  '′': "'",
  '’': "'",
  '″': '"',
  '”': '"',
  '−': '-',
  '–': '-',
  '×': '*',
  '·': '*',
  '÷': '/',
  '⁄': '/',
  '∕': '/',
  '\u00a0': ' ',
}

/** Fractions that are one character, as word processors and keyboards put them. */
const FRACTIONS: ReadonlyMap<string, number> = new Map([
  ['½', 1 / 2],
  ['⅓', 1 / 3],
  ['⅔', 2 / 3],
  ['¼', 1 / 4],
  ['¾', 3 / 4],
  ['⅕', 1 / 5],
  ['⅖', 2 / 5],
  ['⅗', 3 / 5],
  ['⅘', 4 / 5],
  ['⅙', 1 / 6],
  ['⅚', 5 / 6],
  ['⅛', 1 / 8],
  ['⅜', 3 / 8],
  ['⅝', 5 / 8],
  ['⅞', 7 / 8],
])

/** What a fraction of one character is worth. */
export function fractionValue(text: string): number {
  return FRACTIONS.get(text) ?? NaN
}

/** Splits a formula into tokens, closed by an `end` token. A sign that belongs to no formula is a fault at its place. */
export function tokenize(text: string): Result<Token[]> {
  const plain = Array.from(text, (c) => own(SAME, c) ?? c).join('')
  const tokens: Token[] = []
  let at = 0
  let spaced = false
  const push = (kind: TokenKind, length: number): void => {
    const span = { from: at, to: at + length }
    tokens.push({ kind, text: plain.slice(at, at + length), span, spaced })
    at += length
    spaced = false
  }
  while (at < plain.length) {
    const c = plain[at]!
    const rest = plain.slice(at)
    if (/\s/.test(c)) {
      at++
      spaced = true
      continue
    }
    const number = NUMBER.exec(rest)
    if (number) push('number', number[0].length)
    else if (FRACTIONS.has(c)) push('fraction', 1)
    else if (c === "'") push('foot', 1)
    else if (c === '"') push('inch', 1)
    else if (c === '°') {
      tokens.push({ kind: 'word', text: 'deg', span: { from: at, to: at + 1 }, spaced })
      at++
      spaced = false
    } else if (SIGNS.includes(c)) push('sign', 1)
    else {
      const word = WORD.exec(rest)
      if (!word) {
        const span = { from: at, to: at + 1 }
        return fail(
          fault('formula.sign', `"${c}" has no meaning in a formula; it was read at "${rest}"`, span),
        )
      }
      push('word', word[0].length)
    }
  }
  push('end', 0)
  return ok(tokens)
}
