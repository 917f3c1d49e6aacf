// Speed as ratios measured in one run. Builds bench/main.ts for Node, runs it, and writes docs/benchmarks.md.
import { join } from 'node:path'
import { bin, build, install, must, ROOT, run, say } from './lib.mjs'

await install()
say('building the benchmark')
const out = join(ROOT, 'node_modules', '.flexum', 'bench')
await must(
  bin('vite', [
    'build',
    '--ssr',
    join(ROOT, 'bench/main.ts'),
    '--outDir',
    out,
    '--logLevel',
    'warn',
    '--config',
    join(ROOT, 'bench/vite.config.ts'),
  ]),
)
say('measuring')
const target = join(ROOT, 'docs/benchmarks.md')
await must(run(process.execPath, [join(out, 'main.js'), target, join(ROOT, 'packages/server/migrations')]))
say('measuring in the browser')
await build()
await must(run(process.execPath, [join(ROOT, 'bench/browser.mjs'), ROOT, target]))
await must(run(process.execPath, [join(ROOT, 'bench/drags.mjs'), ROOT, target]))
process.exit(await run(process.execPath, [join(ROOT, 'bench/paste.mjs'), ROOT, target]))
