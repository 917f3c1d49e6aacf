import { dual, tolerance, type Dual } from '../num/index.ts'
import { clampedKnots } from '../plane/index.ts'
import type { Measure } from './measure.ts'

/** A point or direction whose coordinates carry their derivatives. */
export interface DualVec {
  readonly x: Dual
  readonly y: Dual
}

export const dvec = {
  sub: (a: DualVec, b: DualVec): DualVec => ({ x: dual.sub(a.x, b.x), y: dual.sub(a.y, b.y) }),
  add: (a: DualVec, b: DualVec): DualVec => ({ x: dual.add(a.x, b.x), y: dual.add(a.y, b.y) }),
  times: (a: DualVec, k: Dual): DualVec => ({ x: dual.mul(a.x, k), y: dual.mul(a.y, k) }),
  scale: (a: DualVec, k: number): DualVec => ({ x: dual.scale(a.x, k), y: dual.scale(a.y, k) }),
  dot: (a: DualVec, b: DualVec): Dual => dual.add(dual.mul(a.x, b.x), dual.mul(a.y, b.y)),
  cross: (a: DualVec, b: DualVec): Dual => dual.sub(dual.mul(a.x, b.y), dual.mul(a.y, b.x)),
  left: (a: DualVec): DualVec => ({ x: dual.scale(a.y, -1), y: a.x }),
  /** Length, never below the least one that has a direction. */
  length: (a: DualVec): Dual => {
    const square = dvec.dot(a, a)
    return square.v > tolerance.noDirection ** 2
      ? dual.pow(square, 0.5)
      : dual.constant(tolerance.noDirection, square.d.length)
  },
} as const

/** A measure by a formula on numbers that carry their derivatives. */
export function dualMeasure(unknowns: readonly number[], f: (inputs: readonly Dual[]) => Dual): Measure {
  const n = unknowns.length
  return {
    unknowns,
    evaluate(v, g) {
      const result = f(unknowns.map((u, i) => dual.input(v[u]!, i, n)))
      g.set(result.d)
      return result.v
    },
  }
}

/** Steps of centripetal parameters between points. */
function stepsOf(points: readonly DualVec[]): Dual[] {
  return points.slice(1).map((p, i) => dual.pow(dvec.length(dvec.sub(p, points[i]!)), 0.5))
}

/** Second derivatives at the points of a spline through them; the same system as in plane/spline. */
function secondsOf(points: readonly DualVec[], h: readonly Dual[]): DualVec[] {
  const n = h.length
  const inputs = points[0]!.x.d.length
  const zero = dual.constant(0, inputs)
  const nothing: DualVec = { x: zero, y: zero }
  const m: DualVec[] = points.map(() => nothing)
  if (n < 2) return m
  const one = dual.constant(1, inputs)
  const upper: Dual[] = [zero]
  const right: DualVec[] = [nothing]
  for (let i = 1; i < n; i++) {
    const slope = (k: number): DualVec =>
      dvec.times(dvec.sub(points[k + 1]!, points[k]!), dual.div(one, h[k]!))
    let own = dual.scale(dual.add(h[i - 1]!, h[i]!), 2)
    if (i === 1) own = dual.add(own, h[0]!)
    if (i === n - 1) own = dual.add(own, h[n - 1]!)
    const lower = i > 1 ? h[i - 1]! : zero
    const pivot = dual.sub(own, dual.mul(lower, upper[i - 1]!))
    upper.push(i < n - 1 ? dual.div(h[i]!, pivot) : zero)
    const rest = dvec.sub(dvec.scale(dvec.sub(slope(i), slope(i - 1)), 6), dvec.times(right[i - 1]!, lower))
    right.push(dvec.times(rest, dual.div(one, pivot)))
  }
  for (let i = n - 1; i >= 1; i--) m[i] = dvec.sub(right[i]!, dvec.times(m[i + 1]!, upper[i]!))
  m[0] = m[1]!
  m[n] = m[n - 1]!
  return m
}

export interface SplineForm {
  readonly form: 'through' | 'control'
  readonly degree: number
}

/** Direction away from the first point (not of unit length) and signed curvature there, as travelled from it. */
export function splineStart(
  points: readonly DualVec[],
  s: SplineForm,
): { readonly direction: DualVec; readonly curvature: Dual } {
  const [first, second] = derivativesAtStart(points, s)
  const speed = dvec.length(first)
  return { direction: first, curvature: dual.div(dvec.cross(first, second), dual.pow(speed, 3)) }
}

function derivativesAtStart(points: readonly DualVec[], s: SplineForm): readonly [DualVec, DualVec] {
  const inputs = points[0]!.x.d.length
  const zero = dual.constant(0, inputs)
  if (s.form === 'control') {
    const p = Math.min(s.degree, points.length - 1)
    const knots = clampedKnots(points.length, p)
    const [u1, u2] = [knots[p + 1]!, knots[p + 2] ?? 1]
    const a = dvec.sub(points[1]!, points[0]!)
    const first = dvec.scale(a, p / u1)
    if (p < 2) return [first, { x: zero, y: zero }]
    const b = dvec.sub(points[2]!, points[1]!)
    const bend = dvec.sub(dvec.scale(b, 1 / u2), dvec.scale(a, 1 / u1))
    return [first, dvec.scale(bend, (p * (p - 1)) / u1)]
  }
  const h = stepsOf(points)
  const m = secondsOf(points, h)
  const one = dual.constant(1, inputs)
  const chord = dvec.times(dvec.sub(points[1]!, points[0]!), dual.div(one, h[0]!))
  const bend = dvec.add(dvec.scale(m[0]!, 2), m[1]!)
  return [dvec.sub(chord, dvec.times(bend, dual.scale(h[0]!, 1 / 6))), m[0]!]
}

/** The point of a spline at share t of its piece i (pieces as plane/spline gives them). */
export function splinePoint(points: readonly DualVec[], s: SplineForm, i: number, t: number): DualVec {
  if (s.form === 'control') return controlPoint(points, s.degree, i, t)
  const h = stepsOf(points)
  const m = secondsOf(points, h)
  const step = h[i]!
  // Hermite form of a cubic by its ends and second derivatives.
  const line = dvec.add(dvec.scale(points[i]!, 1 - t), dvec.scale(points[i + 1]!, t))
  const a = ((1 - t) ** 3 - (1 - t)) / 6
  const b = (t ** 3 - t) / 6
  const bow = dvec.add(dvec.scale(m[i]!, a), dvec.scale(m[i + 1]!, b))
  return dvec.add(line, dvec.times(bow, dual.mul(step, step)))
}

/** de Boor (1972) at parameter i + t. */
function controlPoint(points: readonly DualVec[], degree: number, i: number, t: number): DualVec {
  const p = Math.min(degree, points.length - 1)
  const knots = clampedKnots(points.length, p)
  const u = i + t
  const k = i + p
  let row = points.slice(k - p, k + 1)
  for (let r = 1; r <= p; r++) {
    row = row.slice(1).map((q, j) => {
      const at = j + r + k - p
      const share = (u - knots[at]!) / (knots[at + p - r + 1]! - knots[at]!)
      return dvec.add(dvec.scale(row[j]!, 1 - share), dvec.scale(q, share))
    })
  }
  return row[0]!
}
