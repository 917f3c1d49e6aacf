import { fail, fault, ok, type Result, type Span } from '../base/index.ts'

/** The smallest parts of a formula. `foot` and `inch` are the marks ' and ". */
export type TokenKind = 'number' | 'word' | 'foot' | 'inch' | 'sign' | 'end'

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
  '\u00a0': ' ',
}

/** Splits a formula into tokens, closed by an `end` token. A sign that belongs to no formula is a fault at its place. */
export function tokenize(text: string): Result<Token[]> {
  const plain = Array.from(text, (c) => SAME[c] ?? c).join('')
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
