import type { Part } from '../document/index.ts'

/** A part at a moment, with what was chosen then and what was done to get there. */
export interface Moment<Selection> {
  readonly part: Part
  readonly selection: Selection
  readonly label: string
}

/** Everything that can be undone and redone; the present is the last of `past` and never undone away. */
export interface History<Selection> {
  readonly past: readonly Moment<Selection>[]
  readonly future: readonly Moment<Selection>[]
  /** Changes with the same key right after each other count as one. */
  readonly mergeKey: string | undefined
}

/** How many moments are kept. */
export const HISTORY_DEPTH = 200

export function startHistory<S>(part: Part, selection: S): History<S> {
  return { past: [{ part, selection, label: '' }], future: [], mergeKey: undefined }
}

export function present<S>(h: History<S>): Moment<S> {
  return h.past.at(-1)!
}

/** Adds a moment; what could be redone is gone. An unchanged part adds nothing. */
export function commit<S>(h: History<S>, next: Moment<S>, mergeKey?: string): History<S> {
  if (next.part === present(h).part) return h
  const merges = mergeKey !== undefined && mergeKey === h.mergeKey && h.past.length > 1
  const kept = merges ? h.past.slice(0, -1) : h.past.slice(-HISTORY_DEPTH + 1)
  return { past: [...kept, next], future: [], mergeKey }
}

/** The present selection changed; that alone is no step to undo, but undoing comes back to it. */
export function reselect<S>(h: History<S>, selection: S): History<S> {
  return { ...h, past: [...h.past.slice(0, -1), { ...present(h), selection }] }
}

export function undo<S>(h: History<S>): History<S> {
  if (h.past.length < 2) return h
  return { past: h.past.slice(0, -1), future: [present(h), ...h.future], mergeKey: undefined }
}

export function redo<S>(h: History<S>): History<S> {
  const [next, ...future] = h.future
  return next ? { past: [...h.past, next], future, mergeKey: undefined } : h
}
