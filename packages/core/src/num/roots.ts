/** Steps at the most: halving alone leaves nothing of a double's digits after so many. */
const STEPS = 120

/**
 * Where a continuous function is nought between two places at which it has not the same sign, to the last digits of the stretch: by Brent's method
 * (Brent 1973, chapter 4), which takes the inverse parabola or the chord where these close in fast enough, and halves where not. The place of
 * the two that is nearer to nought where the signs are the same. Bounded by its number of steps.
 */
export function rootBetween(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high]
  let [fa, fb] = [f(a), f(b)]
  if (fa === 0) return a
  if (fb === 0) return b
  if (fa > 0 === fb > 0) return Math.abs(fa) < Math.abs(fb) ? a : b
  let [c, fc] = [a, fa]
  let [step, before] = [b - a, b - a]
  for (let k = 0; k < STEPS; k++) {
    if (fb > 0 === fc > 0) {
      ;[c, fc] = [a, fa]
      step = before = b - a
    }
    if (Math.abs(fc) < Math.abs(fb)) {
      ;[a, b, c] = [b, c, b]
      ;[fa, fb, fc] = [fb, fc, fb]
    }
    const least = Number.EPSILON * (2 * Math.abs(b) + Math.abs(high - low) / 16)
    const half = (c - b) / 2
    if (fb === 0 || Math.abs(half) <= least) return b
    const next = quicker(a, b, c, fa, fb, fc, half)
    if (
      next !== undefined &&
      Math.abs(before) >= least &&
      Math.abs(fa) > Math.abs(fb) &&
      closesIn(next, half, before, least)
    ) {
      before = step
      step = next
    } else step = before = half
    ;[a, fa] = [b, fb]
    b += Math.abs(step) > least ? step : Math.sign(half) * least
    fb = f(b)
  }
  return b
}

/** A step to where the chord, or the inverse parabola through three places, is nought; undefined where it has no end. */
function quicker(
  a: number,
  b: number,
  c: number,
  fa: number,
  fb: number,
  fc: number,
  half: number,
): number | undefined {
  const s = fb / fa
  const [p, q] =
    a === c
      ? [2 * half * s, 1 - s]
      : ((): [number, number] => {
          const [u, r] = [fa / fc, fb / fc]
          return [s * (2 * half * u * (u - r) - (b - a) * (r - 1)), (u - 1) * (r - 1) * (s - 1)]
        })()
  // Both forms have the step with its sign turned where their denominator is above nought.
  const next = a === c ? p / q : -p / q
  return Number.isFinite(next) ? next : undefined
}

/** Whether a step stays well inside, and is less than half of the one before the last. */
const closesIn = (next: number, half: number, before: number, least: number): boolean =>
  next * half > 0 && Math.abs(next) < Math.min(1.5 * Math.abs(half) - least / 2, Math.abs(before) / 2)
