import { expect, test } from '@playwright/test'
import { cell, startPart, station } from './bench.ts'
import { clickAt, inspector, moveTo, onPath } from './sheet.ts'

test('edges of an earlier path are taken over one by one, follow it, and a sheet is pressed into place', async ({
  page,
}) => {
  await startPart(page, 'Taken over', 'One bend')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a profile' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  const hint = page.getByRole('status', { name: 'Hint' })
  const curves = page.locator('[data-entity]')
  await page.keyboard.press('t')
  await moveTo(page, 20, 0)
  await expect(hint).toContainText('L linked: it follows')
  await clickAt(page, 20, 0)
  await expect(curves).toHaveCount(1)
  await expect(page.locator('[data-point][data-state=settled]')).toHaveCount(2)
  await page.keyboard.press('l')
  await expect(hint).toContainText('L loose: drawn once')
  await page.keyboard.press('Home')
  const long = async (): Promise<number> => {
    const scale = await page.getByTestId('sheet-scale').evaluate((e) => Number(e.dataset['scale']))
    const px = await curves
      .first()
      .locator('path')
      .last()
      .evaluate((p) => (p as SVGPathElement).getTotalLength())
    return px / scale
  }
  expect(await long()).toBeCloseTo(170, 0)

  // The path is made longer: what was taken over goes along.
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page.getByText('Centre line', { exact: true }).click()
  await cell(page, 'x', 2).fill('260')
  await cell(page, 'x', 2).press('Enter')
  await page.getByText('Profile sketch', { exact: true }).dblclick()
  await expect(curves).toHaveCount(1)
  // The bend of 30 turns from across toward (-60, 150): it takes its tangent length off.
  const turn = Math.acos(-60 / Math.hypot(60, 150))
  await expect.poll(long).toBeCloseTo(260 - 30 * Math.tan(turn / 2), 0)
  await page.getByRole('button', { name: 'Back to the part' }).click()

  // A line and an angle.
  const panel = inspector(page)
  const lies = panel.getByLabel('Lies on')
  await lies.selectOption('through a line, at an angle')
  const asked = page.getByRole('status', { name: 'Plane' })
  await expect(asked).toContainText('Press the line')
  await page.getByRole('button', { name: 'Line 2 of Centre line' }).press('Enter')
  await expect(asked).toBeHidden()
  await expect(lies).toHaveValue('tilted')
  await panel.getByRole('textbox', { name: 'Angle from level' }).fill('30')
  await panel.getByRole('textbox', { name: 'Angle from level' }).press('Enter')
  await expect(panel).not.toContainText('is not there any more')

  // Three places; Escape leaves it as it was.
  await lies.selectOption('through three places')
  await page.keyboard.press('Escape')
  await expect(asked).toBeHidden()
  await expect(lies).toHaveValue('tilted')
  await lies.selectOption('through three places')
  for (const n of [1, 2, 3]) {
    await expect(asked).toContainText(['origin', 'across', 'third'][n - 1]!)
    await page.getByRole('button', { name: `Place ${[1, 2, 5][n - 1]} of Centre line` }).click()
  }
  await expect(lies).toHaveValue('points')

  // A point of the path, pressed where it runs.
  await lies.selectOption('square to a path')
  await panel.getByRole('button', { name: 'Press it in the picture' }).click()
  const along = page.getByRole('button', { name: 'Along Centre line' }).locator('path').last()
  await page.mouse.click(...(await onPath(along, 0.25)))
  await expect(asked).toBeHidden()
  // A quarter of its way along, as it lies in the picture: by its length less the turn of the view.
  const at = async (): Promise<number> =>
    Number.parseFloat(await panel.getByRole('textbox', { name: 'At station' }).inputValue())
  await expect.poll(at).toBeGreaterThan(60)
  expect(await at()).toBeLessThan(140)
})

test('an edge of a body is taken over onto a sheet after it, and follows when the bar is another', async ({
  page,
}) => {
  await startPart(page, 'Beside a bar', 'Straight bar')
  await station(page, 'Profile').click()
  await inspector(page).getByLabel('Shape').selectOption({ label: 'Flat' })
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Sketch', exact: true }).click()
  const panel = inspector(page)
  await panel.getByLabel('Lies on').selectOption('XY, seen from above')
  await panel.getByRole('button', { name: 'Open the sheet' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  await page.keyboard.press('t')
  const curves = page.locator('[data-entity]')
  const hint = page.getByRole('status', { name: 'Hint' })
  await expect(hint).toContainText('Click a point or an edge')
  await clickAt(page, 40, 10)
  await expect(curves).toHaveCount(1)
  await page.keyboard.press('Escape')
  const height = async (): Promise<number> => {
    const [scale, cy] = await page
      .getByTestId('sheet-scale')
      .evaluate((e) => [Number(e.dataset['scale']), Number(e.dataset['cy'])] as const)
    const surface = (await page.getByRole('application').boundingBox())!
    const [, y] = await onPath(curves.first().locator('path').last(), 0.5)
    return cy - (y - surface.y - surface.height / 2) / scale
  }
  expect(await height()).toBeCloseTo(10, 0)
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await station(page, 'Profile').click()
  await panel.getByRole('textbox', { name: 'Width' }).fill('32')
  await panel.getByRole('textbox', { name: 'Width' }).press('Enter')
  await page.getByText('Sketch', { exact: true }).dblclick()
  await expect.poll(height).toBeCloseTo(16, 0)
})
