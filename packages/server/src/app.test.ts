import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import { serverForEach } from '../testing/app.ts'
import { readPartText, STARTERS, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { DEMO_PARTS } from './demo/parts.ts'
import { seed } from './demo/seed.ts'
import { loadManifold } from '@flexum/manifold'

const solids = await loadManifold()

const server = serverForEach()

const hoop = STARTERS.hoop.make('Hoop')
const { call } = server
const make = async (part: Part = hoop): Promise<string> => (await call('POST', '/parts', { part })).json.id

describe('parts', () => {
  it('are made, listed at once and with their figures when these are worked out, and read back as they were', async () => {
    const id = await make()
    const before = (await call('GET', '/parts')).json.parts
    expect(before).toMatchObject([{ id, name: 'Hoop', revision: 1 }])
    await server.working().idle()
    const { json } = await call('GET', '/parts')
    expect(json.parts).toMatchObject([
      {
        id,
        name: 'Hoop',
        revision: 1,
        state: 'known',
        picture: 1,
        figures: { bends: 2, profile: 'tube 20 × 2', blocking: 0 },
      },
    ])
    expect(json.parts[0].figures.length).toBeCloseTo(160 * 2 + 220 + 40 * Math.PI, 9)
    expect((await call('GET', `/parts/${id}`)).json).toMatchObject({ id, revision: 1, part: hoop })
  })

  it('keep every revision, and refuse a stale save without losing either side', async () => {
    const id = await make()
    const first = await call('PUT', `/parts/${id}`, { base: 1, part: { ...hoop, name: 'Hoop B' } })
    expect(first).toMatchObject({ status: 200, json: { revision: 2 } })
    const stale = await call('PUT', `/parts/${id}`, { base: 1, part: { ...hoop, name: 'Hoop C' } })
    expect(stale.status).toBe(409)
    expect(stale.json).toMatchObject({
      error: { code: 'part.stale' },
      head: { revision: 2, part: { name: 'Hoop B' } },
    })
    expect(
      (await call('GET', `/parts/${id}/revisions`)).json.revisions.map((r: { number: number }) => r.number),
    ).toEqual([2, 1])
    expect((await call('GET', `/parts/${id}/revisions/1`)).json.part).toEqual(hoop)
    expect((await call('GET', `/parts/${id}/revisions/7`)).status).toBe(404)
  })

  it('take the same save twice as one, even from an old base', async () => {
    const id = await make()
    const changed = { ...hoop, name: 'Hoop B' }
    await call('PUT', `/parts/${id}`, { base: 1, part: changed })
    expect(await call('PUT', `/parts/${id}`, { base: 1, part: changed })).toMatchObject({
      status: 200,
      json: { revision: 2 },
    })
  })

  it('saved all at once: one wins each base, the others are told', async () => {
    const id = await make()
    const all = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        call('PUT', `/parts/${id}`, { base: 1, part: { ...hoop, name: `Hoop ${i}` } }),
      ),
    )
    expect(all.map((r) => r.status).sort()).toEqual([200, ...Array<number>(11).fill(409)])
  })

  it('go to the bin and come back, and are copied', async () => {
    const id = await make()
    await call('POST', `/parts/${id}/bin`)
    expect((await call('GET', '/parts')).json.parts).toEqual([])
    expect((await call('GET', '/parts?bin=yes')).json.parts).toMatchObject([{ id }])
    await call('POST', `/parts/${id}/restore`)
    const copy = await call('POST', `/parts/${id}/copy`, {})
    expect(copy).toMatchObject({ status: 201, json: { part: { name: 'Hoop copy' } } })
    expect((await call('GET', '/parts')).json.parts).toHaveLength(2)
  })

  it('leave as a file that reads back', async () => {
    const id = await make({ ...hoop, name: 'Hoop ü/1' })
    const { response } = await call('GET', `/parts/${id}/files/part`)
    expect(response.headers.get('content-disposition')).toContain(
      "filename*=UTF-8''Hoop%20%C3%BC-1.flexum.json",
    )
    expect(readPartText(await response.text())).toMatchObject({ ok: true, value: { steps: hoop.steps } })
  })

  it('have a picture that shows something, drawn after the save', async () => {
    const id = await make()
    await server.working().idle()
    const { response } = await call('GET', `/parts/${id}/revisions/1/picture.png`)
    const png = PNG.sync.read(Buffer.from(await response.arrayBuffer()))
    let solid = 0
    for (let i = 3; i < png.data.length; i += 4) if (png.data[i] === 255) solid++
    expect(solid).toBeGreaterThan(500)
    expect((await call('GET', `/parts/${id}/revisions/1/picture.png`)).status).toBe(200)
    const empty = await make({ ...hoop, steps: [] })
    await server.working().idle()
    expect(await call('GET', `/parts/${empty}/revisions/1/picture.png`)).toMatchObject({
      status: 404,
      json: { error: { code: 'picture.none' } },
    })
  })
})

describe('bad requests get a clear answer', () => {
  it.each<[string, string, string, unknown, number, RegExp]>([
    ['a part that is none', 'POST', '/parts', { part: { format: 'x' } }, 400, /"format" reads "x"/],
    ['no part', 'POST', '/parts', {}, 400, /"part" is missing/],
    ['no JSON', 'POST', '/parts', '{', 400, /JSON/i],
    ['an id that is none', 'GET', '/parts/12', undefined, 400, /UUID/],
    [
      'a part that is not there',
      'GET',
      '/parts/00000000-0000-4000-8000-000000000000',
      undefined,
      404,
      /no such part/,
    ],
    [
      'a save to nowhere',
      'PUT',
      '/parts/00000000-0000-4000-8000-000000000000',
      { base: 1, part: hoop },
      404,
      /no such part/,
    ],
    [
      'a save without its base',
      'PUT',
      '/parts/00000000-0000-4000-8000-000000000000',
      { part: hoop },
      400,
      /"base" is missing/,
    ],
    ['a wrong query', 'GET', '/parts?bin=maybe', undefined, 400, /bin/],
    ['an unknown address', 'GET', '/nothing', undefined, 404, /nothing at GET/],
    ['a body too large', 'POST', '/parts', `"${'x'.repeat(5 * 1024 * 1024)}"`, 413, /at most 4 MB/],
  ])('%s', async (_, method, path, body, status, message) => {
    const r = await call(method, path, body)
    expect(r.status).toBe(status)
    expect(r.json.error.message).toMatch(message)
  })
})

describe('the demo', () => {
  it('is seeded once, and every part of it is sound in every size', async () => {
    expect(await seed(server.db())).toBe(DEMO_PARTS.length + 1)
    expect(await seed(server.db())).toBe(0)
    expect((await call('GET', '/catalogue/materials')).json.materials.length).toBeGreaterThan(5)
    expect((await call('GET', '/catalogue/stock')).json.stock.length).toBeGreaterThan(10)
    for (const part of DEMO_PARTS) {
      for (const variant of [null, ...part.variants.map((v) => v.id)]) {
        expect(
          createEvaluator({ solids }).evaluate({ ...part, variant }).findings,
          `${part.name} ${variant}`,
        ).toEqual([])
      }
    }
  })
})

describe('writes', () => {
  it('wait for each other', async () => {
    const all = await Promise.all(Array.from({ length: 20 }, (_, i) => make({ ...hoop, name: `Hoop ${i}` })))
    expect(new Set(all).size).toBe(20)
    expect((await call('GET', '/parts')).json.parts).toHaveLength(20)
  })
})
