import type { PartRow } from '../../api/parts.ts'

export const SORTS = {
  changed: { title: 'Last changed', compare: (a: PartRow, b: PartRow) => b.updatedAt - a.updatedAt },
  name: {
    title: 'Name',
    compare: (a: PartRow, b: PartRow) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  },
  length: {
    title: 'Length',
    compare: (a: PartRow, b: PartRow) => (b.figures.length ?? 0) - (a.figures.length ?? 0),
  },
  mass: { title: 'Mass', compare: (a: PartRow, b: PartRow) => (b.figures.mass ?? 0) - (a.figures.mass ?? 0) },
} as const

export type SortKey = keyof typeof SORTS

/** The rows that match every word of a search, in order. */
export function arrange(rows: readonly PartRow[], search: string, sort: SortKey): PartRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const text = (r: PartRow): string => [r.name, r.figures.profile, r.figures.material].join(' ').toLowerCase()
  return rows.filter((r) => words.every((w) => text(r).includes(w))).sort(SORTS[sort].compare)
}
