import { chmodSync, cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { startServer } from './server.mjs'

/** Set-ups that cannot work: each is told in one line, and the process ends. */
export async function startTrials({ root, folder, check }) {
  const good = join(folder, 'good.db')
  const first = await startServer(root, good)
  if (!first.up) return check('a server starts', false, first.said)
  first.child.kill('SIGTERM')
  await first.ended

  const refused = async (what, words, database, env, as) => {
    const r = await startServer(root, database, env, as)
    if (r.up) {
      r.child.kill('SIGKILL')
      return check(what, false, 'it started')
    }
    const lines = r.said.trim().split('\n')
    check(what, r.code === 1 && lines.length === 1 && words.test(lines[0]), lines.slice(0, 3).join(' | '))
  }

  await refused('a port that is none', /FLEXUM_PORT reads "http"/, good, { FLEXUM_PORT: 'http' })
  await refused('a port beyond the last', /FLEXUM_PORT reads "70000"/, good, { FLEXUM_PORT: '70000' })
  await refused('an empty setting', /FLEXUM_DATABASE is empty/, '')
  await refused('an address of another machine', /FLEXUM_HOST/, good, {
    FLEXUM_HOST: '203.0.113.7',
    FLEXUM_PASS_PHRASE: 'long enough',
  })
  await refused('an open address without a door', /FLEXUM_PASS_PHRASE/, good, { FLEXUM_HOST: '0.0.0.0' })

  const holder = createServer()
  await new Promise((r) => holder.listen(0, '127.0.0.1', r))
  await refused('a port that is taken', /is taken/, good, { FLEXUM_PORT: String(holder.address().port) })
  holder.close()

  const words = join(folder, 'words.db')
  writeFileSync(words, 'these are words and no database, '.repeat(100))
  await refused('a file that is no database', /is no database/, words)

  const damaged = join(folder, 'damaged.db')
  cpSync(good, damaged)
  const bytes = readFileSync(damaged)
  bytes.fill(0x5a, 4096, Math.min(bytes.length, 60_000))
  writeFileSync(damaged, bytes)
  await refused('a damaged database', /damaged|no database/, damaged)

  const newer = join(folder, 'newer.db')
  cpSync(good, newer)
  const client = createClient({ url: `file:${newer}` })
  await client.execute("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 99999999999999)")
  client.close()
  await refused('a database of a newer program', /newer/, newer)

  await refused('a folder in place of a file', /cannot be opened/, folder)
  await refused('a folder that cannot be made', /cannot be/, '/proc/flexum/flexum.db')

  const locked = join(folder, 'locked')
  mkdirSync(locked)
  cpSync(good, join(locked, 'kept.db'))
  chmodSync(join(locked, 'kept.db'), 0o444)
  chmodSync(locked, 0o555)
  // Whoever may write everywhere lends the trial to a user who may not.
  chmodSync(folder, 0o755)
  const as = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {}
  await refused('a read-only database', /cannot be written/, join(locked, 'kept.db'), {}, as)
  chmodSync(locked, 0o755)
}
