/** A number as people write it: up to 12 significant digits, no trailing zeros, no exponent for everyday sizes, no -0. */
export function formatExact(value: number): string {
  const text = String(Number(value.toPrecision(12)))
  return text === '-0' ? '0' : text
}

/** Digits behind the point that are kept of a figure that was worked out and is typed over from then on. */
const DIGITS = 9

/** A figure that was worked out, as it is typed: the round-off of working it out is left away. */
export const writtenFigure = (value: number): string => formatExact(Number(value.toFixed(DIGITS)) + 0)
