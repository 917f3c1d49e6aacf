import { fail, ok, type Result } from './result.ts'
import { look } from './watch.ts'

/**
 * Work counted against a limit, so that no input, however large or odd, keeps a computation going. One unit is about as
 * much as placing one point of a mesh: 20 to 100 ns. Loops that grow with their input say what they are about to do by
 * `spend`; whoever started the work by `within` gets it refused past the limit. Outside of `within` nothing is limited.
 */
let left = Infinity

/** How work past the limit leaves; `within` catches it and nobody else sees it. */
class Overspent extends Error {
  readonly on: string
  constructor(on: string) {
    super(`the work on ${on} went past its limit`)
    this.on = on
  }
}

/** What work past its limit was spent on, in words. */
export interface TooMuch {
  readonly on: string
}

/** Counts work that is about to be done `on` something, named as in "the mesh". */
export function spend(units: number, on: string): void {
  afford(units, on)
  look(units, on)
}

/** The same for work that says by `look` itself, as it goes, how far it has come. */
export function afford(units: number, on: string): void {
  left -= units
  // Asked this way round, what is no number counts as too much.
  if (!(left >= 0)) throw new Overspent(on)
}

/** Does work that may spend so many units; fails with what it was at when it went past them. Limits nest: the nearest counts. */
export function within<T>(units: number, work: () => T): Result<T, TooMuch> {
  const outer = left
  const limit = Math.min(units, outer)
  left = limit
  try {
    return ok(work())
  } catch (error) {
    if (error instanceof Overspent) return fail({ on: error.on })
    throw error
  } finally {
    const used = limit - Math.max(left, 0)
    left = outer === Infinity ? Infinity : Math.max(outer - used, 0)
  }
}

/** Units left of the limit that now holds. */
export function effortLeft(): number {
  return left
}
