import { listMaterials, listStock } from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'

/** The materials and stock bars to choose from. */
export function catalogueService(db: Database) {
  return {
    materials: () => listMaterials(db.read),
    stock: () => listStock(db.read),
  }
}

export type CatalogueService = ReturnType<typeof catalogueService>
