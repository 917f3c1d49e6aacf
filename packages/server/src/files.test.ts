import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { readPartText, type Part } from '@flexum/core/recipe'
import { EXPORT_IDS, exportOf, type FileId } from '@flexum/core/files'
import { createService } from '@flexum/core/service'
import { run } from '../../cli/src/main.ts'
import { serverForEach } from '../testing/app.ts'
import { DEMO_PARTS } from './demo/parts.ts'
import { loadManifold } from '@flexum/manifold'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const server = serverForEach()

/** What came of asking for a file: its bytes, or why there are none. */
type Got = { readonly bytes: Uint8Array } | { readonly why: string }

/** Files are compared by what their bytes come to: of millions, a comparison that tells the first that differs takes minutes. */
const sumOf = (got: Got): string =>
  'why' in got ? got.why : `${got.bytes.length} ${createHash('sha256').update(got.bytes).digest('hex')}`
const bytesOf = (content: string | Uint8Array): Uint8Array =>
  typeof content === 'string' ? new TextEncoder().encode(content) : content

/** As the page's worker makes it. */
const service = createService({ solids: await loadManifold() })
function byPage(part: Part, file: FileId): Got {
  const made = service.exportFile(part, { file })
  return made.ok ? { bytes: bytesOf(made.value.content) } : { why: made.fault.message }
}

async function byServer(id: string, file: FileId): Promise<Got> {
  const { response, status } = await server.call('GET', `/parts/${id}/files/${file}`)
  if (status === 200) return { bytes: new Uint8Array(await response.arrayBuffer()) }
  return { why: ((await response.json()) as { error: { message: string } }).error.message }
}

async function byCommandLine(part: Part, file: FileId): Promise<Got> {
  const folder = await mkdtemp(join(tmpdir(), 'flexum-'))
  try {
    const path = join(folder, 'part.json')
    await writeFile(path, JSON.stringify(part))
    const parts: Uint8Array[] = []
    const err: string[] = []
    const code = await run(['export', path, '--to', file], {
      out: (t) => void parts.push(bytesOf(t)),
      err: (t) => void err.push(t),
    })
    return code === 0
      ? { bytes: new Uint8Array(Buffer.concat(parts)) }
      : { why: err.at(-1)!.replace(/^flexum: /, '') }
  } finally {
    await rm(folder, { recursive: true })
  }
}

describe.each(DEMO_PARTS.map((p) => [p.name, p] as const))('%s', (_, part) => {
  it('gives the same files to the page, by the server and by the command line', async () => {
    // It is kept once: what the server worked out for one file serves the next.
    const { id } = (await server.call('POST', '/parts', { part })).json as { id: string }
    for (const file of EXPORT_IDS) {
      const page = byPage(part, file)
      expect([file, sumOf(await byServer(id, file))]).toEqual([file, sumOf(page)])
      expect([file, sumOf(await byCommandLine(part, file))]).toEqual([file, sumOf(page)])
      isSound(part, file, page)
    }
  })
})

/** A file reads as one of its sort; or it is said why there is none. */
function isSound(part: Part, file: FileId, page: Got): void {
  if ('why' in page) {
    expect(`${file}: ${page.why}`).toMatch(/^\w+: th(ere is no|is path is not)/)
    return
  }
  const text = new TextDecoder().decode(page.bytes)
  if (file === 'part') expect(readPartText(text)).toEqual({ ok: true, value: part })
  else if (file === 'body')
    expect(new DataView(page.bytes.buffer).getUint32(80, true) * 50 + 84).toBe(page.bytes.length)
  else if (file === 'section') expect(text).toMatch(/<svg[^]*<\/svg>\s*$/)
  else expect(text.split('\n').length).toBeGreaterThan(1)
}

describe('a file', () => {
  it('is made as it is asked for, and refused in words', async () => {
    const part = DEMO_PARTS.find((p) => p.name === 'Bench hoop')!
    const { id } = (await server.call('POST', '/parts', { part })).json
    const fine = await server.call('GET', `/parts/${id}/files/body?chord=0.005`)
    const plain = await server.call('GET', `/parts/${id}/files/body`)
    const [a, b] = await Promise.all([fine, plain].map((r) => r.response.arrayBuffer()))
    expect(a!.byteLength).toBeGreaterThan(2 * b!.byteLength)
    expect(fine.response.headers.get('content-disposition')).toContain('Bench%20hoop.stl')
    expect((await server.call('GET', `/parts/${id}/files/body?chord=0`)).status).toBe(400)
    expect((await server.call('GET', `/parts/${id}/files/blueprint`)).status).toBe(400)
    expect((await server.call('GET', `/parts/${id}/files/body?chord=1e-9`)).json.error).toMatchObject({
      message: expect.stringContaining('would fit') as string,
    })
    expect(service.exportFile(part, { file: 'bends', options: { chord: 1 } })).toMatchObject({
      ok: false,
      fault: { message: '"Bend table (CSV)" has no option "chord"' },
    })
  })
  it('has a name that any system takes, which says of which run it is where there are several', () => {
    const rim = DEMO_PARTS.find((p) => p.name === 'Tray rim')!
    const odd = { ...rim, name: 'Rim 3/8" <new>' }
    const made = service.exportFile(odd, { file: 'section' })
    expect(made.ok && made.value.name).toBe('Rim 3-8- -new- section.svg')
    for (const id of EXPORT_IDS) expect(exportOf(id).title.length).toBeGreaterThan(4)
  })
})
