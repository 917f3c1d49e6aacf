import { measuresAngle } from '@flexum/core/sketch'
import type { UnitSettings, SketchDimension } from '@flexum/core/recipe'
import { deg } from '@flexum/core/num'
import {
  formatExact,
  formatLengthExact,
  formulaText,
  LENGTH_FACTORS,
  typedFormula,
  type DimensionName,
  type Formula,
} from '@flexum/core/units'
import type { Shown } from './state.ts'

const SIGNS: Readonly<Partial<Record<SketchDimension['measured']['of'], string>>> = {
  radius: 'R',
  diameter: '⌀',
  'arc-length': '⌒',
  chain: 'Σ ',
}

/** A measured value as it stands on a dimension. */
export function measureText(value: number, isAngle: boolean, units: UnitSettings, places = 3): string {
  if (isAngle) return `${formatExact(Number(deg(value).toFixed(places)))}°`
  return formatExact(Number((value / LENGTH_FACTORS[units.length.unit]).toFixed(places)))
}

/** A measured value as a formula to start from: in the part's unit, to four places. */
export function measureFormula(value: number, dimension: DimensionName, units: UnitSettings): Formula {
  if (dimension !== 'length')
    return measureText(value, dimension === 'angle', { ...units, length: { ...units.length, unit: 'mm' } }, 4)
  return typedFormula(measureText(value, false, units, 4), units.length.unit)
}

/** The text of a dimension in one of the ways to show it; a reference stands in brackets. */
export function dimensionText(d: SketchDimension, value: number, units: UnitSettings, shown: Shown): string {
  const isAngle = measuresAngle(d.measured)
  const sign = SIGNS[d.measured.of] ?? ''
  const text = ((): string => {
    switch (shown) {
      case 'value':
        return sign + measureText(value, isAngle, units)
      case 'name':
        return `${d.name} ${sign}${measureText(value, isAngle, units)}`
      case 'formula':
        return sign + (d.role === 'driving' ? formulaText(d.formula) : measureText(value, isAngle, units))
      case 'tolerance':
        return sign + measureText(value, isAngle, units) + toleranceText(d.plus, d.minus)
      case 'exact':
        return sign + (isAngle ? `${formatExact(deg(value))}°` : formatLengthExact(value, units.length.unit))
    }
  })()
  return d.role === 'reference' ? `(${text})` : text
}

function toleranceText(plus: Formula, minus: Formula): string {
  const [p, m] = [formulaText(plus), formulaText(minus)]
  if (p === '' && m === '') return ''
  if (p === m) return ` ±${p}`
  return `${p === '' ? '' : ` +${p}`}${m === '' ? '' : ` −${m}`}`
}
