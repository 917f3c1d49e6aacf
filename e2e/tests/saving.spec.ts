import { expect, test, type Page } from '@playwright/test'
import { benchReady, cell, saved, startPart } from './bench.ts'

/** The same part in two tabs, changed in the first and then, unknowing, in the second. */
async function clash(page: Page): Promise<Page> {
  await saved(page)
  const other = await page.context().newPage()
  await other.goto(page.url())
  await benchReady(other)
  await cell(page, 'x', 2).fill('210')
  await page.keyboard.press('Enter')
  await saved(page)
  await cell(other, 'x', 2).fill('220')
  await other.keyboard.press('Enter')
  await expect(other.getByRole('alert')).toContainText('This part was changed elsewhere')
  await expect(other.getByRole('status', { name: 'Save state' })).toHaveText('changed elsewhere')
  await expect(cell(other, 'x', 2)).toHaveValue('220')
  return other
}

test('a stale save in a second tab loses nothing: take theirs', async ({ page }) => {
  await startPart(page, 'Shared one', 'One bend')
  const other = await clash(page)
  // Not even a reload in the middle of it loses mine.
  await other.reload()
  await benchReady(other)
  await expect(cell(other, 'x', 2)).toHaveValue('220')
  await expect(other.getByRole('alert')).toContainText('This part was changed elsewhere')
  await other.getByRole('button', { name: 'Take theirs' }).click()
  await expect(cell(other, 'x', 2)).toHaveValue('210')
  await saved(other)
  // Mine is still one undo away.
  await other.keyboard.press('ControlOrMeta+z')
  await expect(cell(other, 'x', 2)).toHaveValue('220')
  await saved(other)
})

test('a stale save in a second tab loses nothing: keep mine as a copy', async ({ page }) => {
  await startPart(page, 'Shared two', 'One bend')
  const other = await clash(page)
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click()
  await expect(other.getByRole('button', { name: /Name: Shared two \(mine\)/ })).toBeVisible()
  await expect(cell(other, 'x', 2)).toHaveValue('220')
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Shared two', exact: true })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Shared two (mine)', exact: true })).toBeVisible()
})
