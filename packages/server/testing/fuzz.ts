import { fail, fault } from '@flexum/core/base'
import { STARTERS } from '@flexum/core/recipe'
import { mutated } from '../../core/testing/fuzz/mutate.ts'
import { randomPart } from '../../core/testing/fuzz/parts.ts'
import { randomOf, type Random } from '../../core/testing/fuzz/random.ts'
import { createApp } from '../src/app.ts'
import { openDatabase } from '../src/db/open.ts'
import { planningService } from '../src/services/planning.ts'
import { workingService } from '../src/services/working.ts'
import { directWork } from '../src/work/direct.ts'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const METHODS = ['GET', 'GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'] as const
const WORDS = [
  'parts',
  'sections',
  'images',
  'catalogue',
  'materials',
  'stock',
  'health',
  'revisions',
  'picture.png',
  'file',
  'bin',
  'restore',
  'copy',
  '..',
  '%2e%2e',
  '%00',
  '%',
  '__proto__',
  'constructor',
  '1',
  '-1',
  '1e9',
  'a'.repeat(300),
  '',
] as const
const QUERIES = [
  '',
  '?bin=yes',
  '?bin=maybe',
  '?version=0',
  '?version=1e99',
  '?__proto__=1',
  '?constructor',
  '?bin=yes&bin=no',
  '?%ff=%',
] as const
const TYPES = [
  'application/json',
  'application/json',
  'text/plain',
  'image/png',
  'multipart/form-data',
  '',
] as const

function bodyOf(r: Random): string {
  const part = r.chance(0.5) ? randomPart(r) : STARTERS.hoop.make('Hoop')
  const wrapped = {
    base: r.pick([1, 0, -1, 1e99, '1']),
    part,
    section: part,
    tags: r.pick([[], ['a'], [1], 'a']),
    name: r.pick(['x', 5, '\u0000']),
  }
  const body = JSON.stringify(r.chance(0.5) ? mutated(wrapped, r) : wrapped)
  return r.chance(0.1) ? body.slice(0, r.below(body.length)) : body
}

/**
 * Random requests against a server of its own: every one must be answered, none by a failure of ours, and the server must be
 * as well afterward as before. The counts, and for each fault the seed of its request.
 */
export async function fuzzRequests(
  seed: number,
  count: number,
  migrations: string,
): Promise<{ done: number; faults: string[] }> {
  const folder = await mkdtemp(join(tmpdir(), 'flexum-fuzz-'))
  const db = await openDatabase(join(folder, 'fuzz.db'), migrations)
  const work = directWork()
  // Only what is kept and given back is looked at here: nothing is worked out.
  const notNow = async () => fail(fault('work.not', 'not now'))
  const working = workingService(
    db,
    {
      ...work,
      part: notNow,
      section: notNow,
    },
    () => undefined,
  )
  const planning = planningService(db, work, () => undefined)
  const app = createApp({ db, work, working, planning })
  const faults: string[] = []
  const ids: string[] = ['00000000-0000-4000-8000-000000000000']
  const told = console.error
  console.error = () => undefined
  try {
    for (let i = 0; i < count; i++) {
      const r = randomOf(seed + i)
      const method = r.pick(METHODS)
      const way = Array.from({ length: 1 + r.below(4) }, () => (r.chance(0.3) ? r.pick(ids) : r.pick(WORDS)))
      const address = `/api/${r.chance(0.5) ? 'parts/' : ''}${way.join('/')}${r.pick(QUERIES)}`
      const init: RequestInit = { method, headers: r.chance(0.8) ? { 'content-type': r.pick(TYPES) } : {} }
      if (method !== 'GET' && method !== 'HEAD') init.body = bodyOf(r)
      try {
        const response = await app.request(address, init)
        if (response.status >= 500)
          faults.push(`request seed ${seed + i}: ${method} ${address} answers ${response.status}`)
        if (response.status === 201) {
          const { id } = (await response.json()) as { id?: string }
          if (id && ids.length < 50) ids.push(id)
        }
      } catch (error) {
        faults.push(`request seed ${seed + i}: ${method} ${address} throws ${String(error)}`)
      }
    }
    const health = await app.request('/api/parts')
    if (health.status !== 200) faults.push(`after all of it the list answers ${health.status}`)
  } finally {
    console.error = told
    working.stop()
    await db.close()
    await rm(folder, { recursive: true, force: true })
  }
  return { done: count, faults }
}
