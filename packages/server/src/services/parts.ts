import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { Part } from '@flexum/core/document'
import type { Database, Queries } from '../db/open.ts'
import { parts, revisions } from '../db/schema.ts'
import { figuresOf } from './figures.ts'

/** A row of the Rack. */
export type PartRow = typeof parts.$inferSelect

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
    const [row] = await q
      .select({ part: parts, body: revisions.body })
      .from(parts)
      .innerJoin(revisions, and(eq(revisions.partId, parts.id), eq(revisions.number, parts.revision)))
      .where(eq(parts.id, id))
    if (!row) return undefined
    const { revision, updatedAt, binnedAt } = row.part
    return { id, revision, updatedAt, binnedAt, part: JSON.parse(row.body) as Part }
  }

  async function create(part: Part): Promise<PartHead> {
    const id = randomUUID()
    const at = now()
    const figures = figuresOf(part)
    await db.write(async (tx) => {
      await tx.insert(parts).values({ id, name: part.name, revision: 1, createdAt: at, updatedAt: at, figures })
      await tx.insert(revisions).values({ partId: id, number: 1, savedAt: at, body: JSON.stringify(part) })
    })
    return { id, revision: 1, updatedAt: at, binnedAt: null, part }
  }

  return {
    create,

    /** Rows of the Rack or of the bin, last changed first. */
    list(binned: boolean): Promise<PartRow[]> {
      const where = binned ? isNotNull(parts.binnedAt) : isNull(parts.binnedAt)
      return db.read.select().from(parts).where(where).orderBy(desc(parts.updatedAt))
    },

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
        const revision = base + 1
        await tx.insert(revisions).values({ partId: id, number: revision, savedAt: at, body })
        await tx.update(parts).set({ name: part.name, revision, updatedAt: at, figures }).where(eq(parts.id, id))
        return { kind: 'saved', revision, updatedAt: at }
      })
    },

    /** Numbers and times of all revisions, newest first. */
    revisions: (id: string) =>
      db.read
        .select({ number: revisions.number, savedAt: revisions.savedAt })
        .from(revisions)
        .where(eq(revisions.partId, id))
        .orderBy(desc(revisions.number)),

    async revision(id: string, number: number): Promise<Part | undefined> {
      const [row] = await db.read
        .select({ body: revisions.body })
        .from(revisions)
        .where(and(eq(revisions.partId, id), eq(revisions.number, number)))
      return row ? (JSON.parse(row.body) as Part) : undefined
    },

    /** A new part with the same recipe, named "… copy" unless told otherwise. */
    async duplicate(id: string, name?: string): Promise<PartHead | undefined> {
      const head = await headIn(db.read, id)
      return head && create({ ...head.part, name: name ?? `${head.part.name} copy` })
    },

    /** Puts a part into the bin, or takes it out; tells whether there is such a part. */
    async setBinned(id: string, binned: boolean): Promise<boolean> {
      return db.write(async (tx) => {
        const changed = await tx
          .update(parts)
          .set({ binnedAt: binned ? now() : null })
          .where(eq(parts.id, id))
          .returning({ id: parts.id })
        return changed.length > 0
      })
    },
  }
}

export type PartService = ReturnType<typeof partService>
