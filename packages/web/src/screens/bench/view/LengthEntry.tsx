import { useId, useState } from 'react'
import { formatLengthFigures, resolveFormula, typedFormula } from '@flexum/core/units'
import { EntryField } from '../../../ui/EntryField.tsx'
import { useUnits, useSurroundings } from '../context.ts'

/** A length that is typed and not kept in the part; takes units and formulas like any other. */
export function LengthEntry(props: {
  readonly label: string
  readonly value: number
  onKeep(value: number): void
}) {
  const units = useUnits()
  const around = useSurroundings()
  const id = useId()
  const [problem, setProblem] = useState<string>()
  const shown = formatLengthFigures(props.value, units.length)
  return (
    <div className="grid grid-cols-[1fr_110px] items-center gap-x-2">
      <label htmlFor={id} className="muted">
        {props.label}
      </label>
      <EntryField
        id={id}
        className={`input input-sm figure w-full text-right ${problem === undefined ? '' : 'border-error'}`}
        text={shown}
        shown={shown}
        aria-invalid={problem !== undefined}
        aria-describedby={problem === undefined ? undefined : `${id}-note`}
        onKeep={(text) => {
          const r = resolveFormula(typedFormula(text, units.length.unit), 'length', around)
          setProblem(r.ok ? undefined : r.fault.message)
          if (r.ok) props.onKeep(r.value.value)
        }}
      />
      {problem !== undefined && (
        <p id={`${id}-note`} className="figure col-span-2 text-right text-error">
          ✕ {problem}
        </p>
      )}
    </div>
  )
}
