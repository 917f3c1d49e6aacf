import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { benchReady, figure, openPart, saved, startPart, station } from './bench.ts'
import { accessibilityFaults } from './faults.ts'
import { clickAt, inspector, startDrawn } from './sheet.ts'

/** A made-up moulding, 40 by 25 mm: a step, a cove of 12 and a bead of 4 on top, in a file with units and a transform. */
const MOULDING = `<?xml version="1.0"?>
<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 600 400">
  <text x="10" y="390">section</text>
  <g transform="translate(50 350)">
    <path d="M0 0 H400 V-50 H330 A120 120 0 0 1 210 -170 H80 V-210 A40 40 0 0 0 0 -210 Z"/>
  </g>
</svg>`

test('a moulding comes in from an SVG file, goes on the path, is made hollow, and goes out again', async ({
  page,
}) => {
  await startPart(page, 'Trim', 'Straight bar')
  await station(page, 'Profile').click()
  await inspector(page)
    .getByLabel('Bring in SVG…')
    .setInputFiles({ name: 'cove trim.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(MOULDING) })
  await expect(page.getByText('cove trim.svg: left out: 1 text')).toBeVisible()
  // Rectangles of 40 x 5, 33 x 12 less the cove's quarter, 8 x 4, and half a disc of 4.
  const area = 40 * 5 + 33 * 12 - 12 * 12 * (Math.PI / 4) + 8 * 4 + 8 * Math.PI
  await expect(figure(page, 'Area')).toHaveText(`${area.toFixed(2)} mm²`)
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await station(page, 'Run').click()
  await expect(figure(page, 'Volume')).toHaveText(`${(area * 300).toFixed(2)} mm³`)

  const [out] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'Take out' }).click()
      await page.getByRole('menuitem', { name: 'Section (SVG)' }).click()
    })(),
  ])
  const written = await readFile(await out.path(), 'utf8')
  expect(written).toContain('A12 12 0 0')

  // What comes back is as large as what went out.
  await station(page, 'Profile').click()
  await inspector(page)
    .getByLabel('Bring in SVG…')
    .setInputFiles({ name: 'again.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(written) })
  await expect(inspector(page).getByRole('heading', { name: /^Profile: Profile of a sketch/ })).toBeVisible()
  await expect(figure(page, 'Area')).toHaveText(`${area.toFixed(2)} mm²`)
  await inspector(page).getByLabel('Material lies').selectOption('in')
  await expect(figure(page, 'Area')).not.toHaveText(`${area.toFixed(2)} mm²`)
})

test('files that cannot be taken say why, and nothing changes', async ({ page }) => {
  await startPart(page, 'Odd', 'Straight bar')
  await station(page, 'Profile').click()
  const bring = async (name: string, text: string): Promise<void> =>
    inspector(page)
      .getByLabel('Bring in SVG…')
      .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) })
  await bring('a.svg', '<!DOCTYPE svg [<!ENTITY x "y">]><svg/>')
  await expect(
    page.getByText('a.svg: The file defines entities of its own; these are not read.'),
  ).toBeVisible()
  await bring('b.svg', '<html></html>')
  await expect(page.getByText('b.svg: This is no SVG file; it begins with <html>.')).toBeVisible()
  await bring('c.svg', '<svg><text>only words</text></svg>')
  await expect(page.getByText(/c\.svg holds no outline; it holds 1 text/)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeDisabled()
  await expect(figure(page, 'Area')).toHaveText('78.54 mm²')
})

test('a section is saved, used in another part, changed, and the other part is told', async ({ page }) => {
  await openPart(page, 'Drawer bail')
  await station(page, 'Profile').click()
  await inspector(page).getByRole('button', { name: 'Save to Profiles…' }).click()
  await page.getByLabel('Section name').fill('Round-topped bar')
  await page.getByLabel('Tags, with commas between').fill('handle, soft')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('“Round-topped bar” is in Profiles, version 1')).toBeVisible()
  await saved(page)

  // From the library into another part, in two presses.
  await startPart(page, 'Pull', 'One bend')
  await station(page, 'Profile').click()
  await inspector(page).getByRole('button', { name: 'From Profiles…' }).click()
  await page
    .getByRole('list', { name: 'Profiles to take' })
    .getByRole('button', { name: /Round-topped bar/ })
    .click()
  const area = 14 * 8 - 18 * (1 - Math.PI / 4)
  await expect(figure(page, 'Area')).toHaveText(`${area.toFixed(2)} mm²`)
  await expect(station(page, 'Check')).toContainText('nothing open')
  await expect(station(page, 'Values')).toContainText('2 values')
  await saved(page)

  // A newer version: the part keeps its own until it is told to take it.
  await openPart(page, 'Drawer bail')
  await station(page, 'Values').click()
  await page.getByRole('textbox', { name: 'Formula of width' }).fill('18')
  await page.keyboard.press('Enter')
  await station(page, 'Profile').click()
  await inspector(page).getByRole('button', { name: 'Save to Profiles…' }).click()
  await page.getByLabel(/^As version 2 of/).check()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('“Round-topped bar” is in Profiles, version 2')).toBeVisible()
  await saved(page)

  await openPart(page, 'Pull')
  await station(page, 'Profile').click()
  await expect(figure(page, 'Area')).toHaveText(`${area.toFixed(2)} mm²`)
  await inspector(page).getByRole('button', { name: 'Use version 2' }).click()
  await expect(figure(page, 'Area')).toHaveText(`${(area + 32).toFixed(2)} mm²`)

  // The library itself: found by a tag, and a part started with it.
  await page.goto('/profiles')
  await page.getByLabel('Search profiles').fill('soft')
  await expect(page.getByRole('list', { name: 'Profiles' }).getByRole('listitem')).toHaveCount(1)
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('button', { name: 'More for Round-topped bar' }).click()
  await page.getByRole('menuitem', { name: 'Start a part with it' }).click()
  await benchReady(page)
  await station(page, 'Profile').click()
  await expect(figure(page, 'Area')).toHaveText(`${(area + 32).toFixed(2)} mm²`)
})

test('three strands go along a free path as one group, with an anchor, a clock angle and a flip of their own', async ({
  page,
}) => {
  await startDrawn(page, 'Loom')
  await page.keyboard.press('w')
  await clickAt(page, 0, 0)
  await clickAt(page, 60, 40)
  await clickAt(page, 110, 10)
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  await station(page, 'Run').click()
  const volume = async (): Promise<number> =>
    Number((await figure(page, 'Volume').textContent())!.replace(/\s.*$/, ''))
  const one = await volume()

  await page.getByLabel('Strands').selectOption('on a circle')
  await expect(page.getByText('square, 3 strands')).toBeVisible()
  // About the middle of their circle, three strands are three times one.
  await expect.poll(volume).toBeGreaterThan(2.99 * one)
  expect(await volume()).toBeLessThan(3.01 * one)
  await expect(station(page, 'Check')).toContainText('nothing open')

  // Too near each other is told, with the circle that has room.
  const radius = page.getByRole('textbox', { name: 'Circle radius' })
  await radius.fill('4')
  await radius.press('Enter')
  await expect(page.getByText(/Strands 1 and 2, .* lie in each other/)).toBeVisible()
  await page.keyboard.press('ControlOrMeta+z')
  await expect(station(page, 'Check')).toContainText('nothing open')

  await page.getByRole('button', { name: 'Set one by one' }).click()
  await page.getByRole('button', { name: 'Take out strand 3' }).click()
  await expect(page.getByText('square, 2 strands')).toBeVisible()

  // The section is turned and flipped where it stands.
  const clock = page.getByRole('slider', { name: 'Turn the section about the path' })
  await clock.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(clock).toHaveAttribute('aria-valuetext', '10 deg')
  await page.getByRole('button', { name: 'Flip the section left to right' }).click()
  await expect(page.getByRole('img', { name: 'Section axes at the start, flipped' })).toBeAttached()
})
