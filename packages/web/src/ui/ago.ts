const words = new Intl.RelativeTimeFormat('en', { numeric: 'auto' })
const UNITS = [
  ['day', 86_400_000],
  ['hour', 3_600_000],
  ['minute', 60_000],
] as const

/** How long ago a time was, in words. */
export function ago(at: number, now: number): string {
  const past = now - at
  for (const [unit, ms] of UNITS) if (past >= ms) return words.format(-Math.floor(past / ms), unit)
  return 'just now'
}
