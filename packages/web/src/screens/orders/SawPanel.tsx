import type { Order } from '@flexum/core/order'
import { Section } from '../../ui/Figures.tsx'
import { FigureField } from './FigureField.tsx'

const FIELDS = [
  ['kerf', 'Kerf of the saw'],
  ['trimStart', 'Trim at the start'],
  ['trimEnd', 'Trim at the end'],
  ['keepFrom', 'What is left is kept from'],
] as const

/** What sawing takes, mm. */
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
      </div>
    </Section>
  )
}
