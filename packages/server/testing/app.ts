import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach } from 'vitest'
import { createApp, type Ground } from '../src/app.ts'
import { MIGRATIONS, openDatabase, type Database } from '../src/db/open.ts'
import { planningService, type PlanningService } from '../src/services/planning.ts'
import { workingService, type WorkingService } from '../src/services/working.ts'
import { directWork } from '../src/work/direct.ts'
import type { Work } from '../src/work/work.ts'

export interface Answered {
  readonly status: number
  /** Read field by field in tests. */
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly json: any
  readonly response: Response
}

/** A server on an empty database of its own for every test of a file. */
export function serverForEach(
  more: Partial<Omit<Ground, 'db' | 'working' | 'planning'>> = {},
  makeWork: () => Work = directWork,
) {
  let folder: string
  let db: Database
  let working: WorkingService
  let planning: PlanningService
  let work: Work
  let app: ReturnType<typeof createApp>
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'flexum-'))
    db = await openDatabase(join(folder, 'test.db'), MIGRATIONS)
    work = makeWork()
    working = workingService(db, work, () => undefined)
    planning = planningService(db, work, () => undefined)
    app = createApp({ db, work, working, planning, ...more })
  })
  afterEach(async () => {
    working.stop()
    planning.stop()
    await work.stop()
    await db.close()
    await rm(folder, { recursive: true })
  })
  return {
    db: () => db,
    app: () => app,
    working: () => working,
    planning: () => planning,
    folder: () => folder,
    /** Sends a request below /api, with a body as JSON unless it is text already. */
    async call(
      method: string,
      path: string,
      body?: unknown,
      headers: Record<string, string> = {},
    ): Promise<Answered> {
      const init: RequestInit = { method, headers: { ...headers } }
      if (body !== undefined) {
        init.body = typeof body === 'string' ? body : JSON.stringify(body)
        init.headers = { 'content-type': 'application/json', ...headers }
      }
      const response = await app.request(`/api${path}`, init)
      const isJson = response.headers.get('content-type')?.includes('json') ?? false
      return { status: response.status, json: isJson ? await response.clone().json() : undefined, response }
    },
  }
}
