import { expect, test } from '@playwright/test'
import { openPart, station } from './bench.ts'
import { accessibilityFaults } from './faults.ts'

// On the Rack as it is at first: later it is long with what other tests made.
for (const theme of ['flexum-day', 'flexum-night']) {
  test(`Rack and Bench have no accessibility faults, ${theme}`, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem('flexum.theme', t), theme)
    await page.goto('/')
    await expect(page.getByRole('link', { name: 'Mist rail', exact: true })).toBeVisible()
    expect(await accessibilityFaults(page)).toEqual([])
    await openPart(page, 'Mist rail')
    const look = async (at: string): Promise<void> => {
      expect({ at, faults: await accessibilityFaults(page) }).toEqual({ at, faults: [] })
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

test('faults that are put in are found', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Mist rail', exact: true })).toBeVisible()
  await page.evaluate(() => {
    const put = document.createElement('div')
    put.innerHTML = '<img src="data:,"><button></button><p style="color:#999;background:#aaa">faint</p>'
    document.querySelector('main')!.append(put)
  })
  const rules = (await accessibilityFaults(page)).map((f) => f.split(':')[0])
  expect(rules).toEqual(expect.arrayContaining(['image-alt', 'button-name', 'color-contrast']))
})
