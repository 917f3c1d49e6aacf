import type { Result } from '@flexum/core/base'
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

/** What took too long is tried again after this, ms, each time after twice as long; so often until the next start. */
const AGAIN_MS = 30_000
const TRIES = 4

const keyOf = ({ kind, id }: Wanted): string => `${kind} ${id}`
const tookTooLong = (outcome: Result<unknown>): boolean =>
  !outcome.ok && (outcome.fault.code === 'work.long' || outcome.fault.code === 'work.stopping')

/**
 * Works out what was saved, one after the other, after the save was answered: figures and small pictures. Whatever is saved
 * anew while it waits is worked out once, as it then is. What cannot be worked out is marked with why, and not tried again; what only took too
 * long waits, and is tried again later, also after a restart.
 */
export function workingService(
  db: Database,
  work: Work,
  tell: (message: string) => void = console.error,
  againMs = AGAIN_MS,
) {
  const waiting = new Map<string, Wanted>()
  let going: Promise<void> | undefined
  let stopped = false
  /** How often something took too long, and what is to try it again. */
  const late = new Map<string, number>()
  const timers = new Set<ReturnType<typeof setTimeout>>()
  const again = (wanted: Wanted): void => {
    const key = keyOf(wanted)
    const times = (late.get(key) ?? 0) + 1
    late.set(key, times)
    tell(
      `the ${wanted.kind} ${wanted.id} took too long; ${times > TRIES ? 'it waits for the next start' : 'it is tried again later'}`,
    )
    if (times > TRIES) return
    const timer = setTimeout(
      () => {
        timers.delete(timer)
        service.want(wanted)
      },
      againMs * 2 ** (times - 1),
    )
    timer.unref()
    timers.add(timer)
  }

  const onPart = async (id: string): Promise<void> => {
    const head = await findHead(db.read, id)
    if (!head || head.row.figured >= head.row.revision) return
    const { revision } = head.row
    const outcome = await work.part(head.body)
    if (stopped) return
    if (tookTooLong(outcome)) return again({ kind: 'part', id })
    late.delete(keyOf({ kind: 'part', id }))
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
    if (tookTooLong(outcome)) return again({ kind: 'section', id })
    late.delete(keyOf({ kind: 'section', id }))
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

  const service = {
    /** Asks for something to be worked out; answers at once. */
    want(wanted: Wanted): void {
      if (stopped) return
      const key = keyOf(wanted)
      // The newest request goes last, with what else was asked for before it.
      waiting.delete(key)
      waiting.set(key, wanted)
      start()
    },
    /** Takes up what was left when the server last stopped. */
    async takeUp(): Promise<void> {
      for (const id of await partsToWork(db.read)) service.want({ kind: 'part', id })
      for (const id of await sectionsToWork(db.read)) service.want({ kind: 'section', id })
    },
    /** Resolves when nothing waits any more. */
    async idle(): Promise<void> {
      while (going) await going
    },
    stop(): void {
      stopped = true
      waiting.clear()
      for (const timer of timers) clearTimeout(timer)
    },
  }
  return service
}

export type WorkingService = ReturnType<typeof workingService>
