import { expect, type Locator, type Page } from '@playwright/test'
import { STARTERS, writePart } from '@flexum/core/recipe'

/** Starts a part from a shape on the Rack, as people do, and waits until it can be worked on. */
export async function startPartOnRack(page: Page, name: string, shape: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New part' }).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByText(shape, { exact: true }).click()
  await page.getByRole('button', { name: 'Start' }).click()
  await benchReady(page)
}

/** The same part, made by what the dialog asks of the server: for tests of what comes after. */
export async function startPart(page: Page, name: string, shape: string): Promise<void> {
  const starter = Object.values(STARTERS).find((s) => s.title === shape)!
  const part = JSON.parse(writePart(starter.make(name))) as unknown
  const made = await page.request.post('/api/parts', { data: { part } })
  await page.goto(`/parts/${((await made.json()) as { id: string }).id}`)
  await benchReady(page)
}

/** Opens a part from the Rack. */
export async function openPart(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('link', { name, exact: true }).click()
  await benchReady(page)
}

export async function benchReady(page: Page): Promise<void> {
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  await expect(station(page, 'Check')).toContainText(/nothing open|open/)
}

export const station = (page: Page, name: string): Locator =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name: new RegExp(`^${name}`) })

export const cell = (page: Page, column: string, node: number): Locator =>
  page.getByRole('textbox', { name: `${column} of node ${node}`, exact: true })

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status', { name: 'Save state' })).toHaveText('saved')
}

/** A figure of the inspector by its label. */
export const figure = (page: Page, label: string): Locator =>
  page
    .getByRole('complementary', { name: 'Inspector' })
    .locator('dt', { hasText: label })
    .locator('xpath=following-sibling::dd[1]')

/** Drags from the middle of something by some pixels. */
export async function dragBy(page: Page, what: Locator, dx: number, dy: number): Promise<void> {
  const box = (await what.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 5; i++) await page.mouse.move(x + (dx * i) / 5, y + (dy * i) / 5)
}

/** A mass, kg, as it is told: by four digits, in g below a kilogram. */
export const massText = (kg: number): string =>
  kg < 1
    ? `${Number((kg * 1000).toPrecision(4)).toFixed(placesOf(kg * 1000))} g`
    : `${kg.toFixed(placesOf(kg))} kg`

const placesOf = (v: number): number => Math.max(0, 3 - Math.floor(Math.log10(v)))
