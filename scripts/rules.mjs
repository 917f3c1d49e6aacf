// Lints everything, and proves that the rules between folders still bite: a planted violation of each must be found.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { CONFIG_FILE, configText } from './house.mjs'
import { bin, filesUnder, ROOT, say } from './lib.mjs'

/** Fewer modules than this and the check looks at the wrong place. */
const FEWEST_MODULES = 120

const PLANTED = [
  ['packages/core/src/num/planted.ts', "import '../units/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/path/planted.ts', "import '../space/vec3.ts'", 'no-restricted-imports'],
  ['packages/core/src/base/planted.ts', "import 'react'", 'no-restricted-imports'],
  ['packages/core/src/evaluate/planted.ts', "import '../edit/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/document/planted.ts', "import '../steps/run/made.ts'", 'no-restricted-imports'],
  ['packages/core/src/evaluate/planted.ts', "import '../steps/run/commands.ts'", 'no-restricted-imports'],
  ['packages/core/src/path/planted.ts', "import '../steps/run/typed.ts'", 'no-restricted-imports'],
  ['packages/core/src/document/planted.ts', "import '../recipe/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/solid/planted.ts', "import '../document/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/solid/shell/planted.ts', "import '../../evaluate/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/report/planted.ts', "import '../evaluate/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/files/planted.ts', "import '../steps/run/typed.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/typed-planted.ts', "import '../../solid/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/typed-planted.ts', "import './ends.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/commands-planted.ts', "import './made.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/commands-planted.ts', "import './carriage.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/planted.ts', "import './commands.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/planted.ts', "import '../../recipe/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/steps/run/planted.ts', "import '../../edit/index.ts'", 'no-restricted-imports'],
  ['packages/core/src/space/planted.ts', "import '../../../web/src/ui/theme.ts'", 'no-restricted-imports'],
  ['packages/core/src/sweep/planted.ts', "import 'node:fs'", 'no-restricted-imports'],
  ['packages/server/src/services/planted.ts', "import 'drizzle-orm'", 'no-restricted-imports'],
  ['packages/server/src/routes/planted.ts', "import '../db/open.ts'", 'no-restricted-imports'],
  ['packages/web/src/bench/planted.ts', "import 'react'", 'no-restricted-imports'],
  ['packages/web/src/sheet/planted.ts', "import 'react'", 'no-restricted-imports'],
  ['packages/web/src/ui/planted.ts', "import '../bench/session.ts'", 'no-restricted-imports'],
  ['packages/web/src/screens/planted.ts', "import 'three'", 'no-restricted-imports'],
  [
    'packages/core/src/num/planted.ts',
    "import './planted-b.ts'\nexport const a = 1",
    'no-cycle',
    ['packages/core/src/num/planted-b.ts', "import './planted.ts'\nexport const b = 1"],
  ],
]

const oxlint = join(ROOT, 'node_modules/oxlint/bin/oxlint')

function bites([file, text, rule, second]) {
  const files = [[file, text], ...(second ? [second] : [])].map(([f, t]) => [join(ROOT, f), `${t}\n`])
  for (const [f] of files) if (existsSync(f)) throw new Error(`${f} is in the way`)
  try {
    for (const [f, t] of files) {
      mkdirSync(dirname(f), { recursive: true })
      writeFileSync(f, t)
    }
    const result = spawnSync(process.execPath, [oxlint, ...files.map(([f]) => f)], {
      cwd: ROOT,
      encoding: 'utf8',
    })
    return result.status !== 0 && result.stdout.includes(rule)
  } finally {
    for (const [f] of files) rmSync(f, { force: true })
  }
}

say('lint')
if (!existsSync(CONFIG_FILE) || readFileSync(CONFIG_FILE, 'utf8') !== configText()) {
  console.error('.oxlintrc.json is not what scripts/house.mjs says; run "node scripts/house.mjs"')
  process.exit(1)
}
const modules = filesUnder('packages', 'e2e').filter((f) => /\.tsx?$/.test(f))
if (modules.length < FEWEST_MODULES) {
  console.error(`only ${modules.length} modules were seen; at least ${FEWEST_MODULES} are expected`)
  process.exit(1)
}
const failed = await bin('oxlint', ['--type-aware', '--deny-warnings', 'packages', 'e2e', 'scripts'])
if (failed) process.exit(failed)

say(`rules between folders: ${PLANTED.length} planted violations`)
const missed = PLANTED.filter((p) => !bites(p))
for (const [file, text] of missed) console.error(`not found: ${JSON.stringify(text)} in ${file}`)
if (missed.length === 0) console.log(`all ${PLANTED.length} were found, over ${modules.length} modules`)
process.exit(missed.length === 0 ? 0 : 1)
