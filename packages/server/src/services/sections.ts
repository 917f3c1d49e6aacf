import { randomUUID } from 'node:crypto'
import { ok, type Result } from '@flexum/core/base'
import { type Part, profileOf } from '@flexum/core/recipe'
import {
  addVersion,
  findSection,
  findVersion,
  insertSection,
  listSections,
  setSectionBinned,
} from '../db/section-queries.ts'
import type { Database } from '../db/open.ts'
import type { SectionFigures } from '../db/schema.ts'
import type { Work } from '../work/work.ts'
import type { WorkingService } from './working.ts'

/** A section with one of its versions. */
export interface SectionVersion {
  readonly id: string
  readonly version: number
  readonly newest: number
  readonly section: Part
}

/** A section in the library. */
export interface LibraryRow {
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

export type SectionOutcome =
  | { readonly kind: 'saved'; readonly id: string; readonly version: number }
  /** Someone saved a version in between. */
  | { readonly kind: 'stale'; readonly newest: number }
  | { readonly kind: 'missing' }
  /** It is no section; `message` says why. */
  | { readonly kind: 'unsound'; readonly message: string }

const NO_PROFILE = { kind: 'unsound', message: 'it holds no profile' } as const

/** The library of sections, with every version kept; figures follow a save. `now` gives ms since 1970. */
export function sectionService(
  db: Database,
  work: Work,
  working: WorkingService,
  now: () => number = Date.now,
) {
  return {
    /** Rows of the library or of its bin, last changed first. */
    async list(binned: boolean): Promise<LibraryRow[]> {
      const rows = await listSections(db.read, binned)
      return rows.map(({ figured, figures, ...row }) => ({
        ...row,
        figures: 'summary' in figures ? (figures as SectionFigures) : null,
        state: figured < row.version ? 'waiting' : row.trouble === null ? 'known' : 'failed',
      }))
    },

    /** A version of a section, by itself the newest. */
    async get(id: string, version?: number): Promise<Result<SectionVersion> | undefined> {
      const row = await findSection(db.read, id)
      if (!row) return undefined
      const number = version ?? row.version
      const body = await findVersion(db.read, id, number)
      if (body === undefined) return undefined
      const read = await work.readKept(body)
      return read.ok ? ok({ id, version: number, newest: row.version, section: read.value }) : read
    },

    async create(section: Part, tags: readonly string[]): Promise<SectionOutcome> {
      if (!profileOf(section)) return NO_PROFILE
      const id = randomUUID()
      const body = JSON.stringify(section)
      await db.write((tx) => insertSection(tx, id, { name: section.name, tags, at: now(), body }))
      working.want({ kind: 'section', id })
      return { kind: 'saved', id, version: 1 }
    },

    /** Saves a new version if `base` is still the newest. */
    async save(id: string, base: number, section: Part, tags: readonly string[]): Promise<SectionOutcome> {
      if (!profileOf(section)) return NO_PROFILE
      const body = JSON.stringify(section)
      const outcome = await db.write(async (tx): Promise<SectionOutcome> => {
        const row = await findSection(tx, id)
        if (!row) return { kind: 'missing' }
        if (row.version !== base) return { kind: 'stale', newest: row.version }
        await addVersion(tx, id, base + 1, { name: section.name, tags, at: now(), body })
        return { kind: 'saved', id, version: base + 1 }
      })
      if (outcome.kind === 'saved') working.want({ kind: 'section', id })
      return outcome
    },

    async setBinned(id: string, binned: boolean): Promise<boolean> {
      const found = await db.write((tx) => setSectionBinned(tx, id, binned ? now() : null))
      if (found && !binned) working.want({ kind: 'section', id })
      return found
    },
  }
}

export type SectionService = ReturnType<typeof sectionService>
