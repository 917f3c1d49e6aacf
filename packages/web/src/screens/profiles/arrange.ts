import type { LibraryRow } from '../../api/sections.ts'

export type KindFilter = 'all' | 'stock' | 'drawn'

/** The least and the most that the larger side may be, mm; undefined for any. */
export interface SizeFilter {
  readonly from?: number | undefined
  readonly to?: number | undefined
}

/** Sections whose name, summary, material or tags hold every word searched for, of a kind and size. */
export function arrangeSections(
  rows: readonly LibraryRow[],
  search: string,
  kind: KindFilter,
  size: SizeFilter = {},
): LibraryRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter((r) => {
    const { figures } = r
    // What is not worked out yet has no kind and no size to go by.
    if (kind !== 'all' && figures?.kind !== kind) return false
    const side = figures ? Math.max(figures.width, figures.height) : 0
    if (side < (size.from ?? 0) || side > (size.to ?? Infinity)) return false
    const text = [r.name, figures?.summary, figures?.material, ...r.tags].join(' ').toLowerCase()
    return words.every((w) => text.includes(w))
  })
}
