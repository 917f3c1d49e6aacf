import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { Queries } from './open.ts'
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
  readonly figures: SectionFigures
  readonly body: string
}

export async function insertSection(q: Queries, id: string, s: SavedSection): Promise<void> {
  const { name, tags, at, figures, body } = s
  await q.insert(sections).values({ id, name, tags, version: 1, createdAt: at, updatedAt: at, figures })
  await q.insert(sectionVersions).values({ sectionId: id, number: 1, savedAt: at, body })
}

export async function addVersion(q: Queries, id: string, version: number, s: SavedSection): Promise<void> {
  const { name, tags, at, figures, body } = s
  await q.insert(sectionVersions).values({ sectionId: id, number: version, savedAt: at, body })
  await q.update(sections).set({ name, tags, version, updatedAt: at, figures }).where(eq(sections.id, id))
}

export async function setSectionBinned(q: Queries, id: string, binnedAt: number | null): Promise<boolean> {
  const changed = await q.update(sections).set({ binnedAt }).where(eq(sections.id, id)).returning()
  return changed.length > 0
}
