import { useState } from 'react'
import { shelving, type Order, planFigures } from '@flexum/core/report'
import { formatDecimal } from '@flexum/core/units'
import type { PlanGroup } from '../../api/orders.ts'
import { counted } from '../../ui/counted.ts'
import { BarRow } from './BarRow.tsx'
import type { BareMove } from './usePlan.ts'
import { OffPieces } from './OffPieces.tsx'
import { BarsEditor } from './BarsEditor.tsx'

/** So many bars are shown at first. */
const FIRST_BARS = 40

/** The plan of one stock: figures, the bars at hand, and each bar to scale. */
export function GroupSection(props: {
  readonly group: PlanGroup
  readonly order: Order
  readonly done: ReadonlySet<string>
  readonly chosen: string | undefined
  readonly busy: boolean
  onChoose(piece: string | undefined): void
  onDone(pieces: readonly string[], sawn: boolean): void
  onMove(move: BareMove, back: BareMove): void
  onChange(of: (o: Order) => Order): void
  /** Puts what is left of sawn bars on the shelf. */
  onShelve(): void
}) {
  const { group, order, done } = props
  const [editing, setEditing] = useState(group.kinds.length === 0)
  const [all, setAll] = useState(false)
  const longest = Math.max(...group.bars.map((b) => b.length), 1)
  const shown = all ? group.bars : group.bars.slice(0, FIRST_BARS)
  const sawn = group.bars.flatMap((b) => b.pieces).filter((p) => done.has(p.id)).length
  return (
    <section className="mb-6 break-inside-avoid-page" aria-label={group.name}>
      <GroupHead group={group} order={order} sawn={sawn} editing={editing} setEditing={setEditing} />
      {editing && <BarsEditor group={group} order={order} onChange={props.onChange} />}
      <Shelf group={group} order={order} done={done} busy={props.busy} onShelve={props.onShelve} />
      {group.kinds.length === 0 && !order.stocks.some((s) => s.key === group.key) && (
        <p className="mb-2">
          The table of stock has no row for this section and material; add the lengths that there are.
        </p>
      )}
      {group.missing.length > 0 && (
        <p role="alert" className="mb-2 rounded-[3px] bg-[var(--block-wash)] px-2 py-1.5">
          <span aria-hidden className="text-error">
            ✕{' '}
          </span>
          {counted(group.missing.length, 'piece')} without a bar: {missingWords(group)}
        </p>
      )}
      <OffPieces group={group} onChange={props.onChange} />
      <ol className="flex flex-col gap-1" aria-label={`Bars of the plan, ${group.name}`}>
        {shown.map((bar, i) => (
          <BarRow
            key={bar.id}
            bar={bar}
            number={i + 1}
            group={group}
            saw={order.saw}
            longest={longest}
            done={done}
            chosen={props.chosen}
            busy={props.busy}
            onChoose={props.onChoose}
            onDone={props.onDone}
            onMove={props.onMove}
          />
        ))}
      </ol>
      {group.bars.length > shown.length && (
        <button type="button" className="btn btn-xs btn-paper mt-2" onClick={() => setAll(true)}>
          Show all {group.bars.length} bars
        </button>
      )}
    </section>
  )
}

/** What the plan of one stock comes to. */
function GroupHead({
  group,
  order,
  sawn,
  editing,
  setEditing,
}: {
  readonly group: PlanGroup
  readonly order: Order
  readonly sawn: number
  readonly editing: boolean
  readonly setEditing: (next: boolean) => void
}) {
  return (
    <div className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h2 className="text-[16px] font-semibold">{group.name}</h2>
      {planFigures(group, order.saw).map((words) => (
        <span key={words} className="figure">
          {words}
        </span>
      ))}
      {sawn > 0 && <span className="figure">{sawn} sawn</span>}
      <Cost group={group} begun={sawn > 0} />
      <button
        type="button"
        className="btn btn-xs btn-ghost print:hidden"
        aria-expanded={editing}
        onClick={() => setEditing(!editing)}
      >
        Bars at hand
      </button>
    </div>
  )
}

/** Bars that are sawn and not cleared away yet, and what of them is kept. */
function Shelf(props: {
  readonly group: PlanGroup
  readonly order: Order
  readonly done: ReadonlySet<string>
  readonly busy: boolean
  onShelve(): void
}) {
  const { group, order, done } = props
  const { bars, lengths } = shelving(group, order.saw, done)
  if (group.row === null || bars.length === 0) return null
  const kept =
    lengths.length === 0
      ? 'nothing of it is kept'
      : `left over: ${lengths.map((l) => formatDecimal(l, 0)).join(', ')} mm`
  return (
    <p className="mb-2 flex items-center gap-3 print:hidden">
      <span>
        {counted(bars.length, 'bar')} sawn, {kept}
      </span>
      <button type="button" className="btn btn-xs btn-paper" disabled={props.busy} onClick={props.onShelve}>
        {lengths.length === 0 ? 'Clear away' : 'Put on the shelf'}
      </button>
    </p>
  )
}

/** What the bars cost, and the least that is proven. */
function Cost({ group, begun }: { readonly group: PlanGroup; readonly begun: boolean }) {
  if (group.bars.length === 0) return null
  const said = (v: number): string =>
    group.unpriced ? `${formatDecimal(v / 1000, 2)} m` : formatDecimal(v, 2)
  // What is proven is proven of plans that are free to use every bar.
  const held = begun || group.bars.some((b) => b.held)
  const proven = group.cost <= group.bound * (1 + 1e-6)
  return (
    <>
      <span className="figure">
        {group.unpriced ? `${said(group.cost)} bought` : `cost ${said(group.cost)}`}
      </span>
      <span className={proven && !held ? 'text-success' : 'muted'}>
        {held
          ? 'planned round what is sawn or held'
          : proven
            ? 'no plan does better'
            : `no plan gets below ${said(group.bound)}`}
      </span>
      {group.unpriced && <span className="muted">no price: the least length is bought</span>}
    </>
  )
}

function missingWords(group: PlanGroup): string {
  const longest = Math.max(0, ...group.kinds.map((k) => k.length))
  const pieces = group.pieces.filter((p) => group.missing.some((m) => m.startsWith(`${p.key}.`)))
  const least = Math.max(...pieces.map((p) => p.length))
  if (group.kinds.length === 0) return 'there is no bar at all.'
  if (least > longest)
    return `the longest of them takes ${formatDecimal(least, 1)} mm, and the longest bar has ${formatDecimal(longest, 1)} mm.`
  return 'there are not enough bars.'
}
