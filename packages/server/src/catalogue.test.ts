import { describe, expect, it } from 'vitest'
import { serverForEach } from '../testing/app.ts'
import { FIRST_BENDERS } from './db/first-benders.ts'
import { seed } from './demo/seed.ts'

const server = serverForEach()
const call = (method: string, path: string, body?: unknown) => server.call(method, `/catalogue${path}`, body)
const bronze = { name: 'Bronze', density: 8800, look: 'brass', price: 14 }
const bar = {
  name: 'Bronze tube 12',
  shape: 'tube',
  sizes: { diameter: 12, wall: 1 },
  materialId: 'bronze',
  barLengths: [3000, 2000],
}
const message = (r: { json: any }): string => r.json.error.message

describe('the tables of stock and materials', () => {
  it('take rows, change them, and give them up', async () => {
    expect((await call('PUT', '/materials/bronze', bronze)).status).toBe(200)
    expect((await call('PUT', '/stock/bt12', bar)).status).toBe(200)
    expect((await call('GET', '/stock')).json.stock).toEqual([
      { id: 'bt12', ...bar, barLengths: [2000, 3000], remnants: [], forming: null },
    ])
    await call('PUT', '/stock/bt12', { ...bar, sizes: { diameter: 14, wall: 1 } })
    expect((await call('GET', '/stock')).json.stock[0].sizes).toEqual({ diameter: 14, wall: 1 })
    expect((await call('DELETE', '/stock/bt12')).status).toBe(200)
    expect((await call('DELETE', '/stock/bt12')).status).toBe(404)
    expect((await call('GET', '/stock')).json.stock).toEqual([])
  })
  it('refuse what could not be made, in words', async () => {
    await call('PUT', '/materials/bronze', bronze)
    const thick = await call('PUT', '/stock/x', { ...bar, sizes: { diameter: 12, wall: 7 } })
    expect([thick.status, message(thick)]).toEqual([409, expect.stringContaining('leaves no hollow')])
    const wrong = await call('PUT', '/stock/x', { ...bar, sizes: { side: 12 } })
    expect([wrong.status, message(wrong)]).toEqual([400, expect.stringMatching(/diameter|side/)])
    expect((await call('PUT', '/stock/x', { ...bar, barLengths: [] })).status).toBe(400)
    expect((await call('PUT', '/stock/x', { ...bar, shape: 'star' })).status).toBe(400)
    expect((await call('PUT', '/materials/x', { ...bronze, name: 'B', density: 0 })).status).toBe(400)
    expect(message(await call('PUT', '/stock/x', { ...bar, materialId: 'gold' }))).toContain(
      'not in the table',
    )
  })
  it('keep names apart, and materials that stock is made of', async () => {
    await call('PUT', '/materials/bronze', bronze)
    await call('PUT', '/stock/bt12', bar)
    expect(message(await call('PUT', '/materials/b2', { ...bronze, name: 'bronze' }))).toContain('“Bronze”')
    expect(message(await call('PUT', '/stock/b2', bar))).toContain('already')
    expect(message(await call('DELETE', '/materials/bronze'))).toContain('Bronze tube 12')
  })
  it('keep how a stock bends, within bounds', async () => {
    await call('PUT', '/materials/bronze', bronze)
    const rules = {
      smallest: 20,
      strain: 0.2,
      thinning: 0,
      ovality: 0,
      ovalityFactor: 0.05,
      strength: 300,
      stiffness: 110,
    }
    const forming = {
      rules,
      shares: [{ ratio: 2, share: 0.45 }],
      trials: [{ radius: 40, set: 1.6, got: 1.5 }],
    }
    expect((await call('PUT', '/stock/bt12', { ...bar, forming })).status).toBe(200)
    expect((await call('GET', '/stock')).json.stock[0].forming).toEqual(forming)
    const refused = async (wrong: object) =>
      (await call('PUT', '/stock/x', { ...bar, forming: { ...forming, ...wrong } })).status
    expect(await refused({ rules: { ...rules, strain: -0.1 } })).toBe(400)
    expect(await refused({ rules: { ...rules, luck: 7 } })).toBe(400)
    expect(await refused({ shares: [{ ratio: 2, share: 1 }] })).toBe(400)
    expect(await refused({ trials: [{ radius: 40, set: 1.6, got: 0 }] })).toBe(400)
  })
  it('keep benders, by names of their own and within bounds', async () => {
    const [{ id: _, ...bender }] = FIRST_BENDERS as [(typeof FIRST_BENDERS)[0]]
    expect((await call('PUT', '/benders/b1', { ...bender, dies: [40, 30] })).status).toBe(200)
    expect((await call('GET', '/benders')).json.benders).toEqual([{ id: 'b1', ...bender, dies: [30, 40] }])
    expect(message(await call('PUT', '/benders/b2', bender))).toContain('already')
    const slow = { ...bender, name: 'Slow', sizes: { ...bender.sizes, feed: 0 } }
    expect((await call('PUT', '/benders/b2', slow)).status).toBe(400)
    expect((await call('PUT', '/benders/b2', { ...bender, name: 'N', dies: [0] })).status).toBe(400)
    expect((await call('DELETE', '/benders/b1')).status).toBe(200)
    expect((await call('DELETE', '/benders/b1')).status).toBe(404)
  })
  it('are filled with the demo once; rows taken out do not come back', async () => {
    await seed(server.db())
    const { stock } = (await call('GET', '/stock')).json
    expect(stock.length).toBeGreaterThan(10)
    await call('DELETE', `/stock/${stock[0].id}`)
    await seed(server.db())
    expect((await call('GET', '/stock')).json.stock).toHaveLength(stock.length - 1)
  })
})
