import { randomUUID } from 'node:crypto'
import type { Part } from '@flexum/core/document'
import { profileOf } from '@flexum/core/edit'
import { sectionPicture } from '@flexum/core/format'
import {
  addVersion,
  findSection,
  findVersion,
  insertSection,
  listSections,
  setSectionBinned,
  type SectionRow,
} from '../db/section-queries.ts'
import type { Database } from '../db/open.ts'
import type { SectionFigures } from '../db/schema.ts'
import { evaluateOnce } from './figures.ts'

/** A section with one of its versions. */
export interface SectionVersion {
  readonly id: string
  readonly version: number
  readonly newest: number
  readonly section: Part
}

export type SectionOutcome =
  | { readonly kind: 'saved'; readonly id: string; readonly version: number }
  /** Someone saved a version in between. */
  | { readonly kind: 'stale'; readonly newest: number }
  | { readonly kind: 'missing' }
  /** It gives no sound section; `message` says why. */
  | { readonly kind: 'unsound'; readonly message: string }

/** What a section is worth, or why it is none. */
function figuresOf(section: Part): SectionFigures | string {
  const found = profileOf(section)
  if (!found) return 'it holds no profile'
  const result = evaluateOnce(section)
  const step = result.steps.find((s) => s.id === found.profile.id)
  const output = step?.output
  if (step?.state !== 'good' || output?.kind !== 'profile')
    return result.findings.find((f) => f.severity === 'blocks')?.message ?? 'it cannot be worked out'
  const { min, max } = output.properties.box
  return {
    kind: found.sketch ? 'drawn' : 'stock',
    summary: step.summary,
    width: max[0] - min[0],
    height: max[1] - min[1],
    area: output.properties.area,
    massPerMetre: output.massPerLength * 1000,
    material: output.material,
    picture: sectionPicture(output.section),
  }
}

/** The library of sections, with every version kept. `now` gives ms since 1970. */
export function sectionService(db: Database, now: () => number = Date.now) {
  return {
    /** Rows of the library or of its bin, last changed first. */
    list: (binned: boolean): Promise<SectionRow[]> => listSections(db.read, binned),

    /** A version of a section, by itself the newest. */
    async get(id: string, version?: number): Promise<SectionVersion | undefined> {
      const row = await findSection(db.read, id)
      if (!row) return undefined
      const number = version ?? row.version
      const body = await findVersion(db.read, id, number)
      if (body === undefined) return undefined
      return { id, version: number, newest: row.version, section: JSON.parse(body) as Part }
    },

    async create(section: Part, tags: readonly string[]): Promise<SectionOutcome> {
      const figures = figuresOf(section)
      if (typeof figures === 'string') return { kind: 'unsound', message: figures }
      const id = randomUUID()
      const body = JSON.stringify(section)
      await db.write((tx) => insertSection(tx, id, { name: section.name, tags, at: now(), figures, body }))
      return { kind: 'saved', id, version: 1 }
    },

    /** Saves a new version if `base` is still the newest. */
    async save(id: string, base: number, section: Part, tags: readonly string[]): Promise<SectionOutcome> {
      const figures = figuresOf(section)
      if (typeof figures === 'string') return { kind: 'unsound', message: figures }
      return db.write(async (tx) => {
        const row = await findSection(tx, id)
        if (!row) return { kind: 'missing' }
        if (row.version !== base) return { kind: 'stale', newest: row.version }
        const saved = { name: section.name, tags, at: now(), figures, body: JSON.stringify(section) }
        await addVersion(tx, id, base + 1, saved)
        return { kind: 'saved', id, version: base + 1 }
      })
    },

    setBinned: (id: string, binned: boolean): Promise<boolean> =>
      db.write((tx) => setSectionBinned(tx, id, binned ? now() : null)),
  }
}

export type SectionService = ReturnType<typeof sectionService>
