import { tolerance } from '../num/index.ts'
import type { Vec2 } from '../plane/index.ts'

/** A straight or an arc fitted to a stretch of points, with its sum of squared distances. */
export type Fit =
  | { readonly kind: 'line'; readonly through: Vec2; readonly along: Vec2; readonly squares: number }
  | { readonly kind: 'arc'; readonly centre: Vec2; readonly radius: number; readonly squares: number }

/** Sums over points up to each index, so that any stretch is fitted in constant time. */
export interface Sums {
  readonly points: readonly Vec2[]
  /** Nine running sums: 1, x, y, xx, xy, yy, xz, yz, zz with z = xx + yy. */
  readonly rows: Float64Array
}

const COUNT = 9

export function sumsOf(points: readonly Vec2[]): Sums {
  const rows = new Float64Array((points.length + 1) * COUNT)
  points.forEach(([x, y], i) => {
    const z = x * x + y * y
    const add = [1, x, y, x * x, x * y, y * y, x * z, y * z, z * z]
    for (let k = 0; k < COUNT; k++) rows[(i + 1) * COUNT + k] = rows[i * COUNT + k]! + add[k]!
  })
  return { points, rows }
}

/** What the last fit came to: a line's place, direction and squares, or a circle's centre, radius and squares. */
const out = new Float64Array(5)
const sum = new Float64Array(COUNT)

function between(s: Sums, from: number, to: number): void {
  const { rows } = s
  for (let k = 0; k < COUNT; k++) sum[k] = rows[to * COUNT + k]! - rows[from * COUNT + k]!
}

/** The straight nearest to points from..to-1, along the larger axis of their spread; gives its squares. */
export function lineSquares(s: Sums, from: number, to: number): number {
  between(s, from, to)
  const n = sum[0]!
  const [mx, my] = [sum[1]! / n, sum[2]! / n]
  const sxx = sum[3]! - n * mx * mx
  const sxy = sum[4]! - n * mx * my
  const syy = sum[5]! - n * my * my
  const half = (sxx - syy) / 2
  out[0] = mx
  out[1] = my
  out[2] = Math.atan2(2 * sxy, sxx - syy) / 2
  out[3] = Math.max(0, (sxx + syy) / 2 - Math.sqrt(half * half + sxy * sxy))
  return out[3]
}

/**
 * The circle nearest to points from..to-1: the linear least squares of x2 + y2 + D x + E y + F (Kasa 1976), its misfit
 * brought to distances by the slope 2 r. Gives its squares; infinite for points in a row.
 */
export function arcSquares(s: Sums, from: number, to: number): number {
  between(s, from, to)
  const n = sum[0]!
  if (n < 4) return Infinity
  const x = sum[1]!
  const y = sum[2]!
  const xx = sum[3]!
  const xy = sum[4]!
  const yy = sum[5]!
  // About the middle of the points, where the numbers are small: u = x - mx, v = y - my, w = u2 + v2.
  const mx = x / n
  const my = y / n
  const m2 = mx * mx + my * my
  const cxx = xx - n * mx * mx
  const cxy = xy - n * mx * my
  const cyy = yy - n * my * my
  const z = xx + yy
  const w = z - n * m2
  const inner = z - 2 * mx * x - 2 * my * y + n * m2
  const uw = sum[6]! - 2 * mx * xx - 2 * my * xy + m2 * x - mx * inner
  const vw = sum[7]! - 2 * mx * xy - 2 * my * yy + m2 * y - my * inner
  const ww =
    sum[8]! +
    4 * (mx * mx * xx + 2 * mx * my * xy + my * my * yy) +
    n * m2 * m2 -
    4 * (mx * sum[6]! + my * sum[7]!) +
    2 * m2 * z -
    4 * m2 * (mx * x + my * y)
  const det = cxx * cyy - cxy * cxy
  if (!(Math.abs(det) > tolerance.samePlace * (cxx + cyy) * (cxx + cyy))) return Infinity
  const a = (uw * cyy - vw * cxy) / (2 * det)
  const b = (vw * cxx - uw * cxy) / (2 * det)
  const r2 = w / n + a * a + b * b
  if (!(r2 > 0)) return Infinity
  // Sum of (w - 2 a u - 2 b v - c)2 with c = r2 - a2 - b2.
  const c = r2 - a * a - b * b
  const algebraic =
    ww + 4 * a * a * cxx + 8 * a * b * cxy + 4 * b * b * cyy + n * c * c - 4 * a * uw - 4 * b * vw - 2 * c * w
  out[0] = mx + a
  out[1] = my + b
  out[2] = Math.sqrt(r2)
  out[3] = Math.max(0, algebraic) / (4 * r2)
  return out[3]
}

/** The straight nearest to points from..to-1. */
export function fitLine(s: Sums, from: number, to: number): Fit & { readonly kind: 'line' } {
  const squares = lineSquares(s, from, to)
  return { kind: 'line', through: [out[0]!, out[1]!], along: [Math.cos(out[2]!), Math.sin(out[2]!)], squares }
}

/** The circle nearest to points from..to-1; undefined for points in a row. */
export function fitArc(s: Sums, from: number, to: number): (Fit & { readonly kind: 'arc' }) | undefined {
  const squares = arcSquares(s, from, to)
  return Number.isFinite(squares)
    ? { kind: 'arc', centre: [out[0]!, out[1]!], radius: out[2]!, squares }
    : undefined
}
