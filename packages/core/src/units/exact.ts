/** A number as people write it: up to 12 significant digits, no trailing zeros, no exponent for everyday sizes, no -0. */
export function formatExact(value: number): string {
  const text = String(Number(value.toPrecision(12)))
  return text === '-0' ? '0' : text
}
