import { Hono } from 'hono'
import { array, number, object, string } from 'yup'
import { jsonBody, paramsOf, queryOf } from '../http/input.ts'
import { partField } from '../http/part-field.ts'
import { problem } from '../http/problem.ts'
import type { SectionService } from '../services/sections.ts'

const byId = paramsOf(object({ id: string().uuid('a section id is a UUID').required() }))
const tags = array(string().strict().trim().max(40).required()).max(20).default([])
const section = partField('section')

const NONE = 'there is no such section'

/** Sections of the library: list, make, read a version, save a new one, bin. */
export function sectionRoutes(sections: SectionService) {
  return new Hono()
    .get('/', queryOf(object({ bin: string().oneOf(['yes', 'no']).default('no') })), async (c) =>
      c.json({ sections: await sections.list(c.req.valid('query').bin === 'yes') }, 200),
    )
    .post('/', jsonBody(object({ section, tags })), async (c) => {
      const body = c.req.valid('json')
      const outcome = await sections.create(body.section, body.tags)
      if (outcome.kind === 'unsound') return problem(c, 422, 'section.unsound', outcome.message)
      return c.json(outcome, 201)
    })
    .get('/:id', byId, queryOf(object({ version: number().integer().min(1) })), async (c) => {
      const found = await sections.get(c.req.valid('param').id, c.req.valid('query').version)
      return found ? c.json(found, 200) : problem(c, 404, 'section.none', NONE)
    })
    .put(
      '/:id',
      byId,
      jsonBody(
        object({ base: number().strict().integer().min(1).required('"base" is missing'), section, tags }),
      ),
      async (c) => {
        const body = c.req.valid('json')
        const outcome = await sections.save(c.req.valid('param').id, body.base, body.section, body.tags)
        switch (outcome.kind) {
          case 'saved':
            return c.json(outcome, 200)
          case 'unsound':
            return problem(c, 422, 'section.unsound', outcome.message)
          case 'missing':
            return problem(c, 404, 'section.none', NONE)
          case 'stale': {
            const message = `this section was saved elsewhere: version ${body.base} was the base, version ${outcome.newest} is the newest`
            return problem(c, 409, 'section.stale', message)
          }
        }
      },
    )
    .post('/:id/bin', byId, async (c) =>
      (await sections.setBinned(c.req.valid('param').id, true))
        ? c.json({ ok: true }, 200)
        : problem(c, 404, 'section.none', NONE),
    )
    .post('/:id/restore', byId, async (c) =>
      (await sections.setBinned(c.req.valid('param').id, false))
        ? c.json({ ok: true }, 200)
        : problem(c, 404, 'section.none', NONE),
    )
}
