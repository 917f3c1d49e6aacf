import { beforeEach, describe, expect, it, vi } from 'vitest'
import { leftOn, placedOn, type BarLayout } from '@flexum/core/cutting'
import { STARTERS } from '@flexum/core/recipe'
import { emptyOrder, type Order } from '@flexum/core/report'
import { serverForEach } from '../testing/app.ts'
import { DEMO_STOCK, DEMO_MATERIALS } from './demo/materials.ts'
import { noticeFrame } from './demo/sawn-parts.ts'
import { planningService } from './services/planning.ts'

const server = serverForEach()
const { call } = server

/** A round bar of 10 mm in mild steel, 290 long: of the row for that in the table of stock. */
const bar = STARTERS.straight.make('Peg')
const cutOf = 200

let peg: string
let frame: string
beforeEach(async () => {
  for (const { id, ...m } of DEMO_MATERIALS) await call('PUT', `/catalogue/materials/${id}`, m)
  for (const { id, ...s } of DEMO_STOCK.filter((x) => x.materialId !== 'ash'))
    await call('PUT', `/catalogue/stock/${id}`, { ...s, forming: null })
  peg = (await call('POST', '/parts', { part: bar })).json.id
  frame = (await call('POST', '/parts', { part: noticeFrame })).json.id
})

const orderOf = (...lines: [part: string, quantity: number, variant?: string][]): Order => ({
  ...emptyOrder('Spring'),
  lines: lines.map(([part, quantity, variant], i) => ({
    id: `l${i + 1}`,
    part,
    quantity,
    variant: variant ?? null,
  })),
})
async function planned(order: Order, id?: string): Promise<{ id: string; shown: ReturnType<typeof Object> }> {
  const own = id ?? ((await call('POST', '/orders', { order })).json.id as string)
  expect((await call('POST', `/orders/${own}/plan`)).status).toBe(202)
  await server.planning().idle()
  return { id: own, shown: (await call('GET', `/orders/${own}/plan`)).json }
}
const save = async (id: string, base: number, order: Order): Promise<void> => {
  expect((await call('PUT', `/orders/${id}`, { base, order })).status).toBe(200)
}
const FLAT = { id: 'a', length: 2400, count: null, price: 12, remnant: false }

describe('orders', () => {
  it('are made, saved over the newest alone, listed, and binned', async () => {
    const order = orderOf([peg, 2])
    const { id } = (await call('POST', '/orders', { order })).json
    expect((await call('GET', `/orders/${id}`)).json).toMatchObject({ revision: 1, order })
    await save(id, 1, { ...order, name: 'Summer' })
    const stale = await call('PUT', `/orders/${id}`, { base: 1, order: { ...order, name: 'Autumn' } })
    expect(stale).toMatchObject({ status: 409, json: { error: { code: 'order.stale' } } })
    expect((await call('GET', '/orders')).json.orders).toMatchObject([
      { id, name: 'Summer', revision: 2, lines: 1, parts: 2, state: 'none' },
    ])
    await call('POST', `/orders/${id}/bin`)
    expect((await call('GET', '/orders')).json.orders).toEqual([])
    await call('POST', `/orders/${id}/restore`)
    expect((await call('GET', '/orders')).json.orders).toHaveLength(1)
  })
  it('say what is wrong with them', async () => {
    const wrong = async (change: object): Promise<string> =>
      (await call('POST', '/orders', { order: { ...orderOf([peg, 1]), ...change } })).json.error.message
    expect(await wrong({ name: ' ' })).toMatch(/name/)
    expect(await wrong({ lines: [{ id: 'a', part: peg, variant: null, quantity: -1 }] })).toMatch(/0 or more/)
    expect(await wrong({ lines: [{ id: 'a', part: peg, variant: null, quantity: 1.5 }] })).toMatch(/whole/)
    expect(await wrong({ saw: { kerf: -1, trimStart: 0, trimEnd: 0, keepFrom: 0 } })).toMatch(
      /kerf is 0 or more/,
    )
    expect(await wrong({ schema: 2 })).toMatch(/newer/)
    expect((await call('GET', '/orders/00000000-0000-4000-8000-000000000000')).status).toBe(404)
    expect((await call('GET', '/orders/x')).status).toBe(400)
  })
})

describe('plans of orders', () => {
  it('put pieces of all parts together by stock, found by shape, sizes and material', async () => {
    const { shown } = await planned({
      ...orderOf([peg, 30], [frame, 2]),
      stocks: [],
    })
    expect(shown).toMatchObject({ state: 'done', trouble: null, changed: [] })
    const [round, flat] = shown.plan.groups
    expect(round).toMatchObject({
      row: 'rb-10-ms',
      name: 'Mild steel round 10',
      missing: [],
      unpriced: false,
    })
    // Bars of 6000 hold as many as their trims and kerfs allow; what they cost goes by their mass.
    const length = round.pieces[0].length as number
    expect(length).toBeGreaterThanOrEqual(cutOf)
    const each = Math.floor((6000 - 20 + 3) / (length + 3))
    expect(round.bars).toHaveLength(Math.ceil(30 / each))
    expect(round.cost).toBeCloseTo(round.bars.length * 6000 * Math.PI * 25 * 7850e-9 * 2, 6)
    expect(round.bound).toBeCloseTo(round.cost, 6)
    // No row has flats of ash: all pieces are missing until bars are told.
    expect(flat).toMatchObject({ row: null, bars: [], kinds: [] })
    expect(flat.missing).toHaveLength(8)
    expect(flat.pieces.map((p: { length: number }) => Math.round(p.length))).toEqual([420, 594, 420, 594])
  })
  it('let neighbours share cuts that lean alike: turned over, a frame fits a bar that it would not', async () => {
    const first = await planned(orderOf([frame, 2]))
    const { key } = first.shown.plan.groups[0]
    // 594, 594, 420, 420: 2028 by themselves, and 45 less wherever two lie beside each other.
    const order = { ...orderOf([frame, 2]), stocks: [{ key, bars: [{ ...FLAT, length: 2000 }] }] }
    await save(first.id, 1, order)
    const kept = (await planned(order, first.id)).shown.plan.groups[0]
    expect([kept.bars.length, kept.missing]).toEqual([3, []])
    const turned = { ...order, sharing: 'turned' as const }
    await save(first.id, 2, turned)
    expect((await call('GET', `/orders/${first.id}/plan`)).json.outdated).toBe(true)
    const shared = (await planned(turned, first.id)).shown.plan.groups[0]
    expect([shared.bars.length, shared.missing, shared.cost]).toEqual([2, [], 24])
    expect(shared.bound).toBe(24)
    for (const b of shared.bars) {
      const placed = placedOn(b, order.saw)
      expect(placed.map((p) => p.turned)).toEqual(placed.map((_, k) => k % 2 === 1))
      expect(placed.at(-1)!.to).toBeLessThan(1990)
    }
  })
  it('are written as a PDF, over as many pages as they take', async () => {
    const { id } = await planned(orderOf([peg, 400], [frame, 3]))
    const { response, status } = await call('GET', `/orders/${id}/plan.pdf`)
    expect([status, response.headers.get('content-type')]).toEqual([200, 'application/pdf'])
    expect(response.headers.get('content-disposition')).toContain('Spring%20cut%20plan.pdf')
    const pdf = Buffer.from(await response.arrayBuffer()).toString('latin1')
    expect([pdf.slice(0, 5), pdf.trimEnd().endsWith('%%EOF')]).toEqual(['%PDF-', true])
    const pages = (of: string): number => of.match(/\/Type \/Page\b/g)!.length
    expect(pages(pdf)).toBe(1)
    // A row for each line of the order, some 55 to a page.
    const lines = Array.from({ length: 70 }, (): [string, number] => [peg, 1])
    const { id: many } = await planned(orderOf(...lines))
    const long = await (await call('GET', `/orders/${many}/plan.pdf`)).response.arrayBuffer()
    expect(pages(Buffer.from(long).toString('latin1'))).toBeGreaterThan(1)
    const none = (await call('POST', '/orders', { order: orderOf([peg, 1]) })).json.id as string
    expect((await call('GET', `/orders/${none}/plan.pdf`)).status).toBe(404)
  })
  it('count a price by the metre', async () => {
    const first = await planned(orderOf([frame, 1]))
    const { key } = first.shown.plan.groups[0]
    const order = {
      ...orderOf([frame, 1]),
      stocks: [{ key, bars: [{ ...FLAT, length: 2500, price: 4, perMetre: true }] }],
    }
    await save(first.id, 1, order)
    expect((await planned(order, first.id)).shown.plan.groups[0].cost).toBeCloseTo(10, 9)
  })
  it('put what is left of sawn bars on the shelf, and take it first next time', async () => {
    const order = orderOf([peg, 25])
    const { id, shown } = await planned(order)
    const [group] = shown.plan.groups
    const shelve = (version: number) =>
      call('POST', `/orders/${id}/plan/shelve`, { version, group: group.key })
    expect(await shelve(shown.version)).toMatchObject({ status: 422 })
    const done = group.bars.flatMap((b: { pieces: { id: string }[] }) => b.pieces.map((p) => p.id))
    await save(id, 1, { ...order, done })
    expect((await shelve(shown.version)).status).toBe(200)
    // Once only, and not over a plan that was changed in between.
    expect((await shelve(shown.version)).status).toBe(409)
    expect((await shelve(shown.version + 1)).status).toBe(422)
    const remnants = async (): Promise<number[]> =>
      (await call('GET', '/catalogue/stock')).json.stock.find((s: { id: string }) => s.id === 'rb-10-ms')
        .remnants
    const lefts = group.bars.map((b: BarLayout) => Math.floor(leftOn(b, order.saw)))
    const left = Math.max(...lefts)
    // One bar is full, and what is left of the other is kept.
    expect([lefts.length, left > 500, Math.min(...lefts) < 500]).toEqual([2, true, true])
    expect(await remnants()).toEqual([left])
    // Another order takes it before anything is bought, and it is gone when that is sawn.
    const small = orderOf([peg, Math.floor(left / 400)])
    const next = await planned(small)
    const [own] = next.shown.plan.groups
    expect(own.bars.map((b: { length: number; cost: number }) => [b.length, b.cost])).toEqual([[left, 0]])
    await save(next.id, 1, { ...small, done: own.bars[0].pieces.map((p: { id: string }) => p.id) })
    await call('POST', `/orders/${next.id}/plan/shelve`, { version: next.shown.version, group: own.key })
    const rest = Math.floor(leftOn(own.bars[0], order.saw))
    expect(await remnants()).toEqual(rest >= order.saw.keepFrom ? [rest] : [])
    // What was cleared away stays in its plan when the rest is planned anew.
    const again = await planned(
      { ...small, done: own.bars[0].pieces.map((p: { id: string }) => p.id) },
      next.id,
    )
    expect(again.shown.plan.groups[0]).toMatchObject({ shelved: [own.bars[0].id], missing: [] })
  })
  it('keep what was sawn, plan the rest anew, and tell of parts that changed', async () => {
    const first = await planned(orderOf([frame, 2]))
    const { key } = first.shown.plan.groups[0]
    const order = { ...orderOf([frame, 2]), stocks: [{ key, bars: [FLAT] }] }
    await save(first.id, 1, order)
    const { shown } = await planned(order, first.id)
    const [group] = shown.plan.groups
    expect(group.missing).toEqual([])
    expect(shown.outdated).toBe(false)
    await save(first.id, 2, { ...order, saw: { ...order.saw, kerf: 4 } })
    expect((await call('GET', `/orders/${first.id}/plan`)).json.outdated).toBe(true)
    await save(first.id, 3, order)
    expect(group.bars).toHaveLength(2)
    const begun = group.bars[1]
    const done = [begun.pieces[0].id as string]
    await save(first.id, 4, { ...order, done })
    // The part is made smaller: what was sawn stays on its bar, all else is planned anew.
    const small = { ...noticeFrame, variant: 'small' }
    await call('PUT', `/parts/${frame}`, { base: 1, part: small })
    expect((await call('GET', `/orders/${first.id}/plan`)).json.changed).toEqual(['l1'])
    const again = await planned({ ...order, done }, first.id)
    const [now] = again.shown.plan.groups
    expect(again.shown.changed).toEqual([])
    expect(now.bars[0].pieces[0]).toEqual(begun.pieces[0])
    type Bars = readonly { readonly pieces: readonly { readonly id: string }[] }[]
    const namesOn = (bars: Bars): string[] => bars.flatMap((b) => b.pieces.map((p) => p.id))
    // What was sawn is of the old size: it is told, and another is sawn in its place.
    expect(new Set(namesOn(now.bars)).size).toBe(9)
    expect(namesOn(now.bars)).toHaveLength(9)
    expect(now.off).toMatchObject([{ id: done[0], length: begun.pieces[0].length, asSawn: false }])
    // Taken as it is, there are as many as are wanted; that makes the plan an old one until it is made anew.
    const kept = { ...order, done, asSawn: done }
    await save(first.id, 5, kept)
    expect((await call('GET', `/orders/${first.id}/plan`)).json.outdated).toBe(true)
    const asSawn = await planned(kept, first.id)
    expect(asSawn.shown.outdated).toBe(false)
    expect(namesOn(asSawn.shown.plan.groups[0].bars)).toHaveLength(8)
  })
  it('are changed by hand, kept so, and refused with why', async () => {
    const first = await planned(orderOf([frame, 2]))
    const { key } = first.shown.plan.groups[0]
    const order = { ...orderOf([frame, 2]), stocks: [{ key, bars: [{ ...FLAT, length: 3000 }] }] }
    await save(first.id, 1, order)
    const { shown } = await planned(order, first.id)
    type Bar = {
      readonly id: string
      readonly pieces: readonly { readonly id: string; readonly length: number }[]
    }
    const filled = (b: Bar): number => b.pieces.reduce((sum, p) => sum + p.length, 0)
    const [full, roomy] = (shown.plan.groups[0].bars as Bar[]).toSorted((a, b) => filled(b) - filled(a)) as [
      Bar,
      Bar,
    ]
    const move = (piece: string, to: string, version = shown.version) =>
      call('POST', `/orders/${first.id}/plan/move`, { version, group: key, piece, to, at: 0, unit: 'mm' })
    const refused = await move(roomy.pieces[0]!.id, full.id)
    expect(refused).toMatchObject({ status: 422, json: { error: { code: 'plan.refused' } } })
    expect(refused.json.error.message).toMatch(/left between its trims, and the piece takes/)
    const piece = full.pieces[0]!.id
    expect((await move(piece, roomy.id)).status).toBe(200)
    const after = (await call('GET', `/orders/${first.id}/plan`)).json
    const now = after.plan.groups[0].bars.find((b: Bar) => b.id === roomy.id)
    expect([now.held, now.pieces[0].id, now.pieces.length]).toEqual([true, piece, roomy.pieces.length + 1])
    // From a plan that someone looked at before.
    expect((await move(piece, full.id)).status).toBe(409)
    expect(now.byHand).toEqual([piece])
    // Planned anew, the piece stays where it was put, and the rest lies as is best.
    const again = await planned(order, first.id)
    const bar = again.shown.plan.groups[0].bars.find((b: Bar) => b.id === roomy.id)
    expect([bar.held, bar.byHand, bar.pieces[0].id]).toEqual([true, [piece], piece])
  })
  it('say what has no bar, no price, no run, and what is too much', async () => {
    const first = await planned(orderOf([frame, 1], [peg, 1]))
    const { key } = first.shown.plan.groups[0]
    const bars = [{ ...FLAT, length: 600, price: null }]
    const order = {
      ...orderOf([frame, 1], ['00000000-0000-4000-8000-000000000000', 1]),
      stocks: [{ key, bars }],
    }
    await save(first.id, 1, order)
    const ash = DEMO_MATERIALS.find((m) => m.id === 'ash')!
    await call('PUT', '/catalogue/materials/ash', { name: ash.name, density: 680, look: 'wood', price: 0 })
    const { shown } = await planned(order, first.id)
    expect(shown.plan.groups[0]).toMatchObject({ unpriced: true, cost: 2 * 600 })
    expect(shown.plan.groups[0].missing).toHaveLength(2)
    expect(shown.plan.lines[1].faults).toEqual(['this part is not on the Rack'])
    const many = orderOf([frame, 10_000])
    await save(first.id, 2, many)
    const refused = await planned(many, first.id)
    expect(refused.shown).toMatchObject({ state: 'failed' })
    expect(refused.shown.trouble).toMatch(/40000 pieces; an order has at most 20000/)
    // The plan of before is still there.
    expect(refused.shown.plan.groups[0].bars).toHaveLength(2)
  })
  it('that wait are taken up when the server starts again', async () => {
    const { id } = (await call('POST', '/orders', { order: orderOf([peg, 3]) })).json
    const never = { plan: () => ({ made: new Promise<never>(() => undefined), stop: () => undefined }) }
    const before = planningService(server.db(), never as never)
    await before.want(id)
    before.stop()
    expect((await call('GET', `/orders/${id}/plan`)).json.state).toMatch(/waiting|working/)
    await server.planning().takeUp()
    await server.planning().idle()
    expect((await call('GET', `/orders/${id}/plan`)).json).toMatchObject({ state: 'done' })
  })
  it('are halted with the best so far; one that waits is not begun', async () => {
    const [a, b] = [
      (await call('POST', '/orders', { order: orderOf([peg, 3]) })).json.id,
      (await call('POST', '/orders', { order: orderOf([peg, 4]) })).json.id,
    ]
    // Work that goes on until it is stopped.
    let end: (made: unknown) => void = () => undefined
    const made = { asked: { lines: [], saw: {}, stocks: [] }, lines: [], groups: [] }
    const endless = {
      plan: () => ({
        made: new Promise((r) => (end = r)),
        stop: () => end({ ok: true, value: made }),
      }),
    }
    const planning = planningService(server.db(), endless as never)
    await planning.want(a)
    await planning.want(b)
    await planning.halt(b)
    await planning.halt(a)
    await planning.idle()
    const stateOf = async (id: string) => (await call('GET', `/orders/${id}/plan`)).json
    expect(await stateOf(a)).toMatchObject({ state: 'stopped', plan: made })
    expect(await stateOf(b)).toMatchObject({ state: 'failed', plan: null })
  })
  it('have a first plan soon, which stands where the better one runs out of time', async () => {
    const { id } = (await call('POST', '/orders', { order: orderOf([peg, 3]) })).json
    const made = { asked: { lines: [], saw: {}, stocks: [] }, lines: [], groups: [] }
    let end: (outcome: unknown) => void = () => undefined
    const slow = {
      plan: (_: unknown, { soon }: { soon(plan: unknown): void }) => {
        soon(made)
        return { made: new Promise((r) => (end = r)), stop: () => undefined }
      },
    }
    const planning = planningService(server.db(), slow as never)
    await planning.want(id)
    const shown = async () => (await call('GET', `/orders/${id}/plan`)).json
    await vi.waitFor(async () => expect(await shown()).toMatchObject({ state: 'working', plan: made }))
    end({ ok: false, fault: { code: 'work.long', message: 'it took longer than 120 s' } })
    await planning.idle()
    expect(await shown()).toMatchObject({
      state: 'stopped',
      trouble: 'it took longer than 120 s',
      plan: made,
    })
  })
})
