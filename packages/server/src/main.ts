import { existsSync } from 'node:fs'
import type { Server } from 'node:http'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import { createApp } from './app.ts'
import { CannotOpen } from './db/failure.ts'
import { MIGRATIONS, openDatabase, type Database } from './db/open.ts'
import { seed } from './demo/seed.ts'
import { planningService } from './services/planning.ts'
import { workingService } from './services/working.ts'
import { settingsFrom } from './settings.ts'
import { threadedWork } from './work/pool.ts'

const WEB = fileURLToPath(new URL('../../web/dist', import.meta.url))
const THREAD = new URL('./thread.js', import.meta.url)

/** How long what is in flight may take after the server was told to stop, ms; it is gone a second later whatever happens. */
const LAST_ANSWERS_MS = 4000

/** How long a line with nothing on it stays open, ms: longer than a browser or a proxy in front holds one to use again, so that none is closed just when the next question comes. */
const IDLE_LINE_MS = 125_000

/** Says in one line why there is no server, and ends. */
function give(up: string): never {
  console.error(`the server could not start: ${up}`)
  process.exit(1)
}

const read = settingsFrom(process.env)
if (!read.ok) give(read.fault.message)
const settings = read.value

async function open(): Promise<Database> {
  try {
    return await openDatabase(settings.database, MIGRATIONS)
  } catch (error) {
    if (error instanceof CannotOpen) give(error.message)
    throw error
  }
}

const db = await open()
const work = threadedWork(THREAD)
const working = workingService(db, work)
const planning = planningService(db, work)
try {
  const seeded = await seed(db)
  if (seeded > 0) console.log(`seeded the demo: ${seeded} parts`)
} catch (error) {
  await db.close()
  give(`the demo could not be put in: ${error instanceof Error ? error.message : String(error)}`)
}
const app = createApp({
  db,
  work,
  working,
  planning,
  names: settings.names,
  ...(settings.passPhrase === undefined ? {} : { passPhrase: settings.passPhrase }),
  ...(existsSync(WEB) ? { webRoot: WEB } : {}),
})
const server = serve({ fetch: app.fetch, hostname: settings.host, port: settings.port }, (at) => {
  const host = settings.host.includes(':') ? `[${settings.host}]` : settings.host
  console.log(`Flexum is at http://${host}:${at.port}`)
  if (settings.warning !== undefined) console.warn(`warning: ${settings.warning}`)
  void working.takeUp()
  void planning.takeUp()
}) as Server
server.keepAliveTimeout = IDLE_LINE_MS
server.headersTimeout = IDLE_LINE_MS + 5000
server.on('error', (error: NodeJS.ErrnoException) => {
  void db.close()
  give(
    error.code === 'EADDRINUSE'
      ? `port ${settings.port} is taken; set FLEXUM_PORT to another`
      : error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND'
        ? `FLEXUM_HOST reads "${settings.host}", which is no address of this machine`
        : error.code === 'EACCES'
          ? `port ${settings.port} needs rights this process does not have; set FLEXUM_PORT to one from 1024 on`
          : error.message,
  )
})

let stopping = false
/** Answers what is in flight, ends what is being worked out, and goes. */
async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  setTimeout(() => process.exit(0), LAST_ANSWERS_MS + 500).unref()
  working.stop()
  planning.stop()
  await work.stop()
  await new Promise<void>((done) => {
    server.close(() => done())
    server.closeIdleConnections()
    setTimeout(() => {
      server.closeAllConnections()
      done()
    }, LAST_ANSWERS_MS).unref()
  })
  await db.close()
  process.exit(0)
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop())
