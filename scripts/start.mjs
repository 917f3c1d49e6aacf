// Installs what is missing, builds what changed, then serves everything on one port; the server itself migrates and seeds.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { build, install, ROOT, say } from './lib.mjs'

await install()
await build()
say('migrating, seeding the demo if there is nothing yet, and serving')
const server = spawn(process.execPath, [join(ROOT, 'packages/server/dist/main.js')], {
  cwd: ROOT,
  stdio: 'inherit',
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('close', (code) => process.exit(code ?? 0))
