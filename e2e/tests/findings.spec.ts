import { expect, test } from '@playwright/test'
import { cell, figure, startPart, station } from './bench.ts'

test('a bend that cannot fit is named, the last good result stays marked, and the cure works', async ({
  page,
}) => {
  await startPart(page, 'Tight', 'One bend')
  const before = await figure(page, 'Path length').textContent()
  await cell(page, 'bend radius', 2).fill('400')
  await page.keyboard.press('Enter')
  const inspector = page.getByRole('complementary', { name: 'Inspector' })
  await expect(inspector.getByText('The bend at node 2 does not fit')).toContainText('the largest is 150 mm')
  await expect(
    page.getByText('The last good result; the part as it now stands cannot be built.'),
  ).toBeVisible()
  await expect(inspector.getByText('Last good figures')).toBeVisible()
  await expect(figure(page, 'Path length')).toHaveText(before!)
  await expect(station(page, 'Path')).toHaveAccessibleName(/has open findings/)
  await expect(station(page, 'Check')).toContainText('1 open')
  await expect(page.getByRole('button', { name: 'Node 2, has a finding' })).toBeVisible()

  await inspector.getByRole('button', { name: 'Use radius 150 at node 2' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await expect(cell(page, 'bend radius', 2)).toHaveValue('150')
  await expect(figure(page, 'Path length')).toHaveText(`${(50 + 75 * Math.PI).toFixed(3)} mm`)
})

test('what cannot be read says what was read and what would fit', async ({ page }) => {
  await startPart(page, 'Odd', 'One bend')
  await cell(page, 'x', 3).fill('12 kg')
  await expect(page.getByText('"12 kg" is a mass; a length is needed here').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Node 3, x: "12 kg" is a mass')).toBeVisible()
  await cell(page, 'x', 3).fill('2\'-3 1/2"')
  await expect(page.getByText('= 698.500 mm')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(station(page, 'Check')).toContainText('nothing open')
})

test('units change what is shown and never the part', async ({ page }) => {
  await startPart(page, 'Inches', 'One bend')
  const before = await figure(page, 'Path length').getAttribute('title')
  await page.getByRole('button', { name: 'Units: mm' }).click()
  await page.getByRole('menuitemradio', { name: 'in', exact: true }).click()
  await expect(figure(page, 'Path length')).toHaveText(`${((290 + 15 * Math.PI) / 25.4).toFixed(4)} in`)
  await cell(page, 'x', 2).focus()
  await expect(cell(page, 'x', 2)).toHaveValue('200 mm')
  await cell(page, 'x', 2).fill('10')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Units: in' }).click()
  await page.getByRole('menuitemradio', { name: 'mm', exact: true }).click()
  await expect(cell(page, 'x', 2)).toHaveValue('254')
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(figure(page, 'Path length')).toHaveAttribute('title', before!)
})

test('named values and variants drive the part', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Bench hoop' }).click()
  await station(page, 'Path').click()
  await expect(figure(page, 'Path length')).toHaveText(`${(180 * 2 + 240 + 80 * Math.PI).toFixed(3)} mm`)
  await page.getByRole('button', { name: 'Variant: Standard' }).click()
  await page.getByRole('menuitemradio', { name: 'Wide' }).click()
  await expect(figure(page, 'Path length')).toHaveText(`${(180 * 2 + 440 + 80 * Math.PI).toFixed(3)} mm`)
  await station(page, 'Values').click()
  await page.getByRole('textbox', { name: 'Formula of corner' }).fill('span / 6')
  await page.keyboard.press('Enter')
  await station(page, 'Path').click()
  await expect(figure(page, 'Path length')).toHaveText(`${(160 * 2 + 400 + 100 * Math.PI).toFixed(3)} mm`)
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(page.getByRole('button', { name: 'Variant: Standard' })).toBeVisible()
})
