import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { oldPlanWords } from '@flexum/core/report'
import { fetchOrder, type OrderHead, type PlanShown } from '../../api/orders.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { GroupSection } from './GroupSection.tsx'
import { LinesPanel } from './LinesPanel.tsx'
import { OldPlan } from './OldPlan.tsx'
import { OrderTopLine } from './OrderTopLine.tsx'
import { PiecePanel, type Chosen } from './PiecePanel.tsx'
import { SawPanel } from './SawPanel.tsx'
import { usePlan, type PlanInWork } from './usePlan.ts'

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
  const plan = usePlan(head)
  const { work, shown } = plan
  const { order } = work
  const [chosen, setChosen] = useState<Chosen>()
  const made = shown?.plan
  const old = made && shown ? oldPlanWords(shown) : undefined
  const names = new Map(made?.lines.map((l) => [l.line, l]))
  return (
    <>
      <OrderTopLine id={head.id} plan={plan} isOld={old !== undefined} />
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
          {!made && <NoPlan plan={plan} />}
          {made && plan.error && (
            <CannotShow title="The plan cannot be shown" error={plan.error} onAgain={plan.refresh} />
          )}
          {made && <Plan plan={plan} made={made} chosen={chosen} onChoose={setChosen} />}
        </main>
        {made && chosen && (
          <PiecePanel
            chosen={chosen}
            groups={made.groups}
            saw={order.saw}
            done={new Set(order.done)}
            onDone={plan.setDone}
            onMove={(m, back) => plan.move(chosen.group, m, back)}
            onClose={() => setChosen(undefined)}
          />
        )}
      </div>
    </>
  )
}

/** What stands where a plan will. */
function NoPlan({ plan }: { readonly plan: PlanInWork }) {
  const { shown, work } = plan
  if (plan.isPending) return <Waiting what="the plan" />
  if (plan.error)
    return <CannotShow title="The plan cannot be shown" error={plan.error} onAgain={plan.refresh} />
  if (!shown) return null
  if (plan.underWay)
    return <p className="muted pt-24 text-center">The plan stands here as soon as it is made.</p>
  return (
    <EmptyState title="No plan yet">
      {work.order.lines.length === 0
        ? 'Add the parts that are to be made, and how many of each. Then plan it.'
        : 'Plan it: pieces of all parts come together by what they are sawn from, and are put on bars.'}
    </EmptyState>
  )
}

/** The plan, stock by stock. */
function Plan(props: {
  readonly plan: PlanInWork
  readonly made: NonNullable<PlanShown['plan']>
  readonly chosen: Chosen | undefined
  onChoose(chosen: Chosen | undefined): void
}) {
  const { plan, made, chosen } = props
  const { order, change } = plan.work
  const done = new Set(order.done)
  return (
    <div className={plan.underWay ? 'opacity-55' : ''}>
      {made.groups.map((g) => (
        <GroupSection
          key={g.key}
          group={g}
          order={order}
          done={done}
          chosen={chosen?.group === g.key ? chosen.piece : undefined}
          busy={plan.underWay}
          onChoose={(piece) => props.onChoose(piece === undefined ? undefined : { group: g.key, piece })}
          onDone={plan.setDone}
          onMove={(m, back) => plan.move(g.key, m, back)}
          onChange={change}
          onShelve={() => plan.shelve(g.key)}
        />
      ))}
      {made.groups.length === 0 && (
        <EmptyState title="Nothing to saw">
          None of these parts is sawn from a bar; what each lacks is told beside it.
        </EmptyState>
      )}
    </div>
  )
}
