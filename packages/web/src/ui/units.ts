import type { Part, UnitSettings } from '@flexum/core/recipe'
import { formatLengthFigures, LENGTH_FACTORS, MASS_FACTORS } from '@flexum/core/units'

/** Ways to show lengths, by the name they have in the menu. */
export const UNIT_CHOICES: readonly { readonly name: string; readonly units: UnitSettings['length'] }[] = [
  { name: 'mm', units: { unit: 'mm', style: { kind: 'decimal', places: 3 } } },
  { name: 'mm, 4 places', units: { unit: 'mm', style: { kind: 'decimal', places: 4 } } },
  { name: 'cm', units: { unit: 'cm', style: { kind: 'decimal', places: 3 } } },
  { name: 'm', units: { unit: 'm', style: { kind: 'decimal', places: 4 } } },
  { name: 'in', units: { unit: 'in', style: { kind: 'decimal', places: 4 } } },
  { name: 'in, 1/16', units: { unit: 'in', style: { kind: 'fraction', denominator: 16 } } },
  { name: 'in, 1/64', units: { unit: 'in', style: { kind: 'fraction', denominator: 64 } } },
  { name: 'ft', units: { unit: 'ft', style: { kind: 'decimal', places: 4 } } },
]

export function unitChoiceOf(part: Part): string {
  const now = JSON.stringify(part.units.length)
  return UNIT_CHOICES.find((c) => JSON.stringify(c.units) === now)?.name ?? part.units.length.unit
}

/** A length for a tight place: with the places or fractions that are set, without zeros at its end. */
export function tightLength(length: number, display: UnitSettings['length']): string {
  const figures = formatLengthFigures(length, display)
  return figures.includes('.') ? figures.replace(/\.?0+$/, '') : figures
}

/** Mass per length as it is asked for beside lengths in a unit: by the foot beside inches and feet, by the metre else. */
export function massPerLengthUnits({ length, mass }: UnitSettings): {
  readonly factor: number
  readonly words: string
} {
  const imperial = length.unit === 'in' || length.unit === 'ft'
  const massUnit = imperial && mass === 'kg' ? 'lb' : mass
  return {
    factor: LENGTH_FACTORS[imperial ? 'ft' : 'm'] / MASS_FACTORS[massUnit],
    words: `${massUnit}/${imperial ? 'ft' : 'm'}`,
  }
}
