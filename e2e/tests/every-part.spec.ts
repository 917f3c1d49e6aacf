import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type APIRequestContext, type Page } from '@playwright/test'
import { benchReady, figure, startPart, station } from './bench.ts'
import { inspector } from './sheet.ts'

/** All parts that the server begins with. */
const DEMO = [
  'Bay room',
  'Bay cornice',
  'Bench hoop',
  'Drawer bail',
  'Drip groove',
  'Mist rail',
  'Notice frame',
  'Pot hook',
  'Potting board',
  'Pump loom',
  'Tray rim',
  'Trellis arch',
  'Valve wheel',
  'Vent lamp',
  'Vine spring',
]

interface Report {
  readonly mass: number | null
  readonly volume: number | null
  readonly findings: readonly { readonly severity: string }[]
}

interface Row {
  readonly id: string
  readonly name: string
  readonly state: string
  readonly picture: number | null
}

async function rowOf(request: APIRequestContext, name: string): Promise<Row> {
  const { parts } = (await (await request.get('/api/parts')).json()) as { parts: Row[] }
  // The newest first; other tests may have made one of the same name since.
  const found = parts.findLast((p) => p.name === name)
  if (!found) throw new Error(`${name} is not among ${parts.map((p) => p.name).join(', ')}`)
  return found
}

/** What the command line reports of a part as it is kept. */
async function reported(request: APIRequestContext, id: string): Promise<Report> {
  const folder = mkdtempSync(join(tmpdir(), 'flexum-'))
  try {
    const file = join(folder, 'part.json')
    writeFileSync(file, await (await request.get(`/api/parts/${id}/files/part`)).body())
    const cli = join(import.meta.dirname, '../../packages/cli/bin/flexum.mjs')
    const text = execFileSync(process.execPath, [cli, 'report', file, '--json'], { maxBuffer: 2 ** 26 })
    return JSON.parse(text.toString()) as Report
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** What units come to, in kg and mm3. */
const FACTORS: Readonly<Record<string, number>> = {
  kg: 1,
  g: 1e-3,
  lb: 0.45359237,
  'mm³': 1,
  'cm³': 1e3,
  'in³': 25.4 ** 3,
}

/** A figure as it is told: its value, and how much its last digit is. */
function toldOf(text: string): { readonly value: number; readonly digit: number } {
  const told = /^([\d.]+) (\S+)$/.exec(text.trim())
  const factor = FACTORS[told?.[2] ?? '']
  if (!told || factor === undefined) throw new Error(`"${text}" is no figure`)
  const places = told[1]!.includes('.') ? told[1]!.length - told[1]!.indexOf('.') - 1 : 0
  return { value: Number(told[1]) * factor, digit: 10 ** -places * factor }
}

for (const name of DEMO)
  test(`${name} opens: its bodies, its strip, and the figures that the command line tells`, async ({
    page,
  }) => {
    const trouble: string[] = []
    page.on('pageerror', (e) => trouble.push(e.message))
    const { id } = await rowOf(page.request, name)
    const report = await reported(page.request, id)
    await page.goto(`/parts/${id}`)
    await benchReady(page)
    await station(page, 'Check').click()
    await expect(page.getByRole('region', { name: '3D view' })).toHaveAttribute('data-bodies', /^[1-9]/)
    const mass = toldOf((await figure(page, 'Mass').textContent())!)
    expect(Math.abs(mass.value - report.mass!)).toBeLessThanOrEqual(0.51 * mass.digit)
    const volume = toldOf((await figure(page, 'Volume').textContent())!)
    expect(Math.abs(volume.value - report.volume!)).toBeLessThanOrEqual(0.51 * volume.digit)
    await expect(inspector(page).locator('dt', { hasText: /^Area$/ })).toBeVisible()
    if (await page.getByRole('region', { name: 'Straight bar' }).count())
      await expect(
        page.getByRole('region', { name: 'Straight bar' }).locator('[data-zone]').first(),
      ).toBeVisible()
    await expect(page.getByRole('alert')).toHaveCount(0)
    expect(trouble).toEqual([])
    // Its small picture is there, without a reload.
    await expect.poll(async () => (await rowOf(page.request, name)).state).toBe('known')
    const picture = await page.request.get(`/api/parts/${id}/revisions/1/picture.png`)
    expect(picture.status()).toBe(200)
    expect((await picture.body()).subarray(1, 4).toString()).toBe('PNG')
  })

test('a pasted table of 22 bends shows at once', async ({ page }) => {
  await startPart(page, 'Many bends', 'One bend')
  await station(page, 'Path').click()
  await inspector(page)
    .getByRole('group', { name: 'Typed as' })
    .getByRole('button', { name: 'Bends' })
    .click()
  await page.getByRole('textbox', { name: 'straight of bend 1', exact: true }).focus()
  await pasteRows(page, 22)
  await expect(station(page, 'Path')).toContainText('22 bends')
  await expect(page.getByRole('region', { name: 'Straight bar' }).locator('[data-zone="bend"]')).toHaveCount(
    22,
  )
  await expect(page.getByRole('region', { name: '3D view' })).toHaveAttribute('data-bodies', '1')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a pasted table of 15 bends shows, with stock and bender chosen too', async ({ page }) => {
  await startPart(page, 'Fifteen bends', 'One bend')
  await station(page, 'Path').click()
  await inspector(page)
    .getByRole('group', { name: 'Typed as' })
    .getByRole('button', { name: 'Bends' })
    .click()
  await page.getByRole('textbox', { name: 'straight of bend 1', exact: true }).focus()
  await pasteRows(page, 15)
  await expect(station(page, 'Path')).toContainText('15 bends')
  await station(page, 'Shop').click()
  await inspector(page).getByRole('button', { name: 'Forming' }).click()
  for (const [tab, label] of [
    ['Stock', 'Stock'],
    ['Bender', 'Bender'],
  ] as const) {
    await inspector(page).getByRole('tab', { name: tab }).click()
    const list = inspector(page).getByRole('combobox', { name: label, exact: true })
    await list.selectOption({ index: (await list.locator('option').count()) - 1 })
  }
  await inspector(page).getByRole('tab', { name: 'Bends' }).click()
  // Heads, a move for each bend, and what comes after the last.
  await expect(page.getByRole('table', { name: 'Moves of the bender' }).getByRole('row')).toHaveCount(17)
  await expect(page.getByRole('region', { name: 'Straight bar' }).locator('[data-zone="bend"]')).toHaveCount(
    15,
  )
  await expect(page.getByRole('region', { name: '3D view' })).toHaveAttribute('data-bodies', '1')
  await expect(page.getByText('Working')).toHaveCount(0)
  await expect(page.getByRole('alert')).toHaveCount(0)
})

async function pasteRows(page: Page, count: number): Promise<void> {
  const rows = Array.from({ length: count }, (_, i) => `${i + 1}, 80, 180, 60, 40`)
  await page.evaluate((text) => {
    const data = new DataTransfer()
    data.setData('text/plain', text)
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, rows.join('\n'))
}
