import { hc } from 'hono/client'
import type { Api } from './app.ts'

export type { PartFigures, SectionFigures } from './db/schema.ts'

/** The API's typed client. */
export type Client = ReturnType<typeof hc<Api>>

/** A client for the API at a base address. */
export function createClient(base: string): Client {
  return hc<Api>(base)
}
