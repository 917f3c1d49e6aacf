import { describe, expect, it } from 'vitest'
import { nodeEntry, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { bendSheetOf } from '@flexum/core/report'
import { serverForEach } from '../testing/app.ts'
import { DEMO_PARTS } from './demo/parts.ts'
import { bendSheetPdf } from './pdf/bend-sheet.ts'

const server = serverForEach()
const rail = DEMO_PARTS.find((p) => p.name === 'Mist rail')!
const forming = rail.steps.find((s) => s.kind === 'forming')!.id
const put = async (part: Part): Promise<string> =>
  ((await server.call('POST', '/parts', { part })).json as { id: string }).id
const pagesOf = (pdf: Uint8Array): number =>
  Buffer.from(pdf)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0
const sheetOf = (part: Part) => bendSheetOf(part, createEvaluator().evaluate(part), forming, 3)!
/** The rail with as many nodes as that, up and down. */
const long = (count: number): Part => ({
  ...rail,
  steps: rail.steps.map((s) =>
    s.kind === 'node-path'
      ? {
          ...s,
          nodes: Array.from({ length: count }, (_, i) =>
            nodeEntry(`m${i}`, String(100 * i), String(i % 2 ? 60 : 0), '0', '30'),
          ),
        }
      : s,
  ),
})

describe('a bend sheet as a PDF', () => {
  it('is made of a part that is kept', async () => {
    const id = await put(rail)
    const { response, status } = await server.call('GET', `/parts/${id}/bend-sheets/${forming}.pdf`)
    expect(status).toBe(200)
    expect(response.headers.get('content-type')).toBe('application/pdf')
    expect(response.headers.get('content-disposition')).toContain('Mist%20rail%20bend%20sheet.pdf')
    const pdf = Buffer.from(await response.arrayBuffer())
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pdf.toString('latin1').trimEnd().endsWith('%%EOF')).toBe(true)
    expect(pagesOf(pdf)).toBe(1)
    // Its fonts come with it.
    expect(pdf.toString('latin1').match(/\/FontFile/g)?.length).toBeGreaterThanOrEqual(3)
  })
  it('is made of every part of the demo that is bent, by the server as it is drawn here', async () => {
    const bent = DEMO_PARTS.flatMap((part) =>
      part.steps.flatMap((s) => (s.kind === 'forming' ? [[part, s.id] as const] : [])),
    )
    expect(bent.length).toBeGreaterThan(0)
    for (const [part, step] of bent) {
      const { response, status } = await server.call(
        'GET',
        `/parts/${await put(part)}/bend-sheets/${step}.pdf`,
      )
      expect([part.name, status]).toEqual([part.name, 200])
      const pdf = Buffer.from(await response.arrayBuffer())
      const sheet = bendSheetOf(part, createEvaluator().evaluate(part), step, 3)!
      expect([part.name, pagesOf(pdf)]).toEqual([part.name, pagesOf(bendSheetPdf(sheet))])
      expect(sheet.tables.bent.rows.length).toBeGreaterThan(0)
    }
  })
  it('goes on over pages as long as its tables do', () => {
    const sheet = sheetOf(long(82))
    expect(sheet.tables.bent.rows).toHaveLength(80)
    // 80 moves, 81 straights, 162 points, some 55 lines to a page.
    expect(pagesOf(bendSheetPdf(sheet))).toBeGreaterThanOrEqual(6)
    expect(pagesOf(bendSheetPdf(sheetOf(rail)))).toBe(1)
  })
  it('is drawn whatever its words are', () => {
    const odd = { ...sheetOf(rail), title: 'Ж 管 🜁 — a very long name '.repeat(12) }
    expect(pagesOf(bendSheetPdf(odd))).toBeGreaterThanOrEqual(1)
  })
  it('is drawn in inches and sixteenths, whose figures have a space in them', () => {
    const inches = {
      ...rail,
      units: { ...rail.units, length: { unit: 'in', style: { kind: 'fraction', denominator: 16 } } },
    } as Part
    const sheet = sheetOf(inches)
    expect(sheet.tables.bent.rows.flat().some((cell) => /\d \d+\/\d+/.test(cell))).toBe(true)
    expect(pagesOf(bendSheetPdf(sheet))).toBe(1)
  })
  it('says why there is none', async () => {
    const id = await put(rail)
    const none = await server.call('GET', `/parts/${id}/bend-sheets/none.pdf`)
    expect(none.status).toBe(404)
    expect(none.json).toMatchObject({ error: { code: 'sheet.none' } })
    const odd = await server.call('GET', `/parts/${id}/bend-sheets/a%20b.pdf`)
    expect(odd.status).toBe(400)
    const gone = await server.call('GET', `/parts/00000000-0000-4000-8000-000000000000/bend-sheets/x.pdf`)
    expect(gone.status).toBe(404)
    const aside = rail.steps.map((s) => (s.kind === 'blank' ? { ...s, neutral: '3' } : s))
    const wrong = await put({ ...rail, steps: aside })
    const unbuilt = await server.call('GET', `/parts/${wrong}/bend-sheets/${forming}.pdf`)
    expect(unbuilt.status).toBe(422)
    expect(unbuilt.json).toMatchObject({ error: { message: expect.stringContaining('neutral line') } })
  })
})
