import { spend } from '../base/index.ts'
import { tolerance } from './tolerance.ts'

/** Nodes and weights of n-point Gauss-Legendre quadrature on [-1, 1]. */
export interface GaussRule {
  readonly nodes: Float64Array
  readonly weights: Float64Array
}

const NEWTON_STEPS = 20
const rules = new Map<number, GaussRule>()

/**
 * The n-point Gauss-Legendre rule: roots of the Legendre polynomial P_n by Newton from the Chebyshev-like
 * guess cos(pi (i + 3/4)/(n + 1/2)); exact for polynomials up to degree 2n - 1 (Abramowitz & Stegun 25.4.29).
 */
export function gaussRule(n: number): GaussRule {
  const known = rules.get(n)
  if (known) return known
  const nodes = new Float64Array(n)
  const weights = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5))
    let slope = 1
    for (let k = 0; k < NEWTON_STEPS; k++) {
      let p0 = 1
      let p1 = x
      for (let j = 2; j <= n; j++) [p0, p1] = [p1, ((2 * j - 1) * x * p1 - (j - 1) * p0) / j]
      slope = (n * (x * p1 - p0)) / (x * x - 1)
      const step = p1 / slope
      x -= step
      if (Math.abs(step) < Number.EPSILON) break
    }
    nodes[i] = x
    weights[i] = 2 / ((1 - x * x) * slope * slope)
  }
  const rule = { nodes, weights }
  rules.set(n, rule)
  return rule
}

const ORDER = 16
const DEEPEST = 24
/** Panels one integral may have halved: no smooth f comes near, and a noisy one ends. */
const MOST_HALVED = 4096
/** Evaluating f counts as so many units of work: a curve's speed, a formula. */
const COST = 8

function panel(f: (x: number) => number, a: number, b: number): number {
  const { nodes, weights } = gaussRule(ORDER)
  spend(ORDER * COST, 'an integral')
  const half = (b - a) / 2
  const mid = (a + b) / 2
  let sum = 0
  for (let i = 0; i < ORDER; i++) sum += weights[i]! * f(mid + half * nodes[i]!)
  return sum * half
}

/**
 * The integral of a smooth f over [a, b]: 16-point Gauss panels halved until two halves agree with the whole
 * within the quadrature tolerance, relative to the running size of the integral, or within the round-off of f itself.
 * `noise` is that round-off, in the unit of f: below it halving finds nothing. Bound: 24 halvings deep, 4096 in all.
 */
export function integrate(f: (x: number) => number, a: number, b: number, noise = 0): number {
  let left = MOST_HALVED
  const refine = (a: number, b: number, whole: number, size: number, depth: number): number => {
    const mid = (a + b) / 2
    const first = panel(f, a, mid)
    const second = panel(f, mid, b)
    const scale = Math.max(size, Math.abs(first) + Math.abs(second))
    const off = Math.abs(first + second - whole)
    const good = Math.max(tolerance.quadrature * scale, noise * Math.abs(b - a))
    // Asked this way round, what is no number ends here and is not halved to the deepest.
    if (depth >= DEEPEST || left-- <= 0 || !(off > good)) return first + second
    return refine(a, mid, first, scale, depth + 1) + refine(mid, b, second, scale, depth + 1)
  }
  const whole = panel(f, a, b)
  return refine(a, b, whole, Math.abs(whole), 0)
}
