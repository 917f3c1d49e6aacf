import { expect, test, type Page } from '@playwright/test'
import { benchReady, cell, dragBy, openPart, saved, startPart, station } from './bench.ts'
import { inspector } from './sheet.ts'

const strip = (page: Page) => page.getByRole('region', { name: 'Straight bar' })
const straight = (page: Page, n: number) =>
  strip(page).getByRole('slider', { name: `Length of straight ${n}` })

test('straights and bends are dragged along the strip, and typed with keys', async ({ page }) => {
  await startPart(page, 'Stretched', 'One bend')
  // 170 straight, a bend of 90 deg and radius 30, 120 straight.
  await expect(straight(page, 1)).toHaveAttribute('aria-valuenow', '170')
  const width = async (): Promise<number> => {
    const box = await strip(page).locator('[data-zone=straight] rect').first().boundingBox()
    return box!.width
  }
  const perMm = (await width()) / 170
  await dragBy(page, straight(page, 1), 40 * perMm, 0)
  // While it is held, the bar is shown longer and the scale stays.
  await expect(strip(page).locator('[data-zone=straight]').first()).toContainText('210')
  expect((await width()) / 210).toBeCloseTo(perMm, 2)
  await page.mouse.up()
  await expect(straight(page, 1)).toHaveAttribute('aria-valuenow', '210')
  await expect(straight(page, 2)).toHaveAttribute('aria-valuenow', '120')
  await expect(cell(page, 'x', 2)).toHaveValue('240')
  await expect(cell(page, 'y', 3)).toHaveValue('150')
  // The bend moves: what one straight gains the other loses.
  const bend = strip(page).getByRole('slider', { name: 'Place of bend 1' })
  await bend.focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('ArrowLeft')
  await expect(straight(page, 1)).toHaveAttribute('aria-valuenow', '199')
  await expect(straight(page, 2)).toHaveAttribute('aria-valuenow', '131')
  // The end of the bar.
  await straight(page, 2).focus()
  await page.keyboard.press('ArrowRight')
  await expect(straight(page, 2)).toHaveAttribute('aria-valuenow', '132')
  // Escape gives up; undo goes back step by step.
  await dragBy(page, straight(page, 2), -60, 0)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(straight(page, 2)).toHaveAttribute('aria-valuenow', '132')
  await saved(page)
  // A reload while a straight is dragged leaves the bar as it was last let go of, and all steps back to it.
  await dragBy(page, straight(page, 2), -50, 0)
  await page.reload()
  await page.mouse.up()
  await benchReady(page)
  await expect(straight(page, 1)).toHaveAttribute('aria-valuenow', '199')
  await expect(straight(page, 2)).toHaveAttribute('aria-valuenow', '132')
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await expect(straight(page, 1)).toHaveAttribute('aria-valuenow', '170')
  await saved(page)
})

test('a stretch of the strip is measured by pointer and keys; the stock bar lies beyond', async ({
  page,
}) => {
  await openPart(page, 'Mist rail')
  await station(page, 'Shop').click()
  const bends = strip(page).locator('[data-zone=bend]')
  const [a, b] = [(await bends.nth(0).boundingBox())!, (await bends.nth(2).boundingBox())!]
  await page.keyboard.down('Shift')
  await page.mouse.move(a.x + 3, a.y + a.height - 30)
  await page.mouse.down()
  await page.mouse.move(b.x - 10, b.y + b.height - 30)
  await page.mouse.move(b.x + 2, b.y + b.height - 30)
  await page.mouse.up()
  await page.keyboard.up('Shift')
  const measured = strip(page).getByRole('status', { name: 'Measured along the bar' })
  await expect(measured).toHaveText(/^\d+(\.\d+)?, from \d+(\.\d+)? to \d+(\.\d+)?$/)
  await page.keyboard.press('Escape')
  await expect(measured).toBeHidden()
  await strip(page).getByRole('button', { name: 'Measure along the bar' }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await expect(measured).toHaveText(/from/)
})

test('the blank says how many a stock bar gives, and that one is too short', async ({ page }) => {
  await startPart(page, 'From a bar', 'One bend')
  await station(page, 'Shop').click()
  await inspector(page).getByLabel('Sawn from bars of one length').check()
  await expect(inspector(page).getByText(/17, 254 left/)).toBeVisible()
  await expect(strip(page).locator('[data-beyond]')).toBeVisible()
  await inspector(page).getByRole('textbox', { name: 'Stock bar' }).fill('300')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText(/Warns: .* more than a stock bar of 300 mm has/)).toBeVisible()
  await page.reload()
  await benchReady(page)
})

test('the strip is printed at true size over sheets that are joined', async ({ page }) => {
  await openPart(page, 'Mist rail')
  await strip(page).getByRole('button', { name: 'True size' }).click()
  const dialog = page.getByRole('dialog', { name: 'The strip at true size' })
  await expect(dialog.getByText(/^4 sheets\./)).toBeVisible()
  const first = dialog.getByRole('img', { name: /^Sheet 1 of 4, from 0 to 270/ })
  await expect(first).toBeVisible()
  // A CSS millimetre is 96 / 25.4 px: the sheet is as wide as it says.
  expect((await first.boundingBox())!.width).toBeCloseTo((270 * 96) / 25.4, 1)
  // The letter at the end of one sheet begins the next.
  for (const [n, letters] of [
    [1, ['A']],
    [2, ['A', 'B']],
    [4, ['C']],
  ] as const) {
    const joints = dialog.getByRole('img', { name: new RegExp(`^Sheet ${n} of 4`) }).locator('[data-joint]')
    expect(await joints.evaluateAll((all) => all.map((j) => j.getAttribute('data-joint')))).toEqual(letters)
  }
  // Each sheet is a page.
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(4)
  await dialog.getByLabel('Paper').selectOption('A3')
  await expect(dialog.getByText(/^3 sheets\./)).toBeVisible()
  await dialog.getByRole('button', { name: 'Close' }).click()
  await expect(dialog).toBeHidden()
})
