import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { STARTERS } from '@flexum/core/recipe'
import { createApp } from '../packages/server/src/app.ts'
import { openDatabase } from '../packages/server/src/db/open.ts'
import { workingService } from '../packages/server/src/services/working.ts'
import { directWork } from '../packages/server/src/work/direct.ts'

const SAVES = 200
const ROUNDS = 5

/** Time of 200 saves of 200 parts asked for at once, ms: through the server's own routes, and by the bare driver. */
export async function savesAtOnce(migrations: string): Promise<{ server: number; driver: number }> {
  const folder = mkdtempSync(join(tmpdir(), 'flexum-saves-'))
  const db = await openDatabase(join(folder, 'saves.db'), migrations)
  const work = directWork()
  // What is worked out afterward, in a thread, is no part of a save: here it never comes to an end.
  const never = (): Promise<never> => new Promise(() => undefined)
  const aside = { ...work, part: never, section: never }
  const app = createApp({
    db,
    work: aside,
    planning: undefined as never,
    working: workingService(db, aside, () => undefined),
  })
  const json = { 'content-type': 'application/json' }
  const part = STARTERS.hoop.make('Hoop')
  const ask = async (path: string, method: string, body: unknown): Promise<Record<string, unknown>> => {
    const answer = await app.request(path, { method, headers: json, body: JSON.stringify(body) })
    if (!answer.ok) throw new Error(`${method} ${path} answers ${answer.status}`)
    return (await answer.json()) as Record<string, unknown>
  }
  const ids: string[] = []
  for (let i = 0; i < SAVES; i++) ids.push(String((await ask('/api/parts', 'POST', { part }))['id']))

  const bare = createClient({ url: `file:${join(folder, 'bare.db')}`, concurrency: 1 })
  await bare.execute('PRAGMA journal_mode = WAL')
  await bare.batch(
    [
      'CREATE TABLE parts (id TEXT PRIMARY KEY, name TEXT, revision INTEGER)',
      'CREATE TABLE revisions (part_id TEXT, number INTEGER, body TEXT, PRIMARY KEY (part_id, number))',
      ...ids.map((id) => ({ sql: 'INSERT INTO parts VALUES (?, ?, 1)', args: [id, 'Hoop'] })),
    ],
    'write',
  )
  const text = JSON.stringify(part)
  const middle = (list: number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!
  const [server, driver]: [number[], number[]] = [[], []]
  try {
    for (let round = 1; round <= ROUNDS; round++) {
      let start = performance.now()
      await Promise.all(
        ids.map((id) =>
          ask(`/api/parts/${id}`, 'PUT', { base: round, part: { ...part, name: `Hoop ${round}` } }),
        ),
      )
      server.push(performance.now() - start)
      start = performance.now()
      await Promise.all(
        ids.map((id) =>
          bare.batch(
            [
              { sql: 'UPDATE parts SET revision = ? WHERE id = ?', args: [round + 1, id] },
              { sql: 'INSERT INTO revisions VALUES (?, ?, ?)', args: [id, round + 1, text] },
            ],
            'write',
          ),
        ),
      )
      driver.push(performance.now() - start)
    }
  } finally {
    bare.close()
    await db.close()
    rmSync(folder, { recursive: true, force: true })
  }
  return { server: middle(server), driver: middle(driver) }
}
