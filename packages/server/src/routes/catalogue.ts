import { Hono } from 'hono'
import type { CatalogueService } from '../services/catalogue.ts'

/** Materials and stock bars to choose from. */
export function catalogueRoutes(catalogue: CatalogueService) {
  return new Hono()
    .get('/materials', async (c) => c.json({ materials: await catalogue.materials() }, 200))
    .get('/stock', async (c) => c.json({ stock: await catalogue.stock() }, 200))
}
