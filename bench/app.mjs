// The built app with the demo, opened in the browser, for measures.
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'

/** Serves the built app on `port` from a database of its own; gives its address and a page. Both end with the process. */
export async function openApp(root, port) {
  const base = `http://127.0.0.1:${port}`
  const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
    cwd: root,
    env: {
      ...process.env,
      FLEXUM_PORT: port,
      FLEXUM_DATABASE: join(mkdtempSync(join(tmpdir(), 'flexum-')), 'bench.db'),
    },
  })
  process.on('exit', () => server.kill())
  for (let i = 0; i < 50; i++) {
    const up = await fetch(`${base}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
    if (up) break
    await new Promise((r) => setTimeout(r, 200))
  }
  const { CHROMIUM } = await import(join(root, 'e2e/browser.mjs'))
  const browser = await chromium.launch(CHROMIUM)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  return { base, browser, page }
}
