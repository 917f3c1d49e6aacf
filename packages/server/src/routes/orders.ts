import { Hono, type Context } from 'hono'
import { number, object, string } from 'yup'
import { oldPlanWords, readOrder } from '@flexum/core/report'
import { documentField, jsonBody, paramsOf, queryOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { Work } from '../work/work.ts'
import type { MoveOutcome, OrderService } from '../services/orders.ts'

const byId = paramsOf(object({ id: string().uuid('an order id is a UUID').required() }))
const order = documentField('order')
const NONE = 'there is no such order'

/** Lengths in refusals, by the unit that is shown. */
const saidIn =
  (unit: 'mm' | 'in') =>
  (mm: number): string =>
    unit === 'in' ? `${(mm / 25.4).toFixed(3)} in` : `${mm.toFixed(1)} mm`

/** What became of a plan that was changed by hand. */
function changed(c: Context, outcome: MoveOutcome) {
  switch (outcome.kind) {
    case 'moved':
      return c.json(outcome, 200)
    case 'refused':
      return problem(c, 422, 'plan.refused', outcome.message)
    case 'stale':
      return problem(c, 409, 'plan.stale', 'the plan was changed in between; look at it again')
    case 'missing':
      return problem(c, 404, 'plan.none', 'there is no such plan')
  }
}

/** Orders: list, make, read, save, bin; their plans: ask, halt, read, change by hand. */
export function orderRoutes(orders: OrderService, work: Pick<Work, 'planSheet'>) {
  return new Hono()
    .get('/', queryOf(object({ bin: string().oneOf(['yes', 'no']).default('no') })), async (c) =>
      c.json({ orders: await orders.list(c.req.valid('query').bin === 'yes') }, 200),
    )
    .post('/', jsonBody(object({ order })), async (c) => {
      const read = readOrder(c.req.valid('json').order)
      if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
      return c.json({ id: await orders.create(read.value) }, 201)
    })
    .get('/:id', byId, async (c) => {
      const found = await orders.get(c.req.valid('param').id)
      return found ? c.json(found, 200) : problem(c, 404, 'order.none', NONE)
    })
    .put(
      '/:id',
      byId,
      jsonBody(object({ base: number().strict().integer().min(1).required('"base" is missing'), order })),
      async (c) => {
        const body = c.req.valid('json')
        const read = readOrder(body.order)
        if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
        const outcome = await orders.save(c.req.valid('param').id, body.base, read.value)
        if (outcome.kind === 'missing') return problem(c, 404, 'order.none', NONE)
        if (outcome.kind === 'saved') return c.json(outcome, 200)
        const message = `this order was saved elsewhere: revision ${body.base} was the base, revision ${outcome.newest} is the newest`
        return problem(c, 409, 'order.stale', message)
      },
    )
    .post('/:id/bin', byId, async (c) =>
      (await orders.setBinned(c.req.valid('param').id, true))
        ? c.json({ ok: true }, 200)
        : problem(c, 404, 'order.none', NONE),
    )
    .post('/:id/restore', byId, async (c) =>
      (await orders.setBinned(c.req.valid('param').id, false))
        ? c.json({ ok: true }, 200)
        : problem(c, 404, 'order.none', NONE),
    )
    .get('/:id/plan', byId, async (c) => {
      const shown = await orders.planShown(c.req.valid('param').id)
      return shown ? c.json(shown, 200) : problem(c, 404, 'order.none', NONE)
    })
    .get('/:id/plan.pdf', byId, async (c) => {
      const { id } = c.req.valid('param')
      const kept = await orders.keptPlan(id)
      const standing = await orders.planShown(id)
      if (!kept) return problem(c, 404, 'plan.none', 'there is no plan of this order yet')
      const done = await work.planSheet(kept.order, kept.plan, standing && oldPlanWords(standing))
      if (!done.ok) return problem(c, 422, done.fault.code, done.fault.message)
      return c.body(new Uint8Array(done.value), 200, {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${kept.name} cut plan.pdf`)}`,
      })
    })
    .post('/:id/plan', byId, async (c) =>
      (await orders.plan(c.req.valid('param').id))
        ? c.json({ ok: true }, 202)
        : problem(c, 404, 'order.none', NONE),
    )
    .post('/:id/plan/halt', byId, async (c) => {
      await orders.halt(c.req.valid('param').id)
      return c.json({ ok: true }, 200)
    })
    .post(
      '/:id/plan/shelve',
      byId,
      jsonBody(
        object({
          version: number().strict().integer().required('"version" is missing'),
          group: string().strict().max(300).required('"group" is missing'),
        }),
      ),
      async (c) => changed(c, await orders.shelve(c.req.valid('param').id, c.req.valid('json'))),
    )
    .post(
      '/:id/plan/move',
      byId,
      jsonBody(
        object({
          version: number().strict().integer().required('"version" is missing'),
          group: string().strict().max(300).required('"group" is missing'),
          piece: string().strict().max(300).required('"piece" is missing'),
          to: string().strict().max(64).required('"to" is missing'),
          at: number().strict().integer().min(0).max(100_000).required('"at" is missing'),
          unit: string().oneOf(['mm', 'in']).default('mm'),
        }),
      ),
      async (c) => {
        const { unit, ...wanted } = c.req.valid('json')
        return changed(c, await orders.move(c.req.valid('param').id, wanted, saidIn(unit)))
      },
    )
}
