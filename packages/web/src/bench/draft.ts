import type { History } from '@flexum/core/edit'
import type { PartHead } from '../api/parts.ts'
import type { Selection, Session } from './session.ts'

/** What a reload brings back: undo, redo and what was chosen, and over which revision that stood. */
interface Draft {
  readonly revision: number
  readonly history: History<Selection>
}

const keyOf = (id: string): string => `flexum.draft.${id}`
const WRITE_AFTER_MS = 150
/** Moments kept over a reload, so that the browser's storage is not filled by one long session. */
const KEPT = 60

/** The draft of a part in this tab, if it stands over the revision that is now the newest, or over one not yet sent. */
export function readDraft(head: PartHead): History<Selection> | undefined {
  try {
    const text = sessionStorage.getItem(keyOf(head.id))
    if (text === null) return undefined
    const draft = JSON.parse(text) as Draft
    if (!Array.isArray(draft.history?.past) || draft.history.past.length === 0) return undefined
    const newest = draft.history.past.at(-1)!.part
    const same = JSON.stringify(newest) === JSON.stringify(head.part)
    if (!same && draft.revision !== head.revision) return undefined
    const past = [...draft.history.past]
    // The same part as saved is the same object, so that it does not count as a change.
    if (same) past[past.length - 1] = { ...past.at(-1)!, part: head.part }
    return { ...draft.history, past }
  } catch {
    return undefined
  }
}

/** Keeps the draft up to date while the session lasts. */
export function keepDraft(session: Session): { flush(): void; stop(): void } {
  let timer: ReturnType<typeof setTimeout> | undefined
  const write = (): void => {
    clearTimeout(timer)
    const { id, history, revision } = session.store.getState()
    const past = history.past.slice(-KEPT)
    const draft: Draft = { revision, history: { ...history, past, future: history.future.slice(0, KEPT) } }
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
    if (now.history === before.history && now.revision === before.revision) return
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

/** Forgets the draft, when the person takes the other side of a conflict. */
export function dropDraft(session: Session): void {
  sessionStorage.removeItem(keyOf(session.store.getState().id))
}
