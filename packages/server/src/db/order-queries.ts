import { and, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { orders, plans, type PlanFigures } from './schema.ts'

export type OrderRow = typeof orders.$inferSelect
export type PlanRow = typeof plans.$inferSelect

export function listOrders(q: Queries, binned: boolean): Promise<OrderRow[]> {
  const where = binned ? isNotNull(orders.binnedAt) : isNull(orders.binnedAt)
  return q.select().from(orders).where(where).orderBy(desc(orders.updatedAt))
}

export async function findOrder(q: Queries, id: string): Promise<OrderRow | undefined> {
  const [row] = await q.select().from(orders).where(eq(orders.id, id))
  return row
}

export async function insertOrder(
  q: Queries,
  id: string,
  o: { readonly name: string; readonly at: number; readonly body: string },
): Promise<void> {
  const { name, at, body } = o
  await q.insert(orders).values({ id, name, body, revision: 1, createdAt: at, updatedAt: at })
}

/** Saves over `base` if that is still the newest revision; tells whether it did. */
export async function changeOrder(
  q: Queries,
  id: string,
  base: number,
  o: { readonly name: string; readonly at: number; readonly body: string },
): Promise<boolean> {
  const changed = await q
    .update(orders)
    .set({ name: o.name, body: o.body, updatedAt: o.at, revision: base + 1 })
    .where(and(eq(orders.id, id), eq(orders.revision, base)))
    .returning()
  return changed.length > 0
}

export async function setOrderBinned(q: Queries, id: string, binnedAt: number | null): Promise<boolean> {
  return (await q.update(orders).set({ binnedAt }).where(eq(orders.id, id)).returning()).length > 0
}

export async function findPlan(q: Queries, orderId: string): Promise<PlanRow | undefined> {
  const [row] = await q.select().from(plans).where(eq(plans.orderId, orderId))
  return row
}

/** Says what is to become of a plan; what is not said stays. */
export async function setPlan(
  q: Queries,
  orderId: string,
  set: {
    readonly state: PlanRow['state']
    readonly trouble?: string | null
    readonly body?: string
    readonly figures?: PlanFigures
  },
): Promise<void> {
  await q
    .insert(plans)
    .values({ orderId, version: 1, trouble: null, body: null, ...set })
    .onConflictDoUpdate({ target: plans.orderId, set: { ...set, version: sql`${plans.version} + 1` } })
}

/** Puts a plan that was changed by hand in place of another, if that is still there; tells whether it did. */
export async function replacePlan(
  q: Queries,
  orderId: string,
  version: number,
  plan: { readonly body: string; readonly figures: PlanFigures },
): Promise<boolean> {
  const changed = await q
    .update(plans)
    .set({ ...plan, version: version + 1 })
    .where(
      and(
        eq(plans.orderId, orderId),
        eq(plans.version, version),
        inArray(plans.state, ['done', 'stopped', 'failed']),
      ),
    )
    .returning()
  return changed.length > 0
}

/** Orders whose plans were asked for and are not there. */
export async function ordersToPlan(q: Queries): Promise<string[]> {
  const rows = await q
    .select({ id: plans.orderId })
    .from(plans)
    .where(inArray(plans.state, ['waiting', 'working']))
  return rows.map((r) => r.id)
}
