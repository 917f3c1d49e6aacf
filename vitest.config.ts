import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'

/** Files that take longest, the longest first: begun first, so that no core waits for one at the end. */
const LONGEST = [
  'core/src/solid/boolean/random-recipes.test.ts',
  'server/src/files.test.ts',
  'server/src/demo/demo.test.ts',
  'core/src/solid/exact/exact.test.ts',
  'core/src/evaluate/incremental.test.ts',
  'core/src/trace/trace.test.ts',
  'core/src/forming/curve-bends/curve-bends.test.ts',
  'core/src/evaluate/fuzz.test.ts',
  'core/src/forming/curve-bends/sure.test.ts',
  'core/src/evaluate/bounds.test.ts',
  'core/src/solid/measure/second-method.test.ts',
  'server/src/bend-sheets.test.ts',
  'core/src/evaluate/figures.test.ts',
  'core/src/steps/halved/ground.test.ts',
  'server/src/app.test.ts',
]

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification): number => {
      const at = LONGEST.findIndex((f) => moduleId.endsWith(`/packages/${f}`))
      return at < 0 ? LONGEST.length : at
    }
    return (await super.sort(files)).sort((a, b) => place(a) - place(b))
  }
}

/** By Node's own loader: in the tool's, where every name of another module is looked up anew, the same tests take twice as long. */
const natively = {
  pool: 'forks',
  execArgv: ['--import', fileURLToPath(new URL('scripts/typescript.mjs', import.meta.url))],
  experimental: { viteModuleRunner: false, nodeLoader: false },
} as const

/** A test that hangs ends with the run; on a busy machine, one of half a second has taken thirteen. */
const testTimeout = 1_200_000
/** Tests that change what all others of their process see: they have one of their own. */
const APART = ['packages/core/src/evaluate/watch.test.ts']
/** Tests of the page that need a document. */
const WITH_DOCUMENT = ['packages/web/src/bench/session.test.ts', 'packages/web/src/ui/keys.test.ts']
/** Those that put something else in the place of a module. */
const MOCKING = ['packages/web/src/sheet/solves.test.ts']

export default defineConfig({
  test: {
    // All cores: by itself it would leave one of them for who watches.
    maxWorkers: availableParallelism(),
    sequence: { sequencer: LongestFirst },
    projects: [
      {
        test: {
          name: 'core',
          ...natively,
          testTimeout,
          include: ['packages/{core,manifold,highs}/src/**/*.test.ts'],
          exclude: APART,
          environment: 'node',
          setupFiles: ['packages/core/testing/setup.ts'],
          isolate: false,
        },
      },
      {
        test: {
          name: 'apart',
          ...natively,
          testTimeout,
          include: APART,
          environment: 'node',
        },
      },
      {
        test: {
          name: 'server',
          ...natively,
          testTimeout,
          include: ['packages/{server,cli}/src/**/*.test.ts'],
          environment: 'node',
          isolate: false,
        },
      },
      { test: { name: 'mocking', testTimeout, include: MOCKING, environment: 'node' } },
      {
        test: {
          name: 'page',
          ...natively,
          testTimeout,
          include: ['packages/web/src/**/*.test.ts'],
          exclude: [...WITH_DOCUMENT, ...MOCKING],
          environment: 'node',
          setupFiles: ['packages/web/testing/without-document.ts'],
          isolate: false,
        },
      },
      {
        test: {
          name: 'screens',
          testTimeout,
          include: ['packages/web/src/**/*.test.tsx', ...WITH_DOCUMENT],
          environment: 'jsdom',
          setupFiles: ['packages/web/testing/setup.ts'],
        },
      },
    ],
  },
})
