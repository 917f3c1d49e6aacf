import type { Id } from '../base/index.ts'
import type { StepOutput, StepResult } from './output.ts'
import { PART_TOO_MUCH } from './step-findings.ts'

/** What came of a step, before it is known what stands in where it failed. */
export type Fresh = Omit<StepResult, 'stale' | 'version' | 'basis'>

/** What was made of a step: what there is at once, and the way to all of it where that takes longer. */
export interface Made {
  readonly fresh: Fresh
  readonly whole?: (() => Fresh) | undefined
}

interface Remembered {
  fresh: Fresh
  /** The way to all of it, until that was gone. */
  whole: (() => Fresh) | undefined
  version: number
  readonly basis: number
  /** Bytes it takes, about. */
  weight: number
  /** The result with a last good output in it, for as long as that is the same. */
  stale?: { readonly good: StepOutput; readonly result: StepResult }
  /** The result as it is. */
  plain?: StepResult
}

/** Results by all that they depend on, and the last good output of every step by whose part it is. */
export interface Memory {
  /**
   * The result under a key, made if it is not known, and all of it if `whole` is wanted; when it failed, with the owner's
   * last good output of that step.
   */
  result(key: string, make: () => Made, owner: string | undefined, whole?: boolean): StepResult
  /** Takes what is good as the owner's last good, and forgets what the owner's part no longer has. */
  keepGood(owner: string, results: ReadonlyMap<Id, StepResult>): void
}

/** Bytes of results that are kept; the longest not asked for goes first. */
const MOST_BYTES = 96e6
/** Owners whose last good results are kept. */
const MOST_OWNERS = 16

export function createMemory(): Memory {
  const known = new Map<string, Remembered>()
  const lastGood = new Map<string, Map<Id, StepOutput>>()
  let bytes = 0
  let versions = 0

  const weigh = (key: string, r: Remembered): void => {
    bytes -= r.weight
    r.weight = 2 * key.length + weightOf(r.fresh.output)
    bytes += r.weight
    for (const [oldest, entry] of known) {
      if (bytes <= MOST_BYTES || oldest === key) break
      known.delete(oldest)
      bytes -= entry.weight
    }
  }

  const remembered = (key: string, make: () => Made): Remembered => {
    const before = known.get(key)
    if (before) {
      known.delete(key)
      known.set(key, before)
      return before
    }
    const { fresh, whole } = make()
    const version = ++versions
    const made: Remembered = { fresh, whole, version, basis: version, weight: 0 }
    // What the steps before left too little effort for may come out otherwise when those are known.
    if (leftOut(fresh)) return made
    known.set(key, made)
    weigh(key, made)
    return made
  }

  /** Goes the way to all of a result, once. */
  const complete = (key: string, r: Remembered): void => {
    if (!r.whole) return
    const fresh = r.whole()
    r.fresh = fresh
    r.version = ++versions
    delete r.plain
    delete r.stale
    if (leftOut(fresh)) {
      known.delete(key)
      bytes -= r.weight
      return
    }
    r.whole = undefined
    if (known.has(key)) weigh(key, r)
  }

  return {
    result(key, make, owner, whole = true) {
      const r = remembered(key, make)
      if (whole) complete(key, r)
      const good = owner === undefined ? undefined : lastGood.get(owner)?.get(r.fresh.id)
      if (r.fresh.state === 'good' || good === undefined)
        return (r.plain ??= { ...r.fresh, stale: false, version: r.version, basis: r.basis })
      if (r.stale?.good !== good) {
        const output = r.fresh.output ?? good
        const version = ++versions
        r.stale = { good, result: { ...r.fresh, output, stale: true, version, basis: version } }
      }
      return r.stale.result
    },
    keepGood(owner, results) {
      const before = lastGood.get(owner)
      const now = new Map<Id, StepOutput>()
      for (const [id, r] of results) {
        // Without its bodies a result is not whole, and would stand in without a picture.
        const good = r.state === 'good' && r.awaits === 0 ? r.output : before?.get(id)
        if (good) now.set(id, good)
      }
      lastGood.delete(owner)
      lastGood.set(owner, now)
      for (const oldest of lastGood.keys()) {
        if (lastGood.size <= MOST_OWNERS) break
        lastGood.delete(oldest)
      }
    },
  }
}

/** Whether a step was given up for what the steps before it had left. */
const leftOut = (fresh: Fresh): boolean => fresh.findings.some((f) => f.code === PART_TOO_MUCH)

/** Bytes of an output that count: those of meshes; all else is small beside its key. */
function weightOf(output: StepOutput | undefined): number {
  return (output?.bodies ?? []).reduce((sum, { mesh: { positions, normals, triangles, tags } }) => {
    return sum + positions.byteLength + normals.byteLength + triangles.byteLength + tags.byteLength
  }, 1000)
}
