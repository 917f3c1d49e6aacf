import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './browser.mjs'

const PORT = Number(process.env['FLEXUM_E2E_PORT'] ?? 4699)

/** The built app on a real server with a database of its own, in Debian's Chromium. */
export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  // Tests make parts of their own, so that two browsers can share the server.
  workers: 2,
  retries: 0,
  timeout: 480_000,
  expect: { timeout: 90_000 },
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    screenshot: 'only-on-failure',
    acceptDownloads: true,
    // Nothing slides or fades: nobody looks at it.
    contextOptions: { reducedMotion: 'reduce' },
    // Faster pictures: nobody looks at these.
    storageState: {
      cookies: [],
      origins: [
        { origin: `http://127.0.0.1:${PORT}`, localStorage: [{ name: 'flexum.smooth', value: 'off' }] },
      ],
    },
  },
  webServer: {
    command: 'node packages/server/dist/main.js',
    cwd: '..',
    url: `http://127.0.0.1:${PORT}/api/health`,
    reuseExistingServer: false,
    timeout: 120_000,
    env: {
      FLEXUM_PORT: String(PORT),
      FLEXUM_DATABASE: process.env['FLEXUM_E2E_DATABASE'] ?? 'test-results/e2e.db',
    },
  },
})
