import { Hono } from 'hono'
import { number, object, string } from 'yup'
import { writePart } from '@flexum/core/document'
import { jsonBody, paramsOf, queryOf } from '../http/input.ts'
import { partField } from '../http/part-field.ts'
import { problem } from '../http/problem.ts'
import type { PartService } from '../services/parts.ts'
import type { PictureService } from '../services/pictures.ts'

const byId = paramsOf(object({ id: string().uuid('a part id is a UUID').required() }))
const byRevision = paramsOf(
  object({
    id: string().uuid('a part id is a UUID').required(),
    revision: number().integer().min(1).required(),
  }),
)

const partIn = partField('part')

const NO_PART = 'there is no such part'

/** Parts: list, make, read, save, copy, bin, revisions, pictures, files. */
export function partRoutes(parts: PartService, pictures: PictureService) {
  return new Hono()
    .get('/', queryOf(object({ bin: string().oneOf(['yes', 'no']).default('no') })), async (c) =>
      c.json({ parts: await parts.list(c.req.valid('query').bin === 'yes') }, 200),
    )
    .post('/', jsonBody(object({ part: partIn })), async (c) => {
      const head = await parts.create(c.req.valid('json').part)
      return c.json(head, 201)
    })
    .get('/:id', byId, async (c) => {
      const head = await parts.head(c.req.valid('param').id)
      return head ? c.json(head, 200) : problem(c, 404, 'part.none', NO_PART)
    })
    .put(
      '/:id',
      byId,
      jsonBody(
        object({ base: number().strict().integer().min(1).required('"base" is missing'), part: partIn }),
      ),
      async (c) => {
        const { base, part } = c.req.valid('json')
        const outcome = await parts.save(c.req.valid('param').id, base, part)
        if (outcome.kind === 'missing') return problem(c, 404, 'part.none', NO_PART)
        if (outcome.kind === 'saved') {
          return c.json({ revision: outcome.revision, updatedAt: outcome.updatedAt }, 200)
        }
        const message = `this was changed elsewhere: revision ${base} was the base, revision ${outcome.head.revision} is the newest`
        return c.json({ error: { code: 'part.stale', message }, head: outcome.head }, 409)
      },
    )
    .post('/:id/copy', byId, jsonBody(object({ name: string().max(120) })), async (c) => {
      const head = await parts.duplicate(c.req.valid('param').id, c.req.valid('json').name)
      return head ? c.json(head, 201) : problem(c, 404, 'part.none', NO_PART)
    })
    .post('/:id/bin', byId, async (c) =>
      (await parts.setBinned(c.req.valid('param').id, true))
        ? c.json({ done: true }, 200)
        : problem(c, 404, 'part.none', NO_PART),
    )
    .post('/:id/restore', byId, async (c) =>
      (await parts.setBinned(c.req.valid('param').id, false))
        ? c.json({ done: true }, 200)
        : problem(c, 404, 'part.none', NO_PART),
    )
    .get('/:id/revisions', byId, async (c) =>
      c.json({ revisions: await parts.revisions(c.req.valid('param').id) }, 200),
    )
    .get('/:id/revisions/:revision', byRevision, async (c) => {
      const { id, revision } = c.req.valid('param')
      const part = await parts.revision(id, revision)
      return part ? c.json({ part }, 200) : problem(c, 404, 'part.none', 'there is no such revision')
    })
    .get('/:id/revisions/:revision/picture.png', byRevision, async (c) => {
      const { id, revision } = c.req.valid('param')
      const png = await pictures.of(id, revision)
      if (!png) return problem(c, 404, 'picture.none', 'this part has no body to draw')
      return c.body(new Uint8Array(png), 200, {
        'content-type': 'image/png',
        'cache-control': 'private, max-age=31536000, immutable',
      })
    })
    .get('/:id/file', byId, async (c) => {
      const head = await parts.head(c.req.valid('param').id)
      if (!head) return problem(c, 404, 'part.none', NO_PART)
      return c.body(writePart(head.part), 200, {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(head.part.name)}.flexum.json`,
      })
    })
}
