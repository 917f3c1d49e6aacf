import { useQuery } from '@tanstack/react-query'
import { Printer } from 'lucide-react'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { kindOfPiece, oldPlanWords, cutWords } from '@flexum/core/report'
import { formatDecimal } from '@flexum/core/units'
import { fetchOrder, fetchPlan, type PlanGroup } from '../../api/orders.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { OldPlan } from './OldPlan.tsx'

/** What stands on one label. */
interface Label {
  readonly id: string
  readonly part: string
  readonly piece: string
  readonly length: number
  readonly left: string
  readonly right: string
  readonly stock: string
  readonly bar: number
}

/** The labels of a plan in the order in which its bars are sawn. */
const labelsOf = (groups: readonly PlanGroup[]): Label[] =>
  groups.flatMap((g) =>
    g.bars.flatMap((bar, i) =>
      bar.pieces.flatMap((p): Label[] => {
        const kind = g.pieces.find((k) => k.key === kindOfPiece(p.id))
        if (!kind) return []
        const copy = p.id.slice(p.id.lastIndexOf('.') + 1)
        return [
          {
            id: p.id,
            part: kind.part,
            piece: `${kind.runName} ${kind.number}, ${copy}${kind.quantity > 0 ? ` of ${kind.quantity}` : ''}`,
            length: p.length,
            left: cutWords(kind.left),
            right: cutWords(kind.right),
            stock: g.name,
            bar: i + 1,
          },
        ]
      }),
    ),
  )

/** A label for every piece of an order, to be printed on sheets and stuck on. */
export function LabelsScreen() {
  const { id = '' } = useParams()
  const order = useQuery({ queryKey: ['order', id], queryFn: () => fetchOrder(id) })
  const plan = useQuery({ queryKey: ['plan', id], queryFn: () => fetchPlan(id) })
  const labels = useMemo(() => labelsOf(plan.data?.plan?.groups ?? []), [plan.data])
  const error = order.error ?? plan.error
  const old = plan.data?.plan ? oldPlanWords(plan.data) : undefined
  return (
    <div className="flex min-h-full flex-col">
      <div className="print:hidden">
        <PlacesHeader here="orders" />
        <div className="flex h-11 items-center gap-3 border-b hairline px-6">
          <Link to={`/orders/${id}`} className="muted">
            {order.data?.order.name ?? 'Order'} ›
          </Link>
          <h1 className="font-semibold">Labels</h1>
          <span className="figure muted">{labels.length}</span>
          <div className="flex-1" />
          <button type="button" className="btn btn-sm btn-neutral" onClick={() => window.print()}>
            <Printer size={14} aria-hidden /> Print
          </button>
        </div>
      </div>
      {(order.isPending || plan.isPending) && <Waiting what="the labels" />}
      {error && (
        <CannotShow title="The labels cannot be shown" error={error} onAgain={() => void plan.refetch()} />
      )}
      {plan.data && labels.length === 0 && (
        <EmptyState title="No labels yet">Labels come with the plan of the order.</EmptyState>
      )}
      {old !== undefined && (
        <div className="mx-auto w-[190mm] pt-4">
          <OldPlan words={old} />
        </div>
      )}
      <ul
        aria-label="Labels"
        className="mx-auto grid w-[190mm] grid-cols-3 gap-[3mm] bg-white py-6 text-black print:py-0"
      >
        {labels.map((l) => (
          <li
            key={l.id}
            className="flex h-[34mm] break-inside-avoid flex-col justify-between rounded-[1mm] border border-black px-[2.5mm] py-[2mm] text-[11px] leading-tight"
          >
            <div className="flex items-baseline justify-between gap-2">
              <strong className="truncate text-[13px]">{l.part}</strong>
              <span className="figure">bar {l.bar}</span>
            </div>
            <span className="truncate">{l.piece}</span>
            <span className="figure text-[15px] font-semibold">{formatDecimal(l.length, 1)} mm</span>
            <span className="truncate">left {l.left}</span>
            <span className="truncate">right {l.right}</span>
            <span className="truncate">{l.stock}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
