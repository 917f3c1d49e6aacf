import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openPart, saved, startPart, station } from './bench.ts'

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
  await startPart(page, 'To file', 'Hoop')
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

for (const theme of ['flexum-day', 'flexum-night']) {
  test(`Rack and Bench have no accessibility faults, ${theme}`, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem('flexum.theme', t), theme)
    await page.goto('/')
    await expect(page.getByRole('link', { name: 'Mist rail', exact: true })).toBeVisible()
    expect(
      (await new AxeBuilder({ page }).analyze()).violations.map((v) => [v.id, v.nodes.map((n) => n.target)]),
    ).toEqual([])
    await openPart(page, 'Mist rail')
    const look = async (at: string): Promise<void> => {
      const found = await new AxeBuilder({ page }).analyze()
      expect(found.violations.map((v) => [at, v.id, v.nodes.map((n) => n.target)])).toEqual([])
    }
    for (const name of ['Path', 'Values', 'Profile', 'Run', 'Ends', 'Shop']) {
      await station(page, name).click()
      await look(name)
    }
    const inspector = page.getByRole('complementary', { name: 'Inspector' })
    await inspector.getByRole('button', { name: 'Forming' }).click()
    // Both themes have the same panels: half of them each.
    for (const name of theme === 'flexum-day' ? ['Springback', 'Bender'] : ['Bends', 'Stock']) {
      await inspector.getByRole('tab', { name }).click()
      await look(`Forming, ${name}`)
    }
    await page.getByRole('button', { name: 'Play the bending' }).click()
    await page.getByRole('button', { name: 'On by one motion' }).click()
    await look('the bending')
    await inspector.getByRole('tab', { name: 'Bends' }).click()
    await inspector.getByRole('button', { name: 'Bend sheet' }).click()
    await look('the bend sheet')
    await page.keyboard.press('Escape')
    await page.getByRole('region', { name: 'The bending' }).getByRole('button', { name: 'Close' }).click()
    await openPart(page, 'Valve wheel')
    await station(page, 'Run').click()
    await page.getByRole('button', { name: 'Compare the turnings' }).click()
    await expect(page.getByRole('list', { name: 'Turnings side by side' })).toBeVisible()
    for (const tool of theme === 'flexum-day' ? ['Lens', 'Cut through', 'Grow'] : ['Section', 'Measure']) {
      await page
        .getByRole('group', { name: 'Tools of the picture' })
        .getByRole('button', { name: tool })
        .click()
      await look(tool)
    }
  })
}
