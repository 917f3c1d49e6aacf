import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { emptyOrder } from '@flexum/core/report'
import { createOrder, fetchOrders, setOrderBinned, type OrderRowShown } from '../../api/orders.ts'
import { ago } from '../../ui/ago.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { counted } from '../../ui/counted.ts'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { FormDialog, Row } from '../stock/FormDialog.tsx'
import { TableHead } from '../stock/TableParts.tsx'

/** What has become of an order's plan, in words. */
function planWords(o: OrderRowShown): string {
  switch (o.state) {
    case 'none':
      return 'not planned yet'
    case 'waiting':
      return 'waits to be planned'
    case 'working':
      return 'is being planned'
    case 'failed':
      return 'could not be planned'
    case 'done':
    case 'stopped':
      return o.missing > 0
        ? `${counted(o.missing, 'piece')} without a bar`
        : o.state === 'done'
          ? 'planned'
          : 'stopped, best so far'
  }
}

/** The place of orders: what is to be sawn, over all parts together. */
export function OrdersScreen() {
  const queries = useQueryClient()
  const orders = useQuery({ queryKey: ['orders'], queryFn: fetchOrders })
  const [making, setMaking] = useState(false)
  const refresh = (): void => void queries.invalidateQueries({ queryKey: ['orders'] })
  const binning = useMutation({
    mutationFn: (o: OrderRowShown) => setOrderBinned(o.id, true),
    onSuccess: (_, o) => {
      refresh()
      toast(`“${o.name}” is taken out`, {
        action: { label: 'Undo', onClick: () => void setOrderBinned(o.id, false).then(refresh) },
      })
    },
    onError: (e) => void toast.error(e.message),
  })
  return (
    <div className="flex min-h-full flex-col">
      <PlacesHeader here="orders" />
      <main className="mx-auto w-full max-w-[1232px] flex-1 px-6 py-5">
        {orders.isPending && <Waiting what="Cut plan" />}
        {orders.error && (
          <CannotShow title="The orders cannot be shown" error={orders.error} onAgain={refresh} />
        )}
        {orders.data && (
          <section aria-labelledby="orders">
            <TableHead
              id="orders"
              title="Cut plan"
              count={orders.data.length}
              add="New order"
              onAdd={() => setMaking(true)}
            />
            {orders.data.length === 0 ? (
              <EmptyState title="No order yet">
                An order says which parts are made, and how many; it gives the list of all pieces and a plan
                over the bars at hand.
              </EmptyState>
            ) : (
              <table className="table table-sm">
                <thead>
                  <tr>
                    <th>Order</th>
                    <th className="text-right">Parts</th>
                    <th className="text-right">Pieces</th>
                    <th className="text-right">Sawn</th>
                    <th className="text-right">Bars</th>
                    <th>Plan</th>
                    <th>Changed</th>
                    <th>
                      <span className="sr-only">Change</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {orders.data.map((o) => (
                    <OrderRow key={o.id} order={o} at={orders.dataUpdatedAt} onBin={binning.mutate} />
                  ))}
                </tbody>
              </table>
            )}
          </section>
        )}
      </main>
      {making && <NewOrder onClose={() => setMaking(false)} />}
    </div>
  )
}

/** One order. */
function OrderRow(props: {
  readonly order: OrderRowShown
  /** When the list was asked for, ms. */
  readonly at: number
  onBin(order: OrderRowShown): void
}) {
  const { order: o } = props
  return (
    <tr>
      <td>
        <Link className="link font-medium" to={`/orders/${o.id}`}>
          {o.name}
        </Link>
      </td>
      <td className="figure text-right">{o.parts}</td>
      <td className="figure text-right">{o.pieces}</td>
      <td className="figure text-right">{o.done}</td>
      <td className="figure text-right">{o.bars}</td>
      <td>{planWords(o)}</td>
      <td>{ago(o.updatedAt, props.at)}</td>
      <td className="text-right">
        <button
          type="button"
          className="btn btn-xs btn-ghost"
          aria-label={`Take out ${o.name}`}
          onClick={() => props.onBin(o)}
        >
          Take out
        </button>
      </td>
    </tr>
  )
}

function NewOrder({ onClose }: { onClose(): void }) {
  const go = useNavigate()
  const [name, setName] = useState('')
  const making = useMutation({
    mutationFn: () => createOrder(emptyOrder(name.trim())),
    onSuccess: (id) => void go(`/orders/${id}`),
  })
  return (
    <FormDialog
      title="New order"
      keep="Make it"
      busy={making.isPending}
      refusal={making.error?.message ?? undefined}
      onSubmit={(e) => {
        e.preventDefault()
        making.mutate()
      }}
      onClose={onClose}
    >
      <Row label="Name" fault={undefined}>
        <input className="input input-sm" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
      </Row>
    </FormDialog>
  )
}
