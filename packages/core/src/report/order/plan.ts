import type { GroupPlan } from './group-plan.ts'
import { countingIds } from '../../base/index.ts'
import {
  leastOverhead,
  placedOn,
  overheadOf,
  stepTo,
  type Nest,
  layoutsOf,
  leftOn,
  planCuts,
  type BarKind,
  type BarLayout,
  type LinearSolver,
  type PieceToSaw,
  type PlanProblem,
  type Saw,
} from '../../cutting/index.ts'
import { namesOfPiece, type OrderPiece, type StockGroup } from './gather.ts'
import { gonePieces, keptBars, offPieces, REST, restOf, sawnOnly, withRests } from './kept.ts'
import type { Order, OrderBar } from './order.ts'

/** What a plan is made with. */
export interface Planning {
  readonly solver: LinearSolver
  /** Prices of materials a kg, by name. */
  readonly prices: ReadonlyMap<string, number>
  /** The plan so far: pieces that were sawn or put on their bar by hand stay on it. */
  readonly before: readonly GroupPlan[]
  /** Seconds a stock may take in whole numbers. */
  readonly seconds: number
  /** Told of how far it has come; where it says false, the rest is done only roughly. */
  tell?(group: number, of: number, bars: number, bound: number): boolean
}

/** Plans every stock of an order. */
export function planOrder(order: Order, groups: readonly StockGroup[], how: Planning): GroupPlan[] {
  let goOn = true
  const planned = groups.map((g, i) =>
    planGroup(order, g, how, (bars, bound) => {
      goOn &&= how.tell?.(i, groups.length, bars, bound) ?? true
      return goOn
    }),
  )
  return [...planned, ...sawnOnly(order, groups, how.before)]
}

/** Kinds of bars that lie on the shelf of left-overs are called so. */
export const ON_SHELF = 'shelf-'

/** Bars of a stock: as the order says, else what is left over and the lengths of the table. */
export function barsAtHand(order: Order, group: StockGroup): readonly OrderBar[] {
  const own = order.stocks.find((s) => s.key === group.key)
  if (own) return own.bars
  const { barLengths = [], remnants = [] } = group.row ?? {}
  return [
    ...[...new Set(remnants)].map((length) => ({
      id: `${ON_SHELF}${length}`,
      length,
      count: remnants.filter((l) => l === length).length,
      price: null,
      remnant: true,
    })),
    ...barLengths.map((length) => ({
      id: `table-${length}`,
      length,
      count: null,
      price: null,
      remnant: false,
    })),
  ]
}

function planGroup(
  order: Order,
  group: StockGroup,
  how: Planning,
  tell: (bars: number, bound: number) => boolean,
): GroupPlan {
  const { saw } = order
  const { material, massPerLength, words } = group.stock
  const kinds = barsAtHand(order, group)
  const perMm = priceOf(how.prices.get(material), massPerLength)
  const unpriced = kinds.some((k) => !k.remnant && k.price === null && perMm === undefined)
  const priced = kinds.map((k): BarKind => ({
    id: k.id,
    length: k.length,
    cost: k.remnant ? 0 : unpriced ? k.length : (priceOfBar(k) ?? k.length * perMm!),
    ...(k.count === null ? {} : { count: k.count }),
  }))
  const kept = keptBars(order, group, priced, how.before)
  // What was cleared away is counted on the shelf no more.
  const shelved = new Set(how.before.find((g) => g.key === group.key)?.shelved)
  const placed = new Set(kept.flatMap((b) => b.pieces.map((p) => p.id)))
  const off = offPieces(order, group, kept)
  const uncounted = new Set(off.flatMap((o) => (o.asSawn ? [] : [o.id])))
  const open = group.pieces.map((p) => ({
    piece: p,
    names: namesOfPiece(p, uncounted).filter((n) => !placed.has(n)),
  }))
  const there = kept.filter((b) => !shelved.has(b.id))
  const rests = there.map((b) => restOf(b, saw))
  const { problem, named } = problemOf(open, [...rests, ...withoutKept(priced, there)], saw, order.sharing)
  const plan = planCuts(problem, {
    solver: how.solver,
    seconds: how.seconds,
    tell: (best) =>
      tell(
        best.uses.reduce((sum, u) => sum + (u.bar < rests.length ? 0 : u.times), kept.length),
        best.bound,
      ),
  })
  const bound = Math.min(plan.cost, boundOf(problem, plan.bound, how))
  const taken = new Set(kept.map((b) => b.id))
  const made = layoutsOf(problem, plan.uses, named, countingIds('bar', taken))
  const bars = [...withRests(kept, made), ...made.filter((b) => !b.kind.startsWith(REST))]
  const keptCost = kept.reduce((sum, b) => sum + b.cost, 0)
  return {
    key: group.key,
    row: group.row?.id ?? null,
    name: group.row?.name ?? `${words}, ${material}`,
    material,
    massPerLength,
    pieces: [...group.pieces, ...gonePieces(group, how.before, placed)],
    kinds,
    bars,
    ...(shelved.size > 0 ? { shelved: kept.flatMap((b) => (shelved.has(b.id) ? [b.id] : [])) } : {}),
    ...(off.length > 0 ? { off } : {}),
    missing: problem.pieces.flatMap((p, i) =>
      named
        .get(p.id)!
        .slice(p.count - plan.missing[i]!)
        .map((m) => m.id),
    ),
    unpriced,
    cost: plan.cost + keptCost,
    bound: bound + keptCost,
  }
}

/** What a bar costs where it has a price of its own. */
const priceOfBar = ({ price, perMetre, length }: OrderBar): number | undefined =>
  price === null ? undefined : perMetre ? (price * length) / 1000 : price

/** What is proven where chains of pieces that share cuts may take less of a bar than they were planned with. */
function boundOf(problem: PlanProblem, bound: number, { solver }: Planning): number {
  const least = leastOverhead(problem)
  if (least >= (problem.overhead ?? 0)) return bound
  return planCuts({ ...problem, overhead: least }, { solver, seconds: 0 }).bound
}

const priceOf = (perKg: number | undefined, massPerLength: number): number | undefined =>
  perKg === undefined || perKg === 0 ? undefined : perKg * massPerLength

const withoutKept = (kinds: readonly BarKind[], kept: readonly BarLayout[]): BarKind[] =>
  kinds.map((k) =>
    k.count === undefined
      ? k
      : { ...k, count: Math.max(0, k.count - kept.filter((b) => b.kind === k.id).length) },
  )

/** What is still to be planned: pieces of one length whose cuts nest alike are one kind. */
function problemOf(
  open: readonly { readonly piece: OrderPiece; readonly names: readonly string[] }[],
  bars: readonly BarKind[],
  saw: Saw,
  sharing: Order['sharing'],
): { readonly problem: PlanProblem; readonly named: ReadonlyMap<string, readonly PieceToSaw[]> } {
  const alike = new Map<string, { length: number; nest: Nest | undefined; pieces: PieceToSaw[] }>()
  for (const { piece, names } of open) {
    if (names.length === 0) continue
    const nest = nestOf(piece, saw, sharing)
    const key = `${piece.length.toFixed(6)}${nest ? ` ${nest.key}` : ''}`
    const had = alike.get(key)
    // The longest of those that differ by round-off decides.
    const length = Math.max(had?.length ?? 0, piece.length)
    const own = names.map((id): PieceToSaw => ({ id, length: piece.length, ...(nest ? { nest } : {}) }))
    alike.set(key, { length, nest, pieces: [...(had?.pieces ?? []), ...own] })
  }
  const kinds = [...alike].sort(([, a], [, b]) => b.length - a.length)
  const pieces = kinds.map(([id, k]) => ({
    id,
    length: k.length,
    count: k.pieces.length,
    ...(k.nest ? { nest: k.nest } : {}),
  }))
  return {
    problem: { pieces, bars, saw, overhead: overheadOf(pieces, saw) },
    named: new Map(kinds.map(([id, k]) => [id, k.pieces])),
  }
}

/** How the cuts of a piece nest with those of others, as far as it may be turned over for that. */
function nestOf(
  { shared, length }: OrderPiece,
  saw: Saw,
  sharing: Order['sharing'] = 'kept',
): Nest | undefined {
  if (!shared || sharing === 'none') return undefined
  const { slope, left, right, depth, lean } = shared
  const free = sharing === 'turned' && shared.turns
  if (!free && left !== right) return undefined
  const side = free ? '' : left > 0 ? ' as it lies' : ' the other way'
  const key = `${[...slope, depth].map((v) => v.toFixed(6)).join(' ')}${side}`
  const nest: Nest = { key, depth, lean, left, right }
  // A piece that is hardly longer than its cuts lean lies by itself.
  return length > depth && length + stepTo(nest, saw) > 0 ? nest : undefined
}

/** What of a plan's bars becomes what, mm and kg. */
export interface GroupFigures {
  readonly bars: number
  readonly pieces: number
  readonly bought: number
  readonly used: number
  /** What is left and kept for later, and what is not. */
  readonly kept: number
  readonly waste: number
  readonly mass: number
}

/** Figures of the bars of a plan. What is bought is what they are long; waste is all that is neither piece nor kept. */
export function figuresOf(plan: Pick<GroupPlan, 'bars' | 'massPerLength'>, saw: Saw): GroupFigures {
  let [bought, used, kept, pieces] = [0, 0, 0, 0]
  for (const b of plan.bars) {
    bought += b.length
    // Where neighbours lie beside each other the bar is used once.
    const placed = placedOn(b, saw)
    used += placed.reduce((sum, p, i) => sum + p.to - Math.max(p.from, placed[i - 1]?.to ?? 0), 0)
    pieces += b.pieces.length
    const left = leftOn(b, saw)
    if (left >= saw.keepFrom && left > 0) kept += left
  }
  return {
    bars: plan.bars.length,
    pieces,
    bought,
    used,
    kept,
    waste: bought - used - kept,
    mass: bought * plan.massPerLength,
  }
}
