import { availableParallelism } from 'node:os'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    // All cores: by itself it would leave one of them for who watches.
    maxWorkers: availableParallelism(),
    // Timeouts are generous: the machine is shared, and a test of half a second has taken thirteen.
    projects: [
      {
        test: {
          name: 'core',
          testTimeout: 180_000,
          include: ['packages/core/src/**/*.test.ts'],
          environment: 'node',
          setupFiles: ['packages/core/testing/setup.ts'],
        },
      },
      {
        test: {
          name: 'server',
          testTimeout: 180_000,
          include: ['packages/{server,cli,solids,linear}/src/**/*.test.ts'],
          environment: 'node',
        },
      },
      {
        test: {
          name: 'web',
          testTimeout: 180_000,
          include: ['packages/web/src/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: ['packages/web/testing/setup.ts'],
        },
      },
    ],
  },
})
