import { useQuery } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { Link } from 'react-router'
import { ORDER_LIMITS, type Order, type OrderLine } from '@flexum/core/report'
import type { PlanShown } from '../../api/orders.ts'
import { fetchPart, fetchParts } from '../../api/parts.ts'
import { Section } from '../../ui/Figures.tsx'
import { FigureField } from './FigureField.tsx'

type Planned = NonNullable<PlanShown['plan']>['lines'][number]

/** The parts of an order, each with a variant and how many. */
export function LinesPanel(props: {
  readonly order: Order
  readonly planned: ReadonlyMap<string, Planned>
  /** Lines whose part was changed since it was planned. */
  readonly changed: readonly string[]
  onChange(of: (o: Order) => Order): void
}) {
  const { order, onChange } = props
  const parts = useQuery({ queryKey: ['parts', false], queryFn: () => fetchParts(false) })
  const setLine = (id: string, next: Partial<OrderLine>): void =>
    onChange((o) => ({ ...o, lines: o.lines.map((l) => (l.id === id ? { ...l, ...next } : l)) }))
  return (
    <Section title="Parts" aside={<span className="figure muted">{order.lines.length}</span>}>
      <ul className="flex flex-col" aria-label="Lines">
        {order.lines.map((line) => {
          const row = parts.data?.find((p) => p.id === line.part)
          const planned = props.planned.get(line.id)
          const name = row?.name ?? planned?.name ?? 'a part that is not on the Rack'
          return (
            <LineRow
              key={line.id}
              line={line}
              name={name}
              setLine={setLine}
              onChange={onChange}
              planned={planned}
              changed={props.changed}
            />
          )
        })}
      </ul>
      <label className="mt-2 block">
        <span className="sr-only">Add a part</span>
        <select
          className="select select-sm w-full"
          value=""
          disabled={order.lines.length >= ORDER_LIMITS.lines}
          onChange={(e) => {
            const part = e.target.value
            if (part !== '') onChange((o) => withLine(o, part))
          }}
        >
          <option value="">Add a part…</option>
          {parts.data?.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
      </label>
      {parts.error && <p className="text-error">{parts.error.message}</p>}
    </Section>
  )
}

/** One part of the order and how many of it. */
function LineRow({
  line,
  name,
  setLine,
  onChange,
  planned,
  changed,
}: {
  readonly line: OrderLine
  readonly name: string
  readonly setLine: (id: string, next: Partial<OrderLine>) => void
  readonly onChange: (of: (o: Order) => Order) => void
  readonly planned: Planned | undefined
  readonly changed: readonly string[]
}) {
  return (
    <li className="border-t hairline py-1.5 first:border-t-0 first:pt-0">
      <div className="grid grid-cols-[1fr_64px_auto] items-center gap-1.5">
        <Link className="link truncate" to={`/parts/${line.part}`} title={name}>
          {name}
        </Link>
        <FigureField
          label={`How many of ${name}`}
          hideLabel
          whole
          value={line.quantity}
          dimension="number"
          onKeep={(quantity) => setLine(line.id, { quantity: quantity ?? 0 })}
        />
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Take out ${name}`}
          onClick={() => onChange((o) => ({ ...o, lines: o.lines.filter((l) => l.id !== line.id) }))}
        >
          <X size={13} aria-hidden />
        </button>
      </div>
      <VariantChoice line={line} name={name} onChoose={(variant) => setLine(line.id, { variant })} />
      {changed.includes(line.id) && (
        <p className="text-xs">
          <span aria-hidden>◇</span> changed since it was planned
        </p>
      )}
      {planned?.faults.map((f) => (
        <p key={f} className="text-xs text-error">
          <span aria-hidden>✕</span> {f}
        </p>
      ))}
    </li>
  )
}

/** Ids of lines are counted on from the highest. */
const withLine = (o: Order, part: string): Order => {
  const highest = Math.max(0, ...o.lines.map((l) => Number(/^l(\d+)$/.exec(l.id)?.[1] ?? 0)))
  return { ...o, lines: [...o.lines, { id: `l${highest + 1}`, part, variant: null, quantity: 1 }] }
}

/** Which variant of a part, where it has any. */
function VariantChoice(props: {
  readonly line: OrderLine
  readonly name: string
  onChoose(variant: string | null): void
}) {
  const { line } = props
  const part = useQuery({
    queryKey: ['variants', line.part],
    queryFn: () => fetchPart(line.part),
    staleTime: 30_000,
  })
  const variants = part.data?.part.variants ?? []
  if (variants.length === 0) return null
  return (
    <label className="mt-1 block">
      <span className="sr-only">Variant of {props.name}</span>
      <select
        className="select select-xs w-full"
        value={line.variant ?? ''}
        onChange={(e) => props.onChoose(e.target.value === '' ? null : e.target.value)}
      >
        <option value="">values as they are</option>
        {variants.map((v) => (
          <option key={v.id} value={v.id}>
            {v.name}
          </option>
        ))}
      </select>
    </label>
  )
}
