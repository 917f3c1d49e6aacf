import { ANGLE, LENGTH, MASS, powerDimension, timesDimension, type Dimension } from './dimension.ts'

/** A unit of measure: how many internal units (mm, rad, kg) one of it is. */
export interface Unit {
  readonly word: string
  readonly factor: number
  readonly dimension: Dimension
}

/** Units a length can be typed and shown in, in mm. Exact by definition (inch: 1959 agreement). */
export const LENGTH_FACTORS = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const
export type LengthUnit = keyof typeof LENGTH_FACTORS
export const LENGTH_UNITS = Object.keys(LENGTH_FACTORS) as readonly LengthUnit[]

/** Units a mass can be typed and shown in, in kg. Exact by definition. */
export const MASS_FACTORS = { kg: 1, g: 0.001, lb: 0.45359237 } as const
export type MassUnit = keyof typeof MASS_FACTORS

const units = new Map<string, Unit>()

function add(word: string, factor: number, dimension: Dimension): void {
  units.set(word, { word, factor, dimension })
}

for (const [word, factor] of Object.entries(LENGTH_FACTORS)) {
  add(word, factor, LENGTH)
  add(`${word}2`, factor ** 2, powerDimension(LENGTH, 2))
  add(`${word}3`, factor ** 3, powerDimension(LENGTH, 3))
}
for (const [word, factor] of Object.entries(MASS_FACTORS)) add(word, factor, MASS)
add('deg', Math.PI / 180, ANGLE)
add('rad', 1, ANGLE)

/** The unit of that word, if it is one. Areas and volumes are written `mm2`, `in3`. */
export function unitNamed(word: string): Unit | undefined {
  return units.get(word)
}

/** A unit divided by another, as in `g/cm3`. */
export function perUnit(top: Unit, bottom: Unit): Unit {
  return {
    word: `${top.word}/${bottom.word}`,
    factor: top.factor / bottom.factor,
    dimension: timesDimension(top.dimension, bottom.dimension, -1),
  }
}
