// Each part with the types it may see: the core without DOM or Node, its tests with Node's.
import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { bin, ROOT, say } from './lib.mjs'

// The dearest first.
const projects = [
  'packages/web/tsconfig.json',
  'packages/core/tsconfig.test.json',
  'packages/core/tsconfig.json',
  'packages/manifold/tsconfig.json',
  'packages/highs/tsconfig.json',
  'packages/server/tsconfig.json',
  'packages/cli/tsconfig.json',
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
  'fuzz/tsconfig.json',
]
for (const project of projects) if (!existsSync(join(ROOT, project))) throw new Error(`${project} is missing`)

let failed = 0
const left = [...projects]
// One for each core: each is work of one thread.
const worker = async () => {
  for (let project = left.shift(); project; project = left.shift()) {
    say(`types: ${project}`)
    if ((await bin('typescript', ['-p', project])) !== 0) failed++
  }
}
await Promise.all(Array.from({ length: availableParallelism() }, worker))
process.exit(failed)
