import { expect, test } from '@playwright/test'
import { saved } from './bench.ts'
import { clickAt, dimension, dragTo, freedom, inspector, startDrawn } from './sheet.ts'

test('a line is drawn by figures alone; a name that stands for nothing becomes a value', async ({ page }) => {
  await startDrawn(page, 'By figures')
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await page.keyboard.type('40')
  await page.keyboard.press('Enter')
  await page.keyboard.type('30')
  await page.keyboard.press('Tab')
  await page.keyboard.type('90')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.keyboard.type('rise')
  await expect(page.getByRole('button', { name: /^Make a value rise = / })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-entity]')).toHaveCount(3)
  await expect(inspector(page).getByText('rise', { exact: true })).toBeVisible()
  await expect(freedom(page)).toHaveText(/loose|settled/)
  await saved(page)
})

test('another outline beside the path is of other use, and each use is chosen by pointing', async ({
  page,
}) => {
  await startDrawn(page, 'Two uses')
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await clickAt(page, 0, 40)
  await clickAt(page, 50, 40)
  await page.keyboard.press('Enter')
  await page.keyboard.press('b')
  await clickAt(page, 20, 0)
  await clickAt(page, 44, 18)
  await page.keyboard.press('v')
  const uses = inspector(page).getByRole('list', { name: 'Uses of this sketch' })
  await expect(uses.getByRole('listitem')).toHaveCount(1)
  await expect(uses).toContainText('2 curves')
  await expect(inspector(page)).toContainText('4 curves in no use yet.')
  await inspector(page).getByRole('button', { name: 'Profile of them' }).click()
  await expect(uses.getByRole('listitem')).toHaveCount(2)
  await expect(uses).toContainText('1 region')
  await expect(page.locator('[data-use]')).toHaveCount(2)
  // The path goes without its second line, chosen by pressing it; and back by undo.
  await uses.getByRole('button', { name: /^Choose the curves of/ }).click()
  await clickAt(page, 25, 40)
  await expect(uses).toContainText('1 curve')
  await page.keyboard.press('Escape')
  await expect(uses.getByRole('button', { name: /^Choose the curves of/ })).toHaveText('Choose')
  await page.keyboard.press('Control+z')
  await expect(uses).toContainText('2 curves')
  await saved(page)
})

test('directions are locked to steps by a key, of any size', async ({ page }) => {
  await startDrawn(page, 'In steps')
  await page.keyboard.press('s')
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await page.getByLabel('Step of directions, degrees').fill('30')
  await clickAt(page, 40, 20)
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('length', { exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await page.keyboard.press('v')
  await clickAt(page, 20, 11.5)
  const angle = page.getByRole('complementary', { name: 'Inspector' })
  await expect(angle).toContainText('line 1')
})

test('a clash is left by Escape, or by one key; all is chosen by Ctrl A; tools are found by other words', async ({
  page,
}) => {
  await startDrawn(page, 'Ways out')
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
  await page.keyboard.press('Control+a')
  await expect(inspector(page)).toContainText('4 chosen')
  // The opposite side is as long by what holds already; another size for it cannot hold.
  await page.keyboard.press('Escape')
  await dimension(
    page,
    [
      [20, 25],
      [20, 33],
    ],
    '40',
  )
  await expect(page.getByRole('status', { name: 'Hint' })).toContainText('only measures')
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('What do you want to do?').fill('fillet')
  await expect(page.getByRole('option', { name: /^Round/ })).toBeVisible()
  await page.keyboard.press('Escape')
})

test('half an outline is drawn with the mirror on, and sized to be settled', async ({ page }) => {
  await startDrawn(page, 'Half a plate')
  await page.getByRole('button', { name: 'Drawing is mirrored: off' }).click()
  await page.getByRole('menuitemradio', { name: 'in the axis up' }).click()
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await clickAt(page, 30, 0)
  await clickAt(page, 30, 20)
  await clickAt(page, 0, 34)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-entity]')).toHaveCount(6)
  await page.keyboard.press('v')
  await dimension(
    page,
    [
      [15, 0],
      [15, -8],
    ],
    '30',
  )
  await dimension(
    page,
    [
      [30, 10],
      [40, 10],
    ],
    '20',
  )
  await dimension(
    page,
    [
      [0, 0],
      [0, 34],
      [-44, 17],
    ],
    '34',
  )
  await expect(freedom(page)).toHaveText('settled')
  await saved(page)
})

test('the arm: two radii and the lines that touch both, the rest cut away in one stroke each', async ({
  page,
}) => {
  await startDrawn(page, 'Arm')
  await page.keyboard.press('o')
  await clickAt(page, 0, 0)
  await clickAt(page, 24, 0)
  await clickAt(page, 60, 0)
  await clickAt(page, 60, 10)
  await page.keyboard.press('v')
  // The rounds are sized and placed first, so that it is the lines that go to them.
  await dimension(
    page,
    [
      [-24, 0],
      [-12, -6],
    ],
    '24',
  )
  await dimension(
    page,
    [
      [70, 0],
      [66, -4],
    ],
    '10',
  )
  await dimension(
    page,
    [
      [0, 0],
      [60, 0],
      [30, 34],
    ],
    '60',
  )
  await page.keyboard.press('c')
  for (const side of [1, -1]) {
    await clickAt(page, -8, 27 * side)
    await clickAt(page, 70, 12 * side)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('v')
  for (const side of [1, -1]) {
    for (const rim of [
      [-24, 0],
      [70, 0],
    ] as const) {
      await page.keyboard.press('Escape')
      await clickAt(page, 30, 20 * side)
      await page.keyboard.down('Shift')
      await clickAt(page, rim[0], rim[1])
      await page.keyboard.up('Shift')
      await inspector(page).getByRole('button', { name: 'tangent', exact: true }).click()
    }
  }
  // Off with what stands over at the ends of the lines, by strokes that stop short of the rounds; then their insides.
  await page.keyboard.press('Home')
  await page.keyboard.press('x')
  for (const side of [1, -1]) {
    await dragTo(page, [-7, 31 * side], [-7, 25.8 * side])
    await dragTo(page, [66, 14 * side], [66, 9.2 * side])
  }
  await clickAt(page, 24, 0)
  await clickAt(page, 50, 0)
  await page.keyboard.press('v')
  await expect(page.locator('[data-entity]')).toHaveCount(4)
  await expect(inspector(page).getByText(/open end/)).toHaveCount(0)
  await expect(freedom(page)).toHaveText('settled')
  await saved(page)
})
