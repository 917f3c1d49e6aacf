import { expect, test } from '@playwright/test'
import { cell, startPart, station } from './bench.ts'

test('what is typed at once after going far, adding a row or opening a field lands where it was gone to', async ({
  page,
}) => {
  await startPart(page, 'Long line', 'Straight bar')
  await station(page, 'Path').click()
  await cell(page, 'x', 1).focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    const rows = Array.from({ length: 140 }, (_, i) => `${10 * i}\t${i % 2 ? 30 : 0}\t0`)
    data.setData('text/plain', rows.join('\n'))
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  })
  const table = page.getByRole('table', { name: 'Nodes' })
  await expect(table).toHaveAttribute('aria-rowcount', '141')
  // Row by row past all that was on the page, and typed with no wait: each key goes on from where the last one went to.
  await cell(page, 'x', 1).click()
  for (let i = 1; i < 120; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.type('1234')
  await page.keyboard.press('Enter')
  await page.keyboard.type('1299')
  await page.keyboard.press('Enter')
  await expect(cell(page, 'x', 120)).toHaveValue('1234')
  await expect(cell(page, 'x', 121)).toHaveValue('1299')
  // Enter in the last row adds one, and what is typed is its own.
  for (let i = 122; i < 140; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.type('1400')
  await page.keyboard.press('Enter')
  await page.keyboard.type('1410')
  await page.keyboard.press('Enter')
  await expect(table).toHaveAttribute('aria-rowcount', '143')
  await expect(cell(page, 'x', 140)).toHaveValue('1400')
  await expect(cell(page, 'x', 141)).toHaveValue('1410')

  // Names, opened by a press.
  await page.getByRole('button', { name: 'Long line' }).click()
  await page.keyboard.type('Longer line')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Longer line' })).toBeVisible()
})
