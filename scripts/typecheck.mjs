// Each part with the types it may see: the core without DOM or Node, its tests with Node's.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { bin, ROOT, say } from './lib.mjs'

const projects = [
  'packages/core/tsconfig.json',
  'packages/core/tsconfig.test.json',
  'packages/solids/tsconfig.json',
  'packages/linear/tsconfig.json',
  'packages/server/tsconfig.json',
  'packages/cli/tsconfig.json',
  'packages/web/tsconfig.json',
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
  'fuzz/tsconfig.json',
]
let failed = 0
for (const project of projects) {
  if (!existsSync(join(ROOT, project))) throw new Error(`${project} is missing`)
  say(`types: ${project}`)
  if ((await bin('typescript', ['-p', project])) !== 0) failed++
}
process.exit(failed)
