import { expect, type Page } from '@playwright/test'
import { inspector } from './sheet.ts'

/** Adds a step from the recipe's menu. */
export async function addStep(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: what, exact: true }).click()
}

/** Types into a field of the inspector. */
export async function putField(page: Page, label: string, text: string): Promise<void> {
  const box = inspector(page).getByRole('textbox', { name: label, exact: true })
  await box.fill(text)
  await box.press('Enter')
}

/** A figure of the inspector by its label, in mm and kg, to its last digit. */
export async function exactFigure(page: Page, label: string): Promise<number> {
  return Number(
    await inspector(page)
      .locator('dt', { hasText: new RegExp(`^${label}$`) })
      .locator('+ dd')
      .first()
      .getAttribute('title'),
  )
}

/** Picks in the picture by name: all faces or edges that are called so. */
export async function pickNamed(
  page: Page,
  what: 'face' | 'edge',
  ...names: readonly RegExp[]
): Promise<void> {
  const list = page.getByLabel(`Pick ${what === 'face' ? 'a face' : 'an edge'} by name`)
  for (const name of names) {
    // The bodies may still be in work.
    const option = list.locator('option').filter({ hasText: name }).first()
    await expect(option).toBeAttached()
    await list.selectOption({ label: (await option.textContent())! })
  }
}

/** Moves over the picture along a level line until what is under the pointer is called so, and presses there. */
export async function pressWhere(page: Page, share: number, name: RegExp, shift = false): Promise<void> {
  const box = (await page.getByRole('region', { name: '3D view' }).boundingBox())!
  const y = box.y + box.height * share
  const status = page.getByRole('status', { name: 'Picking' })
  for (let x = box.x + 20; x < box.x + box.width - 20; x += 5) {
    await page.mouse.move(x, y)
    if (!name.test((await status.textContent()) ?? '')) continue
    if (shift) await page.keyboard.down('Shift')
    await page.mouse.down()
    await page.mouse.up()
    if (shift) await page.keyboard.up('Shift')
    return
  }
  throw new Error(`nothing under the pointer is called ${String(name)}`)
}
