import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach } from 'vitest'
import { createApp } from '../src/app.ts'
import { MIGRATIONS, openDatabase, type Database } from '../src/db/open.ts'

export interface Answered {
  readonly status: number
  /** Read field by field in tests. */
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly json: any
  readonly response: Response
}

/** A server on an empty database of its own for every test of a file. */
export function serverForEach() {
  let folder: string
  let db: Database
  let app: ReturnType<typeof createApp>
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'flexum-'))
    db = await openDatabase(join(folder, 'test.db'), MIGRATIONS)
    app = createApp(db)
  })
  afterEach(async () => {
    db.close()
    await rm(folder, { recursive: true })
  })
  return {
    db: () => db,
    app: () => app,
    /** Sends a request below /api, with a body as JSON unless it is text already. */
    async call(method: string, path: string, body?: unknown): Promise<Answered> {
      const init: RequestInit = { method }
      if (body !== undefined) {
        init.body = typeof body === 'string' ? body : JSON.stringify(body)
        init.headers = { 'content-type': 'application/json' }
      }
      const response = await app.request(`/api${path}`, init)
      const isJson = response.headers.get('content-type')?.includes('json') ?? false
      return { status: response.status, json: isJson ? await response.clone().json() : undefined, response }
    },
  }
}
