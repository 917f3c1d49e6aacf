import type { GroupPlan, Order } from '@flexum/core/report'
import { listMaterials, listStock } from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'
import { findOrder, findPlan, ordersToPlan, setPlan } from '../db/order-queries.ts'
import { findHead } from '../db/part-queries.ts'
import { planFigures, type PlanMade, type PlanTold, type PlanWanted } from '../work/order.ts'
import type { PlanUnderWay, Work } from '../work/work.ts'

/**
 * Plans orders, one after the other, after it was asked for: what waits is kept in the database and taken up when the server starts again.
 * An order that is asked for anew while it waits is planned once, as it then is.
 */
export function planningService(db: Database, work: Work, tell: (message: string) => void = console.error) {
  const waiting = new Set<string>()
  const told = new Map<string, PlanTold>()
  let going: Promise<void> | undefined
  let now: { readonly id: string; readonly plan: PlanUnderWay } | undefined
  let stopped = false
  const halted = new Set<string>()

  const planOne = async (id: string): Promise<void> => {
    const wanted = await wantedOf(db, id)
    if (!wanted || stopped) return
    await db.write((tx) => setPlan(tx, id, { state: 'working' }))
    const keep = (made: PlanMade, state: 'working' | 'done' | 'stopped'): Promise<void> =>
      db.write((tx) =>
        setPlan(tx, id, { state, trouble: null, body: JSON.stringify(made), figures: planFigures(made) }),
      )
    let first: Promise<void> | undefined
    const plan = work.plan(wanted, {
      told: (at) => told.set(id, at),
      soon: (made) => void (first ??= keep(made, 'working').catch((error: unknown) => tell(String(error)))),
    })
    now = { id, plan }
    if (halted.has(id)) plan.stop()
    const made = await plan.made
    await first
    now = undefined
    told.delete(id)
    // What was under way when the server was stopped goes on when it starts again.
    if (stopped) return
    const state = halted.delete(id) ? 'stopped' : 'done'
    if (made.ok) return keep(made.value, state)
    // The first plan stands where the better one did not come to an end.
    const trouble = made.fault.message
    await db.write((tx) => setPlan(tx, id, { state: first ? 'stopped' : 'failed', trouble }))
  }
  const go = async (): Promise<void> => {
    for (const id of waiting) {
      waiting.delete(id)
      if (stopped) break
      try {
        await planOne(id)
      } catch (error) {
        const message = error instanceof Error ? error.message : String(error)
        tell(`the order ${id} could not be planned: ${message}`)
        if (!stopped) await db.write((tx) => setPlan(tx, id, { state: 'failed', trouble: message }))
      }
    }
    going = undefined
    if (waiting.size > 0 && !stopped) start()
  }
  const start = (): void => void (going ??= go())

  return {
    /** Asks for a plan of an order; it is kept that it waits before this answers. */
    async want(id: string): Promise<void> {
      await db.write((tx) => setPlan(tx, id, { state: 'waiting', trouble: null }))
      halted.delete(id)
      waiting.add(id)
      start()
    },
    /** Ends planning an order with the best so far; one that waits is not begun. */
    async halt(id: string): Promise<void> {
      if (waiting.delete(id)) {
        const had = await findPlan(db.read, id)
        await db.write((tx) =>
          setPlan(tx, id, {
            state: had?.body == null ? 'failed' : 'stopped',
            trouble: 'it was stopped before it was begun',
          }),
        )
        return
      }
      halted.add(id)
      if (now?.id === id) now.plan.stop()
    },
    /** How far the plan of an order has come, while it is being made. */
    told: (id: string): PlanTold | undefined => told.get(id),
    /** Takes up what was left when the server last stopped. */
    async takeUp(): Promise<void> {
      for (const id of await ordersToPlan(db.read)) waiting.add(id)
      if (waiting.size > 0) start()
    },
    /** Resolves when nothing waits any more. */
    async idle(): Promise<void> {
      while (going) await going
    },
    stop(): void {
      stopped = true
      waiting.clear()
      now?.plan.stop()
    },
  }
}

export type PlanningService = ReturnType<typeof planningService>

/** All that an order is planned from, as it is now; undefined when there is no such order. */
async function wantedOf(db: Database, id: string): Promise<PlanWanted | undefined> {
  const row = await findOrder(db.read, id)
  if (!row) return undefined
  const order = JSON.parse(row.body) as Order
  const before = await findPlan(db.read, id)
  const parts = []
  for (const part of new Set(order.lines.map((l) => l.part))) {
    const head = await findHead(db.read, part)
    if (head && head.row.binnedAt === null)
      parts.push({ id: part, revision: head.row.revision, body: head.body })
  }
  const materials = await listMaterials(db.read)
  const named = new Map(materials.map((m) => [m.id, m.name]))
  const stock = await listStock(db.read)
  return {
    order,
    parts,
    table: stock.map((s) => ({
      id: s.id,
      name: s.name,
      shape: s.shape,
      sizes: s.sizes,
      material: named.get(s.materialId) ?? '',
      barLengths: s.barLengths,
      remnants: s.remnants,
    })),
    prices: materials.map((m) => [m.name, m.price]),
    before: before?.body == null ? [] : planIn(before.body),
  }
}

const planIn = (body: string): readonly GroupPlan[] => (JSON.parse(body) as PlanMade).groups
