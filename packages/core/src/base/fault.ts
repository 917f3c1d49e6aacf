/** A stretch of the text that was read, in characters; `to` is exclusive. */
export interface Span {
  readonly from: number
  readonly to: number
}

/**
 * Why something was refused: a stable code for programs, a sentence for people that says what was read and
 * what would fit, and, where it came from text, the stretch of the text.
 */
export interface Fault {
  readonly code: string
  readonly message: string
  readonly span?: Span
}

/** Builds a fault. */
export function fault(code: string, message: string, span?: Span): Fault {
  return span === undefined ? { code, message } : { code, message, span }
}
