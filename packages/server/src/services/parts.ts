import { randomUUID } from 'node:crypto'
import type { Part } from '@flexum/core/document'
import type { Database, Queries } from '../db/open.ts'
import {
  addRevision,
  findHead,
  findRevision,
  insertPart,
  listParts,
  listRevisions,
  setBinnedAt,
  type PartRow,
} from '../db/part-queries.ts'
import { figuresOf } from './figures.ts'

/** A part as it is now. */
export interface PartHead {
  readonly id: string
  readonly revision: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly part: Part
}

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number; readonly updatedAt: number }
  /** Someone saved in between; `head` is what they saved. */
  | { readonly kind: 'stale'; readonly head: PartHead }
  | { readonly kind: 'missing' }

/** Parts with every revision kept. `now` gives ms since 1970. */
export function partService(db: Database, now: () => number = Date.now) {
  async function headIn(q: Queries, id: string): Promise<PartHead | undefined> {
    const found = await findHead(q, id)
    if (!found) return undefined
    const { revision, updatedAt, binnedAt } = found.row
    return { id, revision, updatedAt, binnedAt, part: JSON.parse(found.body) as Part }
  }

  async function create(part: Part): Promise<PartHead> {
    const id = randomUUID()
    const at = now()
    const saved = { name: part.name, at, figures: figuresOf(part), body: JSON.stringify(part) }
    await db.write((tx) => insertPart(tx, id, saved))
    return { id, revision: 1, updatedAt: at, binnedAt: null, part }
  }

  return {
    create,

    /** Rows of the Rack or of the bin, last changed first. */
    list: (binned: boolean): Promise<PartRow[]> => listParts(db.read, binned),

    head: (id: string): Promise<PartHead | undefined> => headIn(db.read, id),

    /** Saves a new revision if `base` is still the newest; saving what is there already changes nothing. */
    async save(id: string, base: number, part: Part): Promise<SaveOutcome> {
      const figures = figuresOf(part)
      const body = JSON.stringify(part)
      return db.write(async (tx) => {
        const head = await headIn(tx, id)
        if (!head) return { kind: 'missing' }
        if (JSON.stringify(head.part) === body) {
          return { kind: 'saved', revision: head.revision, updatedAt: head.updatedAt }
        }
        if (head.revision !== base) return { kind: 'stale', head }
        const at = now()
        await addRevision(tx, id, base + 1, { name: part.name, at, figures, body })
        return { kind: 'saved', revision: base + 1, updatedAt: at }
      })
    },

    /** Numbers and times of all revisions, newest first. */
    revisions: (id: string) => listRevisions(db.read, id),

    async revision(id: string, number: number): Promise<Part | undefined> {
      const body = await findRevision(db.read, id, number)
      return body === undefined ? undefined : (JSON.parse(body) as Part)
    },

    /** A new part with the same recipe, named "… copy" unless told otherwise. */
    async duplicate(id: string, name?: string): Promise<PartHead | undefined> {
      const head = await headIn(db.read, id)
      return head && create({ ...head.part, name: name ?? `${head.part.name} copy` })
    },

    /** Puts a part into the bin, or takes it out; tells whether there is such a part. */
    setBinned: (id: string, binned: boolean): Promise<boolean> =>
      db.write((tx) => setBinnedAt(tx, id, binned ? now() : null)),
  }
}

export type PartService = ReturnType<typeof partService>
