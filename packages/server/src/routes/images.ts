import { Hono } from 'hono'
import { object, string } from 'yup'
import { paramsOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { ImageService } from '../services/images.ts'

const byHash = paramsOf(
  object({
    hash: string()
      .matches(/^[0-9a-f]{64}$/, 'a picture is named by 64 hexadecimal digits')
      .required(),
  }),
)

/** Pictures for sheets: kept by content, given back as they were. */
export function imageRoutes(images: ImageService) {
  return new Hono()
    .post('/', async (c) => {
      const outcome = await images.keep(Buffer.from(await c.req.arrayBuffer()))
      return outcome.kind === 'kept'
        ? c.json(outcome, 201)
        : problem(c, 422, 'image.refused', outcome.message)
    })
    .get('/:hash', byHash, async (c) => {
      const row = await images.get(c.req.valid('param').hash)
      if (!row) return problem(c, 404, 'image.none', 'there is no such picture')
      return c.body(new Uint8Array(row.bytes), 200, {
        'content-type': row.type,
        'cache-control': 'private, max-age=31536000, immutable',
        'x-content-type-options': 'nosniff',
      })
    })
}
