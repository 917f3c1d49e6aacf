import type { Id } from '../base/index.ts'
import type { StepOutput, StepResult } from './output.ts'
import { PART_TOO_MUCH } from './step-findings.ts'

/** What came of a step, before it is known what stands in where it failed. */
export type Fresh = Omit<StepResult, 'stale' | 'version'>

interface Remembered {
  readonly fresh: Fresh
  readonly version: number
  /** Bytes it takes, about. */
  readonly weight: number
  /** The result with a last good output in it, for as long as that is the same. */
  stale?: { readonly good: StepOutput; readonly result: StepResult }
  /** The result as it is. */
  plain?: StepResult
}

/** Results by all that they depend on, and the last good output of every step by whose part it is. */
export interface Memory {
  /** The result under a key, made if it is not known; when it failed, with the owner's last good output of that step. */
  result(key: string, make: () => Fresh, owner: string | undefined): StepResult
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

  const remembered = (key: string, make: () => Fresh): Remembered => {
    const before = known.get(key)
    if (before) {
      known.delete(key)
      known.set(key, before)
      return before
    }
    const fresh = make()
    const made = { fresh, version: ++versions, weight: 2 * key.length + weightOf(fresh.output) }
    // What the steps before left too little effort for may come out otherwise when those are known.
    if (fresh.findings.some((f) => f.code === PART_TOO_MUCH)) return made
    known.set(key, made)
    bytes += made.weight
    for (const [oldest, entry] of known) {
      if (bytes <= MOST_BYTES || oldest === key) break
      known.delete(oldest)
      bytes -= entry.weight
    }
    return made
  }

  return {
    result(key, make, owner) {
      const r = remembered(key, make)
      const good = owner === undefined ? undefined : lastGood.get(owner)?.get(r.fresh.id)
      if (r.fresh.state === 'good' || good === undefined)
        return (r.plain ??= { ...r.fresh, stale: false, version: r.version })
      if (r.stale?.good !== good) {
        const output = r.fresh.output ?? good
        r.stale = { good, result: { ...r.fresh, output, stale: true, version: ++versions } }
      }
      return r.stale.result
    },
    keepGood(owner, results) {
      const before = lastGood.get(owner)
      const now = new Map<Id, StepOutput>()
      for (const [id, r] of results) {
        const good = r.state === 'good' ? r.output : before?.get(id)
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

/** Bytes of an output that count: those of meshes; all else is small beside its key. */
function weightOf(output: StepOutput | undefined): number {
  return (output?.bodies ?? []).reduce((sum, { mesh: { positions, normals, triangles, tags } }) => {
    return sum + positions.byteLength + normals.byteLength + triangles.byteLength + tags.byteLength
  }, 1000)
}
