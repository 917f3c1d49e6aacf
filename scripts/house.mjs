// Who may import whom. The one table, for the linter: `node scripts/house.mjs` writes .oxlintrc.json from it.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ROOT } from './lib.mjs'

// Rooms that many stand on: those of shapes, and what is built of them.
const SHAPE = ['base', 'num', 'plane', 'space', 'profile', 'path']
const BUILT = ['units', 'sketch', 'room', 'sweep', 'solid', 'forming', 'cutting']
/** What each folder of the core may import besides itself, and the npm packages it may use. */
export const CORE = {
  base: { may: [], npm: [] },
  num: { may: ['base'], npm: [] },
  units: { may: ['base', 'num'], npm: [] },
  plane: { may: ['base', 'num'], npm: ['earcut'] },
  space: { may: ['base', 'num', 'plane'], npm: ['base64-js'] },
  sketch: { may: ['base', 'num', 'plane'], npm: [] },
  trace: { may: ['base', 'num', 'plane'], npm: ['d3-array', 'd3-contour'] },
  profile: { may: ['base', 'num', 'plane'], npm: [] },
  path: { may: ['base', 'num', 'plane', 'space'], npm: [] },
  room: { may: ['base', 'num', 'plane', 'space', 'path'], npm: [] },
  sweep: { may: SHAPE, npm: [] },
  solid: { may: [...SHAPE, 'sweep'], npm: [] },
  forming: { may: [...SHAPE, 'sweep'], npm: [] },
  cutting: { may: [...SHAPE, 'sweep'], npm: ['d3-polygon'] },
  document: { may: ['base', 'units'], npm: ['yup'] },
  edit: { may: ['base', 'units', 'document'], npm: [] },
  evaluate: { may: [...SHAPE, ...BUILT, 'document'], npm: [] },
  recipe: { may: ['base', 'units', 'profile', 'document', 'edit', 'evaluate', 'steps'], npm: [] },
  report: { may: [...SHAPE, ...BUILT, 'recipe'], npm: ['d3-dsv', 'yup'] },
  format: {
    may: [...SHAPE, 'units', 'sweep', 'solid', 'forming', 'cutting'],
    npm: ['d3-dsv', 'fflate', 'image-size', 'saxes', 'svgpath', 'transformation-matrix'],
  },
  files: { may: ['base', 'recipe', 'format'], npm: [] },
  service: { may: ['base', 'solid', 'trace', 'recipe', 'format', 'files'], npm: [] },
}

/**
 * A kind of step is one folder over three layers, told apart by how a file's name begins: `typed` is part of the document,
 * `commands` of editing, and all else makes the result. What each layer may import, besides what is typed of other kinds.
 */
const STEPS = {
  typed: { may: ['base', 'units', 'profile', 'sweep', 'document'], npm: ['yup'] },
  commands: { may: ['base', 'units', 'profile', 'sketch', 'document', 'edit'], npm: [] },
  made: { may: [...SHAPE, ...BUILT, 'document', 'evaluate'], npm: [] },
}

const forbid = (files, patterns, excludeFiles = []) => ({
  files,
  excludeFiles,
  rules: { 'no-restricted-imports': ['error', { patterns }] },
})

const escaped = (text) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

const escapedInClass = (text) => text.replace(/[\]\\^-]/g, '\\$&')

/** A pattern for every text but some, from where it stands to the end (the linter's expressions have no look-ahead). */
function anythingBut(literals, firstAlsoNot = '') {
  const list = [literals].flat()
  const starts = new Set(list.flatMap((l) => [...l].map((_, i) => l.slice(0, i))))
  const breaks = [...starts].map((start) => {
    const next = list
      .filter((l) => l.startsWith(start) && l.length > start.length)
      .map((l) => l[start.length])
    const known = [...new Set(next)].join('') + (start === '' ? firstAlsoNot : '')
    return `${escaped(start)}[^${escapedInClass(known)}]`
  })
  const longer = list.filter((l) => !starts.has(l)).map((l) => `${escaped(l)}.+`)
  return `(?:${[...breaks, ...longer].join('|')})`
}

/** A pattern for file names that begin with none of some words. */
function notBeginning(...words) {
  const starts = new Set(words.flatMap((w) => [...w].map((_, i) => w.slice(0, i))))
  const next = (start) => words.flatMap((w) => (w.startsWith(start) ? w[start.length] : [])).join('')
  return `(?:${[...starts].map((start) => `${start}[^${next(start)}/]`).join('|')})[^/]*$`
}

/** Folders that have more than one door. */
const DOORS = { recipe: ['index.ts', 'evaluated/index.ts'] }

/** What nothing but the folder itself may see of another: all where it may not import it, else all but its index. */
function between(up, may, others, message) {
  return [
    { regex: `${up}(?:${others.join('|')})(?:/|$)`, message },
    ...may.map((f) => ({ regex: `${up}${f}/${anythingBut(DOORS[f] ?? 'index.ts')}`, message })),
  ]
}

const packagesBut = (npm, message) => ({ regex: npm.length ? `^${anythingBut(npm, '.')}` : '^[^.]', message })

function coreRules() {
  const folders = [...Object.keys(CORE), 'steps']
  return Object.entries(CORE).flatMap(([folder, { may, npm }]) => {
    const others = folders.filter((f) => f !== folder && !may.includes(f))
    const message = `core/${folder} may import only ${[...may, ...npm].join(', ') || 'nothing'}, each by its index.ts`
    // A kind of step has no index: only the registry reaches into it.
    const indexed = may.filter((f) => f !== 'steps')
    const rule = (depth) => {
      const up = `^${'\\.\\./'.repeat(depth)}`
      return [
        ...between(up, indexed, others, message),
        { regex: `${up}\\.\\./`, message },
        packagesBut(npm, message),
      ]
    }
    const top = `packages/core/src/${folder}`
    return [
      forbid([`${top}/*.ts`], rule(1), ['**/*.test.ts']),
      forbid([`${top}/*/*.ts`], rule(2), ['**/*.test.ts']),
    ]
  })
}

function stepRules() {
  const top = 'packages/core/src/steps'
  const all = Object.keys(CORE)
  return Object.entries(STEPS).map(([layer, { may, npm }]) => {
    const named = (l) => `${top}/*/${l}*.ts`
    const made = layer === 'made'
    const message = `steps, ${layer}: may import only ${[...may, ...npm].join(', ')}, each by its index.ts${made ? '' : `, and ${layer === 'typed' ? 'typed' : 'typed and commands'} of kinds`}`
    const never = all.filter((f) => !may.includes(f))
    const inside =
      layer === 'typed'
        ? ['^\\.\\./[^./][^/]*/', '^\\./'].map((at) => ({ regex: at + notBeginning('typed'), message }))
        : layer === 'commands'
          ? ['^\\.\\./[^./][^/]*/', '^\\./'].map((at) => ({
              regex: at + notBeginning('typed', 'commands'),
              message,
            }))
          : [{ regex: '^(?:\\./|(?:\\.\\./)[^./][^/]*/)commands', message }]
    return forbid(
      made ? [`${top}/*/*.ts`] : [named(layer)],
      [...between('^\\.\\./\\.\\./', may, never, message), ...inside, packagesBut(npm, message)],
      ['**/*.test.ts', ...(made ? [named('typed'), named('commands')] : [])],
    )
  })
}

const only = (regex, message) => [{ regex, message }]

/** Rules between and inside the other packages. */
function outerRules() {
  const outOfCore = 'import the core by a folder: @flexum/core/path'
  return [
    forbid(
      ['packages/server/src/**/*.ts'],
      [
        ...only('^drizzle-orm|^@libsql', 'Drizzle stays in db'),
        ...only('^hono|^@hono', 'Hono stays in routes, http, app, client and main'),
        ...only('core/src', outOfCore),
        ...only('^manifold-3d', 'the library of solids stays in packages/manifold'),
        ...only('^highs', 'the library of linear programs stays in packages/highs'),
      ],
      [
        'packages/server/src/db/**',
        'packages/server/src/{routes,http}/**',
        'packages/server/src/{app,client,main}.ts',
        '**/*.test.ts',
      ],
    ),
    forbid(['packages/server/src/db/**/*.ts'], only('^\\.\\./', 'db imports nothing of the server')),
    forbid(
      ['packages/server/src/{routes,http}/**/*.ts'],
      only('^drizzle-orm|^@libsql|/db/', 'routes reach the database through services'),
    ),
    forbid(
      ['packages/manifold/src/**/*.ts'],
      [
        ...only('core/src', outOfCore),
        ...only(
          '^@flexum/core/(?:[^bs]|b[^a]|s[^op])',
          'the library of solids knows base, solid and space of the core alone',
        ),
      ],
      ['**/*.test.ts'],
    ),
    forbid(
      ['packages/highs/src/**/*.ts'],
      only(
        'core/src|^@flexum/core/(?:[^c]|c[^u])',
        'the library of linear programs knows cutting of the core alone',
      ),
      ['**/*.test.ts'],
    ),
    forbid(
      ['packages/cli/src/**/*.ts'],
      only('core/src|server|web|^hono|^react|^manifold|^highs', 'the command line uses the core alone'),
    ),
    forbid(
      ['packages/web/src/{bench,strip,compute}/**/*.ts'],
      [
        ...only('^react|^three|^@react|\\.tsx$', 'no React and no three here'),
        ...only('^manifold-3d/manifold\\.js', 'the library of solids stays in packages/manifold'),
        ...only('/(screens|scene)/', 'bench, strip and compute do not know the screens'),
      ],
    ),
    forbid(
      ['packages/web/src/sheet/**/*.ts'],
      [
        ...only('^react|^three|^@react|\\.tsx$', 'no React and no three on the sheet'),
        ...only('/(screens|scene|strip|compute|api)/', 'the sheet knows the session, and no screen'),
      ],
      ['**/*.test.ts'],
    ),
    forbid(
      ['packages/web/src/scene/**/*.ts'],
      only('^react|/screens/', 'the scene knows neither React nor the screens'),
    ),
    forbid(
      ['packages/web/src/{screens,api}/**/*.{ts,tsx}'],
      [...only('^three', 'three stays in scene'), ...only('core/src', outOfCore)],
    ),
    forbid(
      ['packages/web/src/ui/**/*.{ts,tsx}'],
      [
        ...only('^three', 'three stays in scene'),
        ...only('core/src', outOfCore),
        ...only(
          '/(screens|scene|strip|sheet|bench|compute|api)/',
          'shared controls import nothing above them',
        ),
      ],
      ['**/*.test.ts', '**/*.test.tsx'],
    ),
  ]
}

/** The linter's whole configuration. */
export function lintConfig() {
  return {
    $schema: './node_modules/oxlint/configuration_schema.json',
    plugins: ['typescript', 'import', 'react', 'jsx-a11y', 'vitest', 'oxc', 'unicorn'],
    categories: { correctness: 'error', suspicious: 'off', perf: 'off' },
    env: { es2024: true },
    ignorePatterns: [
      '**/node_modules/**',
      '**/dist/**',
      '.flexum/**',
      'packages/server/migrations/**',
      'test-results/**',
    ],
    rules: {
      'import/no-cycle': 'error',
      'no-console': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'typescript/no-explicit-any': 'error',
      'typescript/no-floating-promises': ['error', { checkThenables: true }],
      'typescript/no-non-null-assertion': 'off',
      'typescript/restrict-template-expressions': 'off',
      'react/react-in-jsx-scope': 'off',
      'react/rules-of-hooks': 'error',
      'jsx-a11y/no-autofocus': 'off',
      'typescript/unbound-method': 'off',
      'jsx-a11y/prefer-tag-over-role': 'off',
      'jsx-a11y/control-has-associated-label': 'off',
      'jsx-a11y/no-noninteractive-element-interactions': 'off',
      'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['application', 'tabpanel'] }],
      'react/set-state-in-effect': 'off',
      'typescript/no-meaningless-void-operator': 'off',
      'typescript/require-array-sort-compare': 'off',
      'unicorn/no-array-reverse': 'off',
      'unicorn/no-thenable': 'off',
    },
    overrides: [
      ...coreRules(),
      ...stepRules(),
      ...outerRules(),
      {
        files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**'],
        rules: {
          'typescript/no-explicit-any': 'off',
          'vitest/require-mock-type-parameters': 'off',
          'vitest/no-conditional-expect': 'off',
          'vitest/expect-expect': 'off',
          'vitest/valid-title': 'off',
          'vitest/no-standalone-expect': 'off',
        },
      },
    ],
  }
}

export const CONFIG_FILE = join(ROOT, '.oxlintrc.json')
export const configText = () => `${JSON.stringify(lintConfig(), null, 2)}\n`

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  writeFileSync(CONFIG_FILE, configText())
  console.log(`wrote ${CONFIG_FILE}`)
}
