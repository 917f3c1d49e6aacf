import { expect, test } from '@playwright/test'
import { openPart, saved, startPartOnRack, station } from './bench.ts'

test('parts are searched, sorted, copied, binned and taken out again', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Mist rail' })).toBeVisible()
  await page.getByLabel('Search parts').fill('copper')
  await expect(page.getByRole('link', { name: 'Pot hook' })).toHaveCount(0)
  await expect(page.getByRole('link', { name: 'Mist rail' })).toBeVisible()
  await page.getByRole('button', { name: 'More for Mist rail', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(page.getByRole('link', { name: 'Mist rail copy' })).toBeVisible()
  await page.getByRole('button', { name: 'More for Mist rail copy' }).click()
  await page.getByRole('menuitem', { name: 'Put in the bin' }).click()
  await expect(page.getByRole('link', { name: 'Mist rail copy' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Bin' }).click()
  await page.getByRole('button', { name: 'More for Mist rail copy' }).click()
  await page.getByRole('menuitem', { name: 'Restore' }).click()
  await expect(page.getByText('The bin is empty')).toBeVisible()
  await page.getByRole('link', { name: 'Rack', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Mist rail copy' })).toBeVisible()
})

test('part files are brought in, and bad ones are told by name', async ({ page }) => {
  await startPartOnRack(page, 'To file', 'Hoop')
  await saved(page)
  await page.getByRole('button', { name: 'Take out', exact: true }).click()
  const wait = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Part file' }).click()
  const file = (await (await wait).path())!
  await page.goto('/')
  const input = page.getByLabel('Part files to import')
  await input.setInputFiles({
    name: 'again.json',
    mimeType: 'application/json',
    buffer: await import('node:fs').then((fs) => fs.readFileSync(file)),
  })
  await expect(page.getByRole('link', { name: 'To file', exact: true })).toHaveCount(2)
  await input.setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"x"}'),
  })
  await expect(page.getByText('wrong.json: this is not a part: "format" reads "x"')).toBeVisible()
})

test('the demo opens: a helix says why it has no bend table', async ({ page }) => {
  await openPart(page, 'Vine spring')
  await station(page, 'Shop').click()
  await expect(page.getByText('a helix is not bendable in this form')).toBeVisible()
})
