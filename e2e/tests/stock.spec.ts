import { expect, test } from '@playwright/test'
import { figure, startPart, station, massText } from './bench.ts'
import { accessibilityFaults } from './faults.ts'

test('stock is added and changed in the tables; a profile takes its sizes, and the mass follows', async ({
  page,
}) => {
  await page.goto('/stock')
  await page.getByRole('button', { name: 'Add stock' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Brass tube 18')
  await page.getByRole('dialog').getByLabel('Shape').selectOption('Tube')
  await page.getByRole('textbox', { name: 'Outside diameter, mm' }).fill('18')
  await page.getByRole('textbox', { name: 'Wall, mm' }).fill('12')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText(/leaves no hollow/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Wall, mm' }).fill('2')
  await page.getByRole('dialog').getByLabel('Material').selectOption('Brass')
  await page.getByRole('textbox', { name: /Bar lengths/ }).fill('2 m, 3000')
  await page.getByRole('button', { name: 'Keep' }).click()
  const row = page.getByRole('row', { name: /Brass tube 18/ })
  await expect(row).toContainText('2000, 3000')
  // pi (9^2 - 7^2) mm2 of 8500 kg/m3.
  await expect(row).toContainText((Math.PI * 32e-6 * 8500).toFixed(4))
  expect(await accessibilityFaults(page)).toEqual([])

  await startPart(page, 'Brass rail', 'Straight bar')
  await station(page, 'Profile').click()
  await page.getByLabel('From stock').selectOption('Brass tube 18')
  await expect(figure(page, 'Area')).toHaveText(`${(Math.PI * 32).toFixed(2)} mm²`)
  await station(page, 'Run').click()
  const mass = (wall: number): string => massText(Math.PI * (81 - (9 - wall) ** 2) * 300 * 8.5e-6)
  await expect(figure(page, 'Mass')).toHaveText(mass(2))
  await station(page, 'Profile').click()
  await page.getByRole('textbox', { name: 'Wall', exact: true }).fill('1')
  await page.keyboard.press('Enter')
  await station(page, 'Run').click()
  await expect(figure(page, 'Mass')).toHaveText(mass(1))

  await page.goto('/stock')
  await page.getByRole('button', { name: 'Take out Brass tube 18' }).click()
  await expect(row).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row).toHaveCount(1)
})
