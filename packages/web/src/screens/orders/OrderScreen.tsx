import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Printer, Redo2, Undo2 } from 'lucide-react'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { toast } from 'sonner'
import { cutListCsv, oldPlanWords, planCsv } from '@flexum/core/report'
import {
  askPlan,
  fetchOrder,
  fetchPlan,
  haltPlan,
  movePiece,
  shelveBars,
  type Move,
  type OrderHead,
  type PlanShown,
} from '../../api/orders.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { download } from '../../ui/download.ts'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { GroupSection } from './GroupSection.tsx'
import { LinesPanel } from './LinesPanel.tsx'
import { OldPlan } from './OldPlan.tsx'
import { PiecePanel, type Chosen } from './PiecePanel.tsx'
import { SawPanel } from './SawPanel.tsx'
import { useOrder } from './useOrder.ts'

/** How often a plan that is being made is looked at, ms. */
const LOOK_EVERY = 700

/** One order: its parts, its saw, its bars, and the plan of them. */
export function OrderScreen() {
  const { id = '' } = useParams()
  const head = useQuery({
    queryKey: ['order', id],
    queryFn: () => fetchOrder(id),
    staleTime: Infinity,
    gcTime: 0,
  })
  return (
    <div className="flex h-full min-h-full flex-col">
      <PlacesHeader here="orders" />
      {head.isPending && <Waiting what="this order" />}
      {head.error && (
        <CannotShow
          title="This order cannot be shown"
          error={head.error}
          onAgain={() => void head.refetch()}
        />
      )}
      {head.data && <OrderInPlace key={head.data.id} head={head.data} />}
    </div>
  )
}

function OrderInPlace({ head }: { readonly head: OrderHead }) {
  const { id } = head
  const queries = useQueryClient()
  const go = useNavigate()
  const refreshPlan = (): void => void queries.invalidateQueries({ queryKey: ['plan', id] })
  const [onSaved] = useState(() => () => void queries.invalidateQueries({ queryKey: ['plan', id] }))
  const work = useOrder(head, onSaved)
  const { order } = work
  const [chosen, setChosen] = useState<Chosen>()
  const plan = useQuery({
    queryKey: ['plan', id],
    queryFn: () => fetchPlan(id),
    refetchInterval: (q) => (isUnderWay(q.state.data) ? LOOK_EVERY : false),
  })
  const tell = (e: unknown): void => void toast.error(e instanceof Error ? e.message : String(e))
  const start = async (): Promise<void> => {
    try {
      // What is planned is what is kept.
      if (!(await work.settled())) return
      await askPlan(id)
      refreshPlan()
    } catch (e) {
      tell(e)
    }
  }
  const move = async (wanted: Move, back?: Move): Promise<void> => {
    try {
      await movePiece(id, wanted)
      refreshPlan()
      if (back)
        toast('The piece is on another bar, and stays on it when the rest is planned anew', {
          action: { label: 'Undo', onClick: () => void move({ ...back, version: wanted.version + 1 }) },
        })
    } catch (e) {
      tell(e)
      refreshPlan()
    }
  }
  const shelve = async (group: string): Promise<void> => {
    try {
      if (!(await work.settled())) return
      await shelveBars(id, { group, version: plan.data!.version })
      toast('What is left is on the shelf: the table of stock has it, and the next plan takes it first')
    } catch (e) {
      tell(e)
    }
    refreshPlan()
  }
  const shown = plan.data
  const made = shown?.plan
  const underWay = isUnderWay(shown)
  const done = new Set(order.done)
  const setDone = (pieces: readonly string[], sawn: boolean): void =>
    work.change((o) => {
      const rest = o.done.filter((p) => !pieces.includes(p))
      return { ...o, done: sawn ? [...rest, ...pieces] : rest }
    })
  const old = made && shown ? oldPlanWords(shown) : undefined
  /** Files of an old plan are called so. */
  const asOld = (name: string): string => (old === undefined ? name : `${name} (old plan)`)
  const names = new Map(made?.lines.map((l) => [l.line, l]))
  return (
    <>
      <div className="flex h-11 shrink-0 items-center gap-3 border-b hairline px-6 print:hidden">
        <Link to="/orders" className="muted">
          Cut plan ›
        </Link>
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
        <span role="status" aria-label="Save state" className="muted text-xs">
          {work.saving}
        </span>
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
        <div className="flex-1" />
        <PlanState shown={shown} empty={order.lines.length === 0} />
        {underWay ? (
          <button
            type="button"
            className="btn btn-sm btn-paper"
            onClick={() => void haltPlan(id).then(refreshPlan, tell)}
          >
            Stop, take the best so far
          </button>
        ) : (
          <button
            type="button"
            className={`btn btn-sm ${made && !shown?.outdated && shown?.changed.length === 0 ? 'btn-paper' : 'btn-success'}`}
            disabled={order.lines.length === 0}
            onClick={() => void start()}
          >
            {made ? 'Plan anew' : 'Plan it'}
          </button>
        )}
        {made && (
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
                  download(
                    `${asOld(`${order.name} plan`)}.csv`,
                    planCsv(made.groups, made.asked.saw),
                    'text/csv',
                  ),
              },
              {
                label: 'Cut list and plan (PDF)',
                onSelect: () =>
                  void work
                    .settled()
                    .then((kept) => kept && window.location.assign(`/api/orders/${id}/plan.pdf`)),
              },
              { label: 'Labels…', onSelect: () => void go(`/orders/${id}/labels`) },
            ]}
          />
        )}
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
      <div className="flex min-h-0 flex-1 print:block">
        <aside
          aria-label="Order"
          className="w-[330px] shrink-0 overflow-y-auto border-r hairline print:hidden"
        >
          <LinesPanel order={order} onChange={work.change} planned={names} changed={shown?.changed ?? []} />
          <SawPanel order={order} onChange={work.change} />
        </aside>
        <main className="min-w-0 flex-1 overflow-y-auto px-5 py-4" aria-label="Plan">
          <h1 className="mb-3 hidden text-[19px] font-semibold print:block">{order.name}</h1>
          {old !== undefined && <OldPlan words={old} />}
          {plan.isPending && <Waiting what="the plan" />}
          {plan.error && (
            <CannotShow title="The plan cannot be shown" error={plan.error} onAgain={refreshPlan} />
          )}
          {shown && !made && underWay && (
            <p className="muted pt-24 text-center">The plan stands here as soon as it is made.</p>
          )}
          {shown && !made && !underWay && (
            <EmptyState title="No plan yet">
              {order.lines.length === 0
                ? 'Add the parts that are to be made, and how many of each. Then plan it.'
                : 'Plan it: pieces of all parts come together by what they are sawn from, and are put on bars.'}
            </EmptyState>
          )}
          {made && (
            <div className={underWay ? 'opacity-55' : ''}>
              {made.groups.map((g) => (
                <GroupSection
                  key={g.key}
                  group={g}
                  order={order}
                  done={done}
                  chosen={chosen?.group === g.key ? chosen.piece : undefined}
                  busy={underWay}
                  onChoose={(piece) => setChosen(piece === undefined ? undefined : { group: g.key, piece })}
                  onDone={setDone}
                  onMove={(m, back) =>
                    void move(
                      { ...m, group: g.key, version: shown!.version },
                      { ...back, group: g.key, version: 0 },
                    )
                  }
                  onChange={work.change}
                  onShelve={() => void shelve(g.key)}
                />
              ))}
              {made.groups.length === 0 && (
                <EmptyState title="Nothing to saw">
                  None of these parts is sawn from a bar; what each lacks is told beside it.
                </EmptyState>
              )}
            </div>
          )}
        </main>
        {made && chosen && (
          <PiecePanel
            chosen={chosen}
            groups={made.groups}
            saw={order.saw}
            done={done}
            onDone={setDone}
            onMove={(m, back) =>
              void move(
                { ...m, group: chosen.group, version: shown!.version },
                { ...back, group: chosen.group, version: 0 },
              )
            }
            onClose={() => setChosen(undefined)}
          />
        )}
      </div>
    </>
  )
}

const isUnderWay = (p: PlanShown | undefined): boolean => p?.state === 'waiting' || p?.state === 'working'

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
