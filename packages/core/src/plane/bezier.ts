import { gaussRule, integrate } from '../num/index.ts'
import { vec2, type Vec2 } from './vec2.ts'

/**
 * A Bezier curve of any degree, t from 0 to 1; with weights it is rational (a quarter of an ellipse is one of degree 2).
 * Splines and ellipses are carried as pieces of this one kind.
 */
export interface Bezier2 {
  readonly kind: 'bezier'
  readonly points: readonly Vec2[]
  readonly weights?: readonly number[]
}

export function bezier2(points: readonly Vec2[], weights?: readonly number[]): Bezier2 {
  return weights ? { kind: 'bezier', points, weights } : { kind: 'bezier', points }
}

/** de Casteljau (1959) on points in homogeneous form x w, y w, w: all its rows. */
function casteljau(c: Bezier2, t: number): readonly [number, number, number][][] {
  let row = c.points.map((p, i): [number, number, number] => {
    const w = c.weights?.[i] ?? 1
    return [p[0] * w, p[1] * w, w]
  })
  const rows = [row]
  while (row.length > 1) {
    row = row.slice(1).map((q, i) => {
      const p = row[i]!
      return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t, p[2] + (q[2] - p[2]) * t]
    })
    rows.push(row)
  }
  return rows
}

/** Rows of de Casteljau in homogeneous form, reused: a curve is evaluated so often that arrays made anew took most of its time. */
let X = new Float64Array(16)
let Y = new Float64Array(16)
let W = new Float64Array(16)

/** Fills the rows with the points of a curve and draws them together `steps` times at t. */
function drawTogether(c: Bezier2, t: number, steps: number): void {
  const count = c.points.length
  if (count > X.length)
    [X, Y, W] = [X, Y, W].map(() => new Float64Array(2 * count)) as [typeof X, typeof X, typeof X]
  for (let i = 0; i < count; i++) {
    const p = c.points[i]!
    const w = c.weights?.[i] ?? 1
    X[i] = p[0] * w
    Y[i] = p[1] * w
    W[i] = w
  }
  drawOn(count, steps, t, c.weights !== undefined)
}

function drawOn(count: number, steps: number, t: number, weighted: boolean): void {
  for (let k = 1; k <= steps; k++) {
    for (let i = 0; i < count - k; i++) {
      X[i]! += (X[i + 1]! - X[i]!) * t
      Y[i]! += (Y[i + 1]! - Y[i]!) * t
      if (weighted) W[i]! += (W[i + 1]! - W[i]!) * t
    }
  }
}

/** Point, first and second derivative by t. */
export function bezierAt(
  c: Bezier2,
  t: number,
): { readonly point: Vec2; readonly first: Vec2; readonly second: Vec2 } {
  const n = c.points.length - 1
  if (n === 0) return { point: c.points[0]!, first: [0, 0], second: [0, 0] }
  const weighted = c.weights !== undefined
  let [ax, ay, aw] = [0, 0, 0]
  if (n >= 2) {
    drawTogether(c, t, n - 2)
    ax = n * (n - 1) * (X[2]! - 2 * X[1]! + X[0]!)
    ay = n * (n - 1) * (Y[2]! - 2 * Y[1]! + Y[0]!)
    aw = n * (n - 1) * (W[2]! - 2 * W[1]! + W[0]!)
    drawOn(3, 1, t, weighted)
  } else drawTogether(c, t, 0)
  const vx = n * (X[1]! - X[0]!)
  const vy = n * (Y[1]! - Y[0]!)
  const x = X[0]! + (X[1]! - X[0]!) * t
  const y = Y[0]! + (Y[1]! - Y[0]!) * t
  if (!weighted) return { point: [x, y], first: [vx, vy], second: [ax, ay] }
  const vw = n * (W[1]! - W[0]!)
  const w = W[0]! + (W[1]! - W[0]!) * t
  const point: Vec2 = [x / w, y / w]
  const first: Vec2 = [(vx - vw * point[0]) / w, (vy - vw * point[1]) / w]
  const second: Vec2 = [
    (ax - 2 * vw * first[0] - aw * point[0]) / w,
    (ay - 2 * vw * first[1] - aw * point[1]) / w,
  ]
  return { point, first, second }
}

/** Size of the first derivative at t. */
export function bezierSpeed(c: Bezier2, t: number): number {
  const n = c.points.length - 1
  if (n === 0) return 0
  drawTogether(c, t, n - 1)
  const vx = n * (X[1]! - X[0]!)
  const vy = n * (Y[1]! - Y[0]!)
  if (c.weights === undefined) return Math.sqrt(vx * vx + vy * vy)
  const vw = n * (W[1]! - W[0]!)
  const w = W[0]! + (W[1]! - W[0]!) * t
  const x = (X[0]! + (X[1]! - X[0]!) * t) / w
  const y = (Y[0]! + (Y[1]! - Y[0]!) * t) / w
  return Math.hypot((vx - vw * x) / w, (vy - vw * y) / w)
}

/** Signed curvature at t, positive turning left; 0 where the curve stands still. */
export function bezierCurvature(c: Bezier2, t: number): number {
  const { first, second } = bezierAt(c, t)
  const speed = vec2.length(first)
  return speed > 0 ? vec2.cross(first, second) / speed ** 3 : 0
}

/** The two pieces before and after t. */
export function splitBezier(c: Bezier2, t: number): readonly [Bezier2, Bezier2] {
  const rows = casteljau(c, t)
  const flat = (hs: readonly (readonly [number, number, number])[]): Bezier2 =>
    bezier2(
      hs.map((h): Vec2 => [h[0] / h[2], h[1] / h[2]]),
      c.weights && hs.map((h) => h[2]),
    )
  return [flat(rows.map((r) => r[0]!)), flat(rows.map((r) => r.at(-1)!).reverse())]
}

/** The piece between two parameters, from < to. */
export function bezierPiece(c: Bezier2, from: number, to: number): Bezier2 {
  const head = to < 1 ? splitBezier(c, to)[0] : c
  return from > 0 ? splitBezier(head, from / to)[1] : head
}

/** Length from t = a to t = b; a piece so short that its points are round-off of each other is not looked at closer. */
export function bezierLength(c: Bezier2, a = 0, b = 1): number {
  const size = Math.max(...c.points.map((p) => Math.max(Math.abs(p[0]), Math.abs(p[1]))))
  const noise = 16 * c.points.length * Number.EPSILON * size
  return integrate((t) => bezierSpeed(c, t), a, b, noise)
}

/** The largest p . d over the curve: its ends, and where it stops going that way, found between samples. */
export function bezierReach(c: Bezier2, d: Vec2): number {
  const at = (t: number): number => vec2.dot(bezierAt(c, t).point, d)
  const slope = (t: number): number => vec2.dot(bezierAt(c, t).first, d)
  let best = Math.max(at(0), at(1))
  for (let i = 0; i < SAMPLES; i++) {
    let [low, high] = [i / SAMPLES, (i + 1) / SAMPLES]
    if (!(slope(low) > 0 && slope(high) <= 0)) continue
    for (let k = 0; k < BISECTIONS; k++) {
      const mid = (low + high) / 2
      if (slope(mid) > 0) low = mid
      else high = mid
    }
    best = Math.max(best, at((low + high) / 2))
  }
  return best
}

const SAMPLES = 16
const BISECTIONS = 50

/**
 * Sum over the curve of f(x, y) dy. For a polynomial curve of degree n and f of degree 3 the integrand has degree
 * 4n - 1 and 2n Gauss points are exact; a rational one is cut into eight for the same points to be enough.
 */
export function bezierSum(c: Bezier2, f: (x: number, y: number) => readonly number[]): number[] {
  const n = c.points.length - 1
  const { nodes, weights } = gaussRule(c.weights ? 16 : 2 * n)
  const parts = c.weights ? 8 : 1
  const sums: number[] = []
  for (let part = 0; part < parts; part++) {
    nodes.forEach((node, i) => {
      const { point, first } = bezierAt(c, (part + (1 + node) / 2) / parts)
      const weight = (weights[i]! / 2 / parts) * first[1]
      f(...point).forEach((value, k) => (sums[k] = (sums[k] ?? 0) + weight * value))
    })
  }
  return sums
}

/** Pieces of degree 2 that make up an ellipse exactly, counter-clockwise from the end of its first half axis. */
export function ellipsePieces(centre: Vec2, a: Vec2, second: number): Bezier2[] {
  const length = vec2.length(a)
  const b: Vec2 = length > 0 ? [(-a[1] / length) * second, (a[0] / length) * second] : [0, second]
  const corner = [a, b, vec2.scale(a, -1), vec2.scale(b, -1)] as const
  return corner.map((from, i) => {
    const to = corner[(i + 1) % 4]!
    const points = [from, vec2.add(from, to), to].map((p) => vec2.add(centre, p))
    return bezier2(points, [1, Math.SQRT1_2, 1])
  })
}

/**
 * The parameter at which a rational curve of degree 2 that is an arc of an ellipse has gone a share of the angle of the circle that it is
 * the affine image of: with c = w1/sqrt(w0 w2) the arc is of 2 acos(c), and t/(1 - t) = sqrt(w0/w2) sin(f/2)/sin(acos(c) - f/2)
 * at the angle f. The share itself for any other curve.
 */
export function arcParameter({ points, weights }: Bezier2, share: number): number {
  if (!weights || points.length !== 3) return share
  const [w0, w1, w2] = weights as [number, number, number]
  const c = w1 / Math.sqrt(w0 * w2)
  if (!(c > 0 && c < 1)) return share
  const whole = Math.acos(c)
  const [before, after] = [
    Math.sqrt(w0) * Math.sin(share * whole),
    Math.sqrt(w2) * Math.sin((1 - share) * whole),
  ]
  return before / (before + after)
}
