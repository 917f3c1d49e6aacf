import { useId, useState } from 'react'
import type { UnitSettings } from '@flexum/core/recipe'
import type { FieldResult } from '@flexum/core/recipe/evaluated'
import {
  DENSITY_FACTORS,
  formatExact,
  formatLength,
  formatLengthFigures,
  formulaText,
  namesUsed,
  resolveFormula,
  type DimensionName,
  type Formula,
  type Surroundings,
} from '@flexum/core/units'
import { editedFormula, textToEdit } from './typing.ts'
import { EntryField } from './EntryField.tsx'

export interface FormulaFieldProps {
  readonly label: string
  /** What it is of, for who cannot see where it stands: added to its name. */
  readonly of?: string | undefined
  readonly formula: Formula
  readonly dimension: DimensionName
  readonly result: FieldResult | undefined
  /** What is wrong with it, if anything. */
  readonly fault?: string | undefined
  readonly units: UnitSettings
  readonly around: Surroundings
  readonly disabled?: boolean
  onCommit(formula: Formula): void
}

/** A value as a field shows it when nobody is typing. */
export function showValue(value: number, dimension: DimensionName, units: UnitSettings): string {
  switch (dimension) {
    case 'length':
      return formatLengthFigures(value, units.length)
    case 'angle':
      return `${formatExact(Number(((value * 180) / Math.PI).toFixed(6)))}°`
    case 'density':
      return `${formatExact(Number((value / DENSITY_FACTORS['g/cm3']).toFixed(6)))} g/cm3`
    default:
      return formatExact(value)
  }
}

/** What a formula was understood as, for the line under its field. */
export function echoOf(
  formula: Formula,
  dimension: DimensionName,
  units: UnitSettings,
  around: Surroundings,
): { readonly ok: boolean; readonly text: string } {
  const r = resolveFormula(formula, dimension, around)
  if (!r.ok) return { ok: false, text: r.fault.message }
  const value =
    dimension === 'length'
      ? formatLength(r.value.value, units.length)
      : showValue(r.value.value, dimension, units)
  const assumed = r.value.assumed.length ? `, ${r.value.assumed.join(', ')}` : ''
  return { ok: true, text: `= ${value}${assumed}` }
}

/**
 * A labelled field that takes a formula. It shows the value; when entered it shows the text as typed, and under it what
 * that comes to. Enter or leaving keeps, Escape goes back.
 */
export function FormulaField(p: FormulaFieldProps) {
  const id = useId()
  const [draft, setDraft] = useState<string>()
  const isLength = p.dimension === 'length'
  const { unit } = p.units.length
  const formulaOf = (text: string): Formula => editedFormula(p.formula, text, unit, isLength)
  const echo = draft === undefined ? undefined : echoOf(formulaOf(draft), p.dimension, p.units, p.around)
  const usesNames = namesUsed(p.formula).length > 0
  const wrong = echo ? !echo.ok : p.fault !== undefined
  const note = echo?.text ?? p.fault ?? (usesNames ? formulaText(p.formula) : undefined)
  return (
    <div className="grid grid-cols-[1fr_132px] items-center gap-x-2">
      <label htmlFor={id} className="muted truncate">
        {p.label}
        {p.of && <span className="sr-only"> {p.of}</span>}
      </label>
      <EntryField
        id={id}
        className={`input input-sm figure w-full text-right ${wrong ? 'border-error' : ''}`}
        text={textToEdit(p.formula, unit, isLength)}
        shown={p.result ? showValue(p.result.value, p.dimension, p.units) : formulaText(p.formula)}
        disabled={p.disabled}
        aria-invalid={wrong}
        aria-describedby={note === undefined ? undefined : `${id}-note`}
        onDraft={setDraft}
        onKeep={(text) => p.onCommit(formulaOf(text))}
      />
      {note !== undefined && (
        <p
          id={`${id}-note`}
          className={`figure col-span-2 pt-0.5 text-right break-words ${wrong ? 'text-error' : 'muted'}`}
        >
          {wrong && '✕ '}
          {note}
        </p>
      )}
    </div>
  )
}
