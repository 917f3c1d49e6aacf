import { and, desc, eq, isNotNull, isNull, lt } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { sections, sectionVersions, type SectionFigures } from './schema.ts'

/** A row of the library. */
export type SectionRow = typeof sections.$inferSelect

export function listSections(q: Queries, binned: boolean): Promise<SectionRow[]> {
  const where = binned ? isNotNull(sections.binnedAt) : isNull(sections.binnedAt)
  return q.select().from(sections).where(where).orderBy(desc(sections.updatedAt))
}

export async function findSection(q: Queries, id: string): Promise<SectionRow | undefined> {
  const [row] = await q.select().from(sections).where(eq(sections.id, id))
  return row
}

export async function findVersion(q: Queries, id: string, number: number): Promise<string | undefined> {
  const [row] = await q
    .select({ body: sectionVersions.body })
    .from(sectionVersions)
    .where(and(eq(sectionVersions.sectionId, id), eq(sectionVersions.number, number)))
  return row?.body
}

/** What a save says of a section besides its body. */
export interface SavedSection {
  readonly name: string
  readonly tags: readonly string[]
  readonly at: number
  readonly body: string
}

export async function insertSection(q: Queries, id: string, s: SavedSection): Promise<void> {
  const { name, tags, at, body } = s
  await q.insert(sections).values({ id, name, tags, version: 1, createdAt: at, updatedAt: at, figures: {} })
  await q.insert(sectionVersions).values({ sectionId: id, number: 1, savedAt: at, body })
}

export async function addVersion(q: Queries, id: string, version: number, s: SavedSection): Promise<void> {
  const { name, tags, at, body } = s
  await q.insert(sectionVersions).values({ sectionId: id, number: version, savedAt: at, body })
  await q.update(sections).set({ name, tags, version, updatedAt: at }).where(eq(sections.id, id))
}

export async function setSectionBinned(q: Queries, id: string, binnedAt: number | null): Promise<boolean> {
  const changed = await q.update(sections).set({ binnedAt }).where(eq(sections.id, id)).returning()
  return changed.length > 0
}

/** Marks a version as worked out or given up, while it is the newest. */
export async function markSectionWorked(
  q: Queries,
  id: string,
  version: number,
  o: { readonly figures: SectionFigures | undefined; readonly trouble: string | null },
): Promise<void> {
  await q
    .update(sections)
    .set({ figured: version, trouble: o.trouble, ...(o.figures ? { figures: o.figures } : {}) })
    .where(and(eq(sections.id, id), eq(sections.version, version)))
}

/** Sections whose newest version has not been worked out. */
export async function sectionsToWork(q: Queries): Promise<string[]> {
  const rows = await q
    .select({ id: sections.id })
    .from(sections)
    .where(and(lt(sections.figured, sections.version), isNull(sections.binnedAt)))
  return rows.map((r) => r.id)
}
