import { expect, test } from '@playwright/test'
import { saved, startPart } from './bench.ts'
import { addStep, exactFigure, putField } from './parts.ts'
import { inspector } from './sheet.ts'

/** A box of 2 x 3 x 4 from the origin as an OBJ file, its lid left out. */
const OPEN_BOX = [
  ...[0, 4].flatMap((z) => [`v 0 0 ${z}`, `v 2 0 ${z}`, `v 2 3 ${z}`, `v 0 3 ${z}`]),
  'f 1 4 3 2',
  'f 1 2 6 5',
  'f 2 3 7 6',
  'f 3 4 8 7',
  'f 4 1 5 8',
].join('\n')

test('a body comes from a file: its unit is asked for, its hole closed, and a bar cuts through it', async ({
  page,
}) => {
  await startPart(page, 'From outside', 'Straight bar')
  await addStep(page, 'Body from a file')
  await expect(inspector(page).getByText(/No file is taken yet/)).toBeVisible()
  const take = async (name: string, text: string): Promise<void> =>
    inspector(page)
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'model/obj', buffer: Buffer.from(text) })
  await take('odd.obj', 'v 1 2 x')
  await expect(page.getByText(/odd\.obj: line 1 is "v 1 2 x"/)).toBeVisible()
  await take('bracket.obj', OPEN_BOX)
  await expect(inspector(page).getByRole('heading', { name: 'Body from a file: bracket' })).toBeVisible()
  await expect(
    inspector(page).getByText(/does not say in which unit it is; its longest side is 4 of it/),
  ).toBeVisible()
  await inspector(page).getByRole('button', { name: 'It is in cm: 40 mm long' }).click()
  await expect(inspector(page).getByText(/no closed body: it has 1 hole, 36.056 mm across/)).toBeVisible()
  await inspector(page).getByRole('button', { name: 'Mend it' }).click()
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(24_000, 3)
  await expect(inspector(page).getByText(/was mended; it had 1 hole/)).toBeVisible()
  await putField(page, 'X', '100')
  await putField(page, 'Y', '-15')
  await putField(page, 'Z', '-20')
  await inspector(page).getByLabel('With other bodies').selectOption({ label: 'cuts away of others' })
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(Math.PI * 25 * 280, 1)
  await saved(page)
  await page.reload()
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(Math.PI * 25 * 280, 1)
})
