/**
 * Numbers that carry their derivatives along (forward accumulation, Wengert 1964): `d[i]` is the derivative by input i.
 * For formulas whose derivatives by hand would be long; exact to round-off.
 */
export interface Dual {
  readonly v: number
  readonly d: Float64Array
}

export const dual = {
  constant: (v: number, inputs: number): Dual => ({ v, d: new Float64Array(inputs) }),
  input: (v: number, i: number, inputs: number): Dual => {
    const d = new Float64Array(inputs)
    d[i] = 1
    return { v, d }
  },
  add: (a: Dual, b: Dual): Dual => ({ v: a.v + b.v, d: a.d.map((x, i) => x + b.d[i]!) }),
  sub: (a: Dual, b: Dual): Dual => ({ v: a.v - b.v, d: a.d.map((x, i) => x - b.d[i]!) }),
  mul: (a: Dual, b: Dual): Dual => ({ v: a.v * b.v, d: a.d.map((x, i) => x * b.v + a.v * b.d[i]!) }),
  div: (a: Dual, b: Dual): Dual => ({
    v: a.v / b.v,
    d: a.d.map((x, i) => (x - (a.v / b.v) * b.d[i]!) / b.v),
  }),
  scale: (a: Dual, k: number): Dual => ({ v: a.v * k, d: a.d.map((x) => x * k) }),
  /** a to a constant power, a > 0. */
  pow: (a: Dual, p: number): Dual => {
    const slope = p * a.v ** (p - 1)
    return { v: a.v ** p, d: a.d.map((x) => x * slope) }
  },
} as const
