import { Printer, Redo2, Undo2 } from 'lucide-react'
import { Link, useNavigate } from 'react-router'
import { cutListCsv, planCsv } from '@flexum/core/report'
import type { PlanShown } from '../../api/orders.ts'
import { download } from '../../ui/download.ts'
import { Menu } from '../../ui/Menu.tsx'
import type { OrderInWork } from './useOrder.ts'
import type { PlanInWork } from './usePlan.ts'

/** The top line of an order: its name, its changes, where its plan stands, and what can be done with that. */
export function OrderTopLine(props: {
  readonly id: string
  readonly plan: PlanInWork
  readonly isOld: boolean
}) {
  const { work, shown } = props.plan
  const made = shown?.plan
  return (
    <div className="flex h-11 shrink-0 items-center gap-3 border-b hairline px-6 print:hidden">
      <Link to="/orders" className="muted">
        Cut plan ›
      </Link>
      <NameField work={work} />
      <span role="status" aria-label="Save state" className="muted text-xs">
        {work.saving}
      </span>
      <UndoButtons work={work} />
      <div className="flex-1" />
      <PlanState shown={shown} empty={work.order.lines.length === 0} />
      <PlanButton plan={props.plan} />
      {made && <PlanMenu id={props.id} work={work} made={made} isOld={props.isOld} />}
      {made && (
        <button
          type="button"
          className="btn btn-sm btn-paper btn-square"
          aria-label="Print the plan"
          onClick={() => window.print()}
        >
          <Printer size={14} aria-hidden />
        </button>
      )}
    </div>
  )
}

function NameField({ work }: { readonly work: OrderInWork }) {
  const { order } = work
  return (
    <input
      aria-label="Name of the order"
      className="input input-ghost input-sm w-56 font-semibold"
      defaultValue={order.name}
      key={order.name}
      onBlur={(e) => {
        const name = e.target.value.trim()
        if (name === '') e.target.value = order.name
        else work.change((o) => (o.name === name ? o : { ...o, name }))
      }}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
    />
  )
}

function UndoButtons({ work }: { readonly work: OrderInWork }) {
  return (
    <div className="join">
      <button
        type="button"
        className="btn btn-sm btn-paper join-item btn-square"
        aria-label="Undo"
        disabled={!work.canUndo}
        onClick={work.undo}
      >
        <Undo2 size={14} aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-sm btn-paper join-item btn-square"
        aria-label="Redo"
        disabled={!work.canRedo}
        onClick={work.redo}
      >
        <Redo2 size={14} aria-hidden />
      </button>
    </div>
  )
}

function PlanButton({ plan }: { readonly plan: PlanInWork }) {
  const { shown, work, underWay } = plan
  const made = shown?.plan
  if (underWay)
    return (
      <button type="button" className="btn btn-sm btn-paper" onClick={plan.stop}>
        Stop, take the best so far
      </button>
    )
  return (
    <button
      type="button"
      className={`btn btn-sm ${made && !shown?.outdated && shown?.changed.length === 0 ? 'btn-paper' : 'btn-success'}`}
      disabled={work.order.lines.length === 0}
      onClick={plan.start}
    >
      {made ? 'Plan anew' : 'Plan it'}
    </button>
  )
}

/** What can be taken out of a plan; files of an old one are called so. */
function PlanMenu(props: {
  readonly id: string
  readonly work: OrderInWork
  readonly made: NonNullable<PlanShown['plan']>
  readonly isOld: boolean
}) {
  const { id, work, made } = props
  const { order } = work
  const go = useNavigate()
  const asOld = (name: string): string => (props.isOld ? `${name} (old plan)` : name)
  return (
    <Menu
      name="Take out"
      label="Take out ▾"
      items={[
        {
          label: 'Cut list (CSV)',
          onSelect: () =>
            download(`${asOld(`${order.name} pieces`)}.csv`, cutListCsv(made.groups), 'text/csv'),
        },
        {
          label: 'Plan by bar (CSV)',
          onSelect: () =>
            download(`${asOld(`${order.name} plan`)}.csv`, planCsv(made.groups, made.asked.saw), 'text/csv'),
        },
        {
          label: 'Cut list and plan (PDF)',
          onSelect: () =>
            void work.settled().then((kept) => kept && window.location.assign(`/api/orders/${id}/plan.pdf`)),
        },
        { label: 'Labels…', onSelect: () => void go(`/orders/${id}/labels`) },
      ]}
    />
  )
}

/** Where the plan stands. */
function PlanState({ shown, empty }: { readonly shown: PlanShown | undefined; readonly empty: boolean }) {
  const words = shown && !empty ? stateWords(shown) : ''
  const warns = shown?.state === 'failed' || shown?.outdated || (shown?.changed.length ?? 0) > 0
  return (
    <span
      role="status"
      aria-label="Plan"
      className={warns ? 'rounded-[3px] bg-[var(--warn-wash)] px-2 py-1' : 'muted'}
    >
      {warns && <span aria-hidden>◇ </span>}
      {words}
    </span>
  )
}

function stateWords(p: PlanShown): string {
  if (p.state === 'waiting') return 'waits for other plans…'
  if (p.state === 'working') {
    const { told } = p
    if (!told) return 'listing the pieces…'
    return `stock ${told.group + 1} of ${told.of}: ${told.bars} bars so far…`
  }
  if (p.state === 'failed') return `not planned: ${p.trouble ?? 'it failed'}`
  if (p.plan === null) return ''
  if (p.outdated) return 'the order was changed since it was planned'
  if (p.changed.length > 0) return 'parts were changed since they were planned'
  return p.state === 'stopped' ? 'stopped: the best so far' : 'planned'
}
