import { expect, test, type Page } from '@playwright/test'
import { benchReady, saved, startPart, station } from './bench.ts'
import { clickAt, freedom, startDrawn } from './sheet.ts'

async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(text)
  await field.press('Enter')
}

test('two circles alone are drawn, saved, and open again', async ({ page }) => {
  await startDrawn(page, 'Rings alone')
  for (const radius of [40, 25]) {
    await page.keyboard.press('o')
    await clickAt(page, 0, 0)
    await clickAt(page, radius, 0)
    await page.keyboard.press('Escape')
  }
  await expect(page.locator('[data-entity]')).toHaveCount(2)
  await expect(freedom(page)).not.toHaveText('empty')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  await expect(page.locator('[data-entity]')).toHaveCount(2)
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Rings alone', exact: true })).toBeVisible()
})

test('a path back over itself comes to figures and one finding, and the server stays awake', async ({
  page,
}) => {
  await startPart(page, 'Over itself', 'One bend')
  const rows = [
    ['0', '0', '0', ''],
    ['-76', '0', '0', '16'],
    ['-76', '-32', '0', '16'],
    ['8', '-32', '0', '16'],
    ['8', '0', '0', '16'],
    ['-44', '0', '0', ''],
  ]
  await page.getByRole('textbox', { name: 'x of node 1', exact: true }).focus()
  await page.evaluate(
    (text) => {
      const data = new DataTransfer()
      data.setData('text/plain', text)
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      )
    },
    rows.map((r) => r.join('\t')).join('\n'),
  )
  await expect(page.getByRole('textbox', { name: 'x of node 6', exact: true })).toHaveValue('-44')
  await station(page, 'Check').click()
  await expect(page.getByText(/lies in itself/).first()).toBeVisible()
  await saved(page)
  expect((await page.request.get('/api/health')).status()).toBe(200)
  await page.reload()
  await benchReady(page)
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Over itself', exact: true })).toBeVisible()
})

test('work that takes long says how far it has come, is stopped inside a step, and what follows comes at once', async ({
  page,
}) => {
  await startPart(page, 'Long coil', 'Helix')
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true)
  await type(page, 'Rise per turn', '11')
  await type(page, 'Turns', '2600')
  const work = page.getByRole('status').filter({ hasText: 'Working…' })
  await expect(work).toBeVisible()
  await expect(work.getByRole('progressbar', { name: 'How far the work has come' })).toBeVisible()
  await expect(work).toContainText('“')
  await work.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('status', { name: 'The working out of this part' })).toBeVisible()
  await type(page, 'Turns', '6')
  await expect(page.getByRole('status', { name: 'The working out of this part' })).toHaveCount(0)
  await expect(work).toHaveCount(0)
})
