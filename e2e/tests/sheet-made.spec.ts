import { expect, test, type Page } from '@playwright/test'
import { saved, startPart, station } from './bench.ts'
import { clickAt, dimension, dragTo, freedom, inspector, moveTo, startDrawn } from './sheet.ts'

const chainLength = async (page: Page): Promise<number> =>
  Number((await page.getByTestId('chain-length').textContent())!.replace(/[^\d.]/g, ''))

test('a hexagon by a size with a name, which is changed at its value', async ({ page }) => {
  await startDrawn(page, 'Hexagon')
  await page.keyboard.press('n')
  await clickAt(page, 0, 0)
  await moveTo(page, 30, 0)
  await expect(page.getByText('across flats', { exact: true })).toBeVisible()
  await page.keyboard.press('Tab')
  await page.keyboard.type('jaw')
  await expect(page.getByRole('button', { name: /^Make a value jaw = / })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  // Six sides, and the guide circle that their corners lie on.
  await expect(page.locator('[data-entity]')).toHaveCount(7)
  await expect(inspector(page).getByText('jaw', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page
    .getByRole('button', { name: /^Values/ })
    .first()
    .click()
  const field = page.getByRole('textbox', { name: 'Formula of jaw' })
  await field.fill('45 mm')
  await field.press('Enter')
  await page.getByText('Centre line sketch').first().dblclick()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  // Six sides of a hexagon 45 across its flats.
  await expect.poll(() => chainLength(page)).toBeCloseTo((6 * 45) / Math.sqrt(3), 2)
  await saved(page)
})

test('a plant tie of lines and tangent arcs, typed in inches with fractions', async ({ page }) => {
  await startDrawn(page, 'Plant tie')
  await page.getByRole('button', { name: /^Units/ }).click()
  await page.getByRole('menuitemradio', { name: 'in, 1/16', exact: true }).click()
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await moveTo(page, 0, 25)
  await page.keyboard.type('1 3/8')
  await page.keyboard.press('Enter')
  const arc = async (radius: string, sweep: string, x: number, y: number): Promise<void> => {
    await page.keyboard.press('a')
    await moveTo(page, x, y)
    await page.keyboard.type(radius)
    await page.keyboard.press('Tab')
    await page.keyboard.type(sweep)
    await page.keyboard.press('Enter')
    await page.keyboard.press('l')
  }
  await arc('1/2', '180', 20, 30)
  await moveTo(page, 25.4, 20)
  await page.keyboard.type('3/4')
  await page.keyboard.press('Enter')
  await arc('1/4', '90', 32, 8)
  await page.keyboard.type('1/2')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-entity]')).toHaveCount(5)
  const inches = 1.375 + Math.PI / 2 + 0.75 + Math.PI / 8 + 0.5
  await page.getByRole('button', { name: /^Units/ }).click()
  await page.getByRole('menuitemradio', { name: 'mm', exact: true }).click()
  await expect.poll(() => chainLength(page)).toBeCloseTo(inches * 25.4, 2)
  // Only where it lies is loose: nothing, since it starts on the origin.
  await expect(freedom(page)).toHaveText('settled')
  await saved(page)
})

test('over-determined on purpose, and got out of it in three ways', async ({ page }) => {
  await startDrawn(page, 'Too much')
  await page.keyboard.press('b')
  await clickAt(page, 0, 0)
  await clickAt(page, 40, 25)
  await page.keyboard.press('v')
  await dimension(
    page,
    [
      [20, 0],
      [20, -8],
    ],
    '40',
  )
  await dimension(
    page,
    [
      [40, 12],
      [50, 12],
    ],
    '25',
  )
  await expect(freedom(page)).toHaveText('settled')
  const clash = page.getByRole('region', { name: 'Clash' })
  const more = async (text: string): Promise<void> => {
    // From corner to corner: 47.17 already.
    await page.keyboard.press('d')
    await clickAt(page, 0, 0)
    await clickAt(page, 40, 25)
    await clickAt(page, 16, 16)
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
    await expect(clash).toBeVisible()
  }
  const shown = page.locator('[data-dimension]')
  await more('50')
  await page.keyboard.press('Escape')
  await expect(clash).toBeHidden()
  await expect(shown).toHaveCount(2)
  await expect(freedom(page)).toHaveText('settled')

  await more('50')
  await page.keyboard.press('r')
  await expect(clash).toBeHidden()
  await expect(shown).toHaveCount(3)
  await expect(inspector(page).getByText(/^\(47\.17/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(shown).toHaveCount(2)

  await more('50')
  await clash.getByRole('button', { name: /^Let go of .* = 25$/ }).click()
  await expect(clash).toBeHidden()
  await expect(shown).toHaveCount(2)
  await expect(freedom(page)).toHaveText('settled')
  await saved(page)
})

test('a grip of two equal circles, a line and an arc, cut back by strokes and held on the middle', async ({
  page,
}) => {
  await startPart(page, 'Grip', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a profile' }).click()
  await expect(freedom(page)).toHaveText('empty')
  await page.keyboard.press('o')
  await clickAt(page, -22, 0)
  await clickAt(page, -30, 0)
  // The first is pointed at for a moment; the second is as large.
  await moveTo(page, -22, 8)
  await page.waitForTimeout(500)
  await clickAt(page, 22, 0)
  await moveTo(page, 22, -8.3)
  await expect(page.getByText('as large as circle 1')).toBeVisible()
  await clickAt(page, 22, -8.3)
  // A line over both, tangent to the one and to the other.
  await page.keyboard.press('c')
  await clickAt(page, -21, 8)
  await clickAt(page, 21.4, 8)
  await page.keyboard.press('Enter')
  // An arc below from one to the other.
  await page.keyboard.press('a')
  await clickAt(page, -22, -8)
  await clickAt(page, 22, -8)
  await clickAt(page, 0, -12)
  await page.keyboard.press('v')
  const touch = async (x: number, y: number): Promise<void> => {
    await page.keyboard.press('Escape')
    await clickAt(page, 0, -12)
    await page.keyboard.down('Shift')
    await clickAt(page, x, y)
    await page.keyboard.up('Shift')
    await inspector(page).getByRole('button', { name: 'tangent', exact: true }).click()
  }
  await touch(-30, 0)
  await touch(30, 0)
  await page.keyboard.press('x')
  await dragTo(page, [-18, 0], [-11, 0])
  await dragTo(page, [18, 0], [11, 0])
  await page.keyboard.press('v')
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-entity]')).toHaveCount(4)
  await expect(inspector(page).getByText(/open end/)).toHaveCount(0)
  // Both centres lie evenly about the axis up.
  await page.keyboard.press('Escape')
  await clickAt(page, -22, 0)
  await page.keyboard.down('Shift')
  await clickAt(page, 22, 0)
  await page.keyboard.up('Shift')
  await inspector(page).getByRole('button', { name: 'symmetric about up', exact: true }).click()
  // A radius, the way between the centres, and the radius of the arc are what is left.
  await page.keyboard.press('Escape')
  await expect(freedom(page)).toHaveText('3 loose')
  await dimension(
    page,
    [
      [-30, 0],
      [-26, -3],
    ],
    '8',
  )
  await dimension(
    page,
    [
      [-22, 0],
      [22, 0],
      [0, 4],
    ],
    '44',
  )
  await dimension(
    page,
    [
      [0, -12],
      [4, -16],
    ],
    '60',
  )
  await expect(freedom(page)).toHaveText('settled')
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page.getByRole('button', { name: /^Profile of a sketch/ }).click()
  await page.getByRole('button', { name: /^Use in / }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await saved(page)
})
