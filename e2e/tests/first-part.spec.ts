import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { benchReady, cell, dragBy, figure, saved, startPartOnRack, station, massText } from './bench.ts'

test('type five nodes, read the bend table, drag a node, undo, reload, take out', async ({ page }) => {
  await startPartOnRack(page, 'Rail', 'Straight bar')

  // Five nodes by keyboard alone: Enter in the last row adds a row, Tab goes along it.
  const rows = [
    ['0', '0', '0', ''],
    ['100', '0', '0', '20'],
    ['100', '80', '0', '10'],
    ['100', '80', '60', '1/2 in'],
    ['180', '80', '60', ''],
  ]
  await cell(page, 'x', 1).focus()
  for (const [i, row] of rows.entries()) {
    for (const [c, text] of row.entries()) {
      await expect(cell(page, ['x', 'y', 'z', 'bend radius'][c]!, i + 1)).toBeFocused()
      await page.keyboard.press('ControlOrMeta+a')
      await (text === '' ? page.keyboard.press('Delete') : page.keyboard.insertText(text))
      if (c < 3) await page.keyboard.press('Tab')
    }
    if (i < rows.length - 1) {
      await page.keyboard.press('Enter')
      if (i === 0) await cell(page, 'x', 2).focus()
    }
  }
  await page.keyboard.press('Shift+Tab')

  // Straights 80, 50, 60-10-12.7, 80-12.7 and three quarter turns of 20, 10 and 12.7.
  const length = 80 + 50 + 37.3 + 67.3 + (Math.PI / 2) * (20 + 10 + 12.7)
  await expect(figure(page, 'Path length')).toHaveText(`${length.toFixed(3)} mm`)
  await expect(station(page, 'Path')).toContainText(`${length.toFixed(3)} · 3 bends`)

  await station(page, 'Shop').click()
  const table = page.getByRole('table', { name: 'Bend table' }).getByRole('row')
  await expect(table.nth(1)).toHaveText(/1\s*80\.000\s*0\.00°\s*90\.00°\s*20\.00/)
  await expect(table.nth(2)).toHaveText(/2\s*50\.000\s*90\.00°\s*90\.00°\s*10\.00/)
  await expect(table.nth(3)).toHaveText(/3\s*37\.300\s*(-90|90)\.00°\s*90\.00°\s*12\.70/)
  await expect(table.nth(4)).toContainText('67.300')
  await expect(figure(page, 'Cut length')).toHaveText(`${Math.ceil(length)}.000 mm`)

  // Drag node 5 along x in the picture; the table follows.
  await station(page, 'Path').click()
  await page.getByRole('button', { name: 'Choose node 5' }).click()
  await dragBy(page, page.getByRole('button', { name: 'Drag node 5 along x' }), 60, 10)
  await page.mouse.up()
  // Let go of: what the undo and the save speak of is the last place of the drag, not one that is still shown of before.
  await expect(page.getByRole('button', { name: 'Undo: Move node 5' })).toBeEnabled()
  await saved(page)
  await expect(cell(page, 'x', 5)).not.toHaveValue('180')
  const dragged = Number(await cell(page, 'x', 5).inputValue())
  expect(dragged).toBeGreaterThan(185)
  await expect(figure(page, 'Path length')).toHaveText(`${(length + dragged - 180).toFixed(3)} mm`)
  await page.getByRole('button', { name: 'Undo: Move node 5' }).click()
  await expect(cell(page, 'x', 5)).toHaveValue('180')
  await page.keyboard.press('ControlOrMeta+y')
  await expect(cell(page, 'x', 5)).toHaveValue(String(dragged))
  await saved(page)

  // A reload brings the part, what was chosen and the undo back.
  await page.reload()
  await benchReady(page)
  await expect(cell(page, 'x', 5)).toHaveValue(String(dragged))
  await page.keyboard.press('ControlOrMeta+z')
  await expect(cell(page, 'x', 5)).toHaveValue('180')
  await saved(page)

  const exportFile = async (label: string): Promise<Buffer> => {
    await page.getByRole('button', { name: 'Take out', exact: true }).click()
    const wait = page.waitForEvent('download')
    await page.getByRole('menuitem', { name: label }).click()
    return readFile((await (await wait).path())!)
  }
  expect((await exportFile('Bend table (CSV)')).toString()).toMatch(
    /^bend,length \(mm\),rotation \(deg\).*\n1,80,0,90,20\n/,
  )
  expect((await exportFile('Nodes (CSV)')).toString()).toContain('\n4,100,80,60,12.7\n')
  const body = async (within: string): Promise<Buffer> => {
    await page.getByRole('button', { name: 'Take out', exact: true }).click()
    await page.getByRole('menuitem', { name: 'Body (STL)' }).click()
    const dialog = page.getByRole('dialog', { name: 'Body (STL)' })
    await dialog.getByLabel('Nowhere further off the true surface than').fill(within)
    const wait = page.waitForEvent('download')
    await dialog.getByRole('button', { name: 'Write the file' }).click()
    const stl = await readFile((await (await wait).path())!)
    await expect(dialog).toBeHidden()
    expect(stl.length).toBe(84 + 50 * stl.readUInt32LE(80))
    return stl
  }
  // Ten times as near the true surface takes several times as many triangles.
  expect((await body('0.01')).length).toBeGreaterThan(3 * (await body('0.1')).length)
  expect(JSON.parse((await exportFile('Part file')).toString())).toMatchObject({
    format: 'flexum-part',
    name: 'Rail',
  })
  const png = await exportFile('Picture of the view')
  expect(png.subarray(1, 4).toString()).toBe('PNG')
  expect(png.length).toBeGreaterThan(10_000)
})

test('figures typed while dragging count instead of the pointer, and stock changes the mass', async ({
  page,
}) => {
  await startPartOnRack(page, 'Typed', 'One bend')
  await page.getByRole('button', { name: 'Choose node 3' }).click()
  await dragBy(page, page.getByRole('button', { name: 'Drag node 3 along y' }), 30, -20)
  await page.keyboard.type('7 in')
  await page.mouse.up()
  await page.keyboard.press('Enter')
  await expect(cell(page, 'y', 3)).toHaveValue('177.8')
  await page.getByRole('button', { name: 'Undo: Move node 3' }).click()
  await expect(cell(page, 'y', 3)).toHaveValue('150')

  await station(page, 'Profile').click()
  await page.getByLabel('From stock').selectOption({ label: 'Copper tube 15 × 1' })
  await expect(station(page, 'Profile')).toContainText('tube 15 × 1')
  await station(page, 'Run').click()
  const mass = (290 + 15 * Math.PI) * (Math.PI / 4) * (225 - 169) * 8.9e-6
  await expect(figure(page, 'Mass')).toHaveText(massText(mass))
  await page.getByRole('radio', { name: 'top', exact: true }).check({ force: true })
  // Anchored by its top the tube lies lower and is no longer or shorter.
  await expect(page.getByRole('radio', { name: 'top', exact: true })).toBeChecked()
  await expect(figure(page, 'Mass')).toHaveText(massText(mass))
  // One undo takes the whole choice of stock back.
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(station(page, 'Profile')).toContainText('round bar 10')
})

test('rows pasted from a spreadsheet become nodes', async ({ page }) => {
  await startPartOnRack(page, 'Pasted', 'Straight bar')
  await cell(page, 'x', 1).focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', '0\t0\t0\n120\t0\t0\t25\n120\t90\t0\t25\n0\t90\t0\n')
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  })
  await expect(figure(page, 'Path length')).toHaveText(`${(95 + 40 + 95 + 25 * Math.PI).toFixed(3)} mm`)
})

test('pointing at the strip lights the picture, and the other way round', async ({ page }) => {
  await startPartOnRack(page, 'Lit', 'One bend')
  const zone = page.locator('[data-zone=bend]')
  await expect(zone).toHaveCount(1)
  await zone.locator('rect').hover()
  await expect(page.getByRole('status', { name: 'Pointed at' })).toHaveText(
    /bend 1 · R30 · 90\.0° · at 19\d\.\d/,
  )
  const picture = (await page.getByRole('region', { name: '3D view' }).boundingBox())!
  // Look from the top: the first straight runs through the lower part of the picture.
  await page.getByRole('button', { name: 'Top' }).click()
  await expect(async () => {
    for (let y = picture.y + 80; y < picture.y + picture.height; y += 6)
      await page.mouse.move(picture.x + picture.width / 2, y)
    await page.mouse.move(0, 0)
    let found = false
    for (let y = picture.y + 80; y < picture.y + picture.height && !found; y += 4) {
      await page.mouse.move(picture.x + picture.width / 2 - 20, y)
      found = (await page.locator('[data-zone=straight][data-lit]').count()) > 0
    }
    expect(found).toBe(true)
  }).toPass()
})
