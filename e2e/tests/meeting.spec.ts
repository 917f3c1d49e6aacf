import { expect, test } from '@playwright/test'
import { cell, dragBy, saved, startPart, station } from './bench.ts'
import { addStep, exactFigure, pickNamed, putField } from './parts.ts'
import { inspector } from './sheet.ts'

test('a lamp arm of two arcs and a straight between them: its ends are run on into a wall plate and a socket', async ({
  page,
}) => {
  await startPart(page, 'Lamp arm', 'One bend')
  // Out of the wall in an arc, along, and down in another.
  const rows = [
    ['0', '0', '0', ''],
    ['0', '0', '60', '60'],
    ['220', '0', '60', '40'],
    ['220', '0', '20', ''],
  ]
  for (const [i, row] of rows.entries()) {
    for (const [c, text] of row.entries()) {
      const column = ['x', 'y', 'z', 'bend radius'][c]!
      if (column === 'bend radius' && text === '') continue
      if (i === 3 && c === 0) {
        await cell(page, 'x', 3).focus()
        await page.keyboard.press('Enter')
      }
      await cell(page, column, i + 1).fill(text)
      await cell(page, column, i + 1).press('Tab')
    }
  }
  const turn = Math.PI / 2
  const path = turn * 60 + 120 + turn * 40
  await expect(station(page, 'Path')).toContainText('277.08 · 2 bends')

  await addStep(page, 'Block or cylinder')
  await putField(page, 'Height', '8')
  await putField(page, 'Z', '-14')
  // The arm stops 6 mm above the plate: that is found, with the cure.
  await expect(inspector(page).getByText(/The start of "Run" stops 6 mm short of "Block"/)).toBeVisible()
  await inspector(page).getByRole('button', { name: 'Let it meet "Block"' }).click()
  await expect(inspector(page).getByRole('heading', { name: /^Meeting end/ })).toBeVisible()
  await expect.poll(() => exactFigure(page, 'Gap before')).toBeCloseTo(6, 6)
  await expect.poll(() => exactFigure(page, 'Path to it')).toBeCloseTo(path + 6, 6)
  await inspector(page).getByRole('checkbox', { name: 'Both become one body' }).check()
  const arm = Math.PI * 25 * (path + 6)
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(40 * 40 * 8 + arm, 0)

  // The socket is a sleeve that lies across; the arm ends in its wall.
  await addStep(page, 'Block or cylinder')
  await inspector(page).getByLabel('Shape').selectOption({ label: 'cylinder' })
  await inspector(page).getByLabel('Along').selectOption({ label: 'Y' })
  await putField(page, 'X', '220')
  await putField(page, 'Y', '-20')
  await putField(page, 'Z', '-5')
  await putField(page, 'Diameter', '30')
  await putField(page, 'Height', '40')
  await addStep(page, 'Meeting end')
  await inspector(page).getByLabel('Meets').selectOption({ label: 'Cylinder' })
  await expect(inspector(page).getByRole('status', { name: 'What it does' })).toHaveText(
    'The end of Run is cut to fit Cylinder.',
  )
  // 25 over the axis, nearest where the skin is highest, furthest 5 beside: 25 - sqrt(225 - 25).
  await expect.poll(() => exactFigure(page, 'Gap before')).toBeCloseTo(10, 6)
  await expect.poll(() => exactFigure(page, 'Outermost point')).toBeCloseTo(25 - Math.sqrt(200), 6)
  await expect(page.locator('[data-meeting]')).toHaveCount(2)
  await expect(page.getByRole('region', { name: 'Straight bar' })).toContainText(/cut/)
  await saved(page)
})

test('what goes by is told, and what falls off is picked', async ({ page }) => {
  await startPart(page, 'Through', 'Straight bar')
  await addStep(page, 'Block or cylinder')
  await inspector(page).getByLabel('Shape').selectOption({ label: 'cylinder' })
  await putField(page, 'X', '200')
  await putField(page, 'Z', '-30')
  await putField(page, 'Height', '60')
  await addStep(page, 'Meeting end')
  await expect.poll(() => exactFigure(page, 'Reached in before')).toBeLessThan(-100)
  const piece = inspector(page).getByRole('checkbox', { name: /^Piece 1/ })
  await expect(piece).not.toBeChecked()
  const cut = await exactFigure(page, 'Volume')
  await piece.check()
  await expect.poll(() => exactFigure(page, 'Volume')).toBeGreaterThan(cut + Math.PI * 25 * 80)
  await page.keyboard.press('Control+z')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(cut, 3)
  // The piece is outlined in the picture, and pressed there too, by mouse and by key.
  const mark = page.getByRole('button', { name: /^Piece 1 falls off/ })
  await mark.click()
  await expect(piece).toBeChecked()
  await page.getByRole('button', { name: /^Piece 1 stays/ }).press('Enter')
  await expect(piece).not.toBeChecked()
  await page.getByText('Cylinder', { exact: true }).first().click()
  await putField(page, 'Y', '60')
  await page.getByRole('button', { name: 'Meeting end cannot be built' }).click()
  await expect(inspector(page).getByText(/goes by "Cylinder": no line along it meets it/)).toBeVisible()
  await expect(inspector(page).getByText('as it last was')).toBeVisible()
  await saved(page)
})

test('a drawer bail: its front with rounds and screw holes, both of its ends run on to it as one body', async ({
  page,
}) => {
  await startPart(page, 'Bail on its front', 'One bend')
  const rows = [
    ['0', '0', '0', ''],
    ['0', '0', '34', '18'],
    ['96', '0', '34', '18'],
    ['96', '0', '0', ''],
  ]
  for (const [i, row] of rows.entries())
    for (const [c, text] of row.entries()) {
      if (text === '') continue
      if (i === 3 && c === 0) {
        await cell(page, 'x', 3).focus()
        await page.keyboard.press('Enter')
      }
      const column = cell(page, ['x', 'y', 'z', 'bend radius'][c]!, i + 1)
      await column.fill(text)
      await column.press('Tab')
    }
  const bail = Math.PI * 25 * (16 + 60 + 16 + Math.PI * 18)
  await addStep(page, 'Block or cylinder')
  for (const [label, text] of [
    ['X', '48'],
    ['Z', '-20'],
    ['Wide', '206'],
    ['Deep', '70'],
    ['Height', '17'],
  ] as const)
    await putField(page, label, text)
  await addStep(page, 'Edges')
  await putField(page, 'Radius', '4')
  await inspector(page).getByRole('button', { name: 'All of a face' }).click()
  await pickNamed(page, 'face', /^end of "Block"$/)
  await expect(inspector(page).getByRole('list', { name: 'Picked edges' }).getByRole('listitem')).toHaveCount(
    4,
  )
  await expect.poll(() => exactFigure(page, 'Volume')).toBeLessThan(206 * 70 * 17 - 1000)
  const rounded = await exactFigure(page, 'Volume')

  await addStep(page, 'Holes')
  const place = inspector(page).getByRole('group', { name: 'Hole 1' }).getByLabel('Place')
  await place.selectOption({ label: 'on a flat face…' })
  await pickNamed(page, 'face', /^end of "Block"$/)
  await putField(page, 'Diameter of hole 1', '4.5')
  await putField(page, 'Across of hole 1', '-38')
  await inspector(page).getByRole('button', { name: 'Copy hole 1' }).click()
  await putField(page, 'Across of hole 2', '134')
  const holes = 2 * Math.PI * 2.25 ** 2 * 17
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(rounded - holes, 1)
  // One is dragged by its dot, and back by undoing.
  const dot = page.getByRole('button', { name: 'Drag hole 1' })
  await dragBy(page, dot, 12, 6)
  await page.mouse.up()
  await expect(
    inspector(page).getByRole('textbox', { name: 'Across of hole 1', exact: true }),
  ).not.toHaveValue(/^-38/)
  await page.keyboard.press('Control+z')

  for (const side of ['start', 'end']) {
    await expect(
      inspector(page).getByText(new RegExp(`The ${side} of "Run" stops 3 mm short of "Block"`)),
    ).toBeVisible()
    await inspector(page).getByRole('button', { name: 'Let it meet "Block"' }).first().click()
    await inspector(page).getByRole('checkbox', { name: 'Both become one body' }).check()
    await expect.poll(() => exactFigure(page, 'Gap before')).toBeCloseTo(3, 6)
  }
  const whole = rounded - holes + bail + Math.PI * 25 * 6
  await expect.poll(async () => (await exactFigure(page, 'Volume')) / whole).toBeCloseTo(1, 5)
  await saved(page)
})
