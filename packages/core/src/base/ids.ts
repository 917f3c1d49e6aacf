/** Names one thing inside a part; unique there, never reused. */
export type Id = string

/** Hands out ids that are not taken yet. The core has no randomness of its own, so whoever calls brings one. */
export type IdSource = () => Id

/** An id source that counts up from what is already taken: `n1`, `n2`, … for prefix `n`. */
export function countingIds(prefix: string, taken: Iterable<Id>): IdSource {
  let last = 0
  for (const id of taken) {
    if (!id.startsWith(prefix)) continue
    const number = Number(id.slice(prefix.length))
    if (Number.isInteger(number) && number > last) last = number
  }
  return () => `${prefix}${++last}`
}
