import { X } from 'lucide-react'
import { ORDER_LIMITS, type Order, type OrderBar } from '@flexum/core/report'
import type { PlanGroup } from '../../api/orders.ts'
import { FigureField } from './FigureField.tsx'

/** The bars at hand of one stock: lengths, how many, what one costs, whether it is left over. */
export function BarsEditor(props: {
  readonly group: PlanGroup
  readonly order: Order
  onChange(of: (o: Order) => Order): void
}) {
  const { group, order } = props
  const own = order.stocks.find((s) => s.key === group.key)
  const bars = own?.bars ?? group.kinds
  const set = (next: readonly OrderBar[]): void =>
    props.onChange((o) => ({
      ...o,
      stocks: [...o.stocks.filter((s) => s.key !== group.key), { key: group.key, bars: next }],
    }))
  const setBar = (id: string, next: Partial<OrderBar>): void =>
    set(bars.map((b) => (b.id === id ? { ...b, ...next } : b)))
  const add = (remnant: boolean): void => {
    const highest = Math.max(0, ...bars.map((b) => Number(/^b(\d+)$/.exec(b.id)?.[1] ?? 0)))
    const length = remnant ? 1000 : (bars.at(-1)?.length ?? 3000)
    set([...bars, { id: `b${highest + 1}`, length, count: remnant ? 1 : null, price: null, remnant }])
  }
  const full = bars.length >= ORDER_LIMITS.bars
  return (
    <div className="mb-3 print:hidden">
      {bars.length > 0 && <BarsTable group={group} bars={bars} setBar={setBar} set={set} />}
      <div className="flex gap-2 pt-1">
        <button type="button" className="btn btn-xs btn-paper" disabled={full} onClick={() => add(false)}>
          Add a length
        </button>
        <button type="button" className="btn btn-xs btn-paper" disabled={full} onClick={() => add(true)}>
          Add a left-over bar
        </button>
        {own && group.row !== null && (
          <button
            type="button"
            className="btn btn-xs btn-ghost"
            onClick={() =>
              props.onChange((o) => ({ ...o, stocks: o.stocks.filter((s) => s.key !== group.key) }))
            }
          >
            As in the table of stock
          </button>
        )}
      </div>
    </div>
  )
}

/** The bars as rows that can be typed in. */
function BarsTable({
  group,
  bars,
  setBar,
  set,
}: {
  readonly group: PlanGroup
  readonly bars: readonly OrderBar[]
  readonly setBar: (id: string, next: Partial<OrderBar>) => void
  readonly set: (next: readonly OrderBar[]) => void
}) {
  return (
    <table className="figure text-right" aria-label={`Bars of ${group.name}`}>
      <thead className="font-sans">
        <tr className="[&>th]:px-1 [&>th]:pb-1 [&>th]:font-medium">
          <th>length, mm</th>
          <th>how many</th>
          <th>price</th>
          <th>of</th>
          <th>left over</th>
          <th>
            <span className="sr-only">Change</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {bars.map((b, i) => (
          <BarFields key={b.id} b={b} i={i} group={group} setBar={setBar} set={set} bars={bars} />
        ))}
      </tbody>
    </table>
  )
}

/** One length of bar. */
function BarFields({
  b,
  i,
  group,
  setBar,
  set,
  bars,
}: {
  readonly b: OrderBar
  readonly i: number
  readonly group: PlanGroup
  readonly setBar: (id: string, next: Partial<OrderBar>) => void
  readonly set: (next: readonly OrderBar[]) => void
  readonly bars: readonly OrderBar[]
}) {
  return (
    <tr className="[&>td]:w-28 [&>td]:px-1 [&>td]:pb-1">
      <td>
        <FigureField
          label={`Length of bar ${i + 1} of ${group.name}`}
          hideLabel
          least={1}
          value={b.length}
          dimension="length"
          onKeep={(length) => setBar(b.id, { length: length! })}
        />
      </td>
      <td>
        <FigureField
          label={`How many of bar ${i + 1} of ${group.name}`}
          hideLabel
          whole
          value={b.count}
          empty="any"
          dimension="number"
          onKeep={(count) => setBar(b.id, { count })}
        />
      </td>
      <td>
        <FigureField
          label={`Price of bar ${i + 1} of ${group.name}`}
          hideLabel
          value={b.price}
          empty={b.remnant ? 'none' : 'by mass'}
          dimension="number"
          onKeep={(price) => setBar(b.id, { price })}
        />
      </td>
      <td>
        <select
          className="select select-sm w-full"
          aria-label={`What the price of bar ${i + 1} of ${group.name} is of`}
          value={b.perMetre ? 'metre' : 'bar'}
          disabled={b.price === null}
          onChange={(e) => setBar(b.id, { perMetre: e.target.value === 'metre' })}
        >
          <option value="bar">a bar</option>
          <option value="metre">a metre</option>
        </select>
      </td>
      <td className="text-center">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          aria-label={`Bar ${i + 1} of ${group.name} is left over`}
          checked={b.remnant}
          onChange={(e) => setBar(b.id, { remnant: e.target.checked })}
        />
      </td>
      <td>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Take out bar ${i + 1} of ${group.name}`}
          onClick={() => set(bars.filter((x) => x.id !== b.id))}
        >
          <X size={13} aria-hidden />
        </button>
      </td>
    </tr>
  )
}
