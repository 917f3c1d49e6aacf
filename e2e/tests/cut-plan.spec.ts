import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { benchReady, figure, startPart, station } from './bench.ts'
import { inspector } from './sheet.ts'

/** Time for plans of all parts of the demo, which are worked out while the server starts. */
const LONG = { timeout: 240_000 }

const piece = (page: Page, n: number) =>
  inspector(page)
    .getByRole('table', { name: 'Pieces' })
    .locator('tbody')
    .nth(n - 1)

test('the pieces of a frame have lengths and saw settings; a corner is as it was measured', async ({
  page,
}) => {
  // A copy, as orders look at the part itself.
  await page.goto('/')
  await page.getByRole('button', { name: 'More for Notice frame', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await page.getByRole('link', { name: 'Notice frame copy' }).click()
  await benchReady(page)
  await station(page, 'Shop').click()
  await expect(station(page, 'Shop')).toContainText('4 pieces')
  await expect(piece(page, 1)).toContainText(/1\s*420\.000\s*330\.000/)
  await expect(piece(page, 2)).toContainText(/2\s*594\.000\s*504\.000/)
  await expect(piece(page, 1)).toContainText(/left mitre\s*mitre 45\.00° left\s*bevel 0°/)
  await expect(piece(page, 1)).toContainText(/right mitre\s*mitre 45\.00° right\s*bevel 0°/)
  await inspector(page).getByRole('button', { name: 'Show piece 2' }).click()
  await expect(
    inspector(page).getByRole('img', { name: /^Piece 2 on the saw: 594 at its long point/ }),
  ).toBeVisible()
  // On edge, the same cuts are bevels.
  await inspector(page).getByLabel('Lies on').selectOption({ index: 4 })
  await expect(piece(page, 1)).toContainText(/left mitre\s*mitre 0°\s*bevel 45\.00°/)
  await page.keyboard.press('Control+z')
  await expect(piece(page, 1)).toContainText(/mitre 45\.00° left/)
  // A corner that is not square on site: both its pieces follow.
  await inspector(page).getByRole('button', { name: 'Corner 2 was measured' }).click()
  const field = inspector(page).getByRole('textbox', { name: /^Measured/ })
  await field.fill('91.5')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText(/Mitre 45\.00° \w+ becomes 44\.25°/)).toBeVisible()
  await field.fill('180')
  await page.keyboard.press('Enter')
  await expect(
    inspector(page)
      .getByText(/180\.00° is straight on/)
      .first(),
  ).toBeVisible()
  await page.keyboard.press('Control+z')
  // Bars shorter than a side part it.
  await inspector(page).getByLabel('Parted to bars of one length').check()
  await inspector(page).getByRole('textbox', { name: 'Bar', exact: true }).fill('450 mm')
  await page.keyboard.press('Enter')
  await expect(station(page, 'Shop')).toContainText('6 pieces')
})

test('an order is planned, changed by hand, ticked, kept over a reload, and taken out', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Cut plan' }).click()
  await page.getByRole('button', { name: 'New order' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Two frames')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('No plan yet')).toBeVisible()
  await page.getByLabel('Add a part').selectOption('Notice frame')
  const many = page.getByRole('textbox', { name: 'How many of Notice frame' })
  await many.fill('2.5')
  await page.keyboard.press('Enter')
  await expect(page.getByText('a whole number is needed')).toBeVisible()
  await many.fill('2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved')
  await page.getByRole('button', { name: 'Plan it' }).click()
  // Plans of other orders may come first.
  await expect(page.getByRole('status', { name: 'Plan' })).toHaveText('planned', LONG)
  const flats = page.getByRole('region', { name: 'Ash flat 45 × 18' })
  const bars = flats.getByRole('list', { name: /^Bars of the plan/ }).getByRole('listitem')
  await expect(bars).toHaveCount(2)
  await expect(flats).toContainText('no plan does better')
  // Longer bars only, and one that is left over from before and too short for anything.
  await flats.getByRole('button', { name: 'Bars at hand' }).click()
  await flats.getByRole('button', { name: 'Take out bar 1 of Ash flat 45 × 18' }).click()
  await flats.getByRole('button', { name: 'Add a left-over bar' }).click()
  await flats.getByRole('textbox', { name: 'Length of bar 2 of Ash flat 45 × 18' }).fill('0.4 m')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status', { name: 'Plan' })).toContainText('changed since it was planned')
  await page.getByRole('button', { name: 'Plan anew' }).click()
  await expect(page.getByRole('status', { name: 'Plan' })).toHaveText('planned')
  await expect(bars).toHaveCount(2)
  // A piece is put on another bar by hand; what does not fit is refused, with why.
  const long = bars.filter({ hasText: /(2400|3000)/ })
  const count = (n: number) => long.nth(n).getByRole('button', { name: /Notice frame/ })
  const before = [await count(0).count(), await count(1).count()]
  const [to, from] = before[0]! >= before[1]! ? [1, 0] : [0, 1]
  const [a, b] = [
    (await count(from).last().boundingBox())!,
    (await long.nth(to).locator('svg').first().boundingBox())!,
  ]
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2)
  await page.mouse.down()
  await page.mouse.move(a.x + a.width / 2 + 20, a.y + a.height / 2, { steps: 2 })
  await page.mouse.move(b.x + b.width - 20, b.y + b.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect(count(to)).toHaveCount(before[to]! + 1)
  await expect(flats.getByLabel('held')).toHaveCount(1)
  // Three pieces are sawn: by the panel, by a key, and by their bar.
  await count(to).first().click()
  await page.getByRole('complementary', { name: 'Piece' }).getByLabel('Sawn', { exact: true }).check()
  await count(to).nth(1).focus()
  await page.keyboard.press(' ')
  await expect(flats).toContainText('2 sawn')
  await count(to).first().focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Put it on another bar')).toContainText('it is sawn already')
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved')
  await page.reload()
  await expect(flats).toContainText('2 sawn')
  await page.getByRole('button', { name: 'Plan anew' }).click()
  await expect(page.getByRole('status', { name: 'Plan' })).toHaveText('planned')
  await expect(flats).toContainText('2 sawn')
  // A part of it that was changed is told.
  const exportFile = async (name: string): Promise<string> => {
    await page.getByRole('button', { name: 'Take out', exact: true }).click()
    const wait = page.waitForEvent('download')
    await page.getByRole('menuitem', { name }).click()
    return readFile((await (await wait).path())!, 'utf8')
  }
  expect(await exportFile('Cut list (CSV)')).toContain(
    'Ash flat 45 × 18,Ash wood,Notice frame,Run,1,2,420,330,mitre,-45,0,mitre,45,0,no',
  )
  expect((await exportFile('Plan by bar (CSV)')).trim().split('\n')).toHaveLength(9)
  await page.getByRole('button', { name: 'Take out', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Labels…' }).click()
  const labels = page.getByRole('list', { name: 'Labels' }).getByRole('listitem')
  await expect(labels).toHaveCount(8)
  await expect(labels.first()).toContainText(/Notice frame.*mitre 45\.00° left, bevel 0°/)
})

test('the order over all parts of the demo is planned when one first looks', async ({ page }) => {
  await page.goto('/orders')
  await page.getByRole('link', { name: 'Spring opening' }).click()
  // Other tests change its parts.
  await page.getByRole('button', { name: 'Plan anew' }).click(LONG)
  await expect(page.getByRole('status', { name: 'Plan' })).toHaveText('planned', LONG)
  await expect(page.getByRole('alert')).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Ash cornice 90 × 14' })).toContainText('13 pieces')
  await expect(page.getByRole('region', { name: 'Stainless round 4' })).toContainText('no plan does better')
})

test('a room is typed; a moulding runs along its walls, and gives pieces', async ({ page }) => {
  await startPart(page, 'Typed room', 'Straight bar')
  const add = async (title: string): Promise<void> => {
    await page.getByRole('button', { name: 'Add a step' }).click()
    await page.getByRole('menuitem', { name: title, exact: true }).click()
  }
  await add('Walls of a room')
  await expect(inspector(page).getByRole('heading', { name: /^Path: Walls/ })).toBeVisible()
  const wall = (column: string, n: number) =>
    inspector(page).getByRole('textbox', { name: `${column} of wall ${n}`, exact: true })
  await expect(wall('length', 1)).toHaveValue('4000')
  // A corner is measured wrongly: the walls say by how much they do not close.
  await wall('corner after', 4).fill('89')
  await wall('length', 4).fill('2.9 m')
  await page.keyboard.press('Tab')
  await expect(inspector(page).getByText(/The walls do not close: the last ends 100/)).toBeVisible()
  await inspector(page).getByRole('button', { name: 'Leave them open' }).click()
  await expect(inspector(page).getByLabel('All round')).not.toBeChecked()
  await expect(figure(page, 'Path length')).toHaveText('13900.000 mm')
  await wall('bow', 2).fill('300')
  await page.keyboard.press('Tab')
  await expect(figure(page, 'Smallest radius')).toHaveText(/^39\d\d\.\d+ mm/)
  await add('Line along walls')
  await inspector(page).getByRole('combobox', { name: /^To/ }).first().selectOption('wall 3')
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await station(page, 'Shop').click()
  await inspector(page).getByRole('button', { name: 'Pieces' }).click()
  await expect(inspector(page).getByRole('table', { name: 'Pieces' }).locator('tbody')).toHaveCount(3)
  await expect(piece(page, 2)).toContainText('2, bent')
})
