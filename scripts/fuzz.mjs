// Random parts, documents and requests: `npm run fuzz [-- --seed N] [--count N]`. Bounded; the seed is printed.
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { bin, install, must, ROOT, run, say } from './lib.mjs'

const { values } = parseArgs({
  options: { seed: { type: 'string' }, count: { type: 'string', default: '2000' } },
})
const seed = Number(values.seed ?? Math.floor(Math.random() * 1e9))
const count = Math.min(Number(values.count), 100_000)
if (!Number.isInteger(seed) || !(count > 0)) {
  console.error('--seed and --count are whole numbers')
  process.exit(2)
}
await install()
say('building')
const out = join(ROOT, 'node_modules/.flexum/fuzz')
await must(
  bin(
    'vite',
    ['build', '--outDir', out, '--logLevel', 'warn', '--config', join(ROOT, 'fuzz/vite.config.ts')],
    {
      cwd: join(ROOT, 'fuzz'),
    },
  ),
)
say('random documents and requests')
process.exit(await run(process.execPath, [join(out, 'main.js'), ROOT, String(seed), String(count)]))
