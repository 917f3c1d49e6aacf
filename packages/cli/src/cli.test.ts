import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { STARTERS, writePart, type Part } from '@flexum/core/recipe'
import { run } from './main.ts'

let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'flexum-'))
})
afterAll(() => rm(folder, { recursive: true }))

async function file(name: string, content: Part | string): Promise<string> {
  const path = join(folder, name)
  await writeFile(path, typeof content === 'string' ? content : writePart(content))
  return path
}
async function call(
  ...argv: string[]
): Promise<{ code: number; out: string; err: string; bytes: Uint8Array }> {
  const parts: Uint8Array[] = []
  const err: string[] = []
  const code = await run(argv, {
    out: (t) => void parts.push(typeof t === 'string' ? new TextEncoder().encode(t) : t),
    err: (t) => void err.push(t),
  })
  const bytes = new Uint8Array(Buffer.concat(parts))
  return { code, out: new TextDecoder().decode(bytes), err: err.join('\n'), bytes }
}
const angle = STARTERS.angle.make('Angle')
const sized: Part = {
  ...angle,
  values: [{ id: 'v', name: 'k', dimension: 'number', formula: '0.5' }],
  variants: [{ id: 'w', name: 'Tight', overrides: { k: '0.4' } }],
  steps: angle.steps.map((s) => (s.kind === 'blank' ? { ...s, neutral: 'k' } : s)),
}

describe('report', () => {
  it('prints length, segments, bend table, cut length and mass', async () => {
    const r = await call('report', await file('angle.json', angle))
    expect(r.code).toBe(0)
    expect(r.out).toMatch(/Path length {5}337\.124 mm/)
    expect(r.out).toMatch(/Cut length {6}338\.000 mm/)
    expect(r.out).toMatch(/Mass {12}207\.8 g/)
    expect(r.out).toMatch(/ 2 +arc +170\.000 +47\.124 +30\.000 +90\.000°/)
    expect(r.out).toMatch(/end +120\.000/)
  })
  it('tells of each strand, along its own line', async () => {
    const rope: Part = {
      ...angle,
      steps: angle.steps.map((s) =>
        s.kind === 'run'
          ? {
              ...s,
              anchor: 'origin',
              strands: { kind: 'row', count: '2', spacing: '20', lie: '0' },
            }
          : s,
      ),
    }
    const path = await file('rope.json', rope)
    const text = (await call('report', path)).out
    const [inner, outer] = [20, 40].map((r) => 290 + (r * Math.PI) / 2)
    expect(text).toMatch(/Developed, strand \d +321\.416 mm/)
    expect(text).toMatch(/Developed, strand \d +352\.832 mm/)
    const { strands } = JSON.parse((await call('report', '--json', path)).out)
    expect(strands.map((s: { length: number }) => s.length).toSorted()).toEqual([
      expect.closeTo(inner!, 9),
      expect.closeTo(outer!, 9),
    ])
    expect(strands[0].cutLength).toBeGreaterThanOrEqual(strands[0].developedLength)
  })
  it('gives the same as JSON, for the variant asked for', async () => {
    const path = await file('sized.json', sized)
    const plain = JSON.parse((await call('report', path, '--json')).out)
    const tight = JSON.parse((await call('report', path, '--json', '--variant', 'Tight')).out)
    expect(plain.path.length).toBeCloseTo(290 + 15 * Math.PI, 9)
    expect(plain.bendTable.rows).toMatchObject([
      { rotationDeg: 0, angleDeg: expect.closeTo(90, 9), radius: 30 },
    ])
    expect(tight).toMatchObject({
      variant: 'Tight',
      developedLength: expect.closeTo(290 + 14.5 * Math.PI, 9),
    })
  })
  it('exits with 1 for a part that is not sound, and says why', async () => {
    const r = await call(
      'report',
      await file('bad.json', writePart(angle).replace('"radius": "30"', '"radius": "900"')),
    )
    expect(r.code).toBe(1)
    expect(r.err).toMatch(/BLOCKS {2}The bend at node 2 does not fit/)
  })
})

describe('the part format', () => {
  it('is as its page says: the example there reads and builds', async () => {
    const page = await readFile(new URL('../../../docs/part-format.md', import.meta.url), 'utf8')
    const example = /```json\n([\s\S]*?)```/.exec(page)![1]!
    const r = await call('report', await file('example.json', example), '--json')
    expect(r.err).toBe('')
    // Legs of 42 and 34.925 round a bend of 14.
    expect(JSON.parse(r.out).path.length).toBeCloseTo(42 + 34.925 - 28 + 7 * Math.PI, 9)
  })
})

describe('export', () => {
  it('writes STL and CSV', async () => {
    const path = await file('angle.json', angle)
    const stl = await call('export', path, '--to', 'stl', '--chord', '0.2')
    expect(new DataView(stl.bytes.buffer).getUint32(80, true) * 50 + 84).toBe(stl.bytes.length)
    const fine = await call('export', path, '--to', 'stl', '--chord', '0.01')
    expect(fine.bytes.length).toBeGreaterThan(stl.bytes.length * 2)
    expect((await call('export', path, '--to', 'csv')).out).toMatch(/^bend,length \(mm\)/)
    const out = join(folder, 'nodes.csv')
    expect(await call('export', path, '--to', 'csv', '--table', 'nodes', '--out', out)).toMatchObject({
      code: 0,
      out: '',
    })
    expect(await readFile(out, 'utf8')).toMatch(/\n2,200,0,0,30\n/)
  })
  it('says why a part has no bend table', async () => {
    const r = await call('export', await file('spring.json', STARTERS.spring.make('Spring')), '--to', 'csv')
    expect(r).toMatchObject({ code: 1, err: expect.stringMatching(/helix is not bendable in this form/) })
  })
})

describe('wrong use exits with 2 and says what would fit', () => {
  it.each<[string[], RegExp]>([
    [[], /a command is needed/],
    [['bend', 'x'], /"bend" is not a command/],
    [['report'], /one part file is needed/],
    [['report', 'a', 'b'], /one part file/],
    [['report', '/nowhere/part.json'], /cannot be read/],
    [['report', 'x', '--colour'], /--colour/],
  ])('%j', async (argv, message) => {
    const r = await call(...argv)
    expect(r.code).toBe(2)
    expect(r.err).toMatch(message)
  })
  it('in a readable file too', async () => {
    const path = await file('angle.json', angle)
    expect(await call('export', path)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/--to is needed: one of part, bends, nodes, section, body, stl, csv, svg/),
    })
    expect(await call('export', path, '--to', 'pdf')).toMatchObject({ code: 2 })
    expect(await call('export', path, '--to', 'csv', '--table', 'all')).toMatchObject({ code: 2 })
    expect(await call('export', path, '--to', 'stl', '--chord', 'x')).toMatchObject({ code: 2 })
    expect(await call('export', path, '--to', 'bends', '--chord', '1')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/--chord is for a body/),
    })
    expect(await call('report', path, '--variant', 'Huge')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/there are none/),
    })
    expect(await call('report', await file('no.json', '{'))).toMatchObject({
      code: 2,
      err: expect.stringMatching(/not JSON/),
    })
    expect((await call('--help')).code).toBe(0)
  })
})
