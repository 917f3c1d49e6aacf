import { array, lazy, mixed, object } from 'yup'
import { readOrder, type Order } from '@flexum/core/report'
import { aCount, anId, aTime, readAnswer } from './answers.ts'
import { api, ApiError, good } from './client.ts'
import type { OrderHead, OrderRowShown, PlanShown } from '@flexum/server/client'

export type { OrderHead, OrderRowShown, PlanShown } from '@flexum/server/client'
export type PlanGroup = NonNullable<PlanShown['plan']>['groups'][number]

const rows = object({
  orders: array(object({ id: anId, name: anId, revision: aCount, updatedAt: aTime })).required(),
})
const head = object({ id: anId, revision: aCount, updatedAt: aTime, order: mixed().required() })
const shown = object({
  state: anId,
  version: aCount,
  plan: lazy((v: unknown) => (v === null ? mixed().nullable() : object({ groups: array().required() }))),
  changed: array().required(),
})

export async function fetchOrders(): Promise<OrderRowShown[]> {
  const answer = await good(api.orders.$get({ query: { bin: 'no' } }))
  return readAnswer<{ orders: OrderRowShown[] }>(rows, answer).orders
}

export async function fetchOrder(id: string): Promise<OrderHead> {
  const found = readAnswer<OrderHead>(head, await good(api.orders[':id'].$get({ param: { id } })))
  const order = readOrder(found.order)
  if (!order.ok) throw new ApiError(0, order.fault.message)
  return { ...found, order: order.value }
}

export async function createOrder(order: Order): Promise<string> {
  return readAnswer<{ id: string }>(object({ id: anId }), await good(api.orders.$post({ json: { order } })))
    .id
}

/** Saves over `base`, the newest revision so far; gives the new one. */
export async function saveOrder(id: string, base: number, order: Order): Promise<number> {
  const answer = await good(api.orders[':id'].$put({ param: { id }, json: { base, order } }))
  return readAnswer<{ revision: number }>(object({ revision: aCount }), answer).revision
}

export async function setOrderBinned(id: string, binned: boolean): Promise<void> {
  const of = api.orders[':id']
  await good(binned ? of.bin.$post({ param: { id } }) : of.restore.$post({ param: { id } }))
}

export async function fetchPlan(id: string): Promise<PlanShown> {
  return readAnswer<PlanShown>(shown, await good(api.orders[':id'].plan.$get({ param: { id } })))
}

export async function askPlan(id: string): Promise<void> {
  await good(api.orders[':id'].plan.$post({ param: { id } }))
}

export async function haltPlan(id: string): Promise<void> {
  await good(api.orders[':id'].plan.halt.$post({ param: { id } }))
}

/** Puts what is left of the sawn bars of a stock on its shelf. */
export async function shelveBars(id: string, at: { version: number; group: string }): Promise<void> {
  await good(api.orders[':id'].plan.shelve.$post({ param: { id }, json: at }))
}

/** A piece put on another bar, at a place among its pieces. */
export interface Move {
  readonly version: number
  readonly group: string
  readonly piece: string
  readonly to: string
  readonly at: number
}

export async function movePiece(id: string, move: Move): Promise<void> {
  await good(api.orders[':id'].plan.move.$post({ param: { id }, json: { ...move, unit: 'mm' } }))
}
