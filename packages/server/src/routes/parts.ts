import { Hono, type Context } from 'hono'
import { number, object, string } from 'yup'
import { picturesUnder, writePart, writePartFile, type FilePicture, type Part } from '@flexum/core/recipe'
import { EXPORT_IDS, exportOf, type FileId } from '@flexum/core/files'
import { createService } from '@flexum/core/service'
import { documentField, jsonBody, paramsOf, queryOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { ImageService } from '../services/images.ts'
import type { PartService } from '../services/parts.ts'
import type { Work } from '../work/work.ts'

const byId = paramsOf(object({ id: string().uuid('a part id is a UUID').required() }))
const byRevision = paramsOf(
  object({
    id: string().uuid('a part id is a UUID').required(),
    revision: number().integer().min(1).required(),
  }),
)

const byFile = paramsOf(
  object({
    id: string().uuid('a part id is a UUID').required(),
    file: string<FileId>()
      .oneOf([...EXPORT_IDS], `a file is one of ${EXPORT_IDS.join(', ')}`)
      .required(),
  }),
)
/** The bend sheet of a forming step, by its id. */
const bySheet = paramsOf(
  object({
    id: string().uuid('a part id is a UUID').required(),
    sheet: string()
      .matches(/^[A-Za-z0-9_-]{1,40}\.pdf$/, 'a bend sheet is the id of a forming step and .pdf')
      .required(),
  }),
)
/** Of which run, by its step; and how far a body may lie off the true surface, mm. */
const fileQuery = object({
  run: string().max(40),
  chord: number().moreThan(0, 'a chord is a length in mm above 0'),
})

const partIn = documentField('part')

const nameField = string()
  .strict()
  .max(120)
  .matches(/^[^\p{Cc}\p{Cs}]*$/u, 'a name holds no control characters')

const NO_PART = 'there is no such part'

/** What is kept and cannot be read is there all the same: its revisions can be listed and gone back to. */
const unreadable = (c: Context, message: string) => problem(c, 422, 'part.unreadable', message)

/** Parts: list, make, read, save, copy, bin, revisions, pictures, files. */
export function partRoutes(parts: PartService, work: Work, images: Pick<ImageService, 'get'>) {
  /** A part file with the pictures under its sheets; those that are not kept are left out. */
  const withPictures = async (part: Part): Promise<string> => {
    const pictures = new Map<string, FilePicture>()
    for (const hash of picturesUnder(part)) {
      const row = await images.get(hash)
      if (row) pictures.set(hash, { type: row.type, data: Buffer.from(row.bytes).toString('base64') })
    }
    return writePartFile(part, pictures)
  }
  return new Hono()
    .get('/', queryOf(object({ bin: string().oneOf(['yes', 'no']).default('no') })), async (c) =>
      c.json({ parts: await parts.list(c.req.valid('query').bin === 'yes') }, 200),
    )
    .post('/', jsonBody(object({ part: partIn })), async (c) => {
      const read = await work.read(c.req.valid('json').part)
      if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
      return c.json(await parts.create(read.value), 201)
    })
    .get('/:id', byId, async (c) => {
      const head = await parts.head(c.req.valid('param').id)
      if (!head) return problem(c, 404, 'part.none', NO_PART)
      return head.ok ? c.json(head.value, 200) : unreadable(c, head.fault.message)
    })
    .put(
      '/:id',
      byId,
      jsonBody(
        object({ base: number().strict().integer().min(1).required('"base" is missing'), part: partIn }),
      ),
      async (c) => {
        const { base, part } = c.req.valid('json')
        const read = await work.read(part)
        if (!read.ok) return problem(c, 400, 'request.body', read.fault.message)
        const outcome = await parts.save(c.req.valid('param').id, base, read.value)
        if (outcome.kind === 'missing') return problem(c, 404, 'part.none', NO_PART)
        if (outcome.kind === 'unreadable') return unreadable(c, outcome.message)
        if (outcome.kind === 'saved') {
          return c.json({ revision: outcome.revision, updatedAt: outcome.updatedAt }, 200)
        }
        const message = `this was changed elsewhere: revision ${base} was the base, revision ${outcome.head.revision} is the newest`
        return c.json({ error: { code: 'part.stale', message }, head: outcome.head }, 409)
      },
    )
    .post('/:id/copy', byId, jsonBody(object({ name: nameField })), async (c) => {
      const head = await parts.duplicate(c.req.valid('param').id, c.req.valid('json').name)
      if (!head) return problem(c, 404, 'part.none', NO_PART)
      return head.ok ? c.json(head.value, 201) : unreadable(c, head.fault.message)
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
      if (!part) return problem(c, 404, 'part.none', 'there is no such revision')
      return part.ok ? c.json({ part: part.value }, 200) : unreadable(c, part.fault.message)
    })
    .get('/:id/revisions/:revision/picture.png', byRevision, async (c) => {
      const { id, revision } = c.req.valid('param')
      const png = await parts.picture(id, revision)
      if (!png) return problem(c, 404, 'picture.none', 'there is no picture of this revision')
      return c.body(new Uint8Array(png), 200, {
        'content-type': 'image/png',
        'cache-control': 'private, max-age=31536000, immutable',
      })
    })
    .get('/:id/bend-sheets/:sheet', bySheet, async (c) => {
      const { id, sheet } = c.req.valid('param')
      const head = await parts.head(id)
      if (!head) return problem(c, 404, 'part.none', NO_PART)
      if (!head.ok) return unreadable(c, head.fault.message)
      const { part, revision } = head.value
      const done = await work.bendSheet(writePart(part), { step: sheet.slice(0, -'.pdf'.length), revision })
      if (!done.ok) {
        const { code, message } = done.fault
        return problem(c, code === 'sheet.none' ? 404 : 422, code, message)
      }
      return c.body(new Uint8Array(done.value), 200, {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${part.name} bend sheet.pdf`)}`,
      })
    })
    .get('/:id/files/:file', byFile, queryOf(fileQuery), async (c) => {
      const { id, file } = c.req.valid('param')
      const head = await parts.head(id)
      if (!head) return problem(c, 404, 'part.none', NO_PART)
      if (!head.ok) return unreadable(c, head.fault.message)
      const { run, chord } = c.req.valid('query')
      const options = chord === undefined ? {} : { chord }
      const { part } = head.value
      const wanted = { file, chosen: run ?? null, options }
      // What needs nothing worked out never waits behind a part that takes long.
      const done =
        exportOf(file).needs.length > 0
          ? await work.exportFile(writePart(part), wanted)
          : createService().exportFile(part, wanted)
      if (!done.ok) {
        const { code, message } = done.fault
        return problem(
          c,
          422,
          code,
          code.startsWith('work.') ? `the file could not be made: ${message}` : message,
        )
      }
      const { name, type } = done.value
      const content = file === 'part' ? await withPictures(part) : done.value.content
      return c.body(content, 200, {
        'content-type': typeof content === 'string' ? `${type}; charset=utf-8` : type,
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      })
    })
}
