import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { plainPart } from './parts.mjs'
import { ask, startServer } from './server.mjs'

const save = (url, id, base, length) =>
  ask(`${url}/api/parts/${id}`, { method: 'PUT', body: { base, part: plainPart('two', length) } })

/** Two servers on one file, another program that writes to it, two people at one part. */
export async function writerTrials({ root, folder, check }) {
  const database = join(folder, 'writers.db')
  const server = await startServer(root, database)
  if (!server.up) return check('a server starts', false, server.said)
  const second = await startServer(root, database)
  const lines = second.said.trim().split('\n')
  check(
    'a second server on the file is refused in one line that names the first',
    !second.up && second.code === 1 && lines.length === 1 && lines[0].includes(`process ${server.child.pid}`),
    lines.join(' | '),
  )

  const made = await ask(`${server.url}/api/parts`, { method: 'POST', body: { part: plainPart('two', 200) } })
  const { id } = made.json
  let base = made.json.revision
  let odd = 0
  for (let i = 0; i < 30; i++) {
    const both = await Promise.all([save(server.url, id, base, 300 + i), save(server.url, id, base, 400 + i)])
    const won = both.filter((r) => r.status === 200)
    if (won.length !== 1 || !both.some((r) => r.status === 409)) odd++
    base = won[0]?.json.revision ?? base
  }
  check('of two saves on one base one is kept and the other told, 30 times', odd === 0, `${odd} otherwise`)
  const { json } = await ask(`${server.url}/api/parts/${id}/revisions`)
  check(
    'every revision that was answered is listed',
    json.revisions.length === base,
    `${json.revisions.length} of ${base}`,
  )

  const other = createClient({ url: `file:${database}` })
  const holding = await other.transaction('write')
  await holding.execute(
    "INSERT INTO parts (id, name, revision) SELECT id || 'x', name, revision FROM parts WHERE 1 = 0",
  )
  const during = Array.from({ length: 40 }, () =>
    ask(`${server.url}/api/parts`, { method: 'POST', body: { part: plainPart('busy', 200) } }),
  )
  await new Promise((r) => setTimeout(r, 800))
  await holding.rollback()
  const statuses = (await Promise.all(during)).map((r) => r.status)
  check(
    'saves wait while another program writes, and are all kept',
    statuses.every((s) => s === 201),
    `answers ${[...new Set(statuses)].join(', ')}`,
  )
  const after = await save(server.url, id, base, 500)
  check('a save after that is kept', after.status === 200, `answer ${after.status}`)

  const long = await other.transaction('write')
  await long.execute('SELECT 1')
  const waited = await ask(`${server.url}/api/parts`, {
    method: 'POST',
    body: { part: plainPart('busy', 200) },
  })
  check('a save that waits too long is told so with 503', waited.status === 503, `answer ${waited.status}`)
  await long.rollback()
  other.close()
  const last = await save(server.url, id, after.json.revision, 501)
  check('and the next is kept', last.status === 200, `answer ${last.status}`)

  server.child.kill('SIGKILL')
  await server.ended
  const four = await Promise.all(Array.from({ length: 4 }, () => startServer(root, database)))
  const up = four.filter((s) => s.up)
  check(
    'of four servers started at once on the file of one that was killed one runs',
    up.length === 1,
    `${up.length} run`,
  )
  for (const s of up) {
    s.child.kill('SIGTERM')
    await s.ended
  }
}
