import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Id, Progress, Result } from '@flexum/core/base'
import {
  needsOf,
  apply,
  commit,
  present,
  redo,
  reselect,
  startHistory,
  undo,
  type Part,
  type Station,
  type Command,
  type History,
  type Followed,
} from '@flexum/core/recipe'
import { type PartResult } from '@flexum/core/recipe/evaluated'
import type { PointTable } from '@flexum/core/format'
import type { PartHead } from '../api/parts.ts'
import { type Compute, Broken, Cancelled } from '../compute/client.ts'
import type { Picking } from './picking.ts'
import { stepsGiving } from './results.ts'

/** What is chosen: the station of work, and a step and node of the recipe. */
export interface Selection {
  readonly station: Station
  readonly step: Id | null
  readonly node: Id | null
  /** The sketch whose sheet is open. */
  readonly sheet?: Id | null
}

/** What is pointed at, wherever that is: a station along the path, the segment it lies on, or a node. */
export interface Focus {
  readonly station?: number
  readonly segment?: number
  readonly node?: Id
}

/** A plane that is being told by pressing: of which sheet, of which kind, and the places pressed so far. */
export interface Placing {
  readonly step: Id
  readonly kind: 'square' | 'points' | 'tilted' | 'parallel'
  readonly picked: readonly Followed[]
}

/** The bending of a forming step that is played: how far it has come, s. */
export interface Playing {
  readonly step: Id
  readonly time: number
}

/** A table of points from a file, about which it is still asked what its columns are and its unit is. */
export interface PointsBrought {
  readonly file: string
  readonly table: PointTable
}

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  /** Someone else saved; `head` is theirs. Nothing is sent until the person chooses. */
  | { readonly kind: 'conflict'; readonly head: PartHead }

/** Why what is shown is not what the part as it stands comes to: someone stopped the work, or it broke off. */
export type Problem =
  | { readonly kind: 'stopped' }
  /** An error of ours: while at what, and in whose words, for whoever looks into it. */
  | { readonly kind: 'broken'; readonly at: string | undefined; readonly error: string }

export interface SessionState {
  readonly id: string
  readonly history: History<Selection>
  /** The part while something is dragged, before it counts. */
  readonly preview: Part | undefined
  readonly result: PartResult | undefined
  readonly working: boolean
  /** How far the work under way has come, where it takes long enough to tell. */
  readonly progress: Progress | undefined
  readonly problem: Problem | undefined
  readonly focus: Focus | undefined
  /** A sheet whose plane is being pressed in the picture. */
  readonly placing: Placing | undefined
  /** A face or an edge that is being picked in the picture. */
  readonly picking: Picking | undefined
  /** A line whose walls are pressed in the picture. */
  readonly pressing: Id | undefined
  /** The bodies are shown as they were before this step, while a key is held. */
  readonly before: Id | undefined
  readonly playing: Playing | undefined
  readonly points: PointsBrought | undefined
  readonly revision: number
  readonly save: SaveState
}

/** A command refused, in words, for whoever shows it. */
export type Refused = (message: string) => void

/** One part on the Bench: its history, results, what is chosen and pointed at. No React, no DOM. */
export interface Session {
  readonly store: StoreApi<SessionState>
  /** Runs a command as one step to undo. `mergeKey` joins it to the one before. */
  run<A>(
    command: Command<A>,
    args: A,
    how: { label: string; mergeKey?: string; select?: Partial<Selection> },
  ): boolean
  /** Shows what a command would give, without it counting; what comes of it is worked out at most every `paceMs`. */
  show<A>(command: Command<A>, args: A, paceMs?: number): void
  endPreview(): void
  undo(): void
  redo(): void
  select(selection: Partial<Selection>): void
  point(focus: Focus | undefined): void
  /** Begins or goes on pressing a plane in the picture, or leaves it. */
  place(placing: Placing | undefined): void
  /** Begins picking in the picture, or leaves it. */
  pick(picking: Picking | undefined): void
  /** Begins pressing walls in the picture for a line along them, or leaves it. */
  pressWalls(line: Id | undefined): void
  /** Shows the bodies as they were before a step, or as they are. */
  showBefore(step: Id | undefined): void
  /** Shows a moment of the bending in place of the bodies, or no longer. */
  play(playing: Playing | undefined): void
  /** Asks about points that were brought in, or no longer. */
  askPoints(points: PointsBrought | undefined): void
  /** Takes a part from outside (theirs, after a conflict) as a step that can be undone. */
  replace(part: Part, label: string): void
  cancelWork(): void
  /** Works the part out again, after a problem. */
  tryAgain(): void
  dispose(): void
}

const problemOf = (error: unknown, at: string | undefined): Problem =>
  error instanceof Cancelled
    ? { kind: 'stopped' }
    : { kind: 'broken', at, error: error instanceof Broken ? error.why : String(error) }

/** Lets the page do what waits before going on. */
const breath = (): Promise<void> => new Promise((go) => setTimeout(go))

/** What is chosen at first: the path; a sketch that steps wait for and that has nothing on it yet opens its sheet. */
function firstSelection(part: Part): Selection {
  const waitedFor = (id: Id): boolean => part.steps.some((s) => needsOf(s).includes(id))
  const empty = part.steps.find((s) => s.kind === 'sketch' && s.entities.length === 0 && waitedFor(s.id))
  if (empty) return { station: 'path', step: empty.id, node: null, sheet: empty.id }
  const path = stepsGiving(part, 'path')[0]
  return { station: 'path', step: path?.id ?? null, node: null }
}

/** The part that counts now. */
export function partOf(s: SessionState): Part {
  return present(s.history).part
}

/** The part on screen: what is being dragged, else what counts. */
export function shownPart(s: SessionState): Part {
  return s.preview ?? partOf(s)
}

export function selectionOf(s: SessionState): Selection {
  return present(s.history).selection
}

export function createSession(
  head: PartHead,
  compute: Compute,
  refused: Refused,
  restored?: { readonly history: History<Selection>; readonly revision: number },
): Session {
  const history = restored?.history ?? startHistory(head.part, firstSelection(head.part))
  const store = createStore<SessionState>()(() => ({
    id: head.id,
    history,
    preview: undefined,
    result: undefined,
    working: false,
    progress: undefined,
    problem: undefined,
    focus: undefined,
    placing: undefined,
    picking: undefined,
    pressing: undefined,
    before: undefined,
    playing: undefined,
    points: undefined,
    revision: restored?.revision ?? head.revision,
    save: { kind: present(history).part === head.part || !restored ? 'saved' : 'unsaved' },
  }))

  /** The step that was last told to be under way. */
  let at: string | undefined
  compute.onProgress('edited', (progress) => {
    at = progress?.of ?? at
    store.setState({ progress })
  })
  let wanted: { readonly part: Part; readonly rough: boolean } | undefined
  let busy = false
  /** Works out the newest part wanted; parts asked for while it works are skipped but for the last. */
  const work = async (): Promise<void> => {
    if (busy) return
    busy = true
    while (wanted) {
      const { part, rough } = wanted
      wanted = undefined
      at = undefined
      if (!store.getState().working) store.setState({ working: true })
      try {
        const result = await compute.evaluate(part, rough)
        // What came is taken in and shown in two goes, so that neither holds the page for long.
        await breath()
        const done = result.awaits === 0 && !wanted
        store.setState({ result, ...(done ? { working: false, problem: undefined } : {}) })
        // Figures and findings never wait for meshes; these follow, and come before the next change, or none would be seen.
        if (result.awaits > 0) {
          const whole = await compute.finish(part, rough)
          await breath()
          store.setState({ result: whole, problem: undefined })
        }
      } catch (error) {
        store.setState({ problem: problemOf(error, at) })
        if (!(error instanceof Cancelled)) compute.cancel()
      }
    }
    busy = false
    if (store.getState().working) store.setState({ working: false })
  }
  let later: ReturnType<typeof setTimeout> | undefined
  let began = -Infinity
  /** Works out what is shown, not before `paceMs` have gone by since the last time it began. */
  const evaluate = (paceMs = 0): void => {
    const wait = began + paceMs - performance.now()
    if (paceMs > 0 && wait > 0) {
      later ??= setTimeout(() => evaluate(), wait)
      return
    }
    clearTimeout(later)
    later = undefined
    began = performance.now()
    // What is only shown while it is dragged is put together coarsely; what counts, finely.
    const state = store.getState()
    wanted = { part: shownPart(state), rough: state.preview !== undefined }
    void work()
  }

  const setHistory = (next: History<Selection>): void => {
    const before = partOf(store.getState())
    const changed = present(next).part !== before
    const previewed = store.getState().preview !== undefined
    const conflict = store.getState().save.kind === 'conflict'
    // In one go, so that whoever listens sees the change and that it is not saved together.
    store.setState({
      history: next,
      preview: undefined,
      ...(changed && !conflict ? { save: { kind: 'unsaved' } as const } : {}),
    })
    // What was only shown was worked out too: where it is let go, what counts is worked out again.
    if (changed || previewed) evaluate()
  }

  const attempt = <A>(command: Command<A>, args: A): Result<Part> =>
    apply(command, partOf(store.getState()), args)

  evaluate()
  return {
    store,
    run(command, args, how) {
      const result = attempt(command, args)
      if (!result.ok) {
        refused(result.fault.message)
        return false
      }
      const { history: h } = store.getState()
      const selection = { ...present(h).selection, ...how.select }
      setHistory(
        commit(
          reselectIfSame(h, result.value, selection),
          { part: result.value, selection, label: how.label },
          how.mergeKey,
        ),
      )
      return true
    },
    show(command, args, paceMs) {
      const result = attempt(command, args)
      if (!result.ok) return
      store.setState({ preview: result.value })
      evaluate(paceMs)
    },
    endPreview() {
      if (store.getState().preview === undefined) return
      store.setState({ preview: undefined })
      evaluate()
    },
    undo: () => setHistory(undo(store.getState().history)),
    redo: () => setHistory(redo(store.getState().history)),
    select(selection) {
      const { history: h } = store.getState()
      // Going to another station leaves the sheet.
      const leaves = 'station' in selection && !('sheet' in selection)
      const next = { ...present(h).selection, ...selection, ...(leaves ? { sheet: null } : {}) }
      store.setState({
        history: reselect(h, next),
        placing: undefined,
        picking: undefined,
        pressing: undefined,
      })
    },
    point(focus) {
      if (focus !== store.getState().focus) store.setState({ focus })
    },
    place: (placing) => store.setState({ placing, picking: undefined, pressing: undefined }),
    pick: (picking) => store.setState({ picking, placing: undefined, pressing: undefined }),
    pressWalls: (pressing) => store.setState({ pressing, placing: undefined, picking: undefined }),
    showBefore: (before) => store.setState({ before }),
    play: (playing) => store.setState({ playing }),
    askPoints: (points) => store.setState({ points }),
    replace(part, label) {
      const { history: h } = store.getState()
      setHistory(commit(h, { part, selection: present(h).selection, label }))
    },
    cancelWork() {
      clearTimeout(later)
      later = undefined
      wanted = undefined
      compute.cancel()
    },
    tryAgain: () => evaluate(),
    dispose() {
      clearTimeout(later)
      compute.dispose()
    },
  }
}

/** Where a command left the part as it was, only the selection moves. */
function reselectIfSame(h: History<Selection>, part: Part, selection: Selection): History<Selection> {
  return present(h).part === part ? reselect(h, selection) : h
}
