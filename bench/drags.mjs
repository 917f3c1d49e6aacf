// Work of the page for one step of a drag on the sheet, in the built app. Against one frame of 60 a second.
import { appendFileSync } from 'node:fs'
import { openApp } from './app.mjs'

const [root, target] = process.argv.slice(2)
const { base, browser, page } = await openApp(root, '4718')
const FRAME = 1000 / 60
const STEPS = 60

/** A zigzag of n lines; its first point lies in the origin. */
function chain(n) {
  const entities = [{ kind: 'point', id: 'p0', x: 0, y: 0 }]
  for (let i = 1; i <= n; i++)
    entities.push(
      { kind: 'point', id: `p${i}`, x: 12 * i, y: i % 2 ? 30 : 0 },
      { kind: 'line', id: `l${i}`, from: `p${i - 1}`, to: `p${i}` },
    )
  const constraints = [{ kind: 'coincident', id: 'k0', a: 'p0', b: 'origin' }]
  return { entities, constraints, at: [12 * (Math.floor(n / 4) * 2 + 1), 30] }
}

/** n lines in groups of three, each with as many constraints; no group knows another. */
function groups(n) {
  const [entities, constraints] = [[], []]
  for (let g = 0; g < n / 3; g++) {
    const [x, y] = [(g % 10) * 40, Math.floor(g / 10) * 30]
    const point = (k) => `g${g}p${k}`
    const corners = [
      [0, 0],
      [20, 0],
      [20, 15],
      [0, 15],
    ]
    corners.forEach(([a, b], k) => entities.push({ kind: 'point', id: point(k), x: x + a, y: y + b }))
    for (let k = 0; k < 3; k++)
      entities.push({ kind: 'line', id: `g${g}l${k}`, from: point(k), to: point(k + 1) })
    constraints.push(
      { kind: 'horizontal', id: `g${g}h`, a: point(0), b: point(1) },
      { kind: 'vertical', id: `g${g}v`, a: point(1), b: point(2) },
      { kind: 'horizontal', id: `g${g}i`, a: point(2), b: point(3) },
    )
  }
  return { entities, constraints, at: [20, 15] }
}

const cdp = await page.context().newCDPSession(page)
await cdp.send('Performance.enable')
const spent = async () => {
  const { metrics } = await cdp.send('Performance.getMetrics')
  return Object.fromEntries(metrics.map((m) => [m.name, 1000 * m.value]))
}

/** Drags a point of a sheet that holds these; gives the work of the page a step, in ms: the script's own, and all. */
async function dragged(name, { entities, constraints, at }, aside) {
  await page.goto(base)
  await page.getByRole('button', { name: 'New part' }).click()
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByText('Drawn path', { exact: true }).click()
  await page.getByRole('button', { name: 'Start' }).click()
  await page.getByRole('toolbar', { name: 'Sheet' }).waitFor()
  await page.waitForTimeout(1500)
  const id = page.url().split('/').pop().split('?')[0]
  await page.goto(base)
  await page.waitForTimeout(800)
  const { part, revision } = await (await fetch(`${base}/api/parts/${id}`)).json()
  const sketch = part.steps.find((s) => s.kind === 'sketch')
  Object.assign(sketch, { entities, constraints })
  if (aside) for (const s of part.steps) if (s.kind === 'run' || s.kind === 'blank') s.aside = true
  const put = await fetch(`${base}/api/parts/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', origin: base },
    body: JSON.stringify({ base: revision, part }),
  })
  if (!put.ok) throw new Error(await put.text())
  await page.goto(`${base}/parts/${id}`)
  await page.waitForTimeout(2000)
  await page.getByText(sketch.name).first().dblclick()
  await page.getByRole('toolbar', { name: 'Sheet' }).waitFor()
  await page.waitForTimeout(3000)
  const look = await page.getByTestId('sheet-scale').evaluate((e) => ({ ...e.dataset }))
  const box = await page.getByRole('application').boundingBox()
  const x = box.x + box.width / 2 + (at[0] - look.cx) * look.scale
  const y = box.y + box.height / 2 - (at[1] - look.cy) * look.scale
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 3, y + 3)
  await page.evaluate(() => {
    window.steps = 0
    window.addEventListener('pointermove', () => window.steps++, true)
  })
  const from = await spent()
  for (let i = 0; i < STEPS; i++) {
    await page.mouse.move(x + 20 * Math.sin(i / 5), y + 15 * Math.cos(i / 7))
    await page.waitForTimeout(20)
  }
  const till = await spent()
  const steps = await page.evaluate(() => window.steps)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  const a = (key) => (till[key] - from[key]) / steps
  return { script: a('ScriptDuration'), all: a('TaskDuration') }
}

// The first one warms the page up.
await dragged('Drag', chain(30), true)
const rows = [
  ['30 lines, one chain, no run on it', await dragged('Drag 1', chain(30), true)],
  ['60 lines, one chain, no run on it', await dragged('Drag 2', chain(60), true)],
  ['60 lines, the centre line of a run that follows', await dragged('Drag 3', chain(60), false)],
  ['30 lines in groups of three, 30 constraints', await dragged('Drag 4', groups(30), true)],
  ['300 lines in groups of three, 300 constraints', await dragged('Drag 5', groups(300), true)],
]
await browser.close()
const times = (ms) => `${(ms / FRAME).toFixed(2)} x`
const text = [
  '',
  '## A drag step on the sheet, in the browser',
  '',
  'A point is dragged in the built app at 1280 x 800, 60 steps: work of the page a step, whatever the part’s worker takes.',
  'Against one frame of 60 a second (16.7 ms). *All* holds the laying out and the painting too, which a graphics chip does',
  'elsewhere.',
  '',
  '| sheet | own work, against a frame | all, against a frame |',
  '| --- | ---: | ---: |',
  ...rows.map(([name, r]) => `| ${name} | ${times(r.script)} | ${times(r.all)} |`),
  '',
  'Aim: own work within a frame for 60 lines; independent groups draggable at 25 pictures a second and more.',
  '',
].join('\n')
console.log(text)
appendFileSync(target, text)
process.exit(0)
