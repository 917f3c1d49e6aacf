import { Hono } from 'hono'
import { array, number, object, string } from 'yup'
import { documentField, jsonBody, paramsOf, queryOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { SectionService } from '../services/sections.ts'
import type { Work } from '../work/work.ts'

const byId = paramsOf(object({ id: string().uuid('a section id is a UUID').required() }))
const tag = string()
  .strict()
  .required('a tag is missing')
  .max(40, 'a tag has at most 40 characters')
  .matches(/^(?=.*\S)[^\p{Cc}\p{Cs}]*$/u, 'a tag is a word or two, without control characters')
const tags = array(tag).strict().max(20, 'a section has at most 20 tags')
const section = documentField('section')

const NONE = 'there is no such section'

/** Sections of the library: list, make, read a version, save a new one, bin. */
export function sectionRoutes(sections: SectionService, work: Work) {
  return new Hono()
    .get('/', queryOf(object({ bin: string().oneOf(['yes', 'no']).default('no') })), async (c) =>
      c.json({ sections: await sections.list(c.req.valid('query').bin === 'yes') }, 200),
    )
    .post('/', jsonBody(object({ section, tags })), async (c) => {
      const body = c.req.valid('json')
      const read = await work.read(body.section)
      if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
      const outcome = await sections.create(read.value, body.tags ?? [])
      if (outcome.kind === 'unsound') return problem(c, 422, 'section.unsound', outcome.message)
      return c.json(outcome, 201)
    })
    .get('/:id', byId, queryOf(object({ version: number().integer().min(1) })), async (c) => {
      const found = await sections.get(c.req.valid('param').id, c.req.valid('query').version)
      if (!found) return problem(c, 404, 'section.none', NONE)
      return found.ok ? c.json(found.value, 200) : problem(c, 422, 'section.unreadable', found.fault.message)
    })
    .put(
      '/:id',
      byId,
      jsonBody(
        object({ base: number().strict().integer().min(1).required('"base" is missing'), section, tags }),
      ),
      async (c) => {
        const body = c.req.valid('json')
        const read = await work.read(body.section)
        if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
        const outcome = await sections.save(c.req.valid('param').id, body.base, read.value, body.tags ?? [])
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
