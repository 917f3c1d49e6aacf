import { expect, type Locator, type Page } from '@playwright/test'

/** Starts a part whose path is drawn, with its sheet open. */
export async function startDrawn(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New part' }).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByText('Drawn path', { exact: true }).click()
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
  await expect(freedom(page)).toHaveText('empty')
}

export const freedom = (page: Page): Locator => page.getByRole('status', { name: 'Freedom' })
export const inspector = (page: Page): Locator => page.getByRole('complementary', { name: 'Inspector' })

/** Where a place of the sheet is on the screen. */
async function onScreen(page: Page, [x, y]: readonly [number, number]): Promise<[number, number]> {
  const [scale, cx, cy] = await page
    .getByTestId('sheet-scale')
    .evaluate((e) => [Number(e.dataset['scale']), Number(e.dataset['cx']), Number(e.dataset['cy'])] as const)
  const box = (await page.getByRole('application').boundingBox())!
  return [box.x + box.width / 2 + (x - cx) * scale, box.y + box.height / 2 - (y - cy) * scale]
}

/** Clicks at a place of the sheet, mm, the way a hand does: it moves there first. */
export async function clickAt(page: Page, x: number, y: number): Promise<void> {
  const [px, py] = await onScreen(page, [x, y])
  await page.mouse.move(px - 3, py + 2)
  await page.mouse.move(px, py)
  await page.mouse.down()
  await page.mouse.up()
}

/** Points at a place of the sheet. */
export async function moveTo(page: Page, x: number, y: number): Promise<void> {
  const [px, py] = await onScreen(page, [x, y])
  await page.mouse.move(px - 3, py + 2)
  await page.mouse.move(px, py)
}

export async function dragTo(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const [[ax, ay], [bx, by]] = [await onScreen(page, from), await onScreen(page, to)]
  await page.mouse.move(ax, ay)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(ax + ((bx - ax) * i) / 6, ay + ((by - ay) * i) / 6)
  await page.mouse.up()
}

/** Puts a dimension on: clicks what it measures, then where it stands, and types. */
export async function dimension(
  page: Page,
  places: readonly (readonly [number, number])[],
  text: string,
): Promise<void> {
  await page.keyboard.press('d')
  for (const [x, y] of places) await clickAt(page, x, y)
  const field = page.getByRole('textbox', { name: 'New dimension' })
  await expect(field).toBeFocused()
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
  await expect(field).toBeHidden()
}

/** Draws the hook freehand with one tool: up, half round, down, half round, up. */
export async function drawHook(page: Page): Promise<void> {
  const curves = page.locator('[data-entity]')
  const next = async (x: number, y: number, count: number): Promise<void> => {
    await clickAt(page, x, y)
    await expect(curves).toHaveCount(count)
  }
  await page.keyboard.press('c')
  await clickAt(page, 0, 0)
  await next(0.5, 60, 1)
  await page.keyboard.press('a')
  await next(40, 60, 2)
  await page.keyboard.press('l')
  await next(40, 31, 3)
  await page.keyboard.press('a')
  await next(60, 31, 4)
  await page.keyboard.press('l')
  await next(60, 45, 5)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
}

/** Where a path on the sheet runs after a share of its length, px of the screen. */
export const onPath = (path: Locator, share: number): Promise<[number, number]> =>
  path.evaluate((at, part) => {
    const curve = at as SVGPathElement
    const { x, y } = curve.getPointAtLength(part * curve.getTotalLength())
    const { left, top } = curve.ownerSVGElement!.getBoundingClientRect()
    return [left + x, top + y]
  }, share)
