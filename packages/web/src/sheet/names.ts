/** Names that are pressed on the sheet while a figure is typed: whoever types takes them in. */
export interface NamesGiven {
  give(name: string): void
  /** Takes them from now on; gives the way to stop. */
  taken(by: (name: string) => void): () => void
}

export function createNames(): NamesGiven {
  const takers = new Set<(name: string) => void>()
  return {
    give(name) {
      for (const take of takers) take(name)
    },
    taken(by) {
      takers.add(by)
      return () => takers.delete(by)
    },
  }
}
