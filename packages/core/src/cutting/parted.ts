/** Most pieces that one is parted into. */
const MOST = 1000

/**
 * Where a piece that is longer than a bar is parted: into as few as go, all equally long, so that no joint comes near a corner. `tips` is
 * what its two ends need beyond its line, `scarf` what a joint needs on either side of its place together. Nothing where one bar is enough;
 * undefined where no number of parts fits.
 */
export function partedAt(
  length: number,
  bar: number,
  tips: { readonly start: number; readonly end: number },
  scarf: number,
): readonly number[] | undefined {
  if (length + tips.start + tips.end <= bar) return []
  // Joints that take more than half a bar leave no sensible parts.
  if (scarf > bar / 2) return undefined
  for (let n = 2; n <= MOST; n++) {
    const part = length / n
    const most = Math.max(part + Math.max(tips.start, tips.end) + scarf / 2, n > 2 ? part + scarf : 0)
    if (most <= bar) return Array.from({ length: n - 1 }, (_, i) => (i + 1) * part)
  }
  return undefined
}
