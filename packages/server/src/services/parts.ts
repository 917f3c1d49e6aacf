import { randomUUID } from 'node:crypto'
import { fail, fault, ok, type Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { Database } from '../db/open.ts'
import type { Queries } from '../db/queries.ts'
import {
  addRevision,
  findHead,
  findRevision,
  insertPart,
  listParts,
  listRevisions,
  setBinnedAt,
  type HeadRow,
} from '../db/part-queries.ts'
import { findPicture } from '../db/picture-queries.ts'
import type { PartFigures } from '../db/schema.ts'
import type { Work } from '../work/work.ts'
import type { WorkingService } from './working.ts'

/** A part as it is now. */
export interface PartHead {
  readonly id: string
  readonly revision: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly part: Part
}

/** A part on the Rack. */
export interface RackRow {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly createdAt: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  /** The last figures there are; of an older revision while the newest waits or could not be worked out. */
  readonly figures: PartFigures
  readonly state: 'known' | 'waiting' | 'failed'
  /** Why it could not be worked out. */
  readonly trouble: string | null
  /** The revision whose small picture there is; null for none. */
  readonly picture: number | null
}

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number; readonly updatedAt: number }
  /** Someone saved in between; `head` is what they saved. */
  | { readonly kind: 'stale'; readonly head: PartHead }
  | { readonly kind: 'missing' }
  /** Someone saved in between what this program cannot read. */
  | { readonly kind: 'unreadable'; readonly message: string }

/**
 * Parts with every revision kept. What is kept is read anew, and brought up to date, whenever it leaves; nothing is worked out
 * here. `now` gives ms since 1970.
 */
export function partService(db: Database, work: Work, working: WorkingService, now: () => number = Date.now) {
  const headOf = async ({ row, body }: HeadRow): Promise<Result<PartHead>> => {
    const read = await work.readKept(body)
    if (!read.ok) return fail(fault('part.unreadable', read.fault.message))
    const { id, revision, updatedAt, binnedAt } = row
    return ok({ id, revision, updatedAt, binnedAt, part: read.value })
  }
  const head = async (q: Queries, id: string): Promise<Result<PartHead> | undefined> => {
    const found = await findHead(q, id)
    return found && headOf(found)
  }

  async function create(part: Part): Promise<PartHead> {
    const id = randomUUID()
    const at = now()
    const body = JSON.stringify(part)
    await db.write((tx) => insertPart(tx, id, { name: part.name, at, body }))
    working.want({ kind: 'part', id })
    return { id, revision: 1, updatedAt: at, binnedAt: null, part }
  }

  return {
    create,

    /** Rows of the Rack or of the bin, last changed first. */
    async list(binned: boolean): Promise<RackRow[]> {
      const rows = await listParts(db.read, binned)
      return rows.map(({ figured, pictured, ...row }) => ({
        ...row,
        state: figured < row.revision ? 'waiting' : row.trouble === null ? 'known' : 'failed',
        picture: pictured > 0 ? pictured : null,
      }))
    },

    head: (id: string) => head(db.read, id),

    /** Saves a new revision if `base` is still the newest; saving what is there already changes nothing. */
    async save(id: string, base: number, part: Part): Promise<SaveOutcome> {
      const body = JSON.stringify(part)
      const outcome = await db.write(async (tx) => {
        const at = now()
        if (await addRevision(tx, id, base, { name: part.name, at, body }))
          return { kind: 'saved', revision: base + 1, updatedAt: at } as const
        const found = await findHead(tx, id)
        if (!found) return 'missing'
        const { revision, updatedAt } = found.row
        return found.body === body ? ({ kind: 'saved', revision, updatedAt } as const) : found
      })
      if (outcome === 'missing') return { kind: 'missing' }
      if ('kind' in outcome) {
        if (outcome.revision === base + 1) working.want({ kind: 'part', id })
        return outcome
      }
      const theirs = await headOf(outcome)
      return theirs.ok
        ? { kind: 'stale', head: theirs.value }
        : { kind: 'unreadable', message: theirs.fault.message }
    },

    /** All revisions, newest first. */
    revisions: (id: string) => listRevisions(db.read, id),

    async revision(id: string, number: number): Promise<Result<Part> | undefined> {
      const body = await findRevision(db.read, id, number)
      return body === undefined ? undefined : work.readKept(body)
    },

    /** A new part with the same recipe, named "… copy" unless told otherwise. */
    async duplicate(id: string, name?: string): Promise<Result<PartHead> | undefined> {
      const found = await head(db.read, id)
      if (!found?.ok) return found
      const { part } = found.value
      return ok(await create({ ...part, name: name ?? `${part.name.slice(0, 115)} copy` }))
    },

    /** The small picture of a revision, if there is one. */
    picture: (id: string, revision: number) => findPicture(db.read, id, revision),

    /** Puts a part into the bin, or takes it out; tells whether there is such a part. */
    async setBinned(id: string, binned: boolean): Promise<boolean> {
      const found = await db.write((tx) => setBinnedAt(tx, id, binned ? now() : null))
      if (found && !binned) working.want({ kind: 'part', id })
      return found
    },
  }
}

export type PartService = ReturnType<typeof partService>
