import type { Part } from '@flexum/core/document'
import type { SectionFigures } from '@flexum/server/client'
import { readAnswer, readPartIn, savedSection, sectionRows, sectionVersion } from './answers.ts'
import { api, good } from './client.ts'

/** A section of the library. */
export interface SectionRow {
  readonly id: string
  readonly name: string
  readonly version: number
  readonly createdAt: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly tags: readonly string[]
  /** The last figures there are; null before there are any. */
  readonly figures: SectionFigures | null
  readonly state: 'known' | 'waiting' | 'failed'
  readonly trouble: string | null
}

export interface SectionVersion {
  readonly id: string
  readonly version: number
  readonly newest: number
  readonly section: Part
}

export async function fetchSections(bin: boolean): Promise<SectionRow[]> {
  const answer = await good(api.sections.$get({ query: { bin: bin ? 'yes' : 'no' } }))
  return readAnswer<{ sections: SectionRow[] }>(sectionRows, answer).sections
}

export async function fetchSection(id: string): Promise<SectionVersion> {
  const answer = await good(api.sections[':id'].$get({ param: { id }, query: {} as never }))
  const version = readAnswer<SectionVersion>(sectionVersion, answer)
  return { ...version, section: await readPartIn(version.section) }
}

interface Saved {
  readonly id: string
  readonly version: number
}

export async function createSection(section: Part, tags: readonly string[]): Promise<Saved> {
  return readAnswer<Saved>(savedSection, await good(api.sections.$post({ json: { section, tags } as never })))
}

/** Saves a new version over `base`, the newest so far. */
export async function saveSection(
  id: string,
  base: number,
  section: Part,
  tags: readonly string[],
): Promise<Saved> {
  return readAnswer<Saved>(
    savedSection,
    await good(api.sections[':id'].$put({ param: { id }, json: { base, section, tags } as never })),
  )
}

export async function setSectionBinned(id: string, binned: boolean): Promise<void> {
  const of = api.sections[':id']
  await good(binned ? of.bin.$post({ param: { id } }) : of.restore.$post({ param: { id } }))
}
