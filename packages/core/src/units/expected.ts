import { LENGTH_FACTORS, MASS_FACTORS, type LengthUnit, type MassUnit } from './unit.ts'

/** Figures that a part can be expected to come to. */
export const EXPECTED = ['mass', 'volume', 'length'] as const
export type ExpectedOf = (typeof EXPECTED)[number]

/** A figure as it was typed, with the unit that it was typed in: of a volume the unit is cubed. */
export interface Expected {
  readonly of: ExpectedOf
  readonly text: string
  readonly unit: LengthUnit | MassUnit
}

/** What a figure comes to beside what was expected, in the unit and with the decimals that were typed. */
export interface Compared {
  readonly agrees: boolean
  /** The figure so written. */
  readonly is: string
}

/** A number with a point or a comma, and at most so many digits. */
const FORM = /^\d{1,12}(?:[.,]\d{0,9})?$/

/** Whether a text is a figure that can be expected. */
export const isExpectedText = (text: string): boolean => FORM.test(text.trim())

/** A figure (mm, mm3 or kg) beside what was expected; undefined where the text or the unit is none for it. */
export function compareExpected({ of, text, unit }: Expected, value: number): Compared | undefined {
  const typed = text.trim().replace(',', '.')
  if (!isExpectedText(typed)) return undefined
  const factor =
    of === 'mass'
      ? MASS_FACTORS[unit as MassUnit]
      : LENGTH_FACTORS[unit as LengthUnit] ** (of === 'volume' ? 3 : 1)
  if (!(factor > 0)) return undefined
  const places = typed.includes('.') ? typed.length - typed.indexOf('.') - 1 : 0
  const is = (value / factor).toFixed(places)
  return { agrees: Number(is) === Number(typed), is }
}
