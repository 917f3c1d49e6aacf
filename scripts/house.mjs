// Who may import whom. The one table, for the linter: `node scripts/house.mjs` writes .oxlintrc.json from it.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ROOT } from './lib.mjs'

/**
 * Folders of the core, what each may import besides itself, and the npm packages it may use. `doors` are folders of which a
 * layer sees only some files: those of `steps`, where a kind of step spans three layers (see `STEPS`).
 */
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
  sweep: { may: ['base', 'num', 'plane', 'space', 'profile', 'path'], npm: [] },
  solid: { may: ['base', 'num', 'plane', 'space', 'profile', 'path', 'sweep'], npm: [] },
  forming: { may: ['base', 'num', 'plane', 'space', 'profile', 'path'], npm: [] },
  cutting: { may: ['base', 'num', 'plane', 'space'], npm: ['d3-polygon'] },
  document: { may: ['base', 'units'], doors: { steps: 'typed' }, npm: ['yup'] },
  edit: { may: ['base', 'units', 'document'], doors: { steps: 'commands' }, npm: [] },
  evaluate: {
    may: [
      'base',
      'num',
      'units',
      'plane',
      'space',
      'sketch',
      'profile',
      'path',
      'sweep',
      'solid',
      'forming',
      'cutting',
      'document',
    ],
    doors: { steps: 'made' },
    npm: [],
  },
  format: {
    may: [
      'base',
      'num',
      'units',
      'plane',
      'space',
      'profile',
      'path',
      'sweep',
      'solid',
      'forming',
      'cutting',
    ],
    npm: ['d3-dsv', 'fflate', 'saxes', 'svgpath'],
  },
  order: { may: ['base', 'cutting', 'evaluate'], npm: ['d3-dsv', 'yup'] },
  files: { may: ['base', 'document', 'evaluate', 'format'], npm: [] },
  service: { may: ['base', 'document', 'evaluate', 'format', 'trace', 'files'], npm: [] },
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

/** A pattern for file names that do not begin with a word. */
const notBeginning = (word) => `(?:${[...word].map((c, i) => `${word.slice(0, i)}[^${c}/]`).join('|')})[^/]*$`

/** Files of `steps` by what they begin with: the layer they belong to. */
const LAYERS = { typed: 'typed', commands: 'commands' }

/** What of `steps` a folder may not see: all but the files of its own layer. */
function stepsRules(up, layer, message) {
  const at = `${up}steps/`
  if (layer === undefined) return [{ regex: at, message }]
  if (layer === 'made') return Object.values(LAYERS).map((l) => ({ regex: `${at}(?:[^/]+/)?${l}`, message }))
  return [`${at}${notBeginning(layer)}`, `${at}[^/]+/${notBeginning(layer)}`].map((regex) => ({
    regex,
    message,
  }))
}

function coreRules() {
  const folders = Object.keys(CORE)
  return Object.entries(CORE).flatMap(([folder, { may, npm, doors = {} }]) => {
    const others = folders.filter((f) => f !== folder && !may.includes(f))
    const allowed = [...may, ...Object.entries(doors).map(([f, layer]) => `${layer} of ${f}`), ...npm]
    const message = `core/${folder} may import only ${allowed.join(', ') || 'nothing'}, each by its index.ts`
    const packages = npm.length ? `^${anythingBut(npm, '.')}` : '^[^.]'
    const rule = (depth) => {
      const up = `^${'\\.\\./'.repeat(depth)}`
      return [
        { regex: `${up}(?:${others.join('|')})(?:/|$)`, message },
        ...stepsRules(up, doors.steps, message),
        ...(may.length ? [{ regex: `${up}(?:${may.join('|')})/${anythingBut('index.ts')}`, message }] : []),
        { regex: `${up}\\.\\./`, message },
        { regex: packages, message },
      ]
    }
    const top = `packages/core/src/${folder}`
    return [
      forbid([`${top}/*.ts`], rule(1), ['**/*.test.ts']),
      forbid([`${top}/*/*.ts`], rule(2), ['**/*.test.ts']),
    ]
  })
}

/** The registry of what is typed sees the kinds' typed files, and no more than these do. */
const TYPED_REGISTRY = forbid(
  ['packages/core/src/steps/typed.ts'],
  [
    { regex: `^\\./[^/]+/${notBeginning('typed')}`, message: 'steps/typed.ts imports only what is typed' },
    {
      regex: `^\\.\\./${anythingBut(['base/index.ts', 'document/kind.ts'])}`,
      message: 'steps/typed.ts imports only base and document/kind.ts',
    },
  ],
)

/**
 * A kind of step is one folder over three layers, told apart by how a file's name begins: `typed` is part of the document,
 * `commands` of editing, and all else makes the result. Each may see what its layer sees, by the doors named here.
 */
function stepRules() {
  const top = 'packages/core/src/steps'
  const all = Object.keys(CORE)
  const layers = {
    typed: {
      files: [`${top}/*/typed*.ts`],
      excludeFiles: [],
      may: ['base', 'units'],
      doors: { document: ['kind.ts'] },
      own: 'typed',
      npm: ['yup'],
    },
    commands: {
      files: [`${top}/*/commands*.ts`],
      excludeFiles: [],
      may: ['base', 'units', 'document'],
      doors: { edit: ['command.ts', 'fields.ts', 'names.ts'] },
      own: 'commands',
      npm: [],
    },
    made: {
      files: [`${top}/*.ts`, `${top}/*/*.ts`],
      excludeFiles: [`${top}/typed.ts`, `${top}/*/typed*.ts`, `${top}/*/commands*.ts`],
      may: CORE.evaluate.may,
      doors: {
        evaluate: [
          'kind.ts',
          'output.ts',
          'body.ts',
          'finding.ts',
          'from-end.ts',
          'evaluator.ts',
          'fit/index.ts',
        ],
      },
      own: 'made',
      npm: [],
    },
  }
  return Object.entries(layers).map(([name, { files, excludeFiles, may, doors, own, npm }]) => {
    const message = `steps, ${name}: may import only ${[...may, ...Object.entries(doors).map(([f, d]) => `${f}/${d.join(' or ')}`)].join(', ')}, and ${own} of other kinds`
    const up = '^(?:\\.\\./)+'
    const never = all.filter((f) => !may.includes(f) && !(f in doors))
    const packages = npm.length ? `^${anythingBut(npm, '.')}` : '^[^.]'
    return forbid(
      files,
      [
        { regex: `${up}(?:${never.join('|')})/`, message },
        { regex: `${up}(?:${may.join('|')})/${anythingBut('index.ts')}`, message },
        ...Object.entries(doors).map(([f, d]) => ({ regex: `${up}${f}/${anythingBut(d)}`, message })),
        ...(own === 'made'
          ? [{ regex: '^(?:\\./|(?:\\.\\./)[^./][^/]*/)(?:typed|commands)', message }]
          : own === 'typed'
            ? ['^\\.\\./[^./][^/]*/', '^\\./'].map((at) => ({ regex: at + notBeginning('typed'), message }))
            : []),
        { regex: packages, message },
      ],
      ['**/*.test.ts', ...excludeFiles],
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
        ...only('^manifold-3d', 'the library of solids stays in packages/solids'),
        ...only('^highs', 'the library of linear programs stays in packages/linear'),
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
      ['packages/solids/src/**/*.ts'],
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
      ['packages/linear/src/**/*.ts'],
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
        ...only('^manifold-3d/manifold\\.js', 'the library of solids stays in packages/solids'),
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
      TYPED_REGISTRY,
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
