import { describe, expect, it } from 'vitest'
import { serverForEach } from '../testing/app.ts'
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
      { id: 'bt12', ...bar, barLengths: [2000, 3000] },
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
  it('are filled with the demo once; rows taken out do not come back', async () => {
    await seed(server.db())
    const { stock } = (await call('GET', '/stock')).json
    expect(stock.length).toBeGreaterThan(10)
    await call('DELETE', `/stock/${stock[0].id}`)
    await seed(server.db())
    expect((await call('GET', '/stock')).json.stock).toHaveLength(stock.length - 1)
  })
})
