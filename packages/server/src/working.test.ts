import { describe, expect, it, vi } from 'vitest'
import { fail, fault } from '@flexum/core/base'
import { STARTERS } from '@flexum/core/recipe'
import { serverForEach } from '../testing/app.ts'
import { workingService } from './services/working.ts'
import { directWork } from './work/direct.ts'

const server = serverForEach()
const { call } = server
const stateOf = async (id: string): Promise<string> => {
  const { parts: rows } = (await call('GET', '/parts')).json as { parts: { id: string; state: string }[] }
  return rows.find((r) => r.id === id)!.state
}
/** A part that is kept and not worked out: the server's own work is stopped. */
async function kept(): Promise<string> {
  server.working().stop()
  return (await call('POST', '/parts', { part: STARTERS.hoop.make('Hoop') })).json.id as string
}

/** Work that takes too long so many times, and is done then. */
function slowAtFirst(times: number) {
  let tried = 0
  const work = directWork()
  return {
    tried: () => tried,
    work: {
      ...work,
      part: async (body: string) =>
        ++tried <= times ? fail(fault('work.long', 'it took longer than 20 s')) : work.part(body),
    },
  }
}

describe('working out what was saved', () => {
  it('is tried again later where it only took too long, and waits until then', async () => {
    const id = await kept()
    const slow = slowAtFirst(2)
    const said: string[] = []
    const working = workingService(server.db(), slow.work, (m) => said.push(m), 5)
    working.want({ kind: 'part', id })
    await working.idle()
    expect(await stateOf(id)).toBe('waiting')
    await vi.waitFor(async () => expect(await stateOf(id)).toBe('known'), { timeout: 60_000 })
    expect(slow.tried()).toBe(3)
    expect(said[0]).toContain('took too long; it is tried again later')
    working.stop()
  })
  it('is taken up at the next start where it took too long every time', async () => {
    const id = await kept()
    const never = slowAtFirst(Infinity)
    const said: string[] = []
    const working = workingService(server.db(), never.work, (m) => said.push(m), 1)
    working.want({ kind: 'part', id })
    await vi.waitFor(() => expect(said.at(-1)).toContain('it waits for the next start'), { timeout: 60_000 })
    working.stop()
    expect(await stateOf(id)).toBe('waiting')
    const after = workingService(server.db(), directWork())
    await after.takeUp()
    await after.idle()
    expect(await stateOf(id)).toBe('known')
    after.stop()
  })
  it('is marked with why where the part is no part, and not tried again', async () => {
    const id = await kept()
    const broken = { ...directWork(), part: async () => fail(fault('part.rules', 'it is none')) }
    const working = workingService(server.db(), broken as never, () => undefined, 1)
    working.want({ kind: 'part', id })
    await working.idle()
    expect(await stateOf(id)).toBe('failed')
    working.stop()
  })
})
