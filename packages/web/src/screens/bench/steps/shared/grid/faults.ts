import type { Finding } from '@flexum/core/recipe/evaluated'
import type { GridFault } from './lines.ts'

/** The findings of a step by the rows of its grid; `field` says which column of a row one is about, if it is about one. */
export function faultsByRow(
  findings: readonly Finding[],
  field: (f: Finding) => readonly [row: string, column: string] | undefined,
): ReadonlyMap<string, GridFault> {
  const by = new Map<string, { columns: string[] }>()
  for (const f of findings) {
    const [row, column] = field(f) ?? [f.node, undefined]
    if (row === undefined) continue
    const of = by.get(row) ?? { columns: [] }
    if (column !== undefined) of.columns.push(column)
    by.set(row, of)
  }
  return by
}
