import type { Database } from '../db/open.ts'
import { findHead, markWorked, partsToWork } from '../db/part-queries.ts'
import { keepPicture } from '../db/picture-queries.ts'
import { findSection, findVersion, markSectionWorked, sectionsToWork } from '../db/section-queries.ts'
import type { Work } from '../work/work.ts'

/** Something whose newest revision is to be worked out. */
export interface Wanted {
  readonly kind: 'part' | 'section'
  readonly id: string
}

/**
 * Works out what was saved, one after the other, after the save was answered: figures and small pictures. Whatever is saved
 * anew while it waits is worked out once, as it then is. What cannot be worked out is marked with why, and not tried again.
 */
export function workingService(db: Database, work: Work, tell: (message: string) => void = console.error) {
  const waiting = new Map<string, Wanted>()
  let going: Promise<void> | undefined
  let stopped = false

  const onPart = async (id: string): Promise<void> => {
    const head = await findHead(db.read, id)
    if (!head || head.row.figured >= head.row.revision) return
    const { revision } = head.row
    const outcome = await work.part(head.body)
    if (stopped) return
    await db.write(async (tx) => {
      const picture = outcome.ok ? outcome.value.picture : undefined
      if (picture) await keepPicture(tx, id, revision, Buffer.from(picture))
      await markWorked(tx, id, revision, {
        figures: outcome.ok ? outcome.value.figures : undefined,
        trouble: outcome.ok ? null : outcome.fault.message,
        pictured: picture !== undefined,
      })
    })
  }

  const onSection = async (id: string): Promise<void> => {
    const row = await findSection(db.read, id)
    if (!row || row.figured >= row.version) return
    const body = await findVersion(db.read, id, row.version)
    if (body === undefined) return
    const outcome = await work.section(body)
    if (stopped) return
    const figures = outcome.ok ? outcome.value : undefined
    const trouble = outcome.ok ? null : outcome.fault.message
    await db.write((tx) => markSectionWorked(tx, id, row.version, { figures, trouble }))
  }

  const go = async (): Promise<void> => {
    for (const [key, { kind, id }] of waiting) {
      waiting.delete(key)
      if (stopped) return
      try {
        await (kind === 'part' ? onPart(id) : onSection(id))
      } catch (error) {
        tell(
          `the ${kind} ${id} could not be worked out: ${error instanceof Error ? error.message : String(error)}`,
        )
      }
    }
    going = undefined
    if (waiting.size > 0) start()
  }
  const start = (): void => void (going ??= go())

  return {
    /** Asks for something to be worked out; answers at once. */
    want(wanted: Wanted): void {
      if (stopped) return
      const key = `${wanted.kind} ${wanted.id}`
      // The newest request goes last, with what else was asked for before it.
      waiting.delete(key)
      waiting.set(key, wanted)
      start()
    },
    /** Takes up what was left when the server last stopped. */
    async takeUp(): Promise<void> {
      for (const id of await partsToWork(db.read)) this.want({ kind: 'part', id })
      for (const id of await sectionsToWork(db.read)) this.want({ kind: 'section', id })
    },
    /** Resolves when nothing waits any more. */
    async idle(): Promise<void> {
      while (going) await going
    },
    stop(): void {
      stopped = true
      waiting.clear()
    },
  }
}

export type WorkingService = ReturnType<typeof workingService>
