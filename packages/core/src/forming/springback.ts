import { lastHolding } from '../num/index.ts'

/** What decides how far a bend springs back, by the elastic-plastic model: a share of the radius, in 1/mm. */
export interface Springy {
  /** Yield strength over the modulus of elasticity, no unit. */
  readonly strain: number
  /** Depth of the section in the plane of the bend, mm. */
  readonly depth: number
}

/** Halvings when the model is turned round: beyond the digits of a double. */
const HALVINGS = 80

/**
 * Radius before over radius after springing back, both of the inside, mm: Ri/Rf = 4 x^3 - 3 x + 1 with x = Ri Y/(E h), for pure bending
 * of an elastic, perfectly plastic bar of rectangular section (Gardiner 1957). For 0 <= x < 1/2; undefined beyond, where nothing sets.
 */
export function springbackRatio(inside: number, { strain, depth }: Springy): number | undefined {
  const x = (inside * strain) / depth
  return x >= 0 && x < 0.5 ? 4 * x ** 3 - 3 * x + 1 : undefined
}

/** Inside radius that a bend over a tool of an inside radius springs to, mm; undefined where nothing sets. */
export function sprungRadius(inside: number, springy: Springy): number | undefined {
  const ratio = springbackRatio(inside, springy)
  return ratio === undefined || ratio <= 0 ? undefined : inside / ratio
}

/**
 * Inside radius of the tool whose bend springs to an inside radius, mm. The sprung radius grows with that of the tool, from 0 to no
 * bounds at x = 1/2, so that there is exactly one; found by halving, the ratio being a cubic with three real roots.
 */
export function toolRadius(sprung: number, springy: Springy): number {
  if (springy.strain === 0) return sprung
  const most = Math.min(sprung, springy.depth / (2 * springy.strain))
  return lastHolding(0, most, (r) => (sprungRadius(r, springy) ?? Infinity) <= sprung, HALVINGS)
}

/**
 * How much larger the angle that is set must be than the one that is got, both of bends that keep the length of their neutral fibre, which lies
 * so far from the inside face, mm: (Rf + n) / (Ri + n), radii of the inside.
 */
export function overbend(inside: number, sprung: number, neutral: number): number {
  return (sprung + neutral) / (inside + neutral)
}
