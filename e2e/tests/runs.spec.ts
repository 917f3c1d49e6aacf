import { expect, test, type Page } from '@playwright/test'
import { benchReady, cell, dragBy, figure, openPart, saved, startPart, station, massText } from './bench.ts'
import { inspector } from './sheet.ts'

/** Types into a field of the inspector and keeps it. */
async function enter(page: Page, label: string, text: string): Promise<void> {
  await inspector(page).getByLabel(label, { exact: true }).fill(text)
  await page.keyboard.press('Enter')
}
/** Types into cells of a node; Enter at the end of the table would begin another node. */
async function enterCells(page: Page, node: number, cells: Readonly<Record<string, string>>): Promise<void> {
  for (const [column, text] of Object.entries(cells)) {
    await cell(page, column, node).fill(text)
    await cell(page, column, node).blur()
  }
}
const choose = (page: Page, label: string, option: string): Promise<string[]> =>
  inspector(page).getByRole('combobox', { name: label, exact: true }).selectOption(option)
const number = async (page: Page, label: string): Promise<number> =>
  Number.parseFloat((await figure(page, label).textContent())!)

test('a valve wheel: its grip swells 24 times round the ring, by a formula', async ({ page }) => {
  await startPart(page, 'Wheel', 'Closed frame')
  // A square whose corners are as round as they can be is a ring of radius 70.
  for (const [node, x, y] of [
    [1, '0', '0'],
    [2, '140', '0'],
    [3, '140', '140'],
    [4, '0', '140'],
  ] as const)
    await enterCells(page, node, { 'bend radius': '20', x, y })
  for (const node of [1, 2, 3, 4]) await enterCells(page, node, { 'bend radius': '70' })
  await expect(figure(page, 'Path length')).toHaveText(`${(140 * Math.PI).toFixed(3)} mm`)
  await station(page, 'Profile').click()
  await inspector(page).getByLabel('Shape').selectOption({ label: 'Round bar' })
  await station(page, 'Run').click()
  await choose(page, 'Shape a size', 'Outside diameter')
  await enter(page, 'Outside diameter by t and s', '12 + wave')
  await expect(
    inspector(page).getByText('Shaping: "wave" is not the name of a value; the values here are t, s'),
  ).toBeVisible()
  await enter(page, 'Outside diameter by t and s', '12 - 2 * cos(360 deg * 24 * t)')
  await expect(
    inspector(page).getByRole('img', { name: /Outside diameter by t and s along the run/ }),
  ).toHaveAccessibleName(/least 10\.000, most 14\.000/)
  // The mean square of the diameter is 12² + 2²/2.
  const volume = (Math.PI / 4) * 146 * 140 * Math.PI
  await expect.poll(async () => Math.abs((await number(page, 'Volume')) / volume - 1)).toBeLessThan(1e-4)
  await expect(figure(page, 'By')).toHaveText('theorem')
  await expect(station(page, 'Check')).toContainText('nothing open')
  await saved(page)
  await page.reload()
  await benchReady(page)
  await station(page, 'Run').click()
  await expect(inspector(page).getByLabel('Outside diameter by t and s', { exact: true })).toHaveValue(
    '12 - 2 * cos(360 deg * 24 * t)',
  )
})

test('a square bar is twisted by 180 degrees, and the section is seen to turn', async ({ page }) => {
  await startPart(page, 'Baluster', 'Straight bar')
  await station(page, 'Profile').click()
  await inspector(page).getByLabel('Shape').selectOption({ label: 'Square bar' })
  await enter(page, 'Side', '10')
  await station(page, 'Run').click()
  await expect(figure(page, 'Volume')).toHaveText(/^30000/)
  await choose(page, 'Twist', 'an angle in all')
  await enter(page, 'Twist angle', '180 deg')
  await expect(figure(page, 'Roll at the end')).toHaveText('180.00°')
  // Twist about the centroid changes no volume.
  expect(await number(page, 'Volume')).toBeCloseTo(30000, 1)
  await page.getByRole('button', { name: 'Section', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Section' })
  await panel.getByLabel('Typed').fill('75')
  await page.keyboard.press('Enter')
  await expect(panel.locator('dd').nth(1)).toHaveText('45.00°')
  await expect(panel.locator('dd').first()).toHaveText('100.00 mm²')
  await panel.getByRole('button', { name: 'Close' }).click()
  await expect(panel).toHaveCount(0)
})

test('a rectangular frame is mitred, rounded, and butted at one corner', async ({ page }) => {
  await startPart(page, 'Frame', 'Closed frame')
  await station(page, 'Profile').click()
  await inspector(page).getByLabel('Shape').selectOption({ label: 'Flat' })
  await enter(page, 'Width', '20')
  await enter(page, 'Thickness', '5')
  await station(page, 'Path').click()
  for (const node of [1, 2, 3, 4]) {
    await enterCells(page, node, { 'bend radius': '' })
  }
  await station(page, 'Run').click()
  // Outer less inner rectangle, five thick.
  const exact = (320 * 220 - 280 * 180) * 5
  await expect(figure(page, 'Volume')).toHaveText(`${exact.toFixed(2)} mm³`)
  await station(page, 'Ends').click()
  await expect(station(page, 'Ends')).toContainText('closed · 4 pcs')
  const pieces = inspector(page).getByRole('list', { name: 'Pieces' }).getByRole('listitem')
  await expect(pieces).toHaveCount(4)
  await expect(pieces.first()).toContainText('300.000 mm')
  await choose(page, 'Corner at 300.000 mm', 'butted')
  await expect(page.getByRole('button', { name: 'Undo: Corner butted' })).toBeVisible()
  await choose(page, 'All corners', 'rounded')
  await expect(station(page, 'Ends')).toHaveText(/Ends.*closed$/)
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await station(page, 'Run').click()
  await expect(figure(page, 'Volume')).toHaveText(`${exact.toFixed(2)} mm³`)
})

test('turnings are compared on a path in space, and one is picked', async ({ page }) => {
  await openPart(page, 'Mist rail')
  await station(page, 'Run').click()
  await inspector(page).getByRole('button', { name: 'Compare the turnings' }).click()
  const cards = inspector(page).getByRole('list', { name: 'Turnings side by side' }).getByRole('button')
  await expect(cards).toHaveCount(3)
  await expect(cards.nth(0)).toContainText('roll at end0.0°')
  await expect(cards.nth(0)).toHaveAttribute('aria-pressed', 'true')
  // What only travels gets thin where the path turns square to how it started.
  await expect(cards.nth(2)).toContainText('thinnest◆ 0.000 mm')
  await cards.nth(1).click()
  await expect(cards.nth(1)).toHaveAttribute('aria-pressed', 'true')
  await expect(station(page, 'Run')).toContainText('upright')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(station(page, 'Run')).toContainText('square')
})

test('a fold is found, gone to and cured', async ({ page }) => {
  await startPart(page, 'Folds', 'One bend')
  await station(page, 'Profile').click()
  await enter(page, 'Outside diameter', '80')
  await station(page, 'Run').click()
  const finding = inspector(page).getByText(/The bend at node 2 is tighter than the section/)
  await expect(finding).toContainText('radius 30 mm, and the section reaches 40 mm inward')
  await inspector(page).getByRole('button', { name: 'Show' }).first().click()
  await expect(page.getByRole('status', { name: 'Pointed at' })).toContainText('bend 1')
  await inspector(page)
    .getByRole('button', { name: /^Use radius 42/ })
    .click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await station(page, 'Path').click()
  await expect(cell(page, 'bend radius', 2)).toHaveValue(/^42/)
})

test('a part is cut through, and the area is read', async ({ page }) => {
  await openPart(page, 'Mist rail')
  await page.getByRole('button', { name: 'Cut through' }).click()
  const panel = page.getByRole('region', { name: 'Cut through' })
  await panel.getByLabel('Typed').fill('100')
  await page.keyboard.press('Enter')
  // A tube of 15 by 1, by the chords of its picture.
  const tube = (Math.PI / 4) * (15 ** 2 - 13 ** 2)
  const offBy = async (): Promise<number> =>
    Math.abs(Number.parseFloat((await panel.locator('dd').last().textContent())!) / tube - 1)
  await expect.poll(offBy).toBeLessThan(0.02)
  // The bodies go and come back: the plane holds.
  await page.getByRole('button', { name: 'More for Run' }).click()
  await page.getByRole('menuitem', { name: 'Set aside' }).click()
  await expect.poll(offBy).toBe(1)
  await page.keyboard.press('ControlOrMeta+z')
  await expect.poll(offBy).toBeLessThan(0.02)
  await panel.getByRole('combobox').selectOption({ label: 'level, across Z' })
  await panel.getByLabel('Typed').fill('2 in')
  await page.keyboard.press('Enter')
  await expect(panel.getByText('50.800 mm')).toBeVisible()
  await expect.poll(offBy).toBeLessThan(0.02)
  await page.keyboard.press('Escape')
})

test('part of the path is taken by dragging its ends, and it grows', async ({ page }) => {
  await startPart(page, 'Half', 'Straight bar')
  await station(page, 'Run').click()
  await choose(page, 'Takes', 'part of the path')
  const start = page.getByRole('slider', { name: 'Start of the part, on the strip' })
  await expect(start).toBeVisible()
  await dragBy(page, start, 220, 0)
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo: Part starts elsewhere' })).toBeVisible()
  await expect.poll(() => number(page, 'Length')).toBeLessThan(290)
  expect(await number(page, 'Length')).toBeGreaterThan(150)
  await enter(page, 'Starts at, percent', '25')
  await expect(figure(page, 'Length')).toHaveText('225.000 mm')
  // The other end in the picture, by keys: a hundredth of the path at a time.
  await page.getByRole('slider', { name: 'End of the part', exact: true }).focus()
  await page.keyboard.press('ArrowLeft')
  await expect(figure(page, 'Length')).toHaveText('222.000 mm')
  await page.getByRole('button', { name: 'Grow', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Grow' })
  await panel.getByRole('button', { name: 'Play' }).click()
  await expect(panel.getByText(/^[1-9]\d %$/)).toBeVisible()
  await panel.getByRole('button', { name: 'Stop' }).click()
  await panel.getByRole('button', { name: 'Close' }).click()
})

test('runs are copied, mirrored, hidden, and measured between', async ({ page }) => {
  await startPart(page, 'Copies', 'Straight bar')
  await station(page, 'Run').click()
  const mass = Number(await figure(page, 'Mass').getAttribute('title'))
  await choose(page, 'Set it again', 'in a row')
  await choose(page, 'And all of that', 'mirrored')
  await expect(figure(page, 'Mass of all 6')).toHaveText(massText(mass * 6))
  await page.getByRole('button', { name: 'Measure', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Measure' })
  await panel.getByRole('combobox', { name: 'From' }).selectOption('node 1')
  await panel.getByRole('combobox', { name: 'To' }).selectOption('node 2')
  await expect(panel.locator('dd').first()).toHaveText('300.000 mm')
  // Clicks on the body itself.
  const canvas = page.getByLabel(/^The part in 3D/)
  const box = (await canvas.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.click(x, y)
  await expect(panel.getByText(/Click where to/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(panel.getByText(/Click where from/)).toBeVisible()
  // A click takes a node that lies under the pointer, before the body behind it.
  for (const node of ['Node 1', 'Node 2']) {
    const at = (await page.locator(`[aria-label="${node}"]`).boundingBox())!
    await page.mouse.click(at.x + at.width / 2, at.y + at.height / 2)
  }
  await expect(panel.locator('dd').first()).toHaveText('300.000 mm')
  await inspector(page)
    .getByLabel(/^Hidden/)
    .check()
  await expect(page.getByText('All runs are hidden.')).toBeVisible()
})
