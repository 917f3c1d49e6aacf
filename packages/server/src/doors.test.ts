import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { createClient } from '@libsql/client'
import { STARTERS, type Part } from '@flexum/core/recipe'
import { serverForEach } from '../testing/app.ts'
import { createApp } from './app.ts'
import { MIGRATIONS, openDatabase } from './db/open.ts'
import { listStock, putMaterial, putStock } from './db/catalogue-queries.ts'
import { addRevision, insertPart } from './db/part-queries.ts'
import { door } from './http/door.ts'
import { hostName } from './http/guards.ts'
import { settingsFrom } from './settings.ts'

const server = serverForEach()
const { call } = server
const hoop = STARTERS.hoop.make('Hoop')
const ID = '11111111-1111-4111-8111-111111111111'

describe('names and origins', () => {
  it.each([
    ['localhost:4600', 200],
    ['127.0.0.1', 200],
    ['[::1]:4600', 200],
    ['evil.example', 403],
    ['localhost.evil.example', 403],
    ['', 403],
  ])('a Host of "%s" gets %i', async (host, status) => {
    const r = await call('GET', '/health', undefined, { host })
    expect(r.status).toBe(status)
  })
  it('are read without port and brackets', () => {
    expect(['A:1', '[::1]:2', '[fe80::1]', 'b', 'a:b:c'].map(hostName)).toEqual([
      'a',
      '::1',
      'fe80::1',
      'b',
      '',
    ])
  })
  it('of a name that is set get in', async () => {
    const app = createApp({
      db: server.db(),
      work: undefined as never,
      planning: undefined as never,
      working: server.working(),
      names: new Set(['bench.example']),
    })
    const ask = async (host: string) => (await app.request('/api/health', { headers: { host } })).status
    expect([await ask('bench.example:80'), await ask('localhost')]).toEqual([200, 403])
  })
  it.each<[Record<string, string>, number]>([
    [{}, 201],
    [{ origin: 'http://localhost' }, 201],
    [{ 'sec-fetch-site': 'same-origin' }, 201],
    [{ 'sec-fetch-site': 'none' }, 201],
    [{ origin: 'http://evil.example' }, 403],
    [{ origin: 'null' }, 403],
    [{ origin: 'http://localhost:1' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
    [{ 'sec-fetch-site': 'same-site' }, 403],
  ])('a write with %j gets %i', async (headers, status) => {
    expect((await call('POST', '/parts', { part: hoop }, { host: 'localhost', ...headers })).status).toBe(
      status,
    )
    // Reading is no harm.
    expect((await call('GET', '/parts', undefined, { host: 'localhost', ...headers })).status).toBe(200)
  })
  it('pages say what they may load, and that nothing of the API is to be kept', async () => {
    const { response } = await call('GET', '/parts')
    // It stands alone, so that its workers can share memory with it.
    expect(response.headers.get('cross-origin-opener-policy')).toBe('same-origin')
    expect(response.headers.get('cross-origin-embedder-policy')).toBe('require-corp')
    const policy = response.headers.get('content-security-policy')!
    for (const rule of [
      "base-uri 'none'",
      "form-action 'self'",
      "frame-ancestors 'none'",
      "default-src 'self'",
    ])
      expect(policy).toContain(rule)
    expect(response.headers.get('cache-control')).toBe('no-store')
  })
  it('the page is asked for anew, what has a hash in its name is kept', async () => {
    const root = join(server.folder(), 'web')
    await mkdir(join(root, 'assets'), { recursive: true })
    await writeFile(join(root, 'index.html'), '<p>')
    await writeFile(join(root, 'assets', 'a-1.js'), '1')
    const app = createApp({
      db: server.db(),
      work: undefined as never,
      planning: undefined as never,
      working: server.working(),
      webRoot: root,
    })
    const cache = async (path: string) => (await app.request(path)).headers.get('cache-control')
    expect(await cache('/')).toBe('no-cache')
    expect(await cache('/parts/x')).toBe('no-cache')
    expect(await cache('/assets/a-1.js')).toContain('immutable')
    expect(await cache('/assets/none.js')).not.toContain('immutable')
  })
})

describe('queries', () => {
  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])(
    'named %s are refused',
    async (name) => {
      for (const path of ['/parts', '/sections', '/health'])
        expect((await call('GET', `${path}?${name}=1&${name}=2`)).status).toBe(400)
    },
  )
})

describe('bodies', () => {
  it('nested without end are refused in words', async () => {
    const deep = `${'['.repeat(20_000)}${']'.repeat(20_000)}`
    for (const body of [
      deep,
      `{"part":${deep}}`,
      `{"part":{"format":"flexum-part","version":1,"steps":${deep}}}`,
    ]) {
      const r = await call('POST', '/parts', body)
      expect(r.status).toBe(400)
      expect(r.json.error.message).toMatch(/nested deeper/)
    }
  })
  it('are kept as they were read: an older version is brought up to date before it is stored', async () => {
    const old = JSON.parse(
      await readFile(
        new URL('../../core/testing/version-1/plain-cornice.flexum.json', import.meta.url),
        'utf8',
      ),
    )
    const made = await call('POST', '/parts', { part: old })
    expect(made).toMatchObject({ status: 201, json: { part: { version: 2 } } })
    const { json } = await call('GET', `/parts/${made.json.id}`)
    expect(json.part).toEqual(made.json.part)
    expect(json.part.steps[1].sizes.face).toContain('sin(38 deg)')
  })
  it('with halves of characters or control characters in names are refused', async () => {
    for (const name of ['a\ud800', 'a\u0000', '\u001b[31m']) {
      expect((await call('POST', '/parts', { part: { ...hoop, name } })).status).toBe(400)
      const { json } = await call('POST', '/parts', { part: hoop })
      expect((await call('POST', `/parts/${json.id}/copy`, { name })).status).toBe(400)
    }
  })
})

describe('what is kept', () => {
  const put = (body: string, revision = 1) =>
    server.db().write(async (tx) => {
      if (revision === 1) await insertPart(tx, ID, { name: 'Old', at: 1, body })
      else await addRevision(tx, ID, revision - 1, { name: 'Old', at: revision, body })
    })
  it('is brought up to date when it leaves', async () => {
    await put(
      await readFile(
        new URL('../../core/testing/version-1/cornice-by-values.flexum.json', import.meta.url),
        'utf8',
      ),
    )
    const { json, status } = await call('GET', `/parts/${ID}`)
    expect(status).toBe(200)
    expect(json.part.version).toBe(2)
    // And can be saved over as it came.
    const saved = await call('PUT', `/parts/${ID}`, { base: 1, part: json.part })
    expect(saved).toMatchObject({ status: 200, json: { revision: 2 } })
  })
  it('and cannot be read says so, and its older revisions can be gone back to', async () => {
    await put(JSON.stringify(hoop))
    server.working().want({ kind: 'part', id: ID })
    await server.working().idle()
    await put('{"format":"flexum-part","version":1', 2)
    server.working().want({ kind: 'part', id: ID })
    await server.working().idle()
    const head = await call('GET', `/parts/${ID}`)
    expect(head).toMatchObject({ status: 422, json: { error: { code: 'part.unreadable' } } })
    expect((await call('GET', `/parts/${ID}/revisions`)).json.revisions).toMatchObject([
      { number: 2, state: 'failed' },
      { number: 1, state: 'known' },
    ])
    expect((await call('GET', `/parts/${ID}/revisions/1`)).json.part).toEqual(hoop)
    // The list shows it all the same, with what it was.
    expect((await call('GET', '/parts')).json.parts).toMatchObject([
      { id: ID, state: 'failed', picture: 1, trouble: expect.stringContaining('JSON') },
    ])
    expect((await call('PUT', `/parts/${ID}`, { base: 2, part: hoop })).json).toMatchObject({ revision: 3 })
    expect((await call('GET', `/parts/${ID}`)).json.part).toEqual(hoop)
  })
})

describe('the door', () => {
  const open = (phrase: string) => {
    const waits: number[] = []
    const { routes, guard } = door(phrase, async (ms) => void waits.push(ms))
    return { waits, routes, guard }
  }
  it('lets nobody by without the pass phrase, and slows down who guesses', async () => {
    const app = createApp({
      db: server.db(),
      work: undefined as never,
      planning: undefined as never,
      working: server.working(),
      passPhrase: 'seven wet spoons',
    })
    expect((await app.request('/api/parts')).status).toBe(401)
    expect((await app.request('/')).headers.get('location')).toBe('/enter')
    const enter = await app.request('/enter')
    expect(await enter.text()).toContain('Pass phrase')
    const give = (phrase: string, headers = {}) =>
      app.request('/enter', { method: 'POST', body: new URLSearchParams({ phrase }), headers })
    expect((await give('wrong')).status).toBe(403)
    expect((await give('seven wet spoons', { origin: 'http://evil.example' })).status).toBe(403)
    const ok = await give('seven wet spoons')
    expect(ok.status).toBe(303)
    const cookie = ok.headers.get('set-cookie')!
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Strict/)
    const inside = (c: string) => app.request('/api/parts', { headers: { cookie: c } })
    expect((await inside(cookie.split(';')[0]!)).status).toBe(200)
    expect((await inside('flexum_door=guess')).status).toBe(401)
  })
  it('waits longer after each wrong try, up to a bound, and not after a right one', async () => {
    const { routes, waits } = open('seven wet spoons')
    const give = (phrase: string) =>
      routes.request('/enter', { method: 'POST', body: new URLSearchParams({ phrase }) })
    for (let i = 0; i < 10; i++) await give('wrong')
    expect(waits.slice(0, 4)).toEqual([250, 500, 1000, 2000])
    expect(Math.max(...waits)).toBe(30_000)
    await give('seven wet spoons')
    const before = waits.length
    await give('seven wet spoons')
    expect(waits.length).toBe(before)
  })
})

describe('settings', () => {
  const read = (env: Record<string, string>) => {
    const r = settingsFrom(env)
    return r.ok ? r.value : r.fault.message
  }
  it('by themselves are a server on loopback', () => {
    expect(read({})).toMatchObject({
      host: '127.0.0.1',
      port: 4600,
      passPhrase: undefined,
      warning: undefined,
    })
  })
  it.each<[Record<string, string>, RegExp]>([
    [{ FLEXUM_PORT: '' }, /FLEXUM_PORT is empty/],
    [{ FLEXUM_DATABASE: ' ' }, /FLEXUM_DATABASE is empty/],
    [{ FLEXUM_PORT: '80a' }, /FLEXUM_PORT reads "80a"; a whole number/],
    [{ FLEXUM_PORT: '99999' }, /from 0 to 65535/],
    [{ FLEXUM_HOST: 'http://x' }, /FLEXUM_HOST reads/],
    [{ FLEXUM_HOST: '0.0.0.0' }, /others can reach; set FLEXUM_PASS_PHRASE.*FLEXUM_BEHIND_PROXY/],
    [{ FLEXUM_HOST: '0.0.0.0', FLEXUM_PASS_PHRASE: 'short' }, /at least 8/],
    [{ FLEXUM_BEHIND_PROXY: 'maybe' }, /yes or no/],
  ])('%j is refused in one line', (env, words) => {
    const said = read(env)
    expect(said).toMatch(words)
    expect(typeof said === 'string' && said.split('\n')).toHaveLength(1)
  })
  it('that open it to others warn, and take a pass phrase or a proxy', () => {
    expect(read({ FLEXUM_HOST: '0.0.0.0', FLEXUM_PASS_PHRASE: 'seven wet spoons' })).toMatchObject({
      passPhrase: 'seven wet spoons',
      warning: expect.stringContaining('others than this machine'),
    })
    const behind = read({
      FLEXUM_HOST: '10.0.0.5',
      FLEXUM_BEHIND_PROXY: 'yes',
      FLEXUM_HOSTS: 'Bench.example, b',
    })
    expect(behind).toMatchObject({ passPhrase: undefined, warning: expect.any(String) })
    expect(typeof behind !== 'string' && [...behind.names]).toEqual([
      'localhost',
      '127.0.0.1',
      '::1',
      '10.0.0.5',
      'bench.example',
      'b',
    ])
  })
})

describe('a database', () => {
  const opened = async (path: string): Promise<string> => {
    try {
      const db = await openDatabase(path, MIGRATIONS)
      await db.close()
      return 'opened'
    } catch (error) {
      return error instanceof Error ? error.message : String(error)
    }
  }
  it.each<[string, (folder: string) => Promise<string>, RegExp]>([
    [
      'that is no database',
      async (f) => {
        const p = join(f, 'x.db')
        await writeFile(p, 'hello, this is no database at all'.repeat(100))
        return p
      },
      /is no database/,
    ],
    [
      'in a file as folder',
      async (f) => {
        await writeFile(join(f, 'file'), '')
        return join(f, 'file', 'x.db')
      },
      /cannot be opened/,
    ],
    [
      'that is a folder',
      async (f) => {
        await mkdir(join(f, 'x.db'))
        return join(f, 'x.db')
      },
      /cannot be opened/,
    ],
  ])('%s is told in one line', async (_, make, words) => {
    const said = await opened(await make(server.folder()))
    expect(said).toMatch(words)
    expect(said.split('\n')).toHaveLength(1)
  })
  it('that another server has is told, and a claim of one that is gone counts for nothing', async () => {
    const path = join(server.folder(), 'two.db')
    const first = await openDatabase(path, MIGRATIONS)
    expect(await opened(path)).toMatch(/another Flexum server \(process \d+\) has the database/)
    await first.close()
    await writeFile(`${path}.lock`, '999999999 1')
    expect(await opened(path)).toBe('opened')
    await writeFile(`${path}.lock`, '')
    expect(await opened(path)).toBe('opened')
  })
  it('of version 1 has the faces of its cornice bars brought up, once', async () => {
    const path = join(server.folder(), 'old.db')
    const first = await openDatabase(path, MIGRATIONS)
    await first.write(async (tx) => {
      await putMaterial(tx, { id: 'pine', name: 'Pine', density: 500, look: 'wood', price: 1 })
      await putStock(tx, {
        id: 'board',
        name: 'Board',
        shape: 'cornice',
        sizes: { face: 90, thickness: 14, spring: Math.PI / 4 },
        materialId: 'pine',
        barLengths: [3000],
        remnants: [],
        forming: null,
      })
      await tx.run('PRAGMA user_version = 0' as never)
    })
    await first.close()
    for (let i = 0; i < 2; i++) {
      const db = await openDatabase(path, MIGRATIONS)
      const [bar] = await listStock(db.read)
      expect(bar!.sizes['face']).toBeCloseTo(90 + 28, 9)
      await db.close()
    }
  })
  it('of a newer program is told', async () => {
    const path = join(server.folder(), 'newer.db')
    expect(await opened(path)).toBe('opened')
    const client = createClient({ url: `file:${path}` })
    await client.execute(
      "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 99999999999999)",
    )
    client.close()
    expect(await opened(path)).toMatch(/written by a newer Flexum/)
  })
  it('that is damaged inside is told', async () => {
    const path = join(server.folder(), 'hurt.db')
    const db = await openDatabase(path, MIGRATIONS)
    await db.write(async (tx) => {
      for (let i = 0; i < 30; i++)
        await insertPart(tx, `p${i}`, { name: `P${i}`, at: i, body: 'x'.repeat(3000) })
    })
    await db.close()
    const bytes = await readFile(path)
    bytes.fill(0xab, Math.floor(bytes.length / 2), Math.floor(bytes.length / 2) + 8192)
    await writeFile(path, bytes)
    expect(await opened(path)).toMatch(/is damaged/)
  })
  it('that another program writes to is waited for, and no save is lost or broken', async () => {
    const client = createClient({ url: `file:${join(server.folder(), 'test.db')}`, timeout: 2000 })
    const other = await client.transaction('write')
    const saving = Promise.all(Array.from({ length: 10 }, () => call('POST', '/parts', { part: hoop })))
    await new Promise((r) => setTimeout(r, 300))
    await other.rollback()
    client.close()
    expect((await saving).map((r) => r.status)).toEqual(Array(10).fill(201))
    expect((await call('GET', '/parts')).json.parts).toHaveLength(10)
  })
  it('that another program does not let go of answers 503, and goes on afterward', async () => {
    const client = createClient({ url: `file:${join(server.folder(), 'test.db')}` })
    const other = await client.transaction('write')
    const r = await call('POST', '/parts', { part: hoop })
    expect(r).toMatchObject({ status: 503, json: { error: { code: 'server.busy' } } })
    expect((await call('GET', '/parts')).status).toBe(200)
    await other.rollback()
    client.close()
    const again = await call('POST', '/parts', { part: hoop })
    expect([again.status, again.json]).toMatchObject([201, {}])
  })
  it('that is full answers 507 and loses nothing', async () => {
    const { json } = await call('POST', '/parts', { part: hoop })
    // A limit of pages is what a full disk is to SQLite.
    const pages = await server.db().write(async (tx) => {
      const [row] = await tx.all<{ page_count: number }>('PRAGMA page_count' as never)
      await tx.run(`PRAGMA max_page_count = ${row!.page_count}` as never)
      return row!.page_count
    })
    expect(pages).toBeGreaterThan(1)
    const big: Part = {
      ...hoop,
      values: Array.from({ length: 300 }, (_, i) => ({
        id: `v${i}`,
        name: `value_${i}`,
        dimension: 'length' as const,
        formula: '1 + '.repeat(100) + '1',
      })),
    }
    const full = await call('PUT', `/parts/${json.id}`, { base: 1, part: big })
    expect(full).toMatchObject({ status: 507, json: { error: { code: 'server.full' } } })
    expect((await call('GET', `/parts/${json.id}`)).json).toMatchObject({ revision: 1, part: hoop })
  })
  it('takes back what fails in the middle, and what is saved beside it stands', async () => {
    const db = server.db()
    const outcomes = await Promise.allSettled([
      db.write((tx) => insertPart(tx, 'a', { name: 'A', at: 1, body: '{}' })),
      db.write(async (tx) => {
        await insertPart(tx, 'b', { name: 'B', at: 1, body: '{}' })
        throw new Error('in the middle')
      }),
      db.write((tx) => insertPart(tx, 'c', { name: 'C', at: 1, body: '{}' })),
    ])
    expect(outcomes.map((o) => o.status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    const names = (await call('GET', '/parts')).json.parts.map((p: { name: string }) => p.name).sort()
    expect(names).toEqual(['A', 'C'])
  })
})
