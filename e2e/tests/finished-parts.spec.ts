import { expect, test } from '@playwright/test'
import { cell, saved, startPart, station, massText } from './bench.ts'
import { addStep, exactFigure, pickNamed, pressWhere, putField } from './parts.ts'
import { clickAt, inspector, moveTo } from './sheet.ts'

test('a potting board: corner radii, then a rounded edge round three sides, picked as one chain', async ({
  page,
}) => {
  await startPart(page, 'Board to pot on', 'Straight bar')
  await page.getByRole('button', { name: 'More for Run' }).click()
  await page.getByRole('menuitem', { name: 'Set aside' }).click()
  await addStep(page, 'Block or cylinder')
  await putField(page, 'Wide', '120')
  await putField(page, 'Deep', '80')
  await putField(page, 'Height', '20')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(192_000, 3)

  await addStep(page, 'Edges')
  await putField(page, 'Radius', '12')
  await inspector(page).getByRole('button', { name: 'Pick edges' }).click()
  // The two upright edges at the far side.
  await pickNamed(page, 'edge', /side 2 and side 3/, /side 3 and side 4/)
  await page.keyboard.press('Escape')
  const corners = 2 * (144 - (Math.PI * 144) / 4) * 20
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(192_000 - corners, 1)

  await addStep(page, 'Edges')
  await putField(page, 'Radius', '4')
  await inspector(page).getByRole('button', { name: 'Pick edges' }).click()
  // One press takes all that runs on: three straights and two bends.
  await page.getByRole('button', { name: 'Top' }).click()
  await pressWhere(page, 0.5, /end .*"Block"|edge of/)
  await expect(inspector(page).getByRole('list', { name: 'Picked edges' }).getByRole('listitem')).toHaveCount(
    5,
  )
  await page.keyboard.press('Escape')
  const off = (0.5 - (Math.PI / 4) * (1 - 4 / (3 * Math.PI))) / (1 - Math.PI / 4)
  const rounded = (1 - Math.PI / 4) * 16 * (96 + 2 * 68 + Math.PI * (12 - 4 * off))
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(192_000 - corners - rounded, 0)
  // Changed later by one figure.
  await putField(page, 'Radius', '6')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeLessThan(192_000 - corners - rounded - 1000)
  await putField(page, 'Radius', '70')
  await expect(
    inspector(page)
      .getByText(/larger than its faces/)
      .first(),
  ).toBeVisible()
  await expect(inspector(page).getByText('as it last was')).toBeVisible()
  await page.keyboard.press('Control+z')
  // Held, the key shows it as it was before.
  await page.getByRole('button', { name: 'Isometric' }).click()
  await page.keyboard.down('b')
  await page.keyboard.up('b')
  await saved(page)
})

test('a gate latch: a flat milled on each end of a bent bar, a cross hole, its mass to four decimals', async ({
  page,
}) => {
  await startPart(page, 'Gate latch', 'One bend')
  for (const [i, row] of [
    ['0', '0', '0'],
    ['200', '0', '0'],
    ['200', '100', '0'],
  ].entries())
    for (const [c, text] of row.entries()) {
      const column = cell(page, ['x', 'y', 'z'][c]!, i + 1)
      await column.fill(text)
      await column.press('Tab')
    }
  await cell(page, 'bend radius', 2).fill('20')
  await cell(page, 'bend radius', 2).press('Tab')
  const bar = Math.PI * 25 * (180 + 80 + (Math.PI / 2) * 20)
  const segment = 25 * Math.acos(3 / 5) - 3 * 4
  const flat = async (fields: Readonly<Record<string, string>>): Promise<void> => {
    await addStep(page, 'Block or cylinder')
    for (const [label, text] of Object.entries(fields)) await putField(page, label, text)
    await inspector(page).getByLabel('With other bodies').selectOption({ label: 'cuts away of others' })
  }
  await flat({ Wide: '24', Deep: '20', Height: '10', Z: '3' })
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(bar - segment * 12, 1)
  await flat({ Wide: '20', Deep: '24', Height: '10', X: '200', Y: '100', Z: '3' })
  await addStep(page, 'Holes')
  await inspector(page)
    .getByRole('group', { name: 'Hole 1' })
    .getByLabel('Place')
    .selectOption({ label: 'on Run' })
  await putField(page, 'Station of hole 1', '90')
  await putField(page, 'Diameter of hole 1', '4')
  // A round of 2 across a round of 5: by quadrature.
  let hole = 0
  const n = 4000
  for (let i = 0; i < n; i++) {
    const a = Math.PI * ((i + 0.5) / n - 0.5)
    const [y, w] = [2 * Math.sin(a), 2 * Math.cos(a)]
    hole += 2 * Math.sqrt(25 - y * y) * 2 * w * w * (Math.PI / n)
  }
  const volume = bar - 2 * segment * 12 - hole
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(volume, 1)
  await expect(
    inspector(page)
      .locator('dt', { hasText: /^Mass$/ })
      .locator('+ dd'),
  ).toHaveText(massText(volume * 7.85e-6))
  await saved(page)
})

test('a seed-bed board: a bead along a closed outline with one bowed side, its field then sunk by 4', async ({
  page,
}) => {
  await startPart(page, 'Seed-bed board', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a path' }).click()
  const dialog = page.getByRole('dialog')
  if (await dialog.isVisible()) {
    await dialog.getByText(/^XY/).click()
    await dialog.getByRole('button', { name: 'Draw' }).click()
  }
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  await page.keyboard.press('c')
  await clickAt(page, 0, 50)
  await moveTo(page, 0, 30)
  await page.keyboard.type('50')
  await page.keyboard.press('Enter')
  await moveTo(page, 40, 0)
  await page.keyboard.type('80')
  await page.keyboard.press('Enter')
  await moveTo(page, 80, 30)
  await page.keyboard.type('50')
  await page.keyboard.press('Enter')
  // Back to the start in one arc that runs on from the last side.
  await page.keyboard.press('a')
  await clickAt(page, 0, 50)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await station(page, 'Run').click()
  await inspector(page)
    .getByRole('combobox', { name: 'Path', exact: true })
    .selectOption({ label: 'Path of a sketch' })
  const length = 50 + 80 + 50 + Math.PI * 40
  await station(page, 'Profile').click()
  await putField(page, 'Outside diameter', '8')

  // The outline lies upright, seen from the front; so does the board, before the run that is cut into it.
  await addStep(page, 'Block or cylinder')
  await inspector(page).getByLabel('Along').selectOption({ label: 'Y' })
  for (const [label, text] of [
    ['X', '40'],
    ['Z', '45'],
    ['Wide', '140'],
    ['Deep', '150'],
    ['Height', '20'],
  ] as const)
    await putField(page, label, text)
  for (let i = 0; i < 2; i++) {
    await page.getByRole('button', { name: 'More for Block' }).click()
    await page.getByRole('menuitem', { name: 'Move up' }).click()
  }
  await station(page, 'Fit').click()
  await inspector(page).getByLabel('With other bodies').first().selectOption({ label: 'cuts away of others' })
  await addStep(page, 'Pushed face')
  await inspector(page).getByRole('button', { name: 'Press a face' }).click()
  await pickNamed(page, 'face', /"Block".*part 2/)
  await putField(page, 'Out by', '-4')
  // Half of the round is in the board; the field is what the bead goes round, 4 within its line.
  const field = 72 * 46 + (Math.PI * 36 * 36) / 2
  const volume = 140 * 150 * 20 - (Math.PI * 16 * length) / 2 - 4 * field
  await expect.poll(async () => (await exactFigure(page, 'Volume')) / volume).toBeCloseTo(1, 5)
  await saved(page)
})

test('a box with a boss and round corners gets a wall, open below, a thicker one, and one that has no room', async ({
  page,
}) => {
  await startPart(page, 'Float box', 'Straight bar')
  await page.getByRole('button', { name: 'More for Run' }).click()
  await page.getByRole('menuitem', { name: 'Set aside' }).click()
  await addStep(page, 'Block or cylinder')
  await putField(page, 'Wide', '60')
  await putField(page, 'Deep', '40')
  await putField(page, 'Height', '30')
  await addStep(page, 'Block or cylinder')
  await inspector(page).getByRole('combobox', { name: 'Shape' }).selectOption({ label: 'cylinder' })
  await putField(page, 'Diameter', '20')
  await putField(page, 'Z', '30')
  await putField(page, 'Height', '15')
  await inspector(page).getByLabel('With other bodies').selectOption({ label: 'joins others' })
  const disc = (r: number): number => Math.PI * r * r
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(72_000 + disc(10) * 15, 1)
  await addStep(page, 'Edges')
  await putField(page, 'Radius', '5')
  await inspector(page).getByRole('button', { name: 'Pick edges' }).click()
  await pickNamed(
    page,
    'edge',
    /side 1 and side 2/,
    /side 2 and side 3/,
    /side 3 and side 4/,
    /side 1 and side 4/,
  )
  await page.keyboard.press('Escape')
  const off = 4 - Math.PI
  const whole = 72_000 + disc(10) * 15 - off * 25 * 30
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(whole, 1)

  await addStep(page, 'Wall')
  const hollow = (wall: number, below: number): number =>
    whole -
    ((60 - 2 * wall) * (40 - 2 * wall) - off * Math.max(0, 5 - wall) ** 2) * (30 - wall - below) -
    disc(10 - wall) * 15
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(hollow(2, 2), 1)
  await inspector(page).getByRole('button', { name: 'Open a face' }).click()
  await pickNamed(page, 'face', /start of "Block"/)
  await page.keyboard.press('Escape')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(hollow(2, 0), 1)
  // Thicker than the corners are round, they are sharp inside.
  await putField(page, 'Wall', '6')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(hollow(6, 0), 1)
  await putField(page, 'Wall', '20')
  await expect(
    inspector(page)
      .getByText(/no room for the wall/)
      .first(),
  ).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(hollow(6, 0), 1)
  await page.getByRole('button', { name: 'Cut through' }).click()
  await expect(page.getByRole('region', { name: 'Cut through' }).getByText('mm²')).toBeVisible()
  await saved(page)
})
