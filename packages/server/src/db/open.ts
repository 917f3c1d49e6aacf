import { existsSync, mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { bringDataUp } from './data-steps.ts'
import { CannotOpen, codeOf } from './failure.ts'
import { lockDatabase, type Lock } from './lock.ts'
import type { Queries } from './queries.ts'
import * as schema from './schema.ts'
import { writeQueue } from './write-queue.ts'

/**
 * The database. Reads go straight to `read`; every write goes through `write`, in a transaction: two writers at once would fail
 * as busy. Writes that wait together are committed together, each whole or not at all.
 */
export interface Database {
  readonly read: Queries
  write<T>(work: (tx: Queries) => Promise<T>): Promise<T>
  /** Puts what was written into the file itself and lets it go. */
  close(): Promise<void>
}

/** How long SQLite itself waits for another writer, ms: its wait holds everything up, so that it is short and tried again. */
const BUSY_MS = 20

/**
 * Opens (or makes) the database at a file path, or at a libSQL server's URL, and brings its tables up to date. One server at a
 * time has a file. What cannot be opened throws `CannotOpen`.
 */
export async function openDatabase(location: string, migrations: string): Promise<Database> {
  const isUrl = /^[a-z]+:/i.test(location)
  let lock: Lock | undefined
  if (!isUrl) {
    try {
      makeFolder(dirname(location))
      lock = lockDatabase(location)
    } catch (error) {
      throw error instanceof CannotOpen ? error : new CannotOpen(openWords(location, error))
    }
  }
  const clients: Client[] = []
  const connect = (concurrency: number): Client => {
    const client = createClient({ url: isUrl ? location : `file:${location}`, concurrency, timeout: BUSY_MS })
    clients.push(client)
    return client
  }
  const close = async (): Promise<void> => {
    try {
      if (!isUrl) await clients[0]?.execute('PRAGMA wal_checkpoint(TRUNCATE)')
    } catch {
      // It stays in the log beside the file, and is read from there next time.
    }
    for (const c of clients) c.close()
    lock?.release()
  }
  try {
    // The one connection that writes keeps what it is told here.
    const writer = connect(isUrl ? 4 : 1)
    const told = async (): Promise<void> => {
      if (!isUrl) await writer.execute('PRAGMA foreign_keys = ON')
    }
    if (!isUrl) {
      await writer.execute('PRAGMA journal_mode = WAL')
      await soundOrThrow(writer, location)
    }
    await told()
    const write = drizzle(writer, { schema })
    await refuseNewer(write, location, migrations)
    await migrate(write, { migrationsFolder: migrations })
    if (!isUrl) await bringDataUp(write)
    const read = drizzle(connect(4), { schema })
    const renew = async (): Promise<void> => {
      if (isUrl || writer.closed) return
      writer.reconnect()
      await told()
    }
    return { read, write: writeQueue(write, renew), close }
  } catch (error) {
    await close()
    throw error instanceof CannotOpen ? error : new CannotOpen(openWords(location, error))
  }
}

/** A damaged file is told at the start and not at the first save that hits the damage. */
async function soundOrThrow(client: Client, location: string): Promise<void> {
  const { rows } = await client.execute('PRAGMA quick_check(1)')
  const said = rows[0]?.[0]
  if (typeof said === 'string' && said !== 'ok')
    throw new CannotOpen(`the database ${location} is damaged: ${said.replaceAll(/\s+/g, ' ').slice(0, 200)}`)
}

/** A database that a newer program has been at holds tables this one does not know. */
async function refuseNewer(db: Queries, location: string, migrations: string): Promise<void> {
  const last = readMigrationFiles({ migrationsFolder: migrations }).at(-1)?.folderMillis ?? 0
  let newest = 0
  try {
    const [row] = await db.all<{ newest: number }>(
      sql`SELECT max(created_at) AS newest FROM __drizzle_migrations`,
    )
    newest = Number(row?.newest ?? 0)
  } catch {
    // No table of migrations: the file is new.
    return
  }
  if (newest > last)
    throw new CannotOpen(
      `the database ${location} was written by a newer Flexum; start that one, or use another file`,
    )
}

/** Makes a folder and those above it that are missing, one by one: Node's own way of all at once never ends where none can be made. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return
  if (dirname(folder) !== folder) makeFolder(dirname(folder))
  mkdirSync(folder)
}

function openWords(location: string, error: unknown): string {
  const code = codeOf(error)
  const said = error instanceof Error ? error.message : String(error)
  if (code.startsWith('SQLITE_NOTADB')) return `${location} is no database`
  if (code.startsWith('SQLITE_CORRUPT')) return `the database ${location} is damaged`
  if (code.startsWith('SQLITE_READONLY') || code === 'EROFS' || code === 'EACCES')
    return `the database ${location} cannot be written; the server needs the right to change it and its folder`
  if (code.startsWith('SQLITE_FULL') || code === 'ENOSPC')
    return `there is no room left on the disk of ${location}`
  if (/^(SQLITE_CANTOPEN|ENOTDIR|EISDIR|EEXIST|ENOENT)/.test(code) || /unable to open/i.test(said))
    return `the database ${location} cannot be opened; a file in a folder that can be made is needed`
  if (code.startsWith('SQLITE_BUSY')) return `the database ${location} is in use by another program`
  return `the database ${location} cannot be opened: ${said.replaceAll(/\s+/g, ' ')}`
}

/** The migrations beside the source, or beside the bundle. */
export const MIGRATIONS = fileURLToPath(
  new URL(import.meta.url.includes('/dist/') ? '../migrations' : '../../migrations', import.meta.url),
)
