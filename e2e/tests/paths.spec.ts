import { expect, test, type Page } from '@playwright/test'
import { figure, startPart, station } from './bench.ts'
import { inspector } from './sheet.ts'

/** Adds a step by its title. */
async function add(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: title, exact: true }).click()
}

test('a path is mirrored, bent to an arc and rebuilt from another', async ({ page }) => {
  await startPart(page, 'Changed', 'One bend')
  await add(page, 'Path from a path')
  await expect(inspector(page).getByRole('heading', { name: 'Path: Path from a path' })).toBeVisible()
  const length = await figure(page, 'Path length').textContent()
  // Mirrored it is as long, and lies on the other side.
  await expect(figure(page, 'Extents')).toHaveText('200 × 150 × 0 mm')
  await inspector(page).getByLabel('It is').selectOption('straightened')
  await expect(figure(page, 'Path length')).toHaveText(length!)
  await expect(figure(page, 'Straights')).toHaveText(length!)
  await inspector(page).getByLabel('It is').selectOption('rebuilt, one smooth curve')
  await expect(figure(page, 'Lies off at most')).toBeVisible()
  const off = async () => Number(await figure(page, 'Lies off at most').getAttribute('title'))
  const eight = await off()
  await page.getByRole('textbox', { name: 'Spans' }).fill('24')
  await page.keyboard.press('Enter')
  await expect.poll(off).toBeLessThan(eight)
  // What cannot be is told, and the last good path stays.
  await inspector(page).getByLabel('It is').selectOption('a straight bent to an arc')
  await expect(inspector(page).getByText(/Blocks: Only a straight path is bent to an arc/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(figure(page, 'Lies off at most')).toBeVisible()
  await inspector(page).getByLabel('It is').selectOption('joined to others')
  await inspector(page).getByLabel('Add', { exact: false }).first().selectOption('Centre line')
  await expect(inspector(page).getByText(/bridges the gap to the next path/)).toBeVisible()
  // It stands before the run, which can take it.
  await inspector(page).getByLabel('It is').selectOption('mirrored')
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(inspector(page).getByRole('button', { name: 'Use in Run' })).toBeHidden()
  await station(page, 'Path').click()
  await expect(inspector(page).getByRole('heading', { name: 'Path: Path from a path' })).toBeVisible()
})
