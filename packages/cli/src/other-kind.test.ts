import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { breachesOf, readPartText, writePart, apply, setFormula } from '@flexum/core/recipe'
import { bodiesOf, createEvaluator, massOf, meshOfPart, volumeOf } from '@flexum/core/recipe/evaluated'
import { PICTURE_LOOKS, pictureOf } from '@flexum/core/format'
import { checkWatertight, meshVolume } from '@flexum/core/space'
import { blockPart } from '../../core/testing/block/index.ts'
import { run } from './main.ts'

async function called(part: ReturnType<typeof blockPart>, ...argv: string[]) {
  const folder = await mkdtemp(join(tmpdir(), 'flexum-'))
  try {
    const file = join(folder, 'block.json')
    await writeFile(file, writePart(part))
    const parts: Uint8Array[] = []
    const err: string[] = []
    const [command, ...more] = argv
    const code = await run([command!, file, ...more], {
      out: (t) => void parts.push(typeof t === 'string' ? new TextEncoder().encode(t) : t),
      err: (t) => void err.push(t),
    })
    const bytes = new Uint8Array(Buffer.concat(parts))
    return { code, bytes, out: new TextDecoder().decode(bytes), err: err.join('\n') }
  } finally {
    await rm(folder, { recursive: true })
  }
}

describe('a kind of step that only a test folder knows of', () => {
  const part = blockPart()
  it('is saved and read back, and held to the rules', () => {
    expect(readPartText(writePart(part))).toEqual({ ok: true, value: part })
    expect(breachesOf(part)).toEqual([])
    expect(readPartText(writePart(part).replace('"wide"', '"broad"'))).toMatchObject({
      ok: false,
      fault: { message: expect.stringContaining('broad') as string },
    })
  })
  it('is worked out, edited by its fields, and weighed', () => {
    const evaluator = createEvaluator()
    const result = evaluator.evaluate(part)
    expect(result.findings).toEqual([])
    expect(volumeOf(result)).toBe(6000)
    expect(massOf(result)).toBeCloseTo(6000 * 2.7e-6, 12)
    const higher = apply(setFormula, part, { step: 'block', field: 'high', formula: '1 in' })
    if (!higher.ok) throw new Error(higher.fault.message)
    expect(volumeOf(evaluator.evaluate(higher.value))).toBeCloseTo(600 * 25.4, 9)
    expect(evaluator.evaluate(blockPart({ wide: '0' })).findings).toMatchObject([
      { code: 'block.size', field: 'wide', severity: 'blocks' },
    ])
  })
  it('has a body as others have: closed, with the volume of its figures, and drawn small', () => {
    const result = createEvaluator().evaluate(part)
    const mesh = meshOfPart(result)!
    expect(checkWatertight(mesh)).toMatchObject({ watertight: true })
    expect(meshVolume(mesh)).toBeCloseTo(6000, 6)
    const bodies = bodiesOf(result).map((b) => ({ mesh: b.mesh, look: PICTURE_LOOKS[b.look] }))
    const { pixels } = pictureOf(bodies, 60, 40)
    const drawn = pixels.filter((v, i) => i % 4 === 3 && v === 255).length
    expect(drawn).toBeGreaterThan(400)
  })
  it('is reported and written as STL by the command line', async () => {
    const report = await called(part, 'report')
    expect(report).toMatchObject({ code: 0, err: '' })
    expect(report.out).toMatch(/Mass {12}16\.20 g/)
    const stl = await called(part, 'export', '--to', 'stl')
    expect(stl.code).toBe(0)
    expect(new DataView(stl.bytes.buffer).getUint32(80, true)).toBe(12)
    const none = await called(part, 'export', '--to', 'csv')
    expect(none).toMatchObject({ code: 1, err: expect.stringContaining('there is no sound path') as string })
  })
})
