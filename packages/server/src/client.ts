import { hc } from 'hono/client'
import type { Api } from './app.ts'

/** What the API's answers hold. */
export type { OrderHead, OrderRowShown, PlanShown } from './services/orders.ts'
export type { PartHead, RackRow } from './services/parts.ts'
export type { LibraryRow, SectionVersion } from './services/sections.ts'
export type { BenderRow, MaterialRow, StockRow } from './db/catalogue-queries.ts'
export type { RevisionRow } from './db/part-queries.ts'

/** The API's typed client. */
export type Client = ReturnType<typeof hc<Api>>

/** A client for the API at a base address. */
export function createClient(base: string): Client {
  return hc<Api>(base)
}
