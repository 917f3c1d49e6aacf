#!/usr/bin/env node
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const main = new URL('../dist/main.js', import.meta.url)
if (!existsSync(fileURLToPath(main))) {
  console.error('flexum: not built yet; run "npm run build" in the project first')
  process.exit(2)
}
const { run } = await import(main.href)
process.exitCode = await run(process.argv.slice(2))
