// For work on the interface: the built server with Vite's own server in front, which reloads as files change.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { bin, build, install, ROOT } from './lib.mjs'

await install()
await build()
const server = spawn(process.execPath, [join(ROOT, 'packages/server/dist/main.js')], {
  cwd: ROOT,
  stdio: 'inherit',
})
process.on('exit', () => server.kill())
process.exit(await bin('vite', [], { cwd: join(ROOT, 'packages/web') }))
