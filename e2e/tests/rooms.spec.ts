import { expect, test, type Locator, type Page } from '@playwright/test'
import { figure, saved, startPartOnRack, station } from './bench.ts'
import { inspector } from './sheet.ts'

/** Plans of other orders may come first. */
const LONG = { timeout: 240_000 }

const add = async (page: Page, title: string): Promise<void> => {
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: title, exact: true }).click()
}
const step = (page: Page, name: string): Locator =>
  page
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .first()
const choice = (page: Page, label: string): Locator =>
  inspector(page).getByRole('combobox', { name: new RegExp(`^${label}`) })
const wall = (page: Page, column: string, n: number): Locator =>
  inspector(page).getByRole('textbox', { name: `${column} of wall ${n}`, exact: true })
const piece = (page: Page, n: number): Locator =>
  inspector(page)
    .getByRole('table', { name: 'Pieces' })
    .locator('tbody')
    .nth(n - 1)

/** The walls of an octagon of 1 m with one of them bowed, typed by keys from the first cell on. */
async function typeOctagon(page: Page): Promise<void> {
  // Bowed by 100 over 1000 the corners beside it are 2 atan(0.2) wider.
  const rows = Array.from({ length: 8 }, (_, i) => ({
    bow: i === 4 ? '100' : '0',
    corner: i === 3 || i === 4 ? '135 deg + 2 * atan(0.2)' : '135',
  }))
  for (const [i, { bow, corner }] of rows.entries()) {
    await wall(page, 'length', i + 1).focus()
    for (const text of ['1 m', bow, '0']) {
      await page.keyboard.press('Control+a')
      await page.keyboard.type(text)
      await page.keyboard.press('Tab')
    }
    await page.keyboard.press('Control+a')
    await page.keyboard.type(corner)
    // Four rows are there; Enter in the last one begins another.
    await page.keyboard.press(i < 3 || i === 7 ? 'Tab' : 'Enter')
  }
}

test('an octagonal bay with a curved wall and a door: cornice and foot board, sawn, ordered, moved, ticked and printed', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await startPartOnRack(page, 'Octagon', 'Room')
  await expect(station(page, 'Shop')).toContainText('4 pieces')
  await typeOctagon(page)
  await expect(figure(page, 'Path length')).toHaveText('8026.457 mm')
  // A door into the first wall.
  await inspector(page).getByRole('button', { name: 'Door' }).click()
  const opening = (column: string) => inspector(page).getByRole('textbox', { name: `${column} of opening 1` })
  await opening('width').fill('700')
  await page.keyboard.press('Tab')
  await expect(inspector(page).getByText(/goes from 300 mm to 1000 mm/)).toHaveCount(0)
  await opening('distance from where its wall begins').fill('400')
  await page.keyboard.press('Tab')
  await expect(
    inspector(page)
      .getByText(/Opening 1 goes from 400 mm to 1100 mm along wall 1, which is 1000 mm long/)
      .first(),
  ).toBeVisible()
  await opening('distance from where its wall begins').fill('150')
  await page.keyboard.press('Tab')
  // The cornice passes over it; the foot board is another line and another section.
  await expect(station(page, 'Check')).toContainText('nothing open')
  await add(page, 'Line along walls')
  await choice(page, 'At').selectOption('the floor')
  await expect(
    inspector(page)
      .getByText(/runs through the door in wall 1, 700 mm wide/)
      .first(),
  ).toBeVisible()
  await inspector(page).getByRole('button', { name: 'Break it there' }).first().click()
  await expect(choice(page, 'From')).toHaveValue(/^o/)
  await expect(figure(page, 'Path length')).toHaveText('7326.457 mm')
  await station(page, 'Profile').click()
  await add(page, 'Stock profile')
  await inspector(page).getByLabel('From stock').selectOption('Ash foot board 95 × 16')
  await step(page, 'Line along walls').click()
  await inspector(page).getByRole('combobox', { name: 'Section' }).selectOption({ index: 1 })
  await inspector(page).getByRole('button', { name: 'Run it here' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  // Pieces and saw settings: a board that stands at its wall is cut by half of each corner.
  await station(page, 'Shop').click()
  await add(page, 'Pieces and saw cuts')
  await expect(inspector(page).getByRole('table', { name: 'Pieces' }).locator('tbody')).toHaveCount(9)
  await choice(page, 'Lies on').selectOption('as it stands')
  await expect(piece(page, 2)).toContainText(/left mitre\s*mitre 22\.50° (left|right)\s*bevel 0°/)
  await expect(piece(page, 5)).toContainText('5, bent')
  // One corner is not as it was drawn.
  await inspector(page).getByRole('button', { name: 'Corner 2 was measured' }).click()
  const measured = inspector(page).getByRole('textbox', { name: /^Measured/ })
  await measured.fill('137')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText(/Mitre 22\.50° \w+ becomes 21\.50°/)).toBeVisible()
  await saved(page)
  // Both mouldings on bars of two lengths each.
  await page.goto('/orders')
  await page.getByRole('button', { name: 'New order' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Octagon')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByLabel('Add a part').selectOption('Octagon')
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved')
  await page.getByRole('button', { name: 'Plan it' }).click()
  const planned = page.getByRole('status', { name: 'Plan' })
  await expect(planned).toHaveText('planned', LONG)
  const boards = page.getByRole('region', { name: 'Ash foot board 95 × 16' })
  const cornices = page.getByRole('region', { name: 'Ash cornice 90 × 14' })
  await expect(boards).toContainText('9 pieces')
  await expect(cornices).toContainText('8 pieces')
  await expect(page.getByRole('alert')).toHaveCount(0)
  // A longer bar is begun already; then a piece is moved by hand to where there is room.
  await boards.getByRole('button', { name: 'Bars at hand' }).click()
  await boards.getByRole('button', { name: 'Add a left-over bar' }).click()
  await boards.getByRole('textbox', { name: /^Length of bar 3/ }).fill('1.9 m')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Plan anew' }).click()
  await expect(planned).toHaveText('planned', LONG)
  // One of the short pieces beside the door.
  await boards
    .getByRole('button', { name: /: 150\.0 mm/ })
    .first()
    .click()
  const other = page.getByLabel('Put it on another bar')
  await expect(other).toBeVisible()
  const choices = await other.locator('option:not([value=""])').count()
  expect(choices).toBeGreaterThan(0)
  await other.selectOption({ index: 1 })
  await expect(boards.getByLabel('held').first()).toBeVisible()
  // Three are sawn.
  const all = boards.getByRole('button', { name: /^Octagon/ })
  for (const n of [0, 1, 2]) {
    await all.nth(n).focus()
    await page.keyboard.press(' ')
  }
  await expect(boards).toContainText('3 sawn')
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'yes')
  })
  await page.getByRole('button', { name: 'Print the plan' }).click()
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes')
  await page.getByRole('button', { name: 'Take out', exact: true }).click()
  const wait = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Cut list and plan (PDF)' }).click()
  expect((await wait).suggestedFilename()).toBe('Octagon cut plan.pdf')
})

test('walls are pressed on their plan and in the picture; the room is stood in and walked', async ({
  page,
}) => {
  await startPartOnRack(page, 'Square room', 'Room')
  await step(page, 'Cornice line').click()
  const plan = inspector(page).getByRole('group', { name: /^Walls from above/ })
  const onPlan = (n: number): Locator => plan.getByRole('button', { name: `Wall ${n}`, exact: true })
  await onPlan(2).click()
  await expect(choice(page, 'From')).toHaveValue('n2')
  await expect(figure(page, 'Path length')).toHaveText('3000.000 mm')
  // Dragged back over two walls they are taken in the order of the walls.
  const middle = async (of: Locator): Promise<[number, number]> => {
    const b = (await of.boundingBox())!
    return [b.x + b.width / 2, b.y + b.height / 2]
  }
  await page.mouse.move(...(await middle(onPlan(4))))
  await page.mouse.down()
  await page.mouse.move(...(await middle(onPlan(3))), { steps: 12 })
  await page.mouse.up()
  await expect(choice(page, 'From')).toHaveValue('n3')
  await expect(choice(page, 'To').first()).toHaveValue('n4')
  // By keys, with Shift as far as there.
  await onPlan(1).focus()
  await page.keyboard.press('Enter')
  await onPlan(3).focus()
  await page.keyboard.press('Shift+Enter')
  await expect(figure(page, 'Path length')).toHaveText('11000.000 mm')
  await page.keyboard.press('Control+z')
  await expect(choice(page, 'To').first()).toHaveValue('n1')
  // In the picture.
  await inspector(page).getByRole('button', { name: 'Press in the room' }).click()
  const far = page.getByRole('button', { name: 'Wall 3 in the picture' })
  await expect(far).toBeVisible()
  await expect(page.getByRole('button', { name: 'Wall 1 in the picture' })).toHaveCount(0)
  await far.focus()
  await page.keyboard.press('Enter')
  await expect(choice(page, 'From')).toHaveValue('n3')
  await page.keyboard.press('Escape')
  await expect(far).toHaveCount(0)
  await inspector(page).getByRole('button', { name: 'All round', exact: true }).click()
  // The same moulding at the floor: it is set right with one press.
  await choice(page, 'The same also').selectOption('at the floor')
  await expect(inspector(page).getByRole('heading', { name: 'Path: Cornice line, again' })).toBeVisible()
  await station(page, 'Check').click()
  await expect(page.getByText(/goes \d+(\.\d+)? mm through the floor/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Stand it on the floor' }).first().click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  // Into the room, at eye height; walls are no way through.
  await page.getByRole('button', { name: 'In the room' }).click()
  const panel = page.getByRole('region', { name: 'In the room' })
  await expect(panel).toBeVisible()
  const place = panel.locator('circle')
  const at = async (): Promise<[number, number]> => {
    const b = (await place.boundingBox())!
    return [b.x, b.y]
  }
  await expect(page.getByLabel(/^The part in 3D/)).toBeFocused()
  const first = await at()
  const gone = async (): Promise<number> => {
    const [x, y] = await at()
    return Math.hypot(x - first[0], y - first[1])
  }
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  // The plan follows with the next picture.
  await expect.poll(gone).toBeGreaterThan(8)
  for (let i = 0; i < 60; i++) await page.keyboard.press('ArrowUp')
  let end = await gone()
  await expect
    .poll(async () => {
      const before = end
      end = await gone()
      return end - before
    })
    .toBe(0)
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp')
  // A wall is no way through, however long one walks.
  await page.waitForTimeout(500)
  expect(await gone()).toBe(end)
  const box = (await panel.getByRole('group').boundingBox())!
  const [x, y] = await at()
  expect(x > box.x && x < box.x + box.width && y > box.y && y < box.y + box.height).toBe(true)
  await page.keyboard.press('Escape')
  await expect(panel).toHaveCount(0)
  // A look from without goes out too.
  await page.getByRole('button', { name: 'In the room', exact: true }).click()
  await expect(panel).toBeVisible()
  await page.getByRole('button', { name: 'Top', exact: true }).click()
  await expect(panel).toHaveCount(0)
})

test('a moulding goes round a window, stays where it is when it is reversed, and ends in a stop', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'More for Bay room', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await page.getByRole('link', { name: 'Bay room copy' }).click()
  await step(page, 'Door line').click()
  await choice(page, 'Round').selectOption('the window in wall 3')
  await expect(figure(page, 'Path length')).toHaveText('3740.000 mm')
  await expect(station(page, 'Check')).toContainText('nothing open')
  // Reversed it stays where it is, its back on the wall.
  await inspector(page).getByRole('button', { name: 'Reverse' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await page.keyboard.press('Control+z')
  // A stop in place of the square end at the door.
  await step(page, 'Foot line').click()
  await page
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: /^Foot board/ })
    .nth(1)
    .click()
  await station(page, 'Ends').click()
  await choice(page, 'Made').first().selectOption('mitred stop')
  await expect(
    inspector(page)
      .getByRole('textbox', { name: /^Angle across/ })
      .first(),
  ).toHaveValue(/^-45/)
  await expect(station(page, 'Check')).toContainText('nothing open')
})

test('walls stand on a path that was drawn, and openings are put into them', async ({ page }) => {
  await startPartOnRack(page, 'Drawn room', 'Closed frame')
  await add(page, 'Walls of a room')
  await choice(page, 'Walls').selectOption('along Centre line')
  await expect(inspector(page).getByText(/^8 walls along the path/)).toBeVisible()
  await expect(step(page, 'Walls of a room')).toContainText('8 walls')
  await inspector(page).getByRole('button', { name: 'Window' }).click()
  // The frame is only 300 wide: the window is told where it cannot be.
  await expect(
    inspector(page)
      .getByText(/Opening 1 goes from 300 mm to 1500 mm along wall \d+, which is \d+ mm long/)
      .first(),
  ).toBeVisible()
  await inspector(page).getByRole('textbox', { name: 'width of opening 1' }).fill('100')
  await page.keyboard.press('Tab')
  await inspector(page)
    .getByRole('textbox', { name: 'distance from where its wall begins of opening 1' })
    .fill('20')
  await page.keyboard.press('Tab')
  await expect(step(page, 'Walls of a room')).toContainText('1 opening')
  await choice(page, 'Walls').selectOption('typed here')
  await expect(wall(page, 'length', 1)).toHaveValue('4000')
})
