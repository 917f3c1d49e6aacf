import { expect, test, type Page } from '@playwright/test'
import { saved, startPart, station } from './bench.ts'
import { exactFigure } from './parts.ts'
import { clickAt, inspector, moveTo } from './sheet.ts'

/** Draws a body from the recipe's menu: its sheet opens. */
async function drawBody(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a body' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
}

const back = (page: Page): Promise<void> => page.getByRole('button', { name: 'Back to the part' }).click()

const does = (page: Page) => inspector(page).getByRole('status', { name: 'What it does' }).first()

/** A figure of the inspector by its label. */
const figure = async (page: Page, label: string): Promise<number> => {
  const text = await inspector(page).locator('dt', { hasText: label }).locator('+ dd').first().textContent()
  return Number(
    text!
      .replace(/[^\d.]/g, ' ')
      .trim()
      .split(' ')[0],
  )
}

test('a plate is drawn and extruded, a hole goes through it, and the bar stands on it as one body', async ({
  page,
}) => {
  await startPart(page, 'Foot', 'Straight bar')
  await station(page, 'Fit').click()
  await expect(page.getByText('No bodies here')).toBeVisible()
  await page.getByRole('button', { name: 'Draw a body' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  // A plate of 60 x 40 by figures.
  await page.keyboard.press('b')
  await clickAt(page, -30, -20)
  await moveTo(page, 20, 10)
  await page.keyboard.type('60')
  await page.keyboard.press('Tab')
  await page.keyboard.type('40')
  await page.keyboard.press('Enter')
  await back(page)
  await expect(inspector(page).getByRole('heading', { name: /^Extruded/ })).toBeVisible()
  const depth = inspector(page).getByRole('textbox', { name: 'Depth' })
  await depth.fill('12')
  await depth.press('Enter')
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(60 * 40 * 12, 0)

  // The bar lies half in it, over 30 mm: both become one.
  await inspector(page).getByLabel('With other bodies').selectOption({ label: 'joins others' })
  await expect(does(page)).toHaveText('Extruded joins Run into one body.')
  const joined = 60 * 40 * 12 + Math.PI * 25 * (300 - 15)
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(joined, 0)

  await drawBody(page)
  await page.keyboard.press('o')
  await clickAt(page, -20, 10)
  await moveTo(page, -17, 13)
  await page.keyboard.type('12')
  await page.keyboard.press('Enter')
  await back(page)
  await inspector(page).getByLabel('With other bodies').selectOption({ label: 'cuts away of others' })
  await expect(does(page)).toHaveText('Extruded 2 is cut away of Extruded.')
  await inspector(page).getByRole('checkbox', { name: 'Through all that it meets' }).check()
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(joined - Math.PI * 36 * 12, 0)
  await expect(station(page, 'Fit')).toContainText('1 body')
  // A body that reaches nothing is told, and what was there stays on screen.
  const start = inspector(page).getByRole('checkbox', { name: 'Through all that it meets' })
  await start.uncheck()
  const off = inspector(page).getByRole('textbox', { name: 'Starts off the sheet by' })
  await off.fill('50')
  await off.press('Enter')
  await expect(inspector(page).getByText(/have nothing in common/)).toBeVisible()
  await expect(inspector(page).getByText('as it last was')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(inspector(page).getByText(/have nothing in common/)).toBeHidden()
  await saved(page)
})

test('a cup is turned of one line with a wall, cut in half and mirrored; a block is joined to it', async ({
  page,
}) => {
  await startPart(page, 'Cup', 'Straight bar')
  await drawBody(page)
  // From the axis out, and up.
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await moveTo(page, 20, 0)
  await page.keyboard.type('30')
  await page.keyboard.press('Enter')
  await moveTo(page, 30, 20)
  await page.keyboard.type('50')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await back(page)
  // What was extruded of it is turned instead.
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Turned' }).click()
  await inspector(page).getByLabel('Turned of').selectOption({ label: 'a wall along the chain' })
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(Math.PI * (900 * 50 - 784 * 48), 1)
  // The one that has nothing closed to be made of goes.
  await page.getByRole('button', { name: 'More for Extruded' }).click()
  await page.getByRole('menuitem', { name: 'Remove' }).click()

  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Block or cylinder' }).click()
  const field = async (label: string, text: string): Promise<void> => {
    const box = inspector(page).getByRole('textbox', { name: label, exact: true })
    await box.fill(text)
    await box.press('Enter')
  }
  await field('Wide', '10')
  await field('Deep', '12')
  await field('Height', '30')
  await inspector(page).getByLabel('Along').selectOption({ label: 'X' })
  await field('X', '29')
  await field('Y', '25')
  await inspector(page).getByLabel('With other bodies').selectOption({ label: 'joins others' })
  await expect(does(page)).toHaveText('Block joins Turned into one body.')
  const cup = Math.PI * (900 * 50 - 784 * 48)
  await expect.poll(() => figure(page, 'Volume')).toBeGreaterThan(cup + 28 * 120)
  const joined = await figure(page, 'Volume')

  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Half', exact: true }).click()
  await inspector(page).getByLabel('Plane').selectOption({ label: 'YZ' })
  await inspector(page).getByLabel('Keeps').selectOption({ label: 'above, toward +X' })
  await expect(does(page)).toHaveText(
    'What is kept of Block is mirrored in the plane, and both are one body.',
  )
  // The block stands on the half that is kept.
  const half = joined - cup / 2
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(2 * half, 0)
  await inspector(page).getByRole('checkbox', { name: 'Mirrored and joined to itself' }).uncheck()
  await expect.poll(() => figure(page, 'Volume')).toBeCloseTo(half, 0)
  await saved(page)
})

test('holes are a table: a row copied, one countersunk; one across a bar stands on the strip', async ({
  page,
}) => {
  await startPart(page, 'Drilled', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Holes', exact: true }).click()
  const box = (label: string, of: number) =>
    inspector(page).getByRole('textbox', { name: `${label} of hole ${of}`, exact: true })
  const put = async (label: string, of: number, text: string): Promise<void> => {
    await box(label, of).fill(text)
    await box(label, of).press('Enter')
  }
  await put('Station', 1, '60')
  await put('Diameter', 1, '3')
  const bar = Math.PI * 25 * 300
  await expect.poll(() => exactFigure(page, 'Volume')).toBeLessThan(bar - 60)
  await expect(page.locator('[data-hole]')).toHaveCount(1)
  await inspector(page).getByRole('button', { name: 'Copy hole 1' }).click()
  await put('Station', 2, '220')
  await put('Clock angle', 2, '90 deg')
  await expect(page.locator('[data-hole]')).toHaveCount(2)
  // Each takes some 70 away; both are there before the head is.
  await expect.poll(() => exactFigure(page, 'Volume')).toBeLessThan(bar - 130)
  const two = await exactFigure(page, 'Volume')
  await inspector(page)
    .getByRole('group', { name: 'Hole 2' })
    .getByLabel('Head')
    .selectOption({ label: 'countersunk' })
  await put('Head diameter', 2, '5')
  // A cone from 5 to 3 whose wide end touches the crown of the bar: what of it lies in the round, by quadrature.
  await expect.poll(async () => two - (await exactFigure(page, 'Volume'))).toBeCloseTo(3.843, 1)
  // Beside the bar there is nothing to drill; what there was stays.
  await put('Station', 2, '400')
  await expect(
    inspector(page)
      .getByText(/Hole 2: its station must lie on the run/)
      .first(),
  ).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-hole]')).toHaveCount(2)
  await inspector(page).getByRole('button', { name: 'Remove hole 1' }).click()
  await expect(page.locator('[data-hole]')).toHaveCount(1)
  await saved(page)
})
