import { asc } from 'drizzle-orm'
import type { Queries } from './open.ts'
import { materials, stock } from './schema.ts'

export type MaterialRow = typeof materials.$inferSelect
export type StockRow = typeof stock.$inferSelect

export function listMaterials(q: Queries): Promise<MaterialRow[]> {
  return q.select().from(materials).orderBy(asc(materials.name))
}

export function listStock(q: Queries): Promise<StockRow[]> {
  return q.select().from(stock).orderBy(asc(stock.name))
}

/** Adds what is not there yet, by id; what is there stays as it is. */
export async function addMissing(
  q: Queries,
  m: readonly MaterialRow[],
  s: readonly StockRow[],
): Promise<void> {
  await q
    .insert(materials)
    .values([...m])
    .onConflictDoNothing()
  await q
    .insert(stock)
    .values([...s])
    .onConflictDoNothing()
}
