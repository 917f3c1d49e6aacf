import { tolerance } from '../../num/index.ts'
import type { Vec2 } from '../../plane/index.ts'

/** x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0]

/** First `inner`, then `outer`. */
export function after(outer: Affine, inner: Affine): Affine {
  const [a, b, c, d, e, f] = outer
  const [p, q, r, s, t, u] = inner
  return [a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, a * t + c * u + e, b * t + d * u + f]
}

export const apply = ([a, b, c, d, e, f]: Affine, [x, y]: Vec2): Vec2 => [
  a * x + c * y + e,
  b * x + d * y + f,
]

/** How much lengths grow if circles stay circles; undefined where they do not. */
export function similarity([a, b, c, d]: Affine): number | undefined {
  const k = Math.hypot(a, b)
  const round =
    Math.abs(a * c + b * d) <= tolerance.samePlace * k * k &&
    Math.abs(Math.hypot(c, d) - k) <= tolerance.samePlace * k
  return round && k > 0 ? k : undefined
}

export const flips = ([a, b, c, d]: Affine): boolean => a * d - b * c < 0

const deg = (x: number): number => (x * Math.PI) / 180

/** What a `transform` attribute says; undefined where it cannot be read. */
export function transformOf(text: string): Affine | undefined {
  const all = text.trim()
  let whole: Affine = IDENTITY
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
    whole = after(whole, one)
  }
  return whole.every((v) => Math.abs(v) <= FURTHEST_PLACE) ? whole : undefined
}

/** Beyond this a drawing is not moved or made larger: what comes of it has no digits left. */
const FURTHEST_PLACE = 1e9

function oneOf(name: string, n: readonly number[]): Affine | undefined {
  const [p = NaN, q, r] = n
  switch (name) {
    case 'matrix':
      return n.length === 6 ? (n as unknown as Affine) : undefined
    case 'translate':
      return [1, 0, 0, 1, p, q ?? 0]
    case 'scale':
      return [p, 0, 0, q ?? p, 0, 0]
    case 'rotate': {
      const [c, s] = [Math.cos(deg(p)), Math.sin(deg(p))]
      const turn: Affine = [c, s, -s, c, 0, 0]
      if (q === undefined) return turn
      return after([1, 0, 0, 1, q, r ?? 0], after(turn, [1, 0, 0, 1, -q, -(r ?? 0)]))
    }
    case 'skewX':
      return [1, 0, Math.tan(deg(p)), 1, 0, 0]
    case 'skewY':
      return [1, Math.tan(deg(p)), 0, 1, 0, 0]
    default:
      return undefined
  }
}
