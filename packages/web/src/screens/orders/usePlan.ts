import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import {
  askPlan,
  fetchPlan,
  haltPlan,
  movePiece,
  shelveBars,
  type Move,
  type OrderHead,
  type PlanShown,
} from '../../api/orders.ts'
import { useOrder, type OrderInWork } from './useOrder.ts'

/** How often a plan that is being made is looked at, ms. */
const LOOK_EVERY = 700

/** A move of a piece without what it is made on. */
export type BareMove = Omit<Move, 'version' | 'group'>

export const isUnderWay = (p: PlanShown | undefined): boolean =>
  p?.state === 'waiting' || p?.state === 'working'

/** An order that is worked on with its plan, and what can be done with that. */
export interface PlanInWork {
  readonly work: OrderInWork
  readonly shown: PlanShown | undefined
  readonly isPending: boolean
  readonly error: Error | null
  readonly underWay: boolean
  refresh(): void
  start(): void
  stop(): void
  /** Puts a piece elsewhere; `back` is where it was, for who wants it undone. */
  move(group: string, wanted: BareMove, back: BareMove): void
  /** Puts what is left of the sawn bars of a stock on the shelf. */
  shelve(group: string): void
  setDone(pieces: readonly string[], sawn: boolean): void
}

export function usePlan(head: OrderHead): PlanInWork {
  const { id } = head
  const queries = useQueryClient()
  const refresh = (): void => void queries.invalidateQueries({ queryKey: ['plan', id] })
  const [onSaved] = useState(() => () => void queries.invalidateQueries({ queryKey: ['plan', id] }))
  const work = useOrder(head, onSaved)
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
      refresh()
    } catch (e) {
      tell(e)
    }
  }
  const moveTo = async (wanted: Move, back?: Move): Promise<void> => {
    try {
      await movePiece(id, wanted)
      refresh()
      if (back)
        toast('The piece is on another bar, and stays on it when the rest is planned anew', {
          action: { label: 'Undo', onClick: () => void moveTo({ ...back, version: wanted.version + 1 }) },
        })
    } catch (e) {
      tell(e)
      refresh()
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
    refresh()
  }
  return {
    work,
    shown: plan.data,
    isPending: plan.isPending,
    error: plan.error,
    underWay: isUnderWay(plan.data),
    refresh,
    start: () => void start(),
    stop: () => void haltPlan(id).then(refresh, tell),
    move: (group, wanted, back) =>
      void moveTo({ ...wanted, group, version: plan.data!.version }, { ...back, group, version: 0 }),
    shelve: (group) => void shelve(group),
    setDone: (pieces, sawn) =>
      work.change((o) => {
        const rest = o.done.filter((p) => !pieces.includes(p))
        return { ...o, done: sawn ? [...rest, ...pieces] : rest }
      }),
  }
}
