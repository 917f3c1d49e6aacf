/** The neutral fibre at a radius: its depth from the inside face as a share of the section's depth, at a centreline radius so many times that depth. */
export interface NeutralShare {
  readonly ratio: number
  readonly share: number
}

/** The share at a ratio of radius to depth: straight between the rows of a table, level beyond them. The rows in any order, at least one. */
export function neutralShare(table: readonly NeutralShare[], ratio: number): number {
  const rows = table.toSorted((a, b) => a.ratio - b.ratio)
  const after = rows.findIndex((r) => r.ratio >= ratio)
  if (after < 0) return rows.at(-1)!.share
  if (after === 0) return rows[0]!.share
  const [a, b] = [rows[after - 1]!, rows[after]!]
  return a.share + ((ratio - a.ratio) / (b.ratio - a.ratio)) * (b.share - a.share)
}
