import { expect, test } from '@playwright/test'
import { clickAt, dragTo, inspector, onPath, startDrawn } from './sheet.ts'

test('a straight becomes a smooth curve: pulled, its bend shown, its length driven, cut back and drawn beside', async ({
  page,
}) => {
  await startDrawn(page, 'Free curves')
  const curves = page.locator('[data-entity]')
  const panel = inspector(page)
  await page.keyboard.press('c')
  await clickAt(page, -40, 0)
  await clickAt(page, 40, 0)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(curves).toHaveCount(1)

  await clickAt(page, 10, 0)
  await page.getByRole('button', { name: 'Smooth curve' }).click()
  const form = page.getByRole('form', { name: 'Smooth curve' })
  await expect(form.getByRole('textbox')).toBeFocused()
  await page.keyboard.type('3')
  await page.keyboard.press('Enter')
  // Two ends and three points between.
  await expect(page.locator('[data-point]')).toHaveCount(5)
  await dragTo(page, [0, 0], [0, 18])

  const curve = curves.first().locator('path').last()
  const press = async (share: number): Promise<void> => {
    const [x, y] = await onPath(curve, share)
    await page.mouse.move(x - 3, y + 2)
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.up()
  }
  await press(0.1)
  await expect(panel).toContainText('Smallest radius')
  await expect(panel).toContainText('Most off the straight')
  await panel.getByRole('checkbox', { name: 'Show how it bends' }).check()
  await expect(page.locator('[data-comb] text')).toHaveText(/^r /)

  // Its length is a dimension that drives.
  await page.keyboard.press('d')
  await press(0.1)
  await clickAt(page, -20, -20)
  await page.keyboard.type('100')
  await page.keyboard.press('Enter')
  await press(0.1)
  await expect(panel.getByText('100.000 mm').first()).toBeVisible()

  // A line across it cuts it back; what is left ends on the line.
  await page.keyboard.press('c')
  await page.keyboard.down('Shift')
  await clickAt(page, 30, -30)
  await clickAt(page, 30, 40)
  await page.keyboard.up('Shift')
  await page.keyboard.press('Enter')
  await page.keyboard.press('x')
  await press(0.97)
  await expect(curves).toHaveCount(2)
  await page.keyboard.press('v')
  // Between two of the points that it was drawn anew through.
  await press(0.065)

  // Beside it, drawn once; linked it says that it cannot be.
  await page.keyboard.press('f')
  const beside = page.getByRole('form', { name: 'Beside' })
  await expect(beside).toContainText('drawn once')
  await beside.getByLabel('The distance').selectOption('is drawn once')
  await beside.getByRole('button', { name: 'Beside' }).click()
  await expect(curves).toHaveCount(3)
})
