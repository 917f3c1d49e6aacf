import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import * as schema from './schema.ts'

export type Queries = LibSQLDatabase<typeof schema>

/**
 * The database. Reads go straight to `read`; every write goes through `write`, one at a time, in a transaction:
 * two writers at once would fail as busy.
 */
export interface Database {
  readonly read: Queries
  write<T>(work: (tx: Queries) => Promise<T>): Promise<T>
  close(): void
}

/** Opens (or makes) the database at a file path, or at a libSQL server's URL, and brings its tables up to date. */
export async function openDatabase(location: string, migrations: string): Promise<Database> {
  const isUrl = /^[a-z]+:/i.test(location)
  if (!isUrl) mkdirSync(dirname(location), { recursive: true })
  const client = createClient({ url: isUrl ? location : `file:${location}` })
  await client.execute('PRAGMA journal_mode = WAL')
  await client.execute('PRAGMA foreign_keys = ON')
  const read = drizzle(client, { schema })
  await migrate(read, { migrationsFolder: migrations })
  let last: Promise<unknown> = Promise.resolve()
  return {
    read,
    write(work) {
      const next = last.then(() => read.transaction(async (tx) => work(tx as unknown as Queries)))
      last = next.catch(() => undefined)
      return next
    },
    close: () => client.close(),
  }
}

/** The migrations beside the source, or beside the bundle. */
export const MIGRATIONS = fileURLToPath(
  new URL(import.meta.url.includes('/dist/') ? '../migrations' : '../../migrations', import.meta.url),
)
