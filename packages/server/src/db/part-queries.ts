import { and, count, desc, eq, isNotNull, isNull, lt, notExists, sql } from 'drizzle-orm'
import type { Queries } from './queries.ts'
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
  readonly body: string
}

export async function insertPart(q: Queries, id: string, s: Saved): Promise<void> {
  const { name, at, body } = s
  await q
    .insert(parts)
    .values({ id, name, revision: 1, createdAt: at, updatedAt: at, figures: { blocking: 0 } })
  await q.insert(revisions).values({ partId: id, number: 1, savedAt: at, body })
}

/** Puts a revision on top of its base; false, and nothing done, where the base is not the newest or already says the same. */
export async function addRevision(q: Queries, id: string, base: number, s: Saved): Promise<boolean> {
  const { name, at, body } = s
  const same = q
    .select({ one: sql`1` })
    .from(revisions)
    .where(and(eq(revisions.partId, id), eq(revisions.number, base), eq(revisions.body, body)))
  const moved = await q
    .update(parts)
    .set({ name, revision: base + 1, updatedAt: at })
    .where(and(eq(parts.id, id), eq(parts.revision, base), notExists(same)))
  if (moved.rowsAffected === 0) return false
  await q.insert(revisions).values({ partId: id, number: base + 1, savedAt: at, body })
  return true
}

/** What came of working a revision out. */
export interface PartOutcome {
  readonly figures: PartFigures | undefined
  readonly trouble: string | null
  readonly pictured: boolean
}

/** Marks a revision as worked out or given up; the part's row follows while that is its newest. */
export async function markWorked(q: Queries, id: string, revision: number, o: PartOutcome): Promise<void> {
  const state = o.trouble === null ? 'known' : 'failed'
  await q
    .update(revisions)
    .set({ state })
    .where(and(eq(revisions.partId, id), eq(revisions.number, revision)))
  await q
    .update(parts)
    .set({
      figured: revision,
      trouble: o.trouble,
      ...(o.figures ? { figures: o.figures, pictured: o.pictured ? revision : 0 } : {}),
    })
    .where(and(eq(parts.id, id), eq(parts.revision, revision)))
}

/** Parts whose newest revision has not been worked out, last changed first. */
export async function partsToWork(q: Queries): Promise<string[]> {
  const rows = await q
    .select({ id: parts.id })
    .from(parts)
    .where(and(lt(parts.figured, parts.revision), isNull(parts.binnedAt)))
    .orderBy(desc(parts.updatedAt))
  return rows.map((r) => r.id)
}

/** A revision in a list; `state` tells whether it could be worked out, null when nobody looked. */
export interface RevisionRow {
  readonly number: number
  readonly savedAt: number
  readonly state: 'known' | 'failed' | null
}

/** A part's revisions, newest first. */
export function listRevisions(q: Queries, id: string): Promise<RevisionRow[]> {
  return q
    .select({ number: revisions.number, savedAt: revisions.savedAt, state: revisions.state })
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
