import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import { createApp } from './app.ts'
import { MIGRATIONS, openDatabase } from './db/open.ts'
import { seed } from './demo/seed.ts'

const HOST = process.env['FLEXUM_HOST'] ?? '127.0.0.1'
const PORT = Number(process.env['FLEXUM_PORT'] ?? 4600)
const DATABASE = process.env['FLEXUM_DATABASE'] ?? resolve('.flexum', 'flexum.db')
const WEB = fileURLToPath(new URL('../../web/dist', import.meta.url))

const db = await openDatabase(DATABASE, MIGRATIONS)
const seeded = await seed(db)
if (seeded > 0) console.log(`seeded the demo: ${seeded} parts`)
const app = createApp(db, existsSync(WEB) ? WEB : undefined)
const server = serve({ fetch: app.fetch, hostname: HOST, port: PORT }, (at) => {
  console.log(`Flexum is at http://${HOST}:${at.port}`)
})
server.on('error', (error: NodeJS.ErrnoException) => {
  const why =
    error.code === 'EADDRINUSE' ? `port ${PORT} is taken; set FLEXUM_PORT to another` : error.message
  console.error(`the server could not start: ${why}`)
  process.exit(1)
})
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close(() => {
      db.close()
      process.exit(0)
    })
    setTimeout(() => process.exit(0), 1000).unref()
  })
}
