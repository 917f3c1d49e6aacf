import type { RackRow } from '../../api/parts.ts'

export const SORTS = {
  changed: { title: 'Last changed', compare: (a: RackRow, b: RackRow) => b.updatedAt - a.updatedAt },
  name: {
    title: 'Name',
    compare: (a: RackRow, b: RackRow) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  },
  length: {
    title: 'Length',
    compare: (a: RackRow, b: RackRow) => (b.figures.length ?? 0) - (a.figures.length ?? 0),
  },
  mass: { title: 'Mass', compare: (a: RackRow, b: RackRow) => (b.figures.mass ?? 0) - (a.figures.mass ?? 0) },
} as const

export type SortKey = keyof typeof SORTS

/** The rows that match every word of a search, in order. */
export function arrange(rows: readonly RackRow[], search: string, sort: SortKey): RackRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const text = (r: RackRow): string => [r.name, r.figures.profile, r.figures.material].join(' ').toLowerCase()
  return rows.filter((r) => words.every((w) => text(r).includes(w))).sort(SORTS[sort].compare)
}
