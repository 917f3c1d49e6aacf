import { beforeAll, describe, expect, it } from 'vitest'
import { fitsOn, movedPiece, type LinearSolver } from '@flexum/core/cutting'
import { emptyOrder, type Order } from './order.ts'
import { planOrder } from './plan.ts'
import type { OrderPiece, StockGroup } from './gather.ts'
import { loadHighs } from '../../../../highs/src/index.ts'
import type { GroupPlan } from './group-plan.ts'

let solver: LinearSolver
beforeAll(async () => {
  solver = await loadHighs()
})

const cut = { made: 'square', mitre: 0, bevel: 0 }
const piece = (key: string, length: number, quantity: number): OrderPiece =>
  ({
    key,
    line: 'l',
    part: 'Part',
    quantity,
    run: 'run',
    runName: 'Run',
    number: 1,
    length,
    short: length,
    left: cut,
    right: cut,
    bent: false,
    mass: 1,
  }) as never
const group = (...pieces: OrderPiece[]): StockGroup =>
  ({
    key: 'stock',
    row: undefined,
    stock: { words: 'Bar', material: 'Steel', massPerLength: 1e-3, shape: 'round-bar', sizes: {} },
    pieces,
  }) as never
const order = (more: Partial<Order> = {}): Order => ({
  ...emptyOrder('Order'),
  stocks: [{ key: 'stock', bars: [{ id: 'b', length: 6000, count: null, price: 10, remnant: false }] }],
  ...more,
})
const planned = (o: Order, groups: StockGroup[], before: readonly GroupPlan[] = []): GroupPlan[] =>
  planOrder(o, groups, { solver, prices: new Map(), before, seconds: 2 })
const ids = (g: GroupPlan): string[] => g.bars.flatMap((b) => b.pieces.map((p) => p.id))

describe('a plan made anew', () => {
  it('tells of sawn pieces of another size, and saws others in their place', () => {
    const first = planned(order(), [group(piece('l.r.1', 900, 12))])
    const done = first[0]!.bars[0]!.pieces.slice(0, 2).map((p) => p.id)
    const [now] = planned(order({ done }), [group(piece('l.r.1', 1000, 12))], first) as [GroupPlan]
    expect(now.off).toEqual(done.map((id) => ({ id, length: 900, wanted: 1000, asSawn: false })))
    const lengths = now.bars.flatMap((b) => b.pieces.map((p) => p.length)).sort((a, b) => a - b)
    expect(lengths).toEqual([900, 900, ...Array.from({ length: 12 }, () => 1000)])
    // None has the name of another, and those that are sawn keep theirs.
    expect(new Set(ids(now)).size).toBe(14)
    for (const id of done) expect(ids(now)).toContain(id)
    for (const b of now.bars) expect(fitsOn(b.pieces, b.length, order().saw)).toBe(true)
    // One that is sawn in place of another stays where it is put by hand, as any.
    const bar = now.bars.find((b) => b.pieces.some((p) => p.id === 'l.r.1.13'))!
    const put = movedPiece(
      now.bars,
      order().saw,
      { piece: 'l.r.1.13', to: bar.id, at: bar.pieces.length },
      new Set(done),
    )
    if (!put.ok) throw new Error(put.fault.message)
    const [held] = planned(
      order({ done }),
      [group(piece('l.r.1', 1000, 12))],
      [{ ...now, bars: put.value }],
    ) as [GroupPlan]
    expect(held.bars.find((b) => b.id === bar.id)).toMatchObject({ held: true, byHand: ['l.r.1.13'] })
    expect(held.bars.find((b) => b.id === bar.id)!.pieces.map((p) => p.id)).toContain('l.r.1.13')
    // Planned once more nothing changes.
    const [again] = planned(order({ done }), [group(piece('l.r.1', 1000, 12))], [now]) as [GroupPlan]
    expect(ids(again).sort()).toEqual(ids(now).sort())
  })
  it('takes them as they are where that is said', () => {
    const first = planned(order(), [group(piece('l.r.1', 900, 12))])
    const done = first[0]!.bars[0]!.pieces.slice(0, 2).map((p) => p.id)
    const [now] = planned(order({ done, asSawn: done }), [group(piece('l.r.1', 1000, 12))], first) as [
      GroupPlan,
    ]
    expect(now.off!.map((o) => o.asSawn)).toEqual([true, true])
    expect(ids(now)).toHaveLength(12)
  })
  it('keeps what was sawn of what is not wanted any more, stock and all', () => {
    const first = planned(order(), [group(piece('l.r.1', 900, 4), piece('m.r.1', 500, 2))])
    const done = [...ids(first[0]!)].filter((id) => id.startsWith('m.'))
    const [now] = planned(order({ done }), [group(piece('l.r.1', 900, 4))], first) as [GroupPlan]
    expect(ids(now)).toHaveLength(6)
    expect(now.pieces.map((p) => [p.key, p.quantity])).toEqual([
      ['l.r.1', 4],
      ['m.r.1', 0],
    ])
    const none = planned(order({ done }), [], [now])
    expect(none.map((g) => ids(g).sort())).toEqual([done.sort()])
    expect(planned(order(), [], first)).toEqual([])
  })
  it('uses the rest of a bar that was begun or touched: only what is sawn or was put there by hand stays', () => {
    // Four of 1419 and one of 1000 in bars of 6000 with trims of 10 and a kerf of 3: four fit one bar, the fifth another.
    const wanted = group(piece('l.r.1', 1419, 4), piece('m.r.1', 1000, 2))
    const first = planned(order(), [wanted])
    expect(first[0]!.bars).toHaveLength(2)
    const [one] = first[0]!.bars as [GroupPlan['bars'][number]]
    // Of each bar one piece is sawn: the rest is free to lie anywhere.
    const done = [one.pieces[0]!.id]
    const [now] = planned(
      order({ done }),
      [group(piece('l.r.1', 1419, 2), piece('m.r.1', 1000, 2))],
      first,
    ) as [GroupPlan]
    expect(now.bars).toHaveLength(1)
    expect(ids(now)).toHaveLength(4)
    expect(now.bars[0]!.id).toBe(one.id)
  })
  it('puts a piece on the rest of a bar that was touched by hand, and lets only what was put there by hand be', () => {
    const first = planned(order(), [group(piece('l.r.1', 2200, 2))])
    const [bar] = first[0]!.bars
    const hand = bar!.pieces[1]!.id
    const moved = movedPiece(first[0]!.bars, order().saw, { piece: hand, to: bar!.id, at: 0 }, new Set())
    if (!moved.ok) throw new Error(moved.fault.message)
    expect(moved.value[0]).toMatchObject({ held: true, byHand: [hand] })
    const before = [{ ...first[0]!, bars: moved.value }]
    const [now] = planned(order(), [group(piece('l.r.1', 2200, 2), piece('m.r.1', 1000, 1))], before) as [
      GroupPlan,
    ]
    expect(now.bars).toHaveLength(1)
    expect(now.bars[0]).toMatchObject({ id: bar!.id, held: true, byHand: [hand] })
    expect(now.bars[0]!.pieces[0]!.id).toBe(hand)
    expect(ids(now)).toHaveLength(3)
    expect(fitsOn(now.bars[0]!.pieces, 6000, order().saw)).toBe(true)
    // A plan from before it was kept which: all of its pieces stay.
    const { byHand: _, ...old } = moved.value[0]!
    const [kept] = planned(order(), [group(piece('l.r.1', 2200, 2))], [{ ...first[0]!, bars: [old] }]) as [
      GroupPlan,
    ]
    expect(kept.bars[0]!.pieces.map((p) => p.id)).toEqual(old.pieces.map((p) => p.id))
  })
})
