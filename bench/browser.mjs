// Picture-to-picture time of a slider drag in the built app: a pointer move, the part worked out in its worker, the new
// body drawn. Against one drawing of the same picture, which is most of it where there is no graphics chip.
import { appendFileSync } from 'node:fs'
import { openApp } from './app.mjs'

const [root, target] = process.argv.slice(2)
const { base, browser, page } = await openApp(root, '4719')
const middle = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]

/** A part of four booleans that all depend on its run: it joins a slab, out of which two holes and a slot are cut. */
async function withBodies(name) {
  await page.goto(base)
  await page.getByRole('button', { name: 'New part' }).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByText('Straight bar', { exact: true }).click()
  await page.getByRole('button', { name: 'Start' }).click()
  await page.getByRole('navigation', { name: 'Stations' }).waitFor()
  await page.waitForTimeout(1500)
  const id = page.url().split('/').pop().split('?')[0]
  await page.goto(base)
  await page.waitForTimeout(800)
  const { part, revision } = await (await fetch(`${base}/api/parts/${id}`)).json()
  const run = part.steps.find((s) => s.kind === 'run')
  const profile = part.steps.find((s) => s.kind === 'stock-profile')
  Object.assign(profile, { shape: 'rectangular-bar', sizes: { width: '30', height: '12', corner: '2' } })
  const body = (id, more) => ({
    id,
    kind: 'plain-body',
    name: id,
    aside: false,
    shape: 'block',
    axis: 'z',
    x: '0',
    y: '0',
    z: '-20',
    wide: '80',
    deep: '60',
    diameter: '12',
    height: '24',
    material: profile.material,
    ...more,
  })
  const cuts = { kind: 'cuts', with: ['slab'] }
  run.does = { kind: 'joins', with: ['slab'] }
  const at = part.steps.indexOf(run)
  part.steps.splice(at, 0, body('slab', {}))
  part.steps.push(
    body('hole', { shape: 'cylinder', x: '-20', z: '-40', height: '80', does: cuts }),
    body('other', { shape: 'cylinder', x: '25', z: '-40', height: '80', does: cuts }),
    body('slot', { x: '0', z: '-40', wide: '6', deep: '30', height: '80', does: cuts }),
  )
  const put = await fetch(`${base}/api/parts/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', origin: base },
    body: JSON.stringify({ base: revision, part }),
  })
  if (!put.ok) throw new Error(await put.text())
  return name
}

/** Drags the clock of a part's run round, waiting for each picture; and turns the view as often. */
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
    let last = canvas.dataset.pictures
    // The frame after a drawing of other bodies: by then it has been shown.
    new MutationObserver(() => {
      const now = canvas.dataset.pictures
      if (now === last) return
      last = now
      requestAnimationFrame((at) => window.seen.push(at))
    }).observe(canvas, { attributes: true, attributeFilter: ['data-pictures'] })
    window.moved = []
    window.addEventListener('pointermove', () => window.moved.push(performance.now()), true)
  })
  const edits = []
  for (let i = 1; i <= 30; i++) {
    const angle = i * 0.35
    await page.mouse.move(x + 40 * Math.cos(angle) - 40, y + 40 * Math.sin(angle))
    const from = await page.evaluate(() => window.moved.at(-1))
    // Figures may come before meshes: the last picture of this move counts, after which there is none for a while.
    await page.waitForTimeout(700)
    const at = await page.evaluate(() => window.seen.at(-1))
    if (at > from) edits.push(at - from)
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
rows.push([
  'A bar joined to a slab, two holes and a slot cut out: four booleans',
  await dragged(await withBodies('Four booleans')),
])
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
