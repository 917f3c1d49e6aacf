import { asc, eq } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { benders, materials, stock } from './schema.ts'

export type MaterialRow = typeof materials.$inferSelect
export type StockRow = typeof stock.$inferSelect
export type BenderRow = typeof benders.$inferSelect

export function listMaterials(q: Queries): Promise<MaterialRow[]> {
  return q.select().from(materials).orderBy(asc(materials.name))
}

export function listStock(q: Queries): Promise<StockRow[]> {
  return q.select().from(stock).orderBy(asc(stock.name))
}

/** Sets a row by its id, or adds it. */
export async function putMaterial(q: Queries, row: MaterialRow): Promise<void> {
  await q.insert(materials).values(row).onConflictDoUpdate({ target: materials.id, set: row })
}

/** Sets a row by its id, or adds it. */
export async function putStock(q: Queries, row: StockRow): Promise<void> {
  await q.insert(stock).values(row).onConflictDoUpdate({ target: stock.id, set: row })
}

export async function removeMaterial(q: Queries, id: string): Promise<boolean> {
  return (await q.delete(materials).where(eq(materials.id, id)).returning()).length > 0
}

export async function removeStock(q: Queries, id: string): Promise<boolean> {
  return (await q.delete(stock).where(eq(stock.id, id)).returning()).length > 0
}

/** The bars made of a material. */
export function barsOf(q: Queries, materialId: string): Promise<StockRow[]> {
  return q.select().from(stock).where(eq(stock.materialId, materialId))
}

export function listBenders(q: Queries): Promise<BenderRow[]> {
  return q.select().from(benders).orderBy(asc(benders.name))
}

/** Sets a row by its id, or adds it. */
export async function putBender(q: Queries, row: BenderRow): Promise<void> {
  await q.insert(benders).values(row).onConflictDoUpdate({ target: benders.id, set: row })
}

export async function removeBender(q: Queries, id: string): Promise<boolean> {
  return (await q.delete(benders).where(eq(benders.id, id)).returning()).length > 0
}
