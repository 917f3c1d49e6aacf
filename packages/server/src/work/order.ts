import { gives } from '@flexum/core/recipe'
import { fail, fault, ok, type Result } from '@flexum/core/base'
import type { LinearSolver } from '@flexum/core/cutting'
import {
  listPieces,
  byStock,
  ORDER_LIMITS,
  planOrder,
  type GroupPlan,
  type ListedLine,
  type Order,
  type StockOfTable,
} from '@flexum/core/report'
import type { Service } from '@flexum/core/service'
import { cutPlanPdf } from '../pdf/cut-plan.ts'
import { readText } from './jobs.ts'

/** All that an order is planned from. */
export interface PlanWanted {
  readonly order: Order
  /** Its parts as they are kept. */
  readonly parts: readonly { readonly id: string; readonly revision: number; readonly body: string }[]
  readonly table: readonly StockOfTable[]
  /** Prices a kg by the name of the material. */
  readonly prices: readonly (readonly [material: string, price: number])[]
  readonly before: readonly GroupPlan[]
}

/** A line of an order with what was planned of it. */
export interface PlannedLine {
  readonly line: string
  readonly part: string
  readonly name: string
  readonly revision: number
  readonly pieces: number
  readonly faults: readonly string[]
}

/** The plan of an order. */
export interface PlanMade {
  /** What of the order it was planned from. */
  readonly asked: Pick<Order, 'lines' | 'saw' | 'stocks' | 'sharing' | 'asSawn'>
  readonly lines: readonly PlannedLine[]
  readonly groups: readonly GroupPlan[]
}

/** The cut list and the plan of an order as a PDF, as it was planned; with a note where that is not as the order is now. */
export function drawPlanSheet(order: string, plan: string, note?: string): Result<Uint8Array> {
  const { asked, groups } = JSON.parse(plan) as PlanMade
  // As it was planned: an old plan is never put together with what the order says by now.
  return ok(cutPlanPdf({ ...(JSON.parse(order) as Order), saw: asked.saw }, groups, note))
}

/** What a plan comes to, in short. */
export function planFigures({ groups }: PlanMade): { bars: number; pieces: number; missing: number } {
  const sum = (of: (g: GroupPlan) => number): number => groups.reduce((n, g) => n + of(g), 0)
  return {
    bars: sum((g) => g.bars.length),
    pieces: sum((g) => g.bars.reduce((n, b) => n + b.pieces.length, 0)),
    missing: sum((g) => g.missing.length),
  }
}

/** How far a plan has come. */
export interface PlanTold {
  readonly group: number
  readonly of: number
  readonly bars: number
  readonly bound: number
}

/** Seconds that a stock may take in whole numbers. */
const WHOLE_SECONDS = 8

/**
 * Lists what the parts of an order are sawn from, and plans it: first what is soon there, then the better plan. `tell` says false when what there is
 * is enough.
 */
export function planWanted(
  service: Service,
  solver: LinearSolver,
  wanted: PlanWanted,
  tell: (told: PlanTold) => boolean,
  soon: (plan: PlanMade) => void = () => undefined,
): Result<PlanMade> {
  const lists: ListedLine[] = []
  const lines: PlannedLine[] = []
  for (const line of wanted.order.lines) {
    const found = wanted.parts.find((p) => p.id === line.part)
    const read = found && readText(found.body)
    const about = { line: line.id, part: line.part, revision: found?.revision ?? 0 }
    if (!found || !read?.ok) {
      const why = read && !read.ok ? read.fault.message : 'this part is not on the Rack'
      lines.push({ ...about, name: '', pieces: 0, faults: [why] })
      continue
    }
    const { name, variants } = read.value
    const variant = variants.find((v) => v.id === line.variant)
    const gone = line.variant !== null && !variant
    const part = line.variant === null ? read.value : { ...read.value, variant: variant?.id ?? null }
    // How ends meet bodies is only known when these are there; all else is known at once.
    const phase = part.steps.some((s) => gives(s, 'trims')) ? 'whole' : 'figures'
    const { pieces, faults } = listPieces(part, service.evaluate(part, { phase }))
    const named = variant ? `${name}, ${variant.name}` : name
    lines.push({
      ...about,
      name: named,
      pieces: pieces.length,
      faults: [
        ...(gone ? ['the variant is not there any more; its values as they are count'] : []),
        ...faults,
      ],
    })
    lists.push({ line, name: named, revision: found.revision, pieces })
  }
  const count = lists.reduce((sum, l) => sum + l.line.quantity * l.pieces.length, 0)
  if (count > ORDER_LIMITS.pieces)
    return fail(
      fault('order.too-many', `that would be ${count} pieces; an order has at most ${ORDER_LIMITS.pieces}`),
    )
  const { lines: asked, saw, stocks, sharing, asSawn } = wanted.order
  const planned = (seconds: number, go: (at: PlanTold) => boolean): PlanMade => ({
    asked: { lines: asked, saw, stocks, ...(sharing ? { sharing } : {}), ...(asSawn ? { asSawn } : {}) },
    lines,
    groups: planOrder(wanted.order, byStock(lists, wanted.table), {
      solver,
      prices: new Map(wanted.prices),
      before: wanted.before,
      seconds,
      tell: (group, of, bars, bound) => go({ group, of, bars, bound }),
    }),
  })
  soon(planned(0, () => false))
  return ok(planned(WHOLE_SECONDS, tell))
}
