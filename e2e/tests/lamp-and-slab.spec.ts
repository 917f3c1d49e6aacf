import { expect, test, type Page } from '@playwright/test'
import { cell, saved, startPart, station } from './bench.ts'
import { addStep, exactFigure, putField } from './parts.ts'
import { clickAt, inspector, moveTo } from './sheet.ts'

const choose = (page: Page, label: string, option: string): Promise<unknown> =>
  inspector(page).getByRole('combobox', { name: label, exact: true }).first().selectOption({ label: option })

/** A sheet at the end of the recipe, on a plane at an offset, with its sheet open. */
async function openSheet(page: Page, plane: string, offset: string): Promise<void> {
  await addStep(page, 'Sketch')
  await choose(page, 'Lies on', plane)
  await putField(page, 'Offset toward you', offset)
  await inspector(page).getByRole('button', { name: 'Open the sheet' }).click()
  await expect(page.getByRole('toolbar', { name: 'Sheet' })).toBeVisible()
}

async function back(page: Page): Promise<void> {
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Back to the part' }).click()
}

async function round(page: Page, height: string, diameter: string): Promise<void> {
  await openSheet(page, 'XY, seen from above', height)
  await page.keyboard.press('o')
  await clickAt(page, 0, 0)
  await moveTo(page, 20, 0)
  await page.keyboard.type(diameter)
  await page.keyboard.press('Enter')
  await back(page)
}

/** Between two centres on X, so wide to either side. */
async function oblong(page: Page, height: string, half: number, wide: number): Promise<void> {
  await openSheet(page, 'XY, seen from above', height)
  await page.getByRole('button', { name: /^Slot/ }).click()
  await clickAt(page, -half, 0)
  await clickAt(page, half, 0)
  await clickAt(page, half, wide)
  await back(page)
}

/** Volume by Pappus of a wall of 2 inside of a chain about the axis, its corners mitred. */
function wallVolume(chain: readonly (readonly [number, number])[]): number {
  const away = chain.slice(1).map(([x, y], i) => {
    const [dx, dy] = [x - chain[i]![0], y - chain[i]![1]]
    const long = Math.hypot(dx, dy)
    return [-dy / long, dx / long] as const
  })
  const inner = chain.map(([x, y], i) => {
    const [a, b] = [away[Math.max(i - 1, 0)]!, away[Math.min(i, away.length - 1)]!]
    const share = 2 / (1 + a[0] * b[0] + a[1] * b[1])
    return [x + (a[0] + b[0]) * share, y + (a[1] + b[1]) * share] as const
  })
  const loop = [...chain, ...inner.toReversed()]
  // Area times the way of its centroid: 2 pi times the integral of x.
  return (
    (Math.PI / 3) *
    Math.abs(
      loop.reduce((sum, [x, y], i) => {
        const [u, v] = loop[(i + 1) % loop.length]!
        return sum + (x + u) * (x * v - u * y)
      }, 0),
    )
  )
}

test('a vent lamp: a turned shell with a wall, a duct from round to oblong with a smooth foot, a carrying bar that meets it', async ({
  page,
}) => {
  await startPart(page, 'Lamp to vent by', 'One bend')
  const rows = [
    ['58', '0', '12', ''],
    ['84', '0', '12', '16'],
    ['84', '0', '150', '16'],
    ['-84', '0', '150', '16'],
    ['-84', '0', '12', '16'],
    ['-58', '0', '12', ''],
  ]
  for (let i = 3; i < rows.length; i++) await page.getByRole('button', { name: 'Node', exact: true }).click()
  for (const [i, row] of rows.entries())
    for (const [c, text] of row.entries()) {
      if (text === '') continue
      const column = cell(page, ['x', 'y', 'z', 'bend radius'][c]!, i + 1)
      await column.fill(text)
      await column.press('Tab')
    }
  const length = 2 * 26 + 2 * 138 + 168 + 4 * ((Math.PI / 2) * 16 - 32)

  // The shell is one line with a wall, drawn upright and turned.
  await openSheet(page, 'XZ, seen from the front', '0')
  await page.keyboard.press('c')
  await clickAt(page, 50, 0)
  await moveTo(page, 50, 20)
  await page.keyboard.type('30')
  await page.keyboard.press('Enter')
  await page.keyboard.type('26 * sqrt(2)')
  await page.keyboard.press('Tab')
  await page.keyboard.type('135')
  await page.keyboard.press('Enter')
  await moveTo(page, 24, 76)
  await page.keyboard.type('30')
  await page.keyboard.press('Enter')
  await back(page)
  await addStep(page, 'Turned')
  await choose(page, 'Turned of', 'a wall along the chain')
  const shell = wallVolume([
    [50, 0],
    [50, 30],
    [24, 56],
    [24, 86],
  ])
  await expect.poll(async () => (await exactFigure(page, 'Volume')) / shell).toBeCloseTo(1, 3)

  await round(page, '86', '48')
  await oblong(page, '122', 20, 14)
  await addStep(page, 'Blended')
  await choose(page, 'Between them', 'smooth')
  await choose(page, 'Leaves the first', 'tangent to a body')
  await choose(page, 'The body it stands on', 'Turned')
  // It goes on as the neck does: so high that it is more than a straight one between them would be.
  await expect.poll(() => exactFigure(page, 'Volume')).toBeGreaterThan(56_000)
  await choose(page, 'With other bodies', 'joins others')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeGreaterThan(shell + 56_000)

  await round(page, '84', '44')
  await oblong(page, '124', 20, 12)
  await addStep(page, 'Blended')
  await choose(page, 'Between them', 'smooth')
  await choose(page, 'With other bodies', 'cuts away of others')
  await expect.poll(() => exactFigure(page, 'Volume')).toBeLessThan(shell + 25_000)
  await expect.poll(() => exactFigure(page, 'Volume')).toBeGreaterThan(shell + 5_000)

  await addStep(page, 'Meeting end')
  await choose(page, 'End', 'its start')
  await inspector(page).getByRole('checkbox', { name: 'Both become one body' }).check()
  await expect.poll(() => exactFigure(page, 'Gap before')).toBeCloseTo(8, 3)
  await addStep(page, 'Meeting end')
  await choose(page, 'End', 'its end')
  await inspector(page).getByRole('checkbox', { name: 'Both become one body' }).check()
  await expect.poll(() => exactFigure(page, 'Gap before')).toBeCloseTo(8, 3)
  // The bar as it was, and what is put to each of its ends up to the round of the shell: by quadrature.
  let more = 0
  const n = 4000
  for (let i = 0; i < n; i++) {
    const a = Math.PI * ((i + 0.5) / n - 0.5)
    const [y, w] = [5 * Math.sin(a), 5 * Math.cos(a)]
    more += (58 - Math.sqrt(2500 - y * y)) * 2 * w * w * (Math.PI / n)
  }
  const bar = Math.PI * 25 * length + 2 * more
  // Against the lamp before its bar, looked at again each time: what was read while it was still in work does not count.
  const volumeAt = async (step: string): Promise<number> => {
    await page.getByText(step, { exact: true }).first().click()
    await expect(inspector(page).getByRole('heading', { name: new RegExp(`: ${step}$`) })).toBeVisible()
    return exactFigure(page, 'Volume')
  }
  await expect
    .poll(async () => ((await volumeAt('Meeting end 2')) - (await volumeAt('Blended 2'))) / bar)
    .toBeCloseTo(1, 3)
  await expect(station(page, 'Check')).toContainText('nothing open')
  await saved(page)
})

test('a drip groove: a round tool taken along the underside of a slab, and cut out of it', async ({
  page,
}) => {
  await startPart(page, 'Slab with a drip', 'One bend')
  const rows = [
    ['-120', '20', '0', ''],
    ['-120', '-35', '0', '25'],
    ['120', '-35', '0', '25'],
    ['120', '20', '0', ''],
  ]
  await page.getByRole('button', { name: 'Node', exact: true }).click()
  for (const [i, row] of rows.entries())
    for (const [c, text] of row.entries()) {
      if (text === '') continue
      const column = cell(page, ['x', 'y', 'z', 'bend radius'][c]!, i + 1)
      await column.fill(text)
      await column.press('Tab')
    }
  await addStep(page, 'Block or cylinder')
  for (const [label, text] of [
    ['Wide', '300'],
    ['Deep', '120'],
    ['Height', '30'],
    ['Z', '-30'],
  ] as const)
    await putField(page, label, text)
  const slab = 300 * 120 * 30
  await expect.poll(() => exactFigure(page, 'Volume')).toBeCloseTo(slab, 3)
  // The tool comes after what it is cut out of.
  for (let i = 0; i < 2; i++) {
    await page.getByRole('button', { name: 'More for Block' }).click()
    await page.getByRole('menuitem', { name: 'Move up' }).click()
  }
  await station(page, 'Fit').click()
  await choose(page, 'With other bodies', 'cuts away of others')
  const length = 2 * 55 + 240 + 2 * ((Math.PI / 2) * 25 - 50)
  await station(page, 'Run').click()
  // Half of the round lies in the slab all along, also in the bends, whose centroid is on their line.
  const left = slab - (Math.PI * 25 * length) / 2
  await expect.poll(async () => (await exactFigure(page, 'Volume')) / left).toBeCloseTo(1, 6)
  // Under the slab nothing is cut, and that is told.
  await station(page, 'Path').click()
  for (let node = 1; node <= 4; node++) {
    await cell(page, 'z', node).fill('20')
    await cell(page, 'z', node).press('Tab')
  }
  await station(page, 'Fit').click()
  await expect(inspector(page).getByText(/have nothing in common/)).toBeVisible()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  await expect(inspector(page).getByText(/have nothing in common/)).toBeHidden()
  await saved(page)
})
