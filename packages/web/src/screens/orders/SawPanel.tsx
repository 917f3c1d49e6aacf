import type { Order, Sharing } from '@flexum/core/report'
import { Section } from '../../ui/Figures.tsx'
import { FigureField } from './FigureField.tsx'

const FIELDS = [
  ['kerf', 'Kerf of the saw'],
  ['trimStart', 'Trim at the start'],
  ['trimEnd', 'Trim at the end'],
  ['keepFrom', 'What is left is kept from'],
] as const

/** Cuts that lean alike are one cut of the saw; turned over, hand and grain of a piece are those of its other side. */
const SHARED: Readonly<Record<Sharing, string>> = {
  none: 'never',
  kept: 'as they lie',
  turned: 'turned over too',
}

/** What sawing takes, mm, and whether one cut serves two pieces. */
export function SawPanel({
  order,
  onChange,
}: {
  readonly order: Order
  onChange(of: (o: Order) => Order): void
}) {
  return (
    <Section title="Saw" aside={<span className="figure muted">mm</span>}>
      <div className="flex flex-col gap-1.5">
        {FIELDS.map(([key, label]) => (
          <FigureField
            key={key}
            label={label}
            value={order.saw[key]}
            dimension="length"
            onKeep={(v) => onChange((o) => ({ ...o, saw: { ...o.saw, [key]: v ?? 0 } }))}
          />
        ))}
        <label className="grid grid-cols-[auto_minmax(0,180px)] items-center justify-between gap-x-2">
          <span className="muted">Neighbours share cuts</span>
          <select
            className="select select-sm w-full"
            value={order.sharing ?? 'kept'}
            onChange={(e) => {
              const sharing = e.target.value as Sharing
              onChange((o) => ({ ...o, sharing }))
            }}
          >
            {Object.entries(SHARED).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </select>
        </label>
      </div>
    </Section>
  )
}
