import { countingIds, type Id } from '@flexum/core/base'
import { idsIn, type Part } from '@flexum/core/recipe'

/** A new id of a prefix in a part. */
export function newId(part: Part, prefix: string): Id {
  return newIds(part, prefix)()
}

/** Gives one unused id after the other. */
export function newIds(part: Part, prefix: string): () => Id {
  return countingIds(prefix, idsIn(part))
}
