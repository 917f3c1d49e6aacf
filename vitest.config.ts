import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['packages/core/src/**/*.test.ts'],
          environment: 'node',
          setupFiles: ['packages/core/testing/setup.ts'],
        },
      },
      { test: { name: 'server', include: ['packages/{server,cli}/src/**/*.test.ts'], environment: 'node' } },
      { test: { name: 'web', include: ['packages/web/src/**/*.test.{ts,tsx}'], environment: 'jsdom' } },
    ],
  },
})
