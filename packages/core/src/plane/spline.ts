import { tolerance } from '../num/index.ts'
import { bezier2, type Bezier2 } from './bezier.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** Centripetal parameters of points (Lee 1989): steps are square roots of the chords. */
export function centripetalKnots(points: readonly Vec2[]): number[] {
  const whole = points.reduce((s, p, i) => (i === 0 ? 0 : s + vec2.distance(p, points[i - 1]!)), 0)
  const knots = [0]
  for (let i = 1; i < points.length; i++) {
    const chord = Math.max(
      vec2.distance(points[i]!, points[i - 1]!),
      tolerance.sameKnot * whole,
      Number.MIN_VALUE,
    )
    knots.push(knots[i - 1]! + Math.sqrt(chord))
  }
  return knots
}

/**
 * Pieces of degree 3 through points, curvature continuous, parametrised centripetally; the first and last stretch bend
 * evenly (second derivative constant along them), so that three points make a parabola. The second derivatives come
 * from the usual tridiagonal system.
 */
export function splineThrough(points: readonly Vec2[]): Bezier2[] {
  const n = points.length - 1
  if (n < 1) return []
  const t = centripetalKnots(points)
  const h = Array.from({ length: n }, (_, i) => t[i + 1]! - t[i]!)
  const second = secondDerivatives(points, h)
  return h.map((step, i) => {
    const [p, q] = [points[i]!, points[i + 1]!]
    const chord = vec2.scale(vec2.sub(q, p), 1 / step)
    const [a, b] = [second[i]!, second[i + 1]!]
    const d0 = vec2.sub(chord, vec2.scale(vec2.add(vec2.scale(a, 2), b), step / 6))
    const d1 = vec2.add(chord, vec2.scale(vec2.add(a, vec2.scale(b, 2)), step / 6))
    return bezier2([p, vec2.add(p, vec2.scale(d0, step / 3)), vec2.sub(q, vec2.scale(d1, step / 3)), q])
  })
}

/** Second derivatives at the points, with m0 = m1 and the same at the other end (Thomas algorithm). */
function secondDerivatives(points: readonly Vec2[], h: readonly number[]): Vec2[] {
  const n = h.length
  const m: Vec2[] = points.map(() => [0, 0])
  if (n < 2) return m
  const upper: number[] = [0]
  const right: Vec2[] = [[0, 0]]
  for (let i = 1; i < n; i++) {
    const slopes = vec2.sub(
      vec2.scale(vec2.sub(points[i + 1]!, points[i]!), 1 / h[i]!),
      vec2.scale(vec2.sub(points[i]!, points[i - 1]!), 1 / h[i - 1]!),
    )
    const lower = i > 1 ? h[i - 1]! : 0
    const own = 2 * (h[i - 1]! + h[i]!) + (i === 1 ? h[0]! : 0) + (i === n - 1 ? h[n - 1]! : 0)
    const pivot = own - lower * upper[i - 1]!
    upper.push((i < n - 1 ? h[i]! : 0) / pivot)
    right.push(vec2.scale(vec2.sub(vec2.scale(slopes, 6), vec2.scale(right[i - 1]!, lower)), 1 / pivot))
  }
  for (let i = n - 1; i >= 1; i--) m[i] = vec2.sub(right[i]!, vec2.scale(m[i + 1]!, upper[i]!))
  m[0] = m[1]!
  m[n] = m[n - 1]!
  return m
}

/** Knots of a clamped uniform B-spline: every end knot degree + 1 times, steps of 1 between. */
export function clampedKnots(count: number, degree: number): number[] {
  const spans = count - degree
  return Array.from({ length: count + degree + 1 }, (_, i) => Math.min(Math.max(i - degree, 0), spans))
}

/**
 * Pieces of a clamped uniform B-spline with the given control points, by inserting every inner knot until it has full
 * multiplicity (Boehm 1980). A degree above the number of points less one is lowered to that.
 */
export function splineByControl(points: readonly Vec2[], degree: number): Bezier2[] {
  const p = Math.min(degree, points.length - 1)
  if (p < 1) return []
  let control = [...points]
  let knots = clampedKnots(points.length, p)
  const inner = [...new Set(knots)].slice(1, -1)
  for (const u of inner) {
    for (let times = knots.filter((k) => k === u).length; times < p; times++) {
      ;[control, knots] = insertKnot(control, knots, p, u)
    }
  }
  const pieces = (control.length - 1) / p
  return Array.from({ length: pieces }, (_, i) => bezier2(control.slice(i * p, i * p + p + 1)))
}

function insertKnot(control: Vec2[], knots: number[], p: number, u: number): [Vec2[], number[]] {
  const k = knots.findLastIndex((x) => x <= u)
  const next: Vec2[] = []
  for (let i = 0; i <= control.length; i++) {
    if (i <= k - p) next.push(control[i]!)
    else if (i > k) next.push(control[i - 1]!)
    else {
      const share = (u - knots[i]!) / (knots[i + p]! - knots[i]!)
      next.push(vec2.add(vec2.scale(control[i - 1]!, 1 - share), vec2.scale(control[i]!, share)))
    }
  }
  return [next, [...knots.slice(0, k + 1), u, ...knots.slice(k + 1)]]
}
