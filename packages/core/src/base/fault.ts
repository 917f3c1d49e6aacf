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
  /** The sentence with its lengths apart, for those who read them in another unit. */
  readonly sentence?: LengthSentence
}

/** A sentence with lengths in it: what stands before, between and behind them, and they themselves, mm. */
export interface LengthSentence {
  readonly texts: readonly string[]
  readonly lengths: readonly number[]
}

/** A fault in words, with its lengths as `say` writes them. */
export function faultWords({ message, sentence }: Fault, say: (mm: number) => string): string {
  if (!sentence) return message
  const { texts, lengths } = sentence
  return texts.map((t, i) => (i < lengths.length ? t + say(lengths[i]!) : t)).join('')
}

/** Builds a fault. */
export function fault(code: string, message: string, span?: Span): Fault {
  return span === undefined ? { code, message } : { code, message, span }
}

/** Builds a fault whose sentence names lengths, each a `${}` of the template, mm; its message has them in mm. */
export const lengthFault =
  (code: string) =>
  (texts: readonly string[], ...lengths: number[]): Fault => {
    const sentence = { texts: [...texts], lengths }
    const message = faultWords({ code, message: '', sentence }, (mm) => `${Number(mm.toPrecision(12))} mm`)
    return { code, message, sentence }
  }
