import { and, count, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { Queries } from './open.ts'
import { parts, revisions, type PartFigures } from './schema.ts'

/** A row of the Rack. */
export type PartRow = typeof parts.$inferSelect

/** A part's row with the body of its newest revision. */
export interface HeadRow {
  readonly row: PartRow
  readonly body: string
}

export function listParts(q: Queries, binned: boolean): Promise<PartRow[]> {
  const where = binned ? isNotNull(parts.binnedAt) : isNull(parts.binnedAt)
  return q.select().from(parts).where(where).orderBy(desc(parts.updatedAt))
}

export async function countParts(q: Queries): Promise<number> {
  const [row] = await q.select({ n: count() }).from(parts)
  return row?.n ?? 0
}

export async function findHead(q: Queries, id: string): Promise<HeadRow | undefined> {
  const [found] = await q
    .select({ row: parts, body: revisions.body })
    .from(parts)
    .innerJoin(revisions, and(eq(revisions.partId, parts.id), eq(revisions.number, parts.revision)))
    .where(eq(parts.id, id))
  return found
}

/** What a save says of a part besides its body. */
export interface Saved {
  readonly name: string
  readonly at: number
  readonly figures: PartFigures
  readonly body: string
}

export async function insertPart(q: Queries, id: string, s: Saved): Promise<void> {
  const { name, at, figures, body } = s
  await q.insert(parts).values({ id, name, revision: 1, createdAt: at, updatedAt: at, figures })
  await q.insert(revisions).values({ partId: id, number: 1, savedAt: at, body })
}

export async function addRevision(q: Queries, id: string, revision: number, s: Saved): Promise<void> {
  const { name, at, figures, body } = s
  await q.insert(revisions).values({ partId: id, number: revision, savedAt: at, body })
  await q.update(parts).set({ name, revision, updatedAt: at, figures }).where(eq(parts.id, id))
}

/** Numbers and times of a part's revisions, newest first. */
export function listRevisions(q: Queries, id: string): Promise<{ number: number; savedAt: number }[]> {
  return q
    .select({ number: revisions.number, savedAt: revisions.savedAt })
    .from(revisions)
    .where(eq(revisions.partId, id))
    .orderBy(desc(revisions.number))
}

export async function findRevision(q: Queries, id: string, number: number): Promise<string | undefined> {
  const [row] = await q
    .select({ body: revisions.body })
    .from(revisions)
    .where(and(eq(revisions.partId, id), eq(revisions.number, number)))
  return row?.body
}

/** Tells whether there is such a part. */
export async function setBinnedAt(q: Queries, id: string, binnedAt: number | null): Promise<boolean> {
  const changed = await q.update(parts).set({ binnedAt }).where(eq(parts.id, id)).returning({ id: parts.id })
  return changed.length > 0
}
