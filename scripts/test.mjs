// Everything: types, format, lint, rules between folders, unit tests, build, end-to-end tests. Ends with the counts.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { bin, build, install, ROOT, run, say } from './lib.mjs'

const RESULTS = join(ROOT, 'test-results')
const CHROMIUM = process.env.FLEXUM_CHROMIUM ?? '/usr/bin/chromium'

let passed = 0
let failed = 0
const broken = []

/** A check that counts as one test. */
async function check(name, work) {
  say(name)
  const code = await work()
  if (code === 0) passed++
  else {
    failed++
    broken.push(name)
  }
  return code === 0
}

/** Counts of a test runner's own report; a runner that left none counts as one failure. */
function take(name, code, counts) {
  if (!counts || (code !== 0 && counts.failed === 0) || counts.passed + counts.failed === 0) {
    failed++
    broken.push(`${name} did not finish`)
    if (!counts) return
  }
  passed += counts.passed
  failed += counts.failed
  if (counts.failed > 0) broken.push(`${counts.failed} of ${name}`)
}

function report(file, read) {
  const path = join(RESULTS, file)
  return existsSync(path) ? read(JSON.parse(readFileSync(path, 'utf8'))) : undefined
}

/** Debian's Chromium and what it draws WebGL with in software, if they are not there. */
async function chromium() {
  if (existsSync(CHROMIUM)) return 0
  say('installing Debian’s Chromium')
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args]
    return run(command, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } })
  }
  await apt(['update', '-qq'])
  return apt([
    'install',
    '-y',
    '-qq',
    '--no-install-recommends',
    'chromium',
    'libgl1-mesa-dri',
    'libegl1',
    'fonts-dejavu-core',
  ])
}

await install()
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS, { recursive: true })

await check('types', () => run(process.execPath, [join(ROOT, 'scripts/typecheck.mjs')]))
await check('format', () => bin('oxfmt', ['--check']))
await check('lint and rules between folders', () => run(process.execPath, [join(ROOT, 'scripts/rules.mjs')]))

say('unit tests')
const unit = await bin('vitest', [
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=test-results/unit.json',
])
take(
  'unit tests',
  unit,
  report('unit.json', (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests })),
)

say('build')
await build()

/** JavaScript of the first screen, gzip: 3D and the worker must stay out of it. */
const MOST_FIRST_SCREEN_KB = 250
await check(`first screen under ${MOST_FIRST_SCREEN_KB} KB of JavaScript`, () => {
  const dist = join(ROOT, 'packages/web/dist')
  const scripts = [
    ...readFileSync(join(dist, 'index.html'), 'utf8').matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g),
  ]
  const bytes = scripts.reduce((sum, [, file]) => sum + gzipSync(readFileSync(join(dist, file))).length, 0)
  console.log(`${(bytes / 1024).toFixed(0)} KB in ${scripts.length} files`)
  return scripts.length > 0 && bytes < MOST_FIRST_SCREEN_KB * 1024 ? 0 : 1
})

const browser = await check('browser', chromium)
if (browser) {
  say('end-to-end tests')
  const e2e = await bin('@playwright/test', ['test', '--config', 'e2e/playwright.config.ts'])
  take(
    'end-to-end tests',
    e2e,
    report('e2e.json', ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected })),
  )
}

for (const b of broken) console.log(`failed: ${b}`)
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
