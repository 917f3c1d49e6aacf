import { deg, tolerance } from '../num/index.ts'
import { formatExact } from './exact.ts'
import { decimalsThatHold } from './held.ts'
import { LENGTH_FACTORS, MASS_FACTORS, type LengthUnit, type MassUnit } from './unit.ts'

/** How lengths are shown: decimals with a number of places, or inch fractions down to 1/denominator. */
export interface LengthDisplay {
  readonly unit: LengthUnit
  readonly style:
    | { readonly kind: 'decimal'; readonly places: number }
    | { readonly kind: 'fraction'; readonly denominator: 2 | 4 | 8 | 16 | 32 | 64 }
}

/** A fixed number of places, never "-0.00". */
export function formatDecimal(value: number, places: number): string {
  const text = value.toFixed(places)
  return Number(text) === 0 ? (0).toFixed(places) : text
}

/** A length's figures in the display's unit, without the unit. Fractions that are not exact start with "~". */
export function formatLengthFigures(length: number, display: LengthDisplay): string {
  const value = length / LENGTH_FACTORS[display.unit]
  if (display.style.kind === 'decimal') return formatDecimal(value, display.style.places)
  return formatFraction(value, display.style.denominator)
}

/** A length with its unit, e.g. "987.038 mm" or "38 7/8 in". */
export function formatLength(length: number, display: LengthDisplay): string {
  return `${formatLengthFigures(length, display)} ${display.unit}`
}

/** A mixed number to the nearest 1/denominator in lowest terms; "~" first when that is not the exact value. */
export function formatFraction(value: number, denominator: number): string {
  const steps = Math.round(Math.abs(value) * denominator)
  const exact = Math.abs(Math.abs(value) * denominator - steps) <= tolerance.exactFraction
  const whole = Math.floor(steps / denominator)
  let top = steps - whole * denominator
  let bottom = denominator
  while (top > 0 && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  const sign = value < 0 && steps > 0 ? '-' : ''
  const fraction = top === 0 ? '' : `${top}/${bottom}`
  const figures = fraction === '' ? `${whole}` : whole === 0 ? fraction : `${whole} ${fraction}`
  return `${exact ? '' : '~'}${sign}${figures}`
}

/** The full value of a length in a unit, for when the rounded one is not enough. */
export function formatLengthExact(length: number, unit: LengthUnit): string {
  return `${formatExact(length / LENGTH_FACTORS[unit])} ${unit}`
}

/** An angle in degrees with its sign, e.g. "45.0°". */
export function formatAngle(angle: number, places: number): string {
  return `${formatDecimal(deg(angle), places)}°`
}

/** Digits that a mass is told by, and a mass per length. */
export const MASS_DIGITS = 4

/** A mass, kg, by four digits, or as many of them as hold where it may be off by so much; what is under a kilogram in g, where it is asked for in kg. */
export function formatMass(mass: number, unit: MassUnit, off = 0): string {
  const shown = unit === 'kg' && Math.abs(mass) < 1 ? 'g' : unit
  return `${formatDigits(mass / MASS_FACTORS[shown], MASS_DIGITS, off / MASS_FACTORS[shown])} ${shown}`
}

/** A value by so many digits, whole ones all told, fewer where it may be off by more. */
export function formatDigits(value: number, digits: number, off = 0): string {
  // By what it comes to once it is rounded: 999.96 is as long as 1000.
  const size = Math.abs(Number(value.toPrecision(digits)))
  const before = size === 0 ? digits : Math.floor(Math.log10(size)) + 1
  return formatDecimal(value, decimalsThatHold(off, Math.max(0, digits - before)))
}

/** The units a density is shown in; internally it is kg/mm3. */
export const DENSITY_FACTORS = {
  'g/cm3': 1e-6,
  'kg/m3': 1e-9,
  'lb/in3': MASS_FACTORS.lb / LENGTH_FACTORS.in ** 3,
} as const
export type DensityUnit = keyof typeof DENSITY_FACTORS

export function formatDensity(density: number, unit: DensityUnit, places: number): string {
  return `${formatDecimal(density / DENSITY_FACTORS[unit], places)} ${unit}`
}
