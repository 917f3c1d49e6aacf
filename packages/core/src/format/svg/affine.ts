import { compose, identity, rotateDEG, scale, skew, translate, type Matrix } from 'transformation-matrix'
import { rad, tolerance } from '../../num/index.ts'

/** How much lengths grow if circles stay circles; undefined where they do not. */
export function similarity({ a, b, c, d }: Matrix): number | undefined {
  const k = Math.hypot(a, b)
  const round =
    Math.abs(a * c + b * d) <= tolerance.samePlace * k * k &&
    Math.abs(Math.hypot(c, d) - k) <= tolerance.samePlace * k
  return round && k > 0 ? k : undefined
}

export const flips = ({ a, b, c, d }: Matrix): boolean => a * d - b * c < 0

/** What a `transform` attribute says; undefined where it cannot be read. */
export function transformOf(text: string): Matrix | undefined {
  const all = text.trim()
  let whole = identity()
  // From place to place, each letter looked at once: what does not begin a transform ends the reading.
  const next = /([a-zA-Z]{1,9})\s*\(([^()]*)\)[\s,]*/y
  while (next.lastIndex < all.length) {
    const found = next.exec(all)
    if (!found) return undefined
    const n = found[2]!
      .trim()
      .split(/[\s,]+/)
      .map(Number)
    const one = oneOf(found[1]!, n)
    if (!one || !n.every(Number.isFinite)) return undefined
    whole = compose(whole, one)
  }
  return Object.values(whole).every((v: number) => Math.abs(v) <= FURTHEST_PLACE) ? whole : undefined
}

/** Beyond this a drawing is not moved or made larger: what comes of it has no digits left. */
const FURTHEST_PLACE = 1e9

function oneOf(name: string, n: readonly number[]): Matrix | undefined {
  const [p = NaN, q, r] = n
  switch (name) {
    case 'matrix': {
      if (n.length !== 6) return undefined
      const [a, b, c, d, e, f] = n as [number, number, number, number, number, number]
      return { a, b, c, d, e, f }
    }
    case 'translate':
      return translate(p, q ?? 0)
    case 'scale':
      return scale(p, q ?? p)
    case 'rotate':
      return q === undefined ? rotateDEG(p) : rotateDEG(p, q, r ?? 0)
    case 'skewX':
      return skew(rad(p), 0)
    case 'skewY':
      return skew(0, rad(p))
    default:
      return undefined
  }
}
