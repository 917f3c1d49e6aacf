// Takes docs/screenshots from the demo: a fresh database, the built app, Debian's Chromium, 1280 x 800.
import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { build, install, ROOT, say } from './lib.mjs'

await install()
await build()
const PORT = '4711'
/** Beginnings of names; all are taken without any. */
const wanted = process.argv.slice(2)
const base = `http://127.0.0.1:${PORT}`
const folder = join(ROOT, 'docs/screenshots')
mkdirSync(folder, { recursive: true })
const server = spawn(process.execPath, [join(ROOT, 'packages/server/dist/main.js')], {
  cwd: ROOT,
  env: {
    ...process.env,
    FLEXUM_PORT: PORT,
    FLEXUM_DATABASE: join(mkdtempSync(join(tmpdir(), 'flexum-')), 'demo.db'),
  },
})
process.on('exit', () => server.kill())
for (let i = 0; i < 50; i++) {
  if (
    await fetch(`${base}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
  )
    break
  await new Promise((r) => setTimeout(r, 200))
}

const { CHROMIUM } = await import('../e2e/browser.mjs')
const browser = await chromium.launch(CHROMIUM)
const station = (page, name) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name: new RegExp(`^${name}`) })
const sheetAt = async (page, x, y) => {
  const [scale, cx, cy] = await page
    .getByTestId('sheet-scale')
    .evaluate((e) => [Number(e.dataset.scale), Number(e.dataset.cx), Number(e.dataset.cy)])
  const box = await page.getByRole('application').boundingBox()
  return [box.x + box.width / 2 + (x - cx) * scale, box.y + box.height / 2 - (y - cy) * scale]
}
const clickOn = async (page, x, y, options) => {
  const [px, py] = await sheetAt(page, x, y)
  await page.mouse.move(px - 2, py)
  await page.mouse.move(px, py)
  await page.mouse.click(px, py, options)
  await page.waitForTimeout(120)
}
/** Opens a sketch of a demo part on its sheet. */
const openSheet = async (page, part, sketch) => {
  await open(page, part)
  const sheet = page.getByRole('toolbar', { name: 'Sheet' })
  // A part comes back as it was left: with its sheet open.
  if (!(await sheet.isVisible())) await page.getByText(sketch, { exact: true }).first().dblclick()
  await sheet.waitFor()
  await page.waitForTimeout(600)
}
const open = async (page, name) => {
  await page.goto(base)
  await page.getByRole('link', { name, exact: true }).click()
  await page
    .getByText(/nothing open/)
    .or(page.getByRole('toolbar', { name: 'Sheet' }))
    .first()
    .waitFor()
  await page.waitForTimeout(1500)
}

/** Each picture: its name, and how to get there. */
const PICTURES = {
  rack: async (page) => {
    await page.goto(base)
    await page.getByRole('link', { name: 'Mist rail' }).waitFor()
    await page.getByText('being worked out').first().waitFor({ state: 'detached', timeout: 120_000 })
    await page.waitForLoadState('networkidle')
  },
  'bench-path': async (page) => {
    await open(page, 'Mist rail')
    await station(page, 'Path').click()
    await page.getByRole('button', { name: 'Choose node 6' }).click()
    await page.locator('[data-zone=bend] rect').nth(3).hover()
  },
  'bench-fit': async (page) => {
    await open(page, 'Vent lamp')
    await page.getByText('Bar to shell, left', { exact: true }).first().click()
    await page.getByText('New cut length').first().waitFor({ timeout: 60000 })
    await page.waitForTimeout(6000)
  },
  'bench-pieces': async (page) => {
    await open(page, 'Bay cornice')
    await station(page, 'Shop').click()
    await page.getByRole('button', { name: 'Show piece 3' }).click()
    await page.getByRole('complementary', { name: 'Inspector' }).evaluate((e) => e.scrollTo(0, 400))
  },
  'bench-values': async (page) => {
    await open(page, 'Pot hook')
    await station(page, 'Values').click()
  },
  'bench-room': async (page) => {
    await open(page, 'Bay room')
    await page
      .getByRole('button', { name: /^Foot line/ })
      .first()
      .click()
    await page.getByRole('button', { name: 'In the room', exact: true }).click()
    await page.getByRole('region', { name: 'In the room' }).waitFor()
  },
  'bench-shop': async (page) => {
    await open(page, 'Mist rail')
    await station(page, 'Shop').click()
    await page.getByLabel('Sawn from bars of one length').check()
    await page.getByRole('textbox', { name: 'Stock bar' }).fill('3 m')
    await page.keyboard.press('Enter')
    const bends = page.getByRole('region', { name: 'Straight bar' }).locator('[data-zone=bend] > rect')
    const [a, b] = [await bends.nth(0).boundingBox(), await bends.nth(2).boundingBox()]
    const middle = a.y + a.height / 2 + 4
    await page.keyboard.down('Shift')
    await page.mouse.move(a.x + 2, middle)
    await page.mouse.down()
    await page.mouse.move(b.x - 20, middle)
    await page.mouse.move(b.x + 2, middle)
    await page.mouse.up()
    await page.keyboard.up('Shift')
    await bends.nth(3).hover()
  },
  'run-compare': async (page) => {
    await open(page, 'Mist rail')
    await station(page, 'Run').click()
    await page.getByRole('button', { name: 'Compare the turnings' }).click()
    await page.getByRole('list', { name: 'Turnings side by side' }).waitFor()
  },
  'run-shaped': async (page) => {
    await open(page, 'Valve wheel')
    await station(page, 'Run').click()
    await page.getByLabel('Outside diameter by t and s', { exact: true }).scrollIntoViewIfNeeded()
    await page.getByRole('complementary', { name: 'Inspector' }).evaluate((e) => e.scrollBy(0, 180))
    await page.getByRole('button', { name: 'Section', exact: true }).click()
    await page.mouse.move(560, 485)
  },
  'cut-plan': async (page) => {
    await page.goto(`${base}/orders`)
    await page.getByRole('link', { name: 'Spring opening' }).click()
    const flats = page.getByRole('region', { name: 'Ash flat 45 × 18' })
    await flats.waitFor({ timeout: 120_000 })
    await page.getByLabel('Neighbours share cuts').selectOption('turned')
    await page.getByRole('button', { name: 'Plan anew' }).click()
    await page.waitForTimeout(1500)
    await page
      .getByRole('status', { name: 'Plan' })
      .filter({ hasText: /^planned/ })
      .waitFor({ timeout: 120_000 })
    const pieces = flats.getByRole('button', { name: /Notice frame/ })
    for (const n of [0, 1, 2]) {
      await pieces.nth(n).focus()
      await page.keyboard.press(' ')
    }
    await pieces.nth(4).click()
    await flats.evaluate((e) => e.scrollIntoView({ block: 'end' }))
  },
  stock: async (page) => {
    await page.goto(`${base}/stock`)
    await page.getByRole('table').first().waitFor()
  },
  profiles: async (page) => {
    await page.goto(`${base}/profiles`)
    await page.getByText('Sill ogee').waitFor()
  },
  'sheet-trace': async (page) => {
    await openSheet(page, 'Bay cornice', 'Old moulding')
    await page.getByRole('button', { name: 'Find outlines' }).click()
    await page.getByText(/^One outline/).waitFor()
  },
  'sheet-free': async (page) => {
    await openSheet(page, 'Pot hook', 'Hook sketch')
    for (const name of ['20', '36']) {
      await page.getByText(name, { exact: true }).first().click()
      await page.keyboard.press('Delete')
    }
    await page.getByRole('button', { name: 'Settle…' }).click()
    await page.mouse.move(640, 640)
  },
  'sheet-clash': async (page) => {
    await openSheet(page, 'Pot hook', 'Hook sketch')
    await page.keyboard.press('d')
    await clickOn(page, 42, 75)
    await clickOn(page, 70, 39)
    await clickOn(page, 62, 80)
    await page.keyboard.type('52')
    await page.keyboard.press('Enter')
    await page.getByRole('region', { name: 'Clash' }).getByRole('listitem').first().hover()
  },
  'bench-curve': async (page) => {
    await open(page, 'Pump loom')
    await station(page, 'Path').click()
    await page.getByText('Loom line', { exact: true }).first().click()
    const plot = page.getByRole('slider', { name: 'Curvature along the path' })
    await plot.scrollIntoViewIfNeeded()
    await page.getByRole('complementary', { name: 'Inspector' }).evaluate((e) => e.scrollBy(0, 240))
    const box = await plot.boundingBox()
    await page.mouse.move(box.x + box.width * 0.58, box.y + box.height / 2)
  },
  'bench-forming': async (page) => {
    await open(page, 'Mist rail')
    await page.getByText('Forming', { exact: true }).first().click()
    await page.getByRole('button', { name: 'Play the bending' }).click()
    for (let i = 0; i < 13; i++) await page.getByRole('button', { name: 'On by one motion' }).click()
    await page.getByRole('slider', { name: 'Time of the bending' }).focus()
    for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowRight')
    await page.waitForTimeout(1500)
  },
  'bench-table': async (page) => {
    await open(page, 'Trellis arch')
    await station(page, 'Path').click()
    await page.getByRole('button', { name: 'Choose bend 2' }).click()
    await page.getByRole('slider', { name: 'Turn of the plane of bend 2' }).waitFor()
  },
}

// Night first: some pictures of the day change their parts.
for (const theme of ['flexum-night', 'flexum-day']) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript((t) => localStorage.setItem('flexum.theme', t), theme)
  for (const [name, go] of Object.entries(PICTURES)) {
    if (theme === 'flexum-night' && name !== 'bench-path') continue
    if (wanted.length > 0 && !wanted.some((w) => name.startsWith(w))) continue
    const file = theme === 'flexum-night' ? `${name}-night.png` : `${name}.png`
    say(file)
    await go(page)
    await page.waitForTimeout(1200)
    await page.screenshot({ path: join(folder, file) })
  }
  await page.close()
}
await browser.close()
process.exit(0)
