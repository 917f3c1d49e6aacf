import { randomUUID } from 'node:crypto'
import { movedPiece } from '@flexum/core/cutting'
import { shelving, type Order } from '@flexum/core/report'
import { listStock, putStock } from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'
import {
  changeOrder,
  findOrder,
  findPlan,
  insertOrder,
  listOrders,
  replacePlan,
  setOrderBinned,
  type PlanRow,
} from '../db/order-queries.ts'
import { findHead } from '../db/part-queries.ts'
import { planFigures, type PlanMade, type PlanTold } from '../work/order.ts'
import type { PlanningService } from './planning.ts'

/** An order as it is now. */
export interface OrderHead {
  readonly id: string
  readonly revision: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly order: Order
}

/** An order in the list, with what its plan comes to. */
export interface OrderRowShown {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly lines: number
  readonly parts: number
  readonly state: PlanRow['state'] | 'none'
  readonly bars: number
  readonly pieces: number
  readonly missing: number
  readonly done: number
}

/** The plan of an order, and how far it has come where it is being made. */
export interface PlanShown {
  readonly state: PlanRow['state'] | 'none'
  readonly version: number
  readonly trouble: string | null
  readonly told: PlanTold | null
  readonly plan: PlanMade | null
  /** Parts that were saved, or are gone, since they were planned, by line. */
  readonly changed: readonly string[]
  /** The order was changed since in its lines, its saw or its bars. */
  readonly outdated: boolean
}

export type OrderOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly newest: number }
  | { readonly kind: 'missing' }

export type MoveOutcome =
  | { readonly kind: 'moved'; readonly version: number }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'stale' }
  | { readonly kind: 'missing' }

/** Lengths that differ by less are those of one bar, mm. */
const SAME_LENGTH = 1e-3

/** A piece put on another bar by hand. */
export interface MoveWanted {
  readonly version: number
  readonly group: string
  readonly piece: string
  readonly to: string
  readonly at: number
}

/** Orders with their plans. `now` gives ms since 1970. */
export function orderService(db: Database, planning: PlanningService, now: () => number = Date.now) {
  const planOf = (row: PlanRow | undefined): PlanMade | null =>
    row?.body == null ? null : (JSON.parse(row.body) as PlanMade)

  return {
    async list(binned: boolean): Promise<OrderRowShown[]> {
      const rows = await listOrders(db.read, binned)
      return Promise.all(
        rows.map(async ({ body, id, name, revision, updatedAt, binnedAt }) => {
          const order = JSON.parse(body) as Order
          const row = await findPlan(db.read, id)
          return {
            id,
            name,
            revision,
            updatedAt,
            binnedAt,
            lines: order.lines.length,
            parts: order.lines.reduce((n, l) => n + l.quantity, 0),
            state: row?.state ?? 'none',
            bars: row?.figures?.bars ?? 0,
            pieces: row?.figures?.pieces ?? 0,
            missing: row?.figures?.missing ?? 0,
            done: order.done.length,
          }
        }),
      )
    },

    async get(id: string): Promise<OrderHead | undefined> {
      const row = await findOrder(db.read, id)
      if (!row) return undefined
      const { revision, updatedAt, binnedAt, body } = row
      return { id, revision, updatedAt, binnedAt, order: JSON.parse(body) as Order }
    },

    async create(order: Order): Promise<string> {
      const id = randomUUID()
      await db.write((tx) =>
        insertOrder(tx, id, { name: order.name, at: now(), body: JSON.stringify(order) }),
      )
      return id
    },

    /** Saves a new revision if `base` is still the newest; saving what is there already changes nothing. */
    save: (id: string, base: number, order: Order): Promise<OrderOutcome> =>
      db.write(async (tx) => {
        const body = JSON.stringify(order)
        if (await changeOrder(tx, id, base, { name: order.name, at: now(), body }))
          return { kind: 'saved', revision: base + 1 }
        const row = await findOrder(tx, id)
        if (!row) return { kind: 'missing' }
        return row.body === body
          ? { kind: 'saved', revision: row.revision }
          : { kind: 'stale', newest: row.revision }
      }),

    setBinned: (id: string, binned: boolean): Promise<boolean> =>
      db.write((tx) => setOrderBinned(tx, id, binned ? now() : null)),

    /** Asks for a plan; false where there is no such order. */
    async plan(id: string): Promise<boolean> {
      if (!(await findOrder(db.read, id))) return false
      await planning.want(id)
      return true
    },

    halt: (id: string): Promise<void> => planning.halt(id),

    async planShown(id: string): Promise<PlanShown | undefined> {
      const row = await findOrder(db.read, id)
      if (!row) return undefined
      const kept = await findPlan(db.read, id)
      const plan = planOf(kept)
      const changed: string[] = []
      const order = JSON.parse(row.body) as Order
      for (const line of plan?.lines ?? []) {
        const head = await findHead(db.read, line.part)
        const there = head && head.row.binnedAt === null ? head.row.revision : 0
        if (there !== line.revision && order.lines.some((l) => l.id === line.line)) changed.push(line.line)
      }
      return {
        state: kept?.state ?? 'none',
        version: kept?.version ?? 0,
        trouble: kept?.trouble ?? null,
        told: planning.told(id) ?? null,
        plan,
        changed,
        outdated: plan !== null && !sameAsked(plan, order),
      }
    },

    /** An order and its plan as they are kept; undefined without a plan. */
    async keptPlan(
      id: string,
    ): Promise<{ readonly name: string; readonly order: string; readonly plan: string } | undefined> {
      const row = await findOrder(db.read, id)
      const kept = await findPlan(db.read, id)
      return row && kept?.body != null ? { name: row.name, order: row.body, plan: kept.body } : undefined
    },

    /** Puts a piece on another bar. */
    async move(id: string, wanted: MoveWanted, said: (mm: number) => string): Promise<MoveOutcome> {
      const row = await findOrder(db.read, id)
      const kept = await findPlan(db.read, id)
      const plan = planOf(kept)
      if (!row || !kept || !plan) return { kind: 'missing' }
      if (kept.version !== wanted.version) return { kind: 'stale' }
      const order = JSON.parse(row.body) as Order
      const group = plan.groups.find((g) => g.key === wanted.group)
      if (!group) return { kind: 'missing' }
      const moved = movedPiece(group.bars, order.saw, wanted, new Set(order.done), said)
      if (!moved.ok) return { kind: 'refused', message: moved.fault.message }
      const cost = moved.value.reduce((sum, b) => sum + b.cost, 0)
      const body: PlanMade = {
        ...plan,
        groups: plan.groups.map((g) => (g === group ? { ...g, bars: moved.value, cost } : g)),
      }
      const done = await db.write((tx) => replacePlan(tx, id, wanted.version, written(body)))
      return done ? { kind: 'moved', version: wanted.version + 1 } : { kind: 'stale' }
    },

    /** Puts what is left of the bars of a stock that are sawn on its shelf, and takes those that came from there off it. */
    async shelve(
      id: string,
      wanted: { readonly version: number; readonly group: string },
    ): Promise<MoveOutcome> {
      const row = await findOrder(db.read, id)
      const kept = await findPlan(db.read, id)
      const plan = planOf(kept)
      const group = plan?.groups.find((g) => g.key === wanted.group)
      if (!row || !kept || !plan || !group) return { kind: 'missing' }
      if (kept.version !== wanted.version) return { kind: 'stale' }
      const { saw, done } = JSON.parse(row.body) as Order
      const { bars, lengths, taken } = shelving(group, saw, new Set(done))
      if (bars.length === 0)
        return { kind: 'refused', message: 'no bar of it is sawn that was not cleared away before' }
      const body: PlanMade = {
        ...plan,
        groups: plan.groups.map((g) =>
          g === group ? { ...g, shelved: [...(g.shelved ?? []), ...bars.map((b) => b.id)] } : g,
        ),
      }
      return db.write(async (tx): Promise<MoveOutcome> => {
        const stock = (await listStock(tx)).find((s) => s.id === group.row)
        if (!stock) return { kind: 'refused', message: 'the table of stock has no row for it any more' }
        const left = [...stock.remnants]
        for (const length of taken) {
          const at = left.findIndex((l) => Math.abs(l - length) < SAME_LENGTH)
          if (at >= 0) left.splice(at, 1)
        }
        if (!(await replacePlan(tx, id, wanted.version, written(body)))) return { kind: 'stale' }
        await putStock(tx, { ...stock, remnants: [...left, ...lengths].sort((a, b) => a - b) })
        return { kind: 'moved', version: wanted.version + 1 }
      })
    },
  }
}

const sameAsked = ({ asked: a }: PlanMade, { lines, saw, stocks, sharing, asSawn = [] }: Order): boolean =>
  JSON.stringify([a.lines, a.saw, a.stocks, a.sharing ?? 'kept', a.asSawn ?? []]) ===
  JSON.stringify([lines, saw, stocks, sharing ?? 'kept', asSawn])

/** A plan as it is kept. */
const written = (plan: PlanMade) => ({ body: JSON.stringify(plan), figures: planFigures(plan) })

export type OrderService = ReturnType<typeof orderService>
