// Picture-to-picture time of a slider drag in the built app: a pointer move, the part worked out in its worker, the new
// body drawn. Against one drawing of the same picture, which is most of it where there is no graphics chip.
import { appendFileSync } from 'node:fs'
import { openApp } from './app.mjs'

const [root, target] = process.argv.slice(2)
const { base, browser, page } = await openApp(root, '4719')
const middle = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]

/** Drags the clock of a demo part's run round, waiting for each picture; and turns the view as often. */
async function dragged(name) {
  await page.goto(base)
  await page.getByRole('link', { name, exact: true }).click()
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name: /^Run/ }).click()
  const knob = page.getByRole('slider', { name: 'Turn the section about the path' })
  await knob.waitFor()
  await page.waitForTimeout(1500)
  const box = await knob.boundingBox()
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.evaluate(() => {
    const canvas = document.querySelector('section[aria-label="3D view"] canvas')
    window.seen = []
    // The frame after the drawing: by then it has been shown.
    new MutationObserver(() => requestAnimationFrame((now) => window.seen.push(now))).observe(canvas, {
      attributes: true,
      attributeFilter: ['data-pictures'],
    })
    window.moved = []
    window.addEventListener('pointermove', () => window.moved.push(performance.now()), true)
  })
  const edits = []
  const count = () => page.evaluate(() => document.querySelector('canvas').dataset.pictures)
  for (let i = 1; i <= 30; i++) {
    const before = await count()
    const angle = i * 0.35
    await page.mouse.move(x + 40 * Math.cos(angle) - 40, y + 40 * Math.sin(angle))
    const from = await page.evaluate(() => window.moved.at(-1))
    const at = await page
      .waitForFunction((b) => document.querySelector('canvas').dataset.pictures !== b, before, {
        timeout: 3000,
        polling: 'raf',
      })
      .then(
        async () => {
          await page.waitForFunction((f) => window.seen.some((s) => s > f), from, { polling: 'raf' })
          return page.evaluate((f) => window.seen.find((s) => s > f), from)
        },
        () => undefined,
      )
    if (at !== undefined) edits.push(at - from)
  }
  await page.keyboard.press('Escape')
  await page.mouse.up()
  // The same picture drawn again, turned a little.
  const draws = await page.evaluate(async () => {
    const canvas = document.querySelector('canvas')
    const times = []
    for (let i = 0; i < 20; i++) {
      const from = performance.now()
      canvas.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }))
      await new Promise((r) => requestAnimationFrame(r))
      times.push((await new Promise((r) => requestAnimationFrame(r))) - from)
    }
    return times
  })
  return { edit: middle(edits), draw: middle(draws), samples: edits.length }
}

const rows = []
for (const name of ['Mist rail', 'Valve wheel', 'Pump loom']) rows.push([name, await dragged(name)])
await browser.close()
const text = [
  '',
  '## Picture to picture while a slider is dragged, in the browser',
  '',
  'The section of a run is turned by its handle in the built app at 1280 x 800: from the pointer’s move to the picture of',
  'the part worked out anew. Against one more drawing of the same picture, in the same run.',
  '',
  '| part | from move to picture | one drawing | ratio |',
  '| --- | ---: | ---: | ---: |',
  ...rows.map(
    ([name, r]) =>
      `| ${name} | ${r.edit.toFixed(0)} ms | ${r.draw.toFixed(0)} ms | ${(r.edit / r.draw).toFixed(2)} x |`,
  ),
  '',
].join('\n')
console.log(text)
appendFileSync(target, text)
process.exit(0)
