import { expect, test, type Page } from '@playwright/test'
import { cell, figure, saved, startPart, station } from './bench.ts'
import { inspector } from './sheet.ts'

const bendCell = (page: Page, column: string, bend: string) =>
  page.getByRole('textbox', { name: `${column} of ${bend}`, exact: true })

async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((rows) => {
    const data = new DataTransfer()
    data.setData('text/plain', rows)
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, text)
}

const show = (page: Page, which: 'Nodes' | 'Bends') =>
  inspector(page).getByRole('group', { name: 'Typed as' }).getByRole('button', { name: which }).click()

test('a bend table is pasted, its shape is seen, and a bend is turned in the picture', async ({ page }) => {
  await startPart(page, 'Trellis arch', 'One bend')
  await station(page, 'Path').click()
  await show(page, 'Bends')
  await expect(inspector(page).getByText(/Worked out from the nodes/)).toBeVisible()
  await expect(bendCell(page, 'angle', 'bend 1')).toHaveValue('90')
  await bendCell(page, 'straight', 'bend 1').focus()
  await paste(
    page,
    'bend,length,rotation,angle,radius\n1,250,0,45,40\n2,120,0,45,40\n3,120,90,60,40\nend,80,,,\n',
  )
  const exact = 250 + 120 + 120 + 80 + 40 * ((150 * Math.PI) / 180)
  await expect(figure(page, 'Path length')).toHaveText(`${exact.toFixed(3)} mm`)
  await expect(page.getByRole('button', { name: 'Undo: Paste a bend table' })).toBeVisible()
  await expect(page.getByText(/^Taken for a whole table.*: 3 bends, last straight 80$/)).toBeVisible()
  // From here on the bends lead, and the nodes follow.
  await show(page, 'Nodes')
  await expect(inspector(page).getByText(/Worked out from the bends/)).toBeVisible()
  await expect(inspector(page).getByRole('button', { name: /^Choose node/ })).toHaveCount(5)
  await show(page, 'Bends')
  await inspector(page).getByRole('button', { name: 'Choose bend 3' }).click()
  const knob = page.getByRole('slider', { name: 'Turn of the plane of bend 3' })
  await expect(knob).toHaveAttribute('aria-valuenow', '90')
  const before = await figure(page, 'Extents').textContent()
  await knob.hover()
  const box = (await knob.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(x + 6 * i, y + 5 * i)
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo: Turn bend 3' })).toBeVisible()
  await expect(knob).not.toHaveAttribute('aria-valuenow', '90')
  const turned = Number(await knob.getAttribute('aria-valuenow'))
  expect(turned % 5).toBe(0)
  expect(turned).not.toBe(90)
  await expect(bendCell(page, 'turn of the plane', 'bend 3')).toHaveValue(String(turned))
  await expect(figure(page, 'Extents')).not.toHaveText(before!)
  await knob.focus()
  await page.keyboard.press('ArrowRight')
  await expect(bendCell(page, 'turn of the plane', 'bend 3')).toHaveValue(String(turned + 1))
  // What goes to the bender says so.
  await station(page, 'Shop').click()
  await inspector(page).getByRole('button', { name: 'Forming' }).click()
  await inspector(page).getByRole('button', { name: 'Bend sheet' }).click()
  const sheet = page.getByRole('dialog', { name: 'Bend sheet' })
  await expect(sheet.getByRole('table', { name: 'As it is wanted' })).toContainText(`${turned + 1}.0°`)
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'yes')
  })
  await sheet.getByRole('button', { name: 'Print' }).click()
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes')
  await sheet.getByRole('button', { name: 'Close' }).click()
  await station(page, 'Path').click()
  await expect(figure(page, 'Path length')).toHaveText(`${exact.toFixed(3)} mm`)

  // Typed among the nodes, these lead again.
  await show(page, 'Nodes')
  await cell(page, 'z', 1).fill('10')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText(/Worked out from/)).toBeHidden()
  await expect(cell(page, 'z', 1)).toHaveValue('10')
  await expect(cell(page, 'z', 2)).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect(figure(page, 'Path length')).toHaveText(`${exact.toFixed(3)} mm`)
  await saved(page)
})

test('a table from nothing: what cannot be is told by row, and it is put where it is wanted', async ({
  page,
}) => {
  await startPart(page, 'Rail', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Bend table', exact: true }).click()
  await expect(figure(page, 'Path length')).toHaveText(`${(200 + 12.5 * Math.PI).toFixed(3)} mm`)
  await bendCell(page, 'angle', 'bend 1').fill('0')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByText(/Bend 1 turns by 0.0°; it turns by more than 0°/)).toBeVisible()
  await expect(inspector(page).getByText('Last good figures')).toBeVisible()
  await expect(bendCell(page, 'angle', 'bend 1')).toHaveAttribute('aria-invalid', 'true')
  await bendCell(page, 'angle', 'bend 1').fill('200')
  await page.keyboard.press('Enter')
  await expect(figure(page, 'Path length')).toHaveText(`${(200 + (25 * 200 * Math.PI) / 180).toFixed(3)} mm`)
  // Its straights do not meet: no node stands for it.
  await show(page, 'Nodes')
  await expect(inspector(page).getByText(/half a turn or more has no node/)).toBeVisible()
  await show(page, 'Bends')
  await bendCell(page, 'straight', 'the last straight').fill('2 in')
  await page.keyboard.press('Enter')
  await expect(inspector(page).getByRole('button', { name: /^Choose bend/ })).toHaveCount(2)
  // The other way round the last straight is the first.
  await inspector(page).getByRole('button', { name: 'Reverse' }).click()
  await expect(bendCell(page, 'straight', 'bend 1')).toHaveValue('50.8')
  await expect(page.getByRole('button', { name: 'Undo: Reverse path' })).toBeVisible()
  await inspector(page).getByRole('textbox', { name: 'Rises by' }).fill('90')
  await page.keyboard.press('Enter')
  await expect(figure(page, 'Lies in')).toHaveText('one plane')
  await saved(page)
})
