import type { Part, UnitSettings } from '@flexum/core/document'
import { formatLengthFigures } from '@flexum/core/units'

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

/** A length for a tight place: as set, but with at most this many places. */
export function tightLength(length: number, display: UnitSettings['length'], places: number): string {
  if (display.style.kind === 'fraction') return formatLengthFigures(length, display)
  const fewer = Math.min(display.style.places, places)
  return formatLengthFigures(length, { unit: display.unit, style: { kind: 'decimal', places: fewer } })
}
