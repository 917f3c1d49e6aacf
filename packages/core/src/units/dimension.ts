/** Exponents of the base dimensions. A plain number has all four at 0; an area has length 2. */
export interface Dimension {
  readonly length: number
  readonly mass: number
  readonly angle: number
  readonly money: number
}

const make = (length: number, mass: number, angle: number, money: number): Dimension => ({
  length,
  mass,
  angle,
  money,
})

export const PLAIN = make(0, 0, 0, 0)
export const LENGTH = make(1, 0, 0, 0)
export const ANGLE = make(0, 0, 1, 0)
export const MASS = make(0, 1, 0, 0)
export const MONEY = make(0, 0, 0, 1)
export const DENSITY = make(-3, 1, 0, 0)

/** The dimensions a field may ask for, by the name they have in documents. */
export const DIMENSIONS = {
  length: LENGTH,
  angle: ANGLE,
  number: PLAIN,
  mass: MASS,
  money: MONEY,
  density: DENSITY,
} as const

export type DimensionName = keyof typeof DIMENSIONS

export function sameDimension(a: Dimension, b: Dimension): boolean {
  return a.length === b.length && a.mass === b.mass && a.angle === b.angle && a.money === b.money
}

export function isPlain(d: Dimension): boolean {
  return sameDimension(d, PLAIN)
}

/** The dimension of a product, with the second factor raised to `power` (-1 for a quotient). */
export function timesDimension(a: Dimension, b: Dimension, power = 1): Dimension {
  return make(
    a.length + power * b.length,
    a.mass + power * b.mass,
    a.angle + power * b.angle,
    a.money + power * b.money,
  )
}

export function powerDimension(d: Dimension, power: number): Dimension {
  return timesDimension(PLAIN, d, power)
}

const NAMED: readonly (readonly [Dimension, string])[] = [
  [PLAIN, 'a plain number'],
  [LENGTH, 'a length'],
  [ANGLE, 'an angle'],
  [MASS, 'a mass'],
  [MONEY, 'an amount of money'],
  [DENSITY, 'a density'],
  [make(2, 0, 0, 0), 'an area'],
  [make(3, 0, 0, 0), 'a volume'],
]

/** In words, with its article: "a length", "an angle", "length x angle". */
export function describeDimension(d: Dimension): string {
  for (const [known, words] of NAMED) if (sameDimension(known, d)) return words
  const parts = (['length', 'mass', 'angle', 'money'] as const)
    .filter((k) => d[k] !== 0)
    .map((k) => (d[k] === 1 ? k : `${k}^${d[k]}`))
  return `the dimension ${parts.join(' x ')}`
}
