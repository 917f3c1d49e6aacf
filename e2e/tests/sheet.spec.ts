import { expect, test } from '@playwright/test'
import { figure, startPart, station } from './bench.ts'
import { accessibilityFaults } from './faults.ts'
import { clickAt, dimension, dragTo, drawHook, freedom, inspector, startDrawn } from './sheet.ts'

test('draw a hook, settle it with typed sizes, resolve a clash, drive it by a value', async ({ page }) => {
  await startDrawn(page, 'Hook')
  await drawHook(page)
  await expect(freedom(page)).toHaveText('7 loose')

  // Both free straights are made upright at once; what holds already says so.
  await clickAt(page, 40, 45)
  await page.keyboard.down('Control')
  await clickAt(page, 60, 38)
  await page.keyboard.up('Control')
  await inspector(page)
    .getByRole('button', { name: /^upright/ })
    .click()
  await expect(freedom(page)).toHaveText('5 loose')
  await page.keyboard.press('Escape')

  await dimension(
    page,
    [
      [0, 30],
      [-15, 30],
    ],
    '60',
  )
  await dimension(
    page,
    [
      [40, 45],
      [30, 45],
    ],
    '30',
  )
  await dimension(
    page,
    [
      [8, 76],
      [15, 70],
    ],
    '20',
  )
  await dimension(
    page,
    [
      [60, 38],
      [72, 38],
    ],
    '15',
  )
  await expect(freedom(page)).toHaveText('1 loose')
  await dimension(
    page,
    [
      [50, 21],
      [50, 26],
    ],
    '10',
  )
  await expect(freedom(page)).toHaveText('settled')
  const length = 60 + 20 * Math.PI + 30 + 10 * Math.PI + 15
  await expect(page.getByTestId('chain-length')).toHaveText(length.toFixed(3))

  // What is settled does not move, and says why.
  await page.keyboard.press('Escape')
  await dragTo(page, [60, 45], [75, 52])
  await expect(page.getByRole('status', { name: 'Hint' })).toContainText(
    'Settled, so it does not move. It is held by',
  )
  await expect(page.getByTestId('chain-length')).toHaveText(length.toFixed(3))

  // One too many: the smallest set in words, nothing done until one is chosen.
  await dimension(
    page,
    [
      [0, 60],
      [40, 60],
      [20, 50],
    ],
    '44',
  )
  const clash = inspector(page).getByRole('region', { name: 'Clash' })
  await expect(clash.getByRole('heading')).toHaveText('Two that cannot all hold')
  await expect(clash.getByRole('listitem')).toHaveText([/^Radius r1 = 20/, /^Length d4 = 44 \(new\)/])
  await expect(page.getByTestId('chain-length')).toHaveText(length.toFixed(3))
  await clash.getByRole('button', { name: 'Make Length d4 = 44 a reference' }).click()
  await expect(clash).toBeHidden()
  await expect(freedom(page)).toHaveText('settled')
  await expect(
    page
      .getByRole('button', { name: /^Dimension d4/ })
      .or(page.getByText('(40)'))
      .first(),
  ).toBeVisible()

  // A new name typed into a dimension becomes a value.
  await page.keyboard.press('Escape')
  await page.getByText('60', { exact: true }).first().dblclick()
  const field = page.getByRole('textbox', { name: 'Dimension d1' })
  await expect(field).toBeFocused()
  await page.keyboard.type('stem')
  await expect(page.getByRole('button', { name: 'Make a value stem = 60' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText('Values used here')).toBeVisible()

  await page.getByRole('button', { name: 'Back to the part' }).click()
  await expect(station(page, 'Path')).toContainText(`${length.toFixed(3)} · 2 bends`)
  await station(page, 'Values').click()
  await page.getByRole('textbox', { name: 'Formula of stem' }).fill('80')
  await page.keyboard.press('Enter')
  await expect(station(page, 'Path')).toContainText(`${(length + 20).toFixed(3)} · 2 bends`)
  await page.getByText('Centre line', { exact: true }).click()
  await expect(figure(page, 'Path length')).toHaveText(`${(length + 20).toFixed(3)} mm`)
})

test('a gap in a profile is found with its size, healed with one click, and the section carried', async ({
  page,
}) => {
  await startPart(page, 'Gapped', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a profile' }).click()
  await expect(freedom(page)).toHaveText('empty')

  const curves = page.locator('[data-entity]')
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await clickAt(page, 40, 0)
  await expect(curves).toHaveCount(1)
  await clickAt(page, 40, 25)
  await expect(curves).toHaveCount(2)
  await clickAt(page, 0, 25)
  await expect(curves).toHaveCount(3)
  await page.keyboard.down('Shift')
  await clickAt(page, 0, 0.4)
  await page.keyboard.up('Shift')
  await expect(curves).toHaveCount(4)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')

  await expect(page.locator('[data-gap]')).toHaveCount(1)
  const gaps = inspector(page).getByRole('list', { name: 'Gaps' })
  const text = (await gaps.getByRole('listitem').textContent())!
  // The hand is within a pixel of the place.
  expect(Math.abs(Number.parseFloat(text) - 0.4)).toBeLessThan(0.25)
  await gaps.getByRole('button', { name: /^Close the gap/ }).click()
  await expect(page.locator('[data-gap]')).toHaveCount(0)

  await dimension(
    page,
    [
      [20, 0],
      [20, -10],
    ],
    '40',
  )
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Settle…' }).click()
  await page.getByRole('button', { name: /^Take all/ }).click()
  await expect(freedom(page)).toHaveText('settled')

  await page.getByRole('button', { name: 'Back to the part' }).click()
  await station(page, 'Profile').click()
  await page.getByRole('button', { name: /^Profile of a sketch/ }).click()
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await expect(figure(page, 'Area')).toHaveText('1000.00 mm²')
})

test('free things are dragged, edits keep what holds, and all of it undoes', async ({ page }) => {
  await startDrawn(page, 'Plate')
  await page.keyboard.press('b')
  await clickAt(page, 0, 0)
  await clickAt(page, 80, 50)
  await page.keyboard.press('Escape')
  await expect(freedom(page)).toHaveText('2 loose')
  await dragTo(page, [80, 50], [90, 60])
  await expect(page.getByTestId('chain-length')).toHaveText(/^30[01]/)
  await page.keyboard.press('ControlOrMeta+z')
  await expect(page.getByTestId('chain-length')).toHaveText(/^260/)

  // Two corners rounded by one figure.
  await clickAt(page, 80, 50)
  await page.keyboard.down('Control')
  await clickAt(page, 0, 50)
  await page.keyboard.up('Control')
  await page.keyboard.press('r')
  const form = page.getByRole('form', { name: 'Round' })
  await form.getByRole('textbox', { name: 'Radius' }).fill('12')
  await page.keyboard.press('Enter')
  await expect(form).toBeHidden()
  await expect(freedom(page)).toHaveText('2 loose')
  await expect(page.locator('[data-entity]')).toHaveCount(6)

  // The free motions are played, and stop.
  await page.getByRole('button', { name: 'Play the freedom' }).click()
  await expect(page.locator('[data-playing]')).toHaveCount(1)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.locator('[data-playing]')).toHaveCount(0)

  expect(await accessibilityFaults(page)).toEqual([])
})
