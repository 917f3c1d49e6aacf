import { tolerance } from '../num/index.ts'
/** A picture in greys: row by row from the top, 0 is black, 255 white. */
export interface GreyPicture {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array | Uint8ClampedArray | Float32Array
}

/** The grey that parts a picture's darks from its lights best (Otsu 1979): most variance between the two. */
export function otsuThreshold(p: GreyPicture): number {
  const counts = new Float64Array(256)
  for (const v of p.data) counts[Math.min(255, Math.max(0, Math.round(v)))]!++
  const total = p.data.length
  let sum = 0
  counts.forEach((n, v) => (sum += n * v))
  let [below, sumBelow, best, bestAt] = [0, 0, -1, 127]
  let flat = 1
  for (let v = 0; v < 255; v++) {
    below += counts[v]!
    sumBelow += counts[v]! * v
    if (below === 0) continue
    const above = total - below
    if (above === 0) break
    const gap = sumBelow / below - (sum - sumBelow) / above
    const between = below * above * gap * gap
    // Between two peaks the measure is level: the middle of the level stretch is meant.
    if (between > best * (1 + tolerance.negligible)) [best, bestAt, flat] = [between, v, 1]
    else if (between > best * (1 - tolerance.negligible)) flat = v - bestAt + 1
  }
  return bestAt + flat / 2
}

/** Blurred by a Gaussian of a width (standard deviation, px), edges continued. 0 leaves it. */
export function blurred(p: GreyPicture, sigma: number): GreyPicture {
  if (!(sigma > 0)) return p
  const reach = Math.ceil(3 * sigma)
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  )
  const whole = weights.reduce((a, b) => a + b, 0)
  const { width, height } = p
  const pass = (
    from: ArrayLike<number>,
    step: number,
    count: number,
    other: number,
    lines: number,
  ): Float32Array => {
    const to = new Float32Array(from.length)
    for (let l = 0; l < lines; l++)
      for (let i = 0; i < count; i++) {
        let sum = 0
        for (let k = -reach; k <= reach; k++) {
          const at = Math.min(count - 1, Math.max(0, i + k))
          sum += weights[k + reach]! * from[l * other + at * step]!
        }
        to[l * other + i * step] = sum / whole
      }
    return to
  }
  const across = pass(p.data, 1, width, width, height)
  return { width, height, data: pass(across, width, height, 1, width) }
}
