import { tolerance } from '../../num/index.ts'
import {
  fitsOn,
  isByHand,
  placedOn,
  type BarKind,
  type BarLayout,
  type PieceToSaw,
  type Saw,
} from '../../cutting/index.ts'
import { kindOfPiece, namesOfPiece, type OrderPiece, type StockGroup } from './gather.ts'
import type { Order } from './order.ts'
import type { GroupPlan, OffPiece } from './group-plan.ts'

/** Stocks of which nothing is wanted any more, with what was sawn of them. */
export function sawnOnly(
  order: Order,
  groups: readonly StockGroup[],
  before: readonly GroupPlan[],
): GroupPlan[] {
  const done = new Set(order.done)
  return before
    .filter((b) => groups.every((g) => g.key !== b.key))
    .flatMap((b): GroupPlan[] => {
      const bars = b.bars.flatMap((bar) => {
        const pieces = bar.pieces.filter((p) => done.has(p.id))
        return pieces.length > 0 ? [{ ...bar, pieces }] : []
      })
      if (bars.length === 0) return []
      const cost = bars.reduce((sum, bar) => sum + bar.cost, 0)
      const { off: _, ...rest } = b
      return [{ ...rest, pieces: b.pieces.map(unwanted), bars, missing: [], cost, bound: cost }]
    })
}

/** A kind of piece that is not wanted any more, of which some were sawn. */
const unwanted = (p: OrderPiece): OrderPiece => ({ ...p, quantity: 0 })

/** Bars of the plan before with what stays on them: pieces that were sawn, and those put there by hand that did not change since. */
export function keptBars(
  order: Order,
  group: StockGroup,
  kinds: readonly BarKind[],
  before: readonly GroupPlan[],
): BarLayout[] {
  const old = before.find((g) => g.key === group.key)
  if (!old) return []
  const done = new Set(order.done)
  // Of pieces that were sawn to another size there is one more each, which may have been put somewhere by hand too.
  const uncounted = new Set(offPieces(order, group, old.bars).flatMap((o) => (o.asSawn ? [] : [o.id])))
  const lengths = new Map(
    group.pieces.flatMap((p) => namesOfPiece(p, uncounted).map((n) => [n, p.length] as const)),
  )
  const same = (p: PieceToSaw): boolean =>
    Math.abs((lengths.get(p.id) ?? Infinity) - p.length) < tolerance.sameLength
  return old.bars.flatMap((bar) => {
    const begun = bar.pieces.some((p) => done.has(p.id))
    if (!begun && !bar.held) return []
    const kind = kinds.find((k) => k.id === bar.kind)
    const pieces = bar.pieces.filter((p) => done.has(p.id) || (isByHand(bar, p.id) && same(p)))
    // A bar that was begun is there whatever became of its kind; one that is only held needs bars of its kind and its room.
    if (pieces.length === 0 || (!begun && (!kind || !fitsOn(pieces, bar.length, order.saw)))) return []
    return [{ ...bar, pieces, cost: kind?.cost ?? bar.cost }]
  })
}

/** Sawn pieces whose size is another by now. */
export function offPieces(order: Order, group: StockGroup, kept: readonly BarLayout[]): OffPiece[] {
  const done = new Set(order.done)
  const asSawn = new Set(order.asSawn)
  const wanted = new Map(group.pieces.map((p) => [p.key, p.length]))
  return kept.flatMap((b) =>
    b.pieces.flatMap(({ id, length }): OffPiece[] => {
      const now = wanted.get(kindOfPiece(id))
      const isOff = done.has(id) && now !== undefined && Math.abs(now - length) >= tolerance.sameLength
      return isOff ? [{ id, length, wanted: now, asSawn: asSawn.has(id) }] : []
    }),
  )
}

/** Kinds of pieces that are not wanted any more, of which some are on bars that stay. */
export function gonePieces(
  group: StockGroup,
  before: readonly GroupPlan[],
  placed: ReadonlySet<string>,
): OrderPiece[] {
  const wanted = new Set(group.pieces.map((p) => p.key))
  const there = new Set([...placed].map(kindOfPiece))
  const old = before.find((g) => g.key === group.key)?.pieces ?? []
  return old.filter((p) => !wanted.has(p.key) && there.has(p.key)).map(unwanted)
}

/** Kinds of bars that are what is left of others, behind what stays on them, are called so. */
export const REST = 'rest-'

/** What is left of a bar behind its pieces, as a bar of its own that costs nothing more. */
export function restOf(bar: BarLayout, saw: Saw): BarKind {
  const end = placedOn(bar, saw).at(-1)?.to ?? saw.trimStart
  // Its first piece takes a kerf more than that of a bar by itself, and no trim.
  return { id: `${REST}${bar.id}`, length: bar.length - end - saw.kerf + saw.trimStart, cost: 0, count: 1 }
}

/** Bars that stay with what was planned on the rest of them. */
export const withRests = (kept: readonly BarLayout[], made: readonly BarLayout[]): BarLayout[] =>
  kept.map((b) => {
    const more = made.find((m) => m.kind === `${REST}${b.id}`)
    return more ? { ...b, pieces: [...b.pieces, ...more.pieces] } : b
  })
