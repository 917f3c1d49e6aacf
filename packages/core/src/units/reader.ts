import { fault, type Fault, type Span } from '../base/index.ts'
import type { Token } from './token.ts'
import { perUnit, unitNamed, type Unit } from './unit.ts'

/** Walks the tokens of one formula. Faults leave by `Stop`. */
export class Reader {
  private at = 0
  private readonly tokens: readonly Token[]
  readonly text: string

  constructor(text: string, tokens: readonly Token[]) {
    this.text = text
    this.tokens = tokens
  }

  peek(ahead = 0): Token {
    return this.tokens[Math.min(this.at + ahead, this.tokens.length - 1)]!
  }

  /** The token before the next one, if any. */
  before(): Token | undefined {
    return this.tokens[this.at - 1]
  }

  take(): Token {
    const token = this.peek()
    if (token.kind !== 'end') this.at++
    return token
  }

  isSign(text: string, ahead = 0): boolean {
    const token = this.peek(ahead)
    return token.kind === 'sign' && token.text === text
  }

  /** True when the token ahead is a word that is a unit. */
  unitAt(ahead: number): Unit | undefined {
    const token = this.peek(ahead)
    return token.kind === 'word' ? unitNamed(token.text) : undefined
  }

  stop(code: string, message: string, span: Span): never {
    throw new Stop(fault(code, message, span))
  }
}

/** How a fault leaves the reading; `parse` catches it and nobody else sees it. */
export class Stop extends Error {
  readonly fault: Fault
  constructor(of: Fault) {
    super(of.message)
    this.fault = of
  }
}

/** The unit word at the reading place, with an optional `/unit` as in `g/cm3`, taken; or none. */
export function readUnit(r: Reader): Unit | undefined {
  const unit = r.unitAt(0)
  if (!unit) return undefined
  r.take()
  const per = r.isSign('/') ? r.unitAt(1) : undefined
  if (!per) return unit
  r.take()
  r.take()
  return perUnit(unit, per)
}
