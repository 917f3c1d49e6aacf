import { asc } from 'drizzle-orm'
import type { Database } from '../db/open.ts'
import { materials, stock } from '../db/schema.ts'

/** The materials and stock bars to choose from. */
export function catalogueService(db: Database) {
  return {
    materials: () => db.read.select().from(materials).orderBy(asc(materials.name)),
    stock: () => db.read.select().from(stock).orderBy(asc(stock.name)),
  }
}

export type CatalogueService = ReturnType<typeof catalogueService>
