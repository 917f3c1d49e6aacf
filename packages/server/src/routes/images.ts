import { Hono } from 'hono'
import { object, string } from 'yup'
import { IMPORTS } from '@flexum/core/files'
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

const TYPES: ReadonlySet<string> = new Set(IMPORTS.picture.types)

/** Pictures for sheets: kept by content, given back as they were. */
export function imageRoutes(images: ImageService) {
  return new Hono()
    .post('/', async (c) => {
      const type = c.req.header('content-type')?.split(';')[0]?.trim().toLowerCase() ?? ''
      if (!TYPES.has(type))
        return problem(
          c,
          415,
          'image.type',
          `a picture is sent as ${[...TYPES].join(' or ')}, and this came as "${type.slice(0, 60)}"`,
        )
      const outcome = await images.keep(Buffer.from(await c.req.arrayBuffer()))
      switch (outcome.kind) {
        case 'kept':
          return c.json(outcome, 201)
        case 'full':
          return problem(c, 507, 'image.full', outcome.message)
        case 'refused':
          return problem(c, 422, 'image.refused', outcome.message)
      }
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
