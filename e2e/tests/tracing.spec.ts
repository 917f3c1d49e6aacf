import { expect, test, type Page } from '@playwright/test'
import { figure, saved, startPart, station } from './bench.ts'
import { clickAt, freedom, inspector, moveTo, onPath } from './sheet.ts'

/** A made-up cove moulding as a picture: 100 by 100 at 4 px, a hollow of 82 in it, drawn by the browser. */
async function mouldingPicture(page: Page): Promise<Buffer> {
  const url = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = 520
    canvas.height = 520
    const c = canvas.getContext('2d')!
    c.fillStyle = '#e8e4da'
    c.fillRect(0, 0, 520, 520)
    c.translate(60, 60)
    c.scale(4, 4)
    c.fillStyle = '#3a3430'
    c.beginPath()
    c.moveTo(0, 100)
    c.lineTo(0, 0)
    c.lineTo(18, 0)
    c.arc(100, 0, 82, Math.PI, Math.PI / 2, true)
    c.lineTo(100, 100)
    c.closePath()
    c.fill()
    return canvas.toDataURL('image/png')
  })
  return Buffer.from(url.split(',')[1]!, 'base64')
}

test('a moulding is traced from a picture, scaled by two points, and carried on a path', async ({ page }) => {
  await startPart(page, 'Traced', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a profile' }).click()
  await expect(freedom(page)).toHaveText('empty')

  // What is no picture is refused by what it holds.
  await page
    .getByLabel('Picture…')
    .setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('status', { name: 'Hint' })).toContainText('neither a PNG nor a JPEG')

  await page
    .getByLabel('Picture…')
    .setInputFiles({ name: 'cove.png', mimeType: 'image/png', buffer: await mouldingPicture(page) })
  const picture = page.locator('[data-picture]')
  await expect(picture).toHaveCount(1)

  // The back of the moulding is 400 px high: it is 50 mm in truth.
  const onPicture = async (x: number, y: number): Promise<[number, number]> => {
    const box = (await picture.boundingBox())!
    const [scale, cx, cy] = await page
      .getByTestId('sheet-scale')
      .evaluate(
        (e) => [Number(e.dataset['scale']), Number(e.dataset['cx']), Number(e.dataset['cy'])] as const,
      )
    const surface = (await page.getByRole('application').boundingBox())!
    const [px, py] = [box.x + (x / 520) * box.width, box.y + (y / 520) * box.height]
    return [
      cx + (px - surface.x - surface.width / 2) / scale,
      cy - (py - surface.y - surface.height / 2) / scale,
    ]
  }
  await inspector(page).getByRole('button', { name: 'Set the scale' }).click()
  const top = await onPicture(60, 60)
  await clickAt(page, ...top)
  const box = (await picture.boundingBox())!
  await page.mouse.move(box.x + (60 / 520) * box.width, box.y + (460 / 520) * box.height)
  await page.keyboard.type('50')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Undo: Scale the picture' })).toBeVisible()

  await inspector(page).getByRole('button', { name: 'Find outlines' }).click()
  const finder = inspector(page).getByRole('group', { name: 'Find outlines' })
  await expect(finder.getByRole('status')).toHaveText('One outline: 4 straights, 1 arc.')
  await finder.getByRole('button', { name: 'Draw what was found' }).click()
  await expect(page.locator('[data-entity]')).toHaveCount(5)
  await inspector(page).getByRole('button', { name: 'Take away' }).click()
  await expect(picture).toHaveCount(0)

  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page.getByText('Profile of a sketch').click()
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  // 100 x 100 less the quarter disc, at half size.
  const area = (100 * 100 - (82 * 82 * Math.PI) / 4) / 4
  const found = Number.parseFloat((await figure(page, 'Area').textContent())!)
  expect(Math.abs(found / area - 1)).toBeLessThan(0.02)
})

/** The same moulding photographed: on a blue cloth, turned by 4 degrees, in a shadow, a round label beside it, as a JPEG. */
async function photograph(page: Page): Promise<Buffer> {
  const url = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = 640
    canvas.height = 560
    const c = canvas.getContext('2d')!
    c.fillStyle = '#4a78b4'
    c.fillRect(0, 0, 640, 560)
    c.save()
    c.translate(300, 280)
    c.rotate((4 * Math.PI) / 180)
    c.translate(-200, -200)
    c.scale(4, 4)
    c.fillStyle = '#b08a58'
    c.beginPath()
    c.moveTo(0, 100)
    c.lineTo(0, 0)
    c.lineTo(18, 0)
    c.arc(100, 0, 82, Math.PI, Math.PI / 2, true)
    c.lineTo(100, 100)
    c.closePath()
    c.fill()
    c.restore()
    c.fillStyle = '#b08a58'
    c.beginPath()
    c.arc(460, 140, 40, 0, 2 * Math.PI)
    c.fill()
    const shade = c.createLinearGradient(150, 0, 520, 420)
    shade.addColorStop(0, 'rgba(0,0,0,0)')
    shade.addColorStop(0.45, 'rgba(0,0,0,0.08)')
    shade.addColorStop(0.6, 'rgba(0,0,0,0.5)')
    shade.addColorStop(1, 'rgba(0,0,0,0.58)')
    c.fillStyle = shade
    c.fillRect(0, 0, 640, 560)
    return canvas.toDataURL('image/jpeg', 0.85)
  })
  return Buffer.from(url.split(',')[1]!, 'base64')
}

test('a moulding is traced from a shadowed photograph on a coloured cloth, turned, and put upright', async ({
  page,
}) => {
  await startPart(page, 'Photographed', 'Straight bar')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Draw a profile' }).click()
  await page
    .getByLabel('Picture…')
    .setInputFiles({ name: 'moulding.jpg', mimeType: 'image/jpeg', buffer: await photograph(page) })
  const picture = page.locator('[data-picture]')
  await expect(picture).toHaveCount(1)

  await inspector(page).getByRole('button', { name: 'Find outlines' }).click()
  const finder = inspector(page).getByRole('group', { name: 'Find outlines' })
  await expect(finder.getByRole('status')).toContainText('2 outlines')
  const list = finder.getByRole('list', { name: 'Outlines found' })
  await expect(list).toContainText('4 straights, 1 arc')
  await expect(list).toContainText('a circle')
  await finder.getByRole('button', { name: /^Upright: turn by/ }).click()
  await expect(page.getByRole('button', { name: 'Undo: Put the picture upright' })).toBeVisible()
  await expect(finder.getByRole('button', { name: /^Upright: turn by/ })).toHaveCount(0)

  // The label is pressed on the sheet, and is left out; pressed again in the list it is in, and out by hand.
  await expect(page.locator('[data-found=in]')).toHaveCount(2)
  const label = await onPath(page.locator('[data-found]').nth(1).locator('[data-press]'), 0.02)
  await page.mouse.click(...label)
  await expect(page.locator('[data-found=out]')).toHaveCount(1)
  await list.getByRole('checkbox').nth(1).click()
  await expect(page.locator('[data-found=out]')).toHaveCount(0)
  await list.getByRole('checkbox').nth(1).click()
  await finder.getByRole('button', { name: 'Draw 1 outline' }).click()
  await expect(page.locator('[data-entity]')).toHaveCount(5)
  // Square straights stay square: level and upright ones are held.
  await inspector(page).getByRole('button', { name: 'Show', exact: true }).click()
  const held = inspector(page).getByRole('list', { name: 'Constraints' })
  await expect(held).toContainText('Level')
  await expect(held).toContainText('Upright')

  // Its back is 50 mm in truth: the first dimension takes the whole outline with it.
  const lines = page.locator('[data-entity] > path:last-child')
  const long = await lines.evaluateAll((paths) => paths.map((x) => (x as SVGPathElement).getTotalLength()))
  const boxes = await lines.evaluateAll((paths) => paths.map((x) => x.getBoundingClientRect().width))
  const back = long.indexOf(Math.max(...long.filter((_, i) => boxes[i]! < 3)))
  await page.keyboard.press('d')
  const [x, y] = await onPath(lines.nth(back), 0.5)
  await page.mouse.click(x, y)
  await page.mouse.move(x - 40, y + 5)
  await page.mouse.click(x - 40, y + 5)
  await page.keyboard.type('50')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeVisible()
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page.getByText('Profile of a sketch').click()
  await inspector(page).getByRole('button', { name: 'Use in Run' }).click()
  await expect(station(page, 'Check')).toContainText('nothing open')
  const area = (100 * 100 - (82 * 82 * Math.PI) / 4) / 4
  const found = Number.parseFloat((await figure(page, 'Area').textContent())!)
  expect(Math.abs(found / area - 1)).toBeLessThan(0.01)
})

test('the moulding of the demo is traced by hand, a gap closed, saved, and used on a path in another part', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Bay cornice', exact: true }).click()
  await page.getByText('Old moulding', { exact: true }).dblclick()
  await expect(page.locator('[data-picture]')).toHaveCount(1)
  // Its back is known to be half as long as the picture was laid.
  await inspector(page).getByRole('button', { name: 'Set the scale' }).click()
  await clickAt(page, 0, 0)
  await moveTo(page, 70, 0)
  await page.keyboard.type('35')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Undo: Scale the picture' })).toBeVisible()

  const curves = page.locator('[data-entity]')
  const outline = [
    [0, 0],
    [35, 0],
    [35, 5],
    [8, 25],
    [8, 30],
    [0, 30],
  ] as const
  await page.keyboard.press('c')
  for (const [i, [x, y]] of outline.entries()) {
    await clickAt(page, x, y)
    await expect(curves).toHaveCount(i)
  }
  await page.keyboard.down('Shift')
  await clickAt(page, 0, 0.6)
  await page.keyboard.up('Shift')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await inspector(page)
    .getByRole('list', { name: 'Gaps' })
    .getByRole('button', { name: /^Close the gap/ })
    .click()
  await expect(page.locator('[data-gap]')).toHaveCount(0)
  await page.getByRole('button', { name: 'Back to the part' }).click()
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.getByRole('menuitem', { name: 'Profile of a sketch' }).click()
  const area = Number.parseFloat((await figure(page, 'Area').textContent())!)
  // The polygon by hand: its corners lie on the grid, but for x = 8, which a pixel of the pointer settles.
  expect(Math.abs(area - (35 * 5 + ((35 + 8) / 2) * 20 + 8 * 5))).toBeLessThan(5)
  await inspector(page).getByRole('button', { name: 'Save to Profiles…' }).click()
  await page.getByLabel('Section name').fill('Old bay moulding')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('“Old bay moulding” is in Profiles, version 1')).toBeVisible()
  await saved(page)

  await startPart(page, 'Frame of it', 'Closed frame')
  await station(page, 'Profile').click()
  await inspector(page).getByRole('button', { name: 'From Profiles…' }).click()
  await page
    .getByRole('list', { name: 'Profiles to take' })
    .getByRole('button', { name: /Old bay moulding/ })
    .click()
  await expect(figure(page, 'Area')).toHaveText(`${area.toFixed(2)} mm²`)
  await station(page, 'Run').click()
  await expect(figure(page, 'By')).toHaveText('theorem')
})
