/** What pages have and tests without a document miss: what is kept between visits, kept as long as the process lives. */
const kept = new Map<string, string>()
globalThis.localStorage ??= {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
  clear: () => kept.clear(),
  key: (i: number) => [...kept.keys()][i] ?? null,
  get length() {
    return kept.size
  },
}
