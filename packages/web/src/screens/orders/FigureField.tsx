import { useState } from 'react'
import { formatExact, type DimensionName } from '@flexum/core/units'
import { EntryField } from '../../ui/EntryField.tsx'
import { readFigure } from '../../ui/readFigure.ts'

/** A figure that is kept as a number: typed with any unit, shown in mm or plain. */
export function FigureField(props: {
  readonly label: string
  readonly value: number | null
  readonly dimension: DimensionName
  /** What an empty field says; without it the field cannot be empty. */
  readonly empty?: string
  readonly hideLabel?: boolean
  readonly whole?: boolean
  readonly least?: number
  onKeep(value: number | null): void
}) {
  const [fault, setFault] = useState<string>()
  const shown = props.value === null ? '' : formatExact(Number(props.value.toFixed(4)))
  const keep = (text: string): void => {
    if (text.trim() === '' && props.empty !== undefined) {
      setFault(undefined)
      props.onKeep(null)
      return
    }
    const read = readFigure(text, props.dimension)
    const least = props.least ?? 0
    if (!read.ok) setFault(read.fault.message)
    else if (read.value < least) setFault(`${text} is less than ${least}`)
    else if (props.whole && !Number.isInteger(read.value)) setFault('a whole number is needed')
    else {
      setFault(undefined)
      props.onKeep(read.value)
    }
  }
  return (
    <div>
      <label className={props.hideLabel ? 'block' : 'grid grid-cols-[1fr_110px] items-center gap-x-2'}>
        <span className={props.hideLabel ? 'sr-only' : 'muted'}>{props.label}</span>
        <EntryField
          className={`input input-sm figure w-full text-right ${fault ? 'input-error' : ''}`}
          shown={shown}
          text={shown}
          placeholder={props.empty}
          aria-invalid={fault !== undefined}
          onKeep={keep}
          onEntered={() => setFault(undefined)}
        />
      </label>
      {fault && (
        <p role="alert" className="mt-0.5 text-right text-error">
          {fault}
        </p>
      )}
    </div>
  )
}
