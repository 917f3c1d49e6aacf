import { expect, test, type Page } from '@playwright/test'
import { figure, startPart, station } from './bench.ts'
import { clickAt, inspector, startDrawn } from './sheet.ts'

/** Adds a step by its title. */
async function add(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: title, exact: true }).click()
}

test('a path is mirrored, bent to an arc and rebuilt from another', async ({ page }) => {
  await startPart(page, 'Changed', 'One bend')
  await add(page, 'Path from a path')
  await expect(inspector(page).getByRole('heading', { name: 'Path: Path from a path' })).toBeVisible()
  const length = await figure(page, 'Path length').textContent()
  // Mirrored it is as long, and lies on the other side.
  await expect(figure(page, 'Extents')).toHaveText('200 × 150 × 0 mm')
  await inspector(page).getByLabel('It is').selectOption('straightened')
  await expect(figure(page, 'Path length')).toHaveText(length!)
  await expect(figure(page, 'Straights')).toHaveText(length!)
  await inspector(page).getByLabel('It is').selectOption('rebuilt, one smooth curve')
  await expect(figure(page, 'Lies off at most')).toBeVisible()
  const off = async () => Number(await figure(page, 'Lies off at most').getAttribute('title'))
  const eight = await off()
  await page.getByRole('textbox', { name: 'Spans' }).fill('24')
  await page.keyboard.press('Enter')
  await expect.poll(off).toBeLessThan(eight)
  // What cannot be is told, and the last good path stays.
  await inspector(page).getByLabel('It is').selectOption('a straight bent to an arc')
  await expect(inspector(page).getByText(/Blocks: Only a straight path is bent to an arc/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(figure(page, 'Lies off at most')).toBeVisible()
  await inspector(page).getByLabel('It is').selectOption('joined to others')
  await inspector(page).getByLabel('Add', { exact: false }).first().selectOption('Centre line')
  await expect(inspector(page).getByText(/bridges the gap to the next path/)).toBeVisible()
  // It stands before the run, which can take it.
  await inspector(page).getByLabel('It is').selectOption('mirrored')
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(inspector(page).getByRole('button', { name: 'Use in Run' })).toBeHidden()
  await station(page, 'Path').click()
  await expect(inspector(page).getByRole('heading', { name: 'Path: Path from a path' })).toBeVisible()
})

/** A file that is picked, as someone has it. */
const named = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })

test('points of a file and lines of an SVG become paths', async ({ page }) => {
  await startPart(page, 'From files', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('menuitem', { name: 'Path through points of a file…' }).click(),
  ])
  await chooser.setFiles(
    named('hand rail.csv', 'No;X;Y;Z;R\n1;0;0;0;\n2;50,5;0;0;4,5\n3;50,5;30;0;4,5\n4;50,5;30;20;\n'),
  )
  const dialog = page.getByRole('dialog', { name: 'Points of hand rail.csv' })
  await expect(dialog.getByText('12,5 is read as 12.5')).toBeVisible()
  await expect(dialog.getByRole('combobox', { name: 'Column 5, R' })).toHaveValue('radius')
  await expect(dialog.getByRole('status')).toHaveText('They reach over 50.5 × 30 × 20.')
  await dialog.getByRole('button', { name: 'Make a path' }).click()
  await expect(dialog.getByRole('alert')).toHaveText('say in which unit its figures are')
  await dialog.getByRole('combobox', { name: 'Its figures are in' }).selectOption('cm')
  await dialog.getByRole('button', { name: 'Make a path' }).click()
  await expect(inspector(page).getByRole('heading', { name: 'Path: hand rail' })).toBeVisible()
  await expect(figure(page, 'Extents')).toHaveText('505 × 300 × 200 mm')
  await expect(page.getByLabel('Radius of node 2')).toHaveValue('45')
  await page.keyboard.press('Control+z')
  await expect(inspector(page).getByRole('heading', { name: 'Path: hand rail' })).toBeHidden()

  // What is no table says so.
  await page.getByRole('button', { name: 'Add a step' }).click()
  const [second] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('menuitem', { name: 'Path through points of a file…' }).click(),
  ])
  await second.setFiles(named('notes.txt', 'buy glue\nand jam\n'))
  await expect(page.getByText(/notes.txt: there are words in it and no numbers/)).toBeVisible()

  await page.getByRole('button', { name: 'Add a step' }).click()
  const [third] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('menuitem', { name: 'Path from an SVG file…' }).click(),
  ])
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="60mm" viewBox="0 0 120 60"><path d="M10 50H60A20 20 0 0 0 80 30V10" fill="none"/></svg>'
  await third.setFiles(named('hook.svg', svg))
  await expect(inspector(page).getByRole('heading', { name: /^Path: / })).toBeVisible()
  await expect(figure(page, 'Path length')).toHaveText(/^101\.416/)
})

test('one line is made of two views, and the ends of a coil are ground', async ({ page }) => {
  await startPart(page, 'Two views', 'Straight bar')
  for (const [name, rows] of [
    ['front', 'x,y,z\n0,0,0\n80,0,0\n160,0,60'],
    ['top', 'x,y,z\n0,20,0\n120,20,0\n160,-20,0'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a step' }).click()
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('menuitem', { name: 'Path through points of a file…' }).click(),
    ])
    await chooser.setFiles(named(`${name}.csv`, rows))
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('combobox', { name: 'Its figures are in' }).selectOption('mm')
    await dialog.getByRole('button', { name: 'Make a path' }).click()
    await expect(inspector(page).getByRole('heading', { name: `Path: ${name}` })).toBeVisible()
  }
  await add(page, 'Path from a path')
  await inspector(page).getByLabel('It is').selectOption('one line of two views')
  await expect(inspector(page).getByText(/Blocks: Choose the other view/)).toBeVisible()
  await inspector(page).getByLabel('Made of').selectOption('front')
  await inspector(page).getByLabel('The other view').selectOption('top')
  await expect(figure(page, 'Extents')).toHaveText('160 × 40 × 60 mm')
  // It is seen before a run takes it, and how near it comes to the bar that is there.
  await expect(page.getByRole('img', { name: 'The chosen path' })).toBeVisible()
  await expect(inspector(page).getByRole('list', { name: 'Kinks' }).getByRole('listitem')).toHaveCount(2)
  await inspector(page).getByRole('combobox', { name: /^To/ }).selectOption('Run')
  // The bar is round, 10 thick; the line sets off beside it at y = 20.
  await expect(inspector(page).getByLabel('Nearest distance')).toHaveText('15.000 mm')
  await inspector(page).getByRole('combobox', { name: /^To/ }).selectOption('a point')
  await inspector(page).getByRole('textbox', { name: 'z of the point' }).fill('1 in')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByLabel('Nearest distance')).toHaveText(/^32\.\d+ mm$/)
  await inspector(page).getByLabel('It is').selectOption('to one side of it')
  await expect(figure(page, 'Path length')).toBeVisible()
  await inspector(page).getByLabel('Outside corners').selectOption('rounded')

  await startPart(page, 'Ground', 'Helix')
  await inspector(page).getByRole('button', { name: 'Grind the ends flat' }).click()
  await expect(inspector(page).getByText(/The ends of Run are ground/)).toBeVisible()
  await expect(page.getByRole('list', { name: 'Steps' }).getByText('Ground start')).toBeVisible()
  await expect(station(page, 'Check')).toContainText('nothing open')
})

test('two views drawn by hand on crossing sheets make one line in space', async ({ page }) => {
  await startDrawn(page, 'By two hands')
  const draw = async (places: readonly (readonly [number, number])[]): Promise<void> => {
    await page.keyboard.press('c')
    for (const [i, [x, y]] of places.entries()) {
      await clickAt(page, x, y)
      await expect(page.locator('[data-entity]')).toHaveCount(i)
    }
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Back to the part' }).click()
  }
  await draw([
    [0, 0],
    [50, 0],
    [90, 30],
  ])
  // The second is drawn on a plane that crosses the first.
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a path', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'On which plane?' })
  await expect(dialog.getByText('as Centre line sketch')).toBeVisible()
  await dialog.getByRole('radio', { name: 'XY, seen from above' }).check()
  await dialog.getByRole('button', { name: 'Draw' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  await draw([
    [0, 0],
    [70, 0],
    [90, 40],
  ])
  await add(page, 'Path from a path')
  await inspector(page).getByLabel('It is').selectOption('one line of two views')
  await inspector(page).getByLabel('Made of').selectOption({ index: 0 })
  await inspector(page).getByLabel('The other view').selectOption({ index: 1 })
  await expect(figure(page, 'Extents')).toHaveText('90 × 40 × 30 mm')
  await expect(inspector(page).getByRole('list', { name: 'Kinks' }).getByRole('listitem')).toHaveCount(2)
})
