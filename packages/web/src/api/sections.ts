import type { Part } from '@flexum/core/recipe'
import { readAnswer, readPartIn, savedSection, sectionRows, sectionVersion } from './answers.ts'
import { api, good } from './client.ts'
import type { LibraryRow, SectionVersion } from '@flexum/server/client'

export type { LibraryRow, SectionVersion } from '@flexum/server/client'

export async function fetchSections(bin: boolean): Promise<LibraryRow[]> {
  const answer = await good(api.sections.$get({ query: { bin: bin ? 'yes' : 'no' } }))
  return readAnswer<{ sections: LibraryRow[] }>(sectionRows, answer).sections
}

export async function fetchSection(id: string): Promise<SectionVersion> {
  const answer = await good(api.sections[':id'].$get({ param: { id }, query: {} }))
  const version = readAnswer<SectionVersion>(sectionVersion, answer)
  return { ...version, section: await readPartIn(version.section) }
}

interface Saved {
  readonly id: string
  readonly version: number
}

export async function createSection(section: Part, tags: readonly string[]): Promise<Saved> {
  return readAnswer<Saved>(
    savedSection,
    await good(api.sections.$post({ json: { section, tags: [...tags] } })),
  )
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
    await good(api.sections[':id'].$put({ param: { id }, json: { base, section, tags: [...tags] } })),
  )
}

export async function setSectionBinned(id: string, binned: boolean): Promise<void> {
  const of = api.sections[':id']
  await good(binned ? of.bin.$post({ param: { id } }) : of.restore.$post({ param: { id } }))
}
