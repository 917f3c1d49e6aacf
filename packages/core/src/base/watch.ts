import { fail, ok, type Result } from './result.ts'

/**
 * Work that is watched: whoever started it is asked now and then whether it is still wanted, and told how far it has come.
 * Loops that count their work by `spend` are watched with that; the way to ask must be cheap, as a shared flag is.
 */
export interface Watcher {
  /** Whether the work is still wanted; where it is not, it leaves at once, and what was worked out before stays known. */
  wanted(): boolean
  /** How far it has come. Called often: whoever shows it keeps his own time. */
  progress?(at: Progress): void
}

/** How far work has come. */
export interface Progress {
  /** What is worked out, by its name. */
  readonly of: string
  /** What is done for it, as in "the mesh". */
  readonly on: string
  /** Share of all of it, 0 to 1; never less than before. */
  readonly share: number
}

/** Units of work between two looks at the watcher: about a millisecond. */
const LOOK_EVERY = 20_000

/** A stretch of watched work: its name, the shares it goes from and to, and the units it takes, about. */
interface Stage {
  readonly of: string
  readonly from: number
  readonly to: number
  readonly units: number
}

interface Watched {
  readonly watcher: Watcher
  stage: Stage
  /** Units since the stage began, and since the last look. */
  spent: number
  since: number
}

let current: Watched | undefined

/** How work that is not wanted any more leaves; `watched` catches it and nobody else sees it. */
class CalledOff extends Error {
  constructor() {
    super('the work was called off')
  }
}

/** Counts work for the watcher, if there is one. */
export function look(units: number, on: string): void {
  if (!current) return
  current.spent += units
  current.since += units
  // Asked this way round, what is no number looks too.
  if (current.since < LOOK_EVERY) return
  current.since = 0
  const { watcher, stage, spent } = current
  if (!watcher.wanted()) throw new CalledOff()
  const done = stage.units > 0 ? Math.min(spent / stage.units, 1) : 0
  watcher.progress?.({ of: stage.of, on, share: stage.from + (stage.to - stage.from) * done })
}

/** What follows is work of this name, from one share of all of it to another, and takes so many units, about. */
export function stage(of: string, from: number, to: number, units: number): void {
  if (!current) return
  current.stage = { of, from, to, units }
  current.spent = 0
}

/** Whether somebody watches. */
export const isWatched = (): boolean => current !== undefined

/** Does work under a watcher's eye; fails when it was called off. */
export function watched<T>(watcher: Watcher, work: () => T): Result<T, 'called-off'> {
  const outer = current
  current = { watcher, stage: { of: '', from: 0, to: 0, units: 0 }, spent: 0, since: 0 }
  try {
    if (!watcher.wanted()) return fail('called-off')
    return ok(work())
  } catch (error) {
    if (error instanceof CalledOff) return fail('called-off')
    throw error
  } finally {
    current = outer
  }
}
