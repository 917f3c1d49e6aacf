import { describe, expect, it } from 'vitest'
import { serverForEach } from '../testing/app.ts'
import { STARTERS, type Part, takeSection } from '@flexum/core/recipe'
import { DEMO_PARTS } from './demo/parts.ts'

const server = serverForEach()
const call = (method: string, path: string, body?: unknown) => server.call(method, `/sections${path}`, body)
const taken = (part: Part, name: string): Part => {
  const r = takeSection(part, 'profile', name)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const bail = taken(
  DEMO_PARTS.find((p) => p.name === 'Drawer bail')!,
  'Bail bar',
)
const tube = taken(STARTERS.hoop.make('Hoop'), 'Tube 20')

describe('sections', () => {
  it('are saved with their figures and picture, and read back as they were', async () => {
    const saved = await call('POST', '', { section: bail, tags: ['handle', 'brass'] })
    expect(saved).toMatchObject({ status: 201, json: { version: 1 } })
    await call('POST', '', { section: tube })
    expect((await call('GET', '')).json.sections).toHaveLength(2)
    await server.working().idle()
    const { json } = await call('GET', '')
    expect(json.sections.every((s: any) => s.state === 'known')).toBe(true)
    expect(json.sections.map((s: any) => [s.name, s.figures.kind, s.tags])).toEqual(
      expect.arrayContaining([
        ['Bail bar', 'drawn', ['handle', 'brass']],
        ['Tube 20', 'stock', []],
      ]),
    )
    const row = json.sections.find((s: any) => s.name === 'Bail bar')
    expect(row.figures.area).toBeCloseTo(14 * 8 - 2 * 9 * (1 - Math.PI / 4), 6)
    expect(row.figures).toMatchObject({
      width: expect.closeTo(14, 6),
      height: expect.closeTo(8, 6),
      material: 'Brass',
    })
    expect(row.figures.picture).toContain('<svg')
    const read = await call('GET', `/${saved.json.id}`)
    expect(read.json).toMatchObject({ version: 1, newest: 1, section: bail })
  })
  it('keep every version, and refuse a stale save', async () => {
    const { id } = (await call('POST', '', { section: bail })).json
    const wider = {
      ...bail,
      values: bail.values.map((v) => (v.name === 'width' ? { ...v, formula: '18' } : v)),
    }
    expect((await call('PUT', `/${id}`, { base: 1, section: wider })).json).toMatchObject({ version: 2 })
    expect((await call('PUT', `/${id}`, { base: 1, section: bail })).status).toBe(409)
    expect((await call('GET', `/${id}?version=1`)).json).toMatchObject({
      version: 1,
      newest: 2,
      section: bail,
    })
    expect((await call('GET', `/${id}`)).json).toMatchObject({ version: 2, section: wider })
    expect((await call('GET', `/${id}?version=7`)).status).toBe(404)
  })
  it('must give a sound section, and say why they do not', async () => {
    const empty = { ...bail, steps: [] }
    expect(await call('POST', '', { section: empty })).toMatchObject({
      status: 422,
      json: { error: { message: 'it holds no profile' } },
    })
    const thick = {
      ...tube,
      steps: tube.steps.map((s) =>
        s.kind === 'stock-profile' ? { ...s, sizes: { diameter: '20', wall: '12' } } : s,
      ),
    }
    // What holds a profile is kept; that it gives none is found out after the save, and said in the list.
    expect((await call('POST', '', { section: thick })).status).toBe(201)
    await server.working().idle()
    const [row] = (await call('GET', '')).json.sections
    expect(row).toMatchObject({ state: 'failed', figures: null })
    expect(row.trouble).toContain('leaves no hollow')
    for (const tag of [5, '', '  ', 'a\u0000b', '\ud800', 'x'.repeat(41), {}])
      expect((await call('POST', '', { section: tube, tags: [tag] })).status).toBe(400)
    expect((await call('POST', '', { section: { ...bail, version: 99 } })).status).toBe(400)
  })
  it('go to the bin and come back; their versions stay', async () => {
    const { id } = (await call('POST', '', { section: tube })).json
    expect((await call('POST', `/${id}/bin`, {})).status).toBe(200)
    expect((await call('GET', '')).json.sections).toEqual([])
    expect((await call('GET', '?bin=yes')).json.sections).toHaveLength(1)
    expect((await call('GET', `/${id}`)).status).toBe(200)
    expect((await call('POST', `/${id}/restore`, {})).status).toBe(200)
    expect((await call('GET', '')).json.sections).toHaveLength(1)
    expect((await call('POST', '/00000000-0000-4000-8000-000000000000/bin', {})).status).toBe(404)
  })
})
