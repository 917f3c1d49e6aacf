/** What the library made of a part of a tree, so that it need not be made again. */
export interface Kept<S> {
  readonly shape: S
  /** How many leaves it is of. */
  readonly leaves: number
  /** Which of the library's numbers are those of its leaves, counted from its own first. */
  readonly spans: readonly Span[]
}

/** A stretch of the library's numbers: two for each leaf, from the leaf `leaf` on. */
export interface Span {
  readonly first: number
  readonly count: number
  readonly leaf: number
}

/** Triangles of all that is kept, at the most: about 200 bytes each. */
const MOST_TRIANGLES = 400_000

interface Entry<S> {
  readonly kept: Kept<S>
  readonly triangles: number
  readonly drop: () => void
}

/** What was made of late, by what it was made of; what was longest not asked for goes first. */
export function createShelf<S extends { numTri(): number; delete(): void }>(): {
  get(of: object, as: string): Kept<S> | undefined
  /** Whether it is kept from now on, and no longer whoever made it has to free it. */
  put(of: object, as: string, kept: Kept<S>): boolean
  /** Frees what is more than it holds, once nothing of it is being used. */
  tidy(): void
} {
  const byOf = new WeakMap<object, Map<string, Entry<S>>>()
  const order = new Set<Entry<S>>()
  let triangles = 0
  return {
    get(of, as) {
      const entry = byOf.get(of)?.get(as)
      if (!entry) return undefined
      order.delete(entry)
      order.add(entry)
      return entry.kept
    },
    put(of, as, kept) {
      const own = kept.shape.numTri()
      const list = byOf.get(of) ?? new Map<string, Entry<S>>()
      if (own > MOST_TRIANGLES / 2 || list.has(as)) return false
      byOf.set(of, list)
      const entry: Entry<S> = { kept, triangles: own, drop: () => list.delete(as) }
      list.set(as, entry)
      order.add(entry)
      triangles += own
      return true
    },
    tidy() {
      for (const oldest of order) {
        if (triangles <= MOST_TRIANGLES) break
        order.delete(oldest)
        oldest.drop()
        oldest.kept.shape.delete()
        triangles -= oldest.triangles
      }
    },
  }
}
