/**
 * How many decimals of a figure hold where it may be off by so much (0: none may be), up to the most that are shown: those of which
 * half of one is more than that.
 */
export function decimalsThatHold(error: number, most: number): number {
  if (!(error > 0)) return most
  return Math.max(0, Math.min(most, Math.floor(-Math.log10(2 * error))))
}
