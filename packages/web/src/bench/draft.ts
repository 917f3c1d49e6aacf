import { readPart } from '@flexum/core/document'
import type { History, Moment } from '@flexum/core/edit'
import type { PartHead } from '../api/parts.ts'
import type { Selection, Session } from './session.ts'

/** What a reload brings back: undo, redo and what was chosen, and over which revision that stood. */
interface Draft {
  readonly revision: number
  /** Something in it was not sent when it was written. */
  readonly unsent: boolean
  readonly history: History<Selection>
}

const keyOf = (id: string): string => `flexum.draft.${id}`
const WRITE_AFTER_MS = 150
/** Moments kept over a reload, so that the browser's storage is not filled by one long session. */
const KEPT = 60

/** What a session goes on from: its history, and the revision that stands under it. */
export interface Restored {
  readonly history: History<Selection>
  readonly revision: number
}

/**
 * The draft of a part in this tab. It counts over the newest revision; over an older one only if something in it was
 * never sent: then it goes on from its own revision, and the next save tells of the clash instead of losing a side.
 */
export function readDraft(head: PartHead): Restored | undefined {
  try {
    const text = sessionStorage.getItem(keyOf(head.id))
    if (text === null) return undefined
    const draft = JSON.parse(text) as Draft
    if (!Array.isArray(draft.history?.past) || draft.history.past.length === 0) return undefined
    const past = readable(draft.history.past)
    const newest = past.at(-1)
    if (!newest) return undefined
    if (JSON.stringify(newest.part) === JSON.stringify(head.part)) {
      // The same part as saved is the same object, so that it does not count as a change.
      past[past.length - 1] = { ...newest, part: head.part }
      return {
        history: { ...draft.history, past, future: readable(draft.history.future) },
        revision: head.revision,
      }
    }
    if (draft.revision !== head.revision && !draft.unsent) return undefined
    return {
      history: { ...draft.history, past, future: readable(draft.history.future) },
      revision: draft.revision,
    }
  } catch {
    return undefined
  }
}

/** Moments whose part reads today, brought up to date; storage is a door like any other. */
function readable(moments: unknown): Moment<Selection>[] {
  if (!Array.isArray(moments)) return []
  return (moments as readonly Partial<Moment<Selection>>[]).flatMap((m) => {
    const read = readPart(m?.part)
    const { selection, label } = m ?? {}
    if (!read.ok || typeof selection?.station !== 'string') return []
    return { part: read.value, selection, label: typeof label === 'string' ? label : '' }
  })
}

/** The newest part of a draft as text, as it stands in the storage; undefined when there is none. */
export function draftText(id: string): string | undefined {
  try {
    const draft = JSON.parse(sessionStorage.getItem(keyOf(id)) ?? 'null') as Draft | null
    const part = draft?.history.past.at(-1)?.part
    return part && JSON.stringify(part, null, 2)
  } catch {
    return undefined
  }
}

/** Lets a draft go, so that the part opens as it is kept. */
export function dropDraft(id: string): void {
  sessionStorage.removeItem(keyOf(id))
}

/** Keeps the draft up to date while the session lasts. */
export function keepDraft(session: Session): { flush(): void; stop(): void } {
  let timer: ReturnType<typeof setTimeout> | undefined
  const write = (): void => {
    clearTimeout(timer)
    const { id, history, revision, save } = session.store.getState()
    const past = history.past.slice(-KEPT)
    const draft: Draft = {
      revision,
      unsent: save.kind !== 'saved',
      history: { ...history, past, future: history.future.slice(0, KEPT) },
    }
    try {
      sessionStorage.setItem(keyOf(id), JSON.stringify(draft))
    } catch {
      // The storage is full: the last moment alone is what a reload needs most.
      try {
        sessionStorage.setItem(
          keyOf(id),
          JSON.stringify({ ...draft, history: { ...history, past: past.slice(-1), future: [] } }),
        )
      } catch {
        sessionStorage.removeItem(keyOf(id))
      }
    }
  }
  const unsubscribe = session.store.subscribe((now, before) => {
    if (now.history === before.history && now.revision === before.revision && now.save === before.save) return
    clearTimeout(timer)
    timer = setTimeout(write, WRITE_AFTER_MS)
  })
  return {
    flush: write,
    stop() {
      clearTimeout(timer)
      unsubscribe()
    },
  }
}
