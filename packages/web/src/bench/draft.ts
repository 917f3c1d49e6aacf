import { readPart, type History, type Moment } from '@flexum/core/recipe'
import type { PartHead } from '../api/parts.ts'
import type { Selection, Session } from './session.ts'
import { keptWith } from '@flexum/core/base'

/**
 * What a reload brings back lies in this tab's own storage (it goes with the tab, and can be written as the page leaves):
 * the moments of undo and redo each under a key of its own, written once, and a list of them that changes.
 */
interface Draft {
  readonly revision: number
  /** Something in it was not sent when it was written. */
  readonly unsent: boolean
  /** Moments by their numbers. */
  readonly past: readonly number[]
  readonly future: readonly number[]
}

const keyOf = (id: string): string => `flexum.draft.${id}`
const momentKey = (id: string, n: number): string => `${keyOf(id)}.${n}`
const WRITE_AFTER_MS = 150
/** Moments kept over a reload, so that the browser's storage is not filled by one long session. */
const KEPT = 60

/** Numbers of moments that lie in the storage. */
const numbers = keptWith<Moment<Selection>, number>()

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
    const draft = listed(head.id)
    if (!draft) return undefined
    const past = momentsAt(head.id, draft.past)
    const future = momentsAt(head.id, draft.future)
    const newest = past.at(-1)
    if (!newest) return undefined
    if (JSON.stringify(newest.part) === JSON.stringify(head.part)) {
      // The same part as saved is the same object, so that it does not count as a change.
      const same = { ...newest, part: head.part }
      numbers.put(same, numbers.get(newest)!)
      return {
        history: { past: [...past.slice(0, -1), same], future, mergeKey: undefined },
        revision: head.revision,
      }
    }
    if (draft.revision !== head.revision && !draft.unsent) return undefined
    return { history: { past, future, mergeKey: undefined }, revision: draft.revision }
  } catch {
    return undefined
  }
}

function listed(id: string): Draft | undefined {
  const found = JSON.parse(sessionStorage.getItem(keyOf(id)) ?? 'null') as Draft | WholeDraft | null
  const draft = found && 'history' in found ? parted(id, found) : found
  return Array.isArray(draft?.past) && Array.isArray(draft.future) ? draft : undefined
}

/** A draft as it was written before moments had keys of their own. */
interface WholeDraft extends Pick<Draft, 'revision' | 'unsent'> {
  readonly history: { readonly past?: readonly unknown[]; readonly future?: readonly unknown[] }
}

function parted(id: string, { revision, unsent, history }: WholeDraft): Draft {
  dropDraft(id)
  let n = 0
  const put = (m: unknown): number => {
    sessionStorage.setItem(momentKey(id, ++n), JSON.stringify(m))
    return n
  }
  const draft = {
    revision,
    unsent,
    past: (history.past ?? []).map(put),
    future: (history.future ?? []).map(put),
  }
  sessionStorage.setItem(keyOf(id), JSON.stringify(draft))
  return draft
}

/** Moments that read today, brought up to date; storage is a door like any other. */
function momentsAt(id: string, at: readonly number[]): Moment<Selection>[] {
  return at.flatMap((n) => {
    const m = JSON.parse(sessionStorage.getItem(momentKey(id, n)) ?? 'null') as Partial<
      Moment<Selection>
    > | null
    const read = readPart(m?.part)
    const { selection, label } = m ?? {}
    if (!read.ok || typeof selection?.station !== 'string') return []
    const moment = { part: read.value, selection, label: typeof label === 'string' ? label : '' }
    numbers.put(moment, n)
    return [moment]
  })
}

/** The newest part of a draft as text, as it stands in the storage; undefined when there is none. */
export function draftText(id: string): string | undefined {
  try {
    const newest = listed(id)?.past.at(-1)
    if (newest === undefined) return undefined
    const moment = JSON.parse(sessionStorage.getItem(momentKey(id, newest)) ?? 'null') as {
      readonly part?: unknown
    } | null
    return moment?.part === undefined ? undefined : JSON.stringify(moment.part, null, 2)
  } catch {
    return undefined
  }
}

/** Lets a draft go, so that the part opens as it is kept. */
export function dropDraft(id: string): void {
  sessionStorage.removeItem(keyOf(id))
  for (const n of storedNumbers(id)) sessionStorage.removeItem(momentKey(id, n))
}

function storedNumbers(id: string): number[] {
  const prefix = `${keyOf(id)}.`
  return Object.keys(sessionStorage)
    .filter((k) => k.startsWith(prefix))
    .map((k) => Number(k.slice(prefix.length)))
}

/** Keeps the draft up to date while the session lasts; only moments that are new are written. */
export function keepDraft(session: Session): { flush(): void; stop(): void } {
  const { id } = session.store.getState()
  const stored = new Set(storedNumbers(id))
  let next = Math.max(0, ...stored) + 1
  let timer: ReturnType<typeof setTimeout> | undefined

  const put = (m: Moment<Selection>): number => {
    const known = numbers.get(m)
    if (known !== undefined && stored.has(known)) return known
    const n = next++
    sessionStorage.setItem(momentKey(id, n), JSON.stringify(m))
    numbers.put(m, n)
    stored.add(n)
    return n
  }
  const putAll = (past: readonly Moment<Selection>[], future: readonly Moment<Selection>[]): void => {
    const { revision, save } = session.store.getState()
    const draft: Draft = {
      revision,
      unsent: save.kind !== 'saved',
      past: past.map(put),
      future: future.map(put),
    }
    sessionStorage.setItem(keyOf(id), JSON.stringify(draft))
    const wanted = new Set([...draft.past, ...draft.future])
    for (const n of [...stored].filter((s) => !wanted.has(s))) {
      sessionStorage.removeItem(momentKey(id, n))
      stored.delete(n)
    }
  }
  const write = (): void => {
    clearTimeout(timer)
    const { past, future } = session.store.getState().history
    // Where the storage is full, fewer moments are kept; the last one alone is what a reload needs most.
    for (const most of [KEPT, KEPT / 4, 1]) {
      try {
        putAll(past.slice(-most), most === 1 ? [] : future.slice(0, most))
        return
      } catch {
        dropDraft(id)
        stored.clear()
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
