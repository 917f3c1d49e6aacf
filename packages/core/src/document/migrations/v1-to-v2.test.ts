import { readdir, readFile } from 'node:fs/promises'
import { describe, expect, it } from 'vitest'
import { createEvaluator, leadOf, massOf, volumeOf } from '../../recipe/evaluated/index.ts'
import { PART_VERSION, readPartText, writePart } from '../index.ts'

const folder = new URL('../../../testing/version-1/', import.meta.url)

interface Expected {
  readonly length: number | null
  readonly area: number | null
  readonly volume: number | null
  readonly mass: number | null
  readonly blocks: number
}

const expected = JSON.parse(await readFile(new URL('expected.json', folder), 'utf8')) as Record<
  string,
  Expected
>
const files = (await readdir(folder)).filter((f) => f.endsWith('.flexum.json'))

describe('files kept from version 1', () => {
  it('are all there', () => {
    expect(files.length).toBe(Object.keys(expected).length)
    expect(files.length).toBeGreaterThan(15)
  })
  // The loom has those of strands that are round across their own lines, as they are wound today.
  it.each(files)('%s reads, and has the figures it had', async (file) => {
    const text = await readFile(new URL(file, folder), 'utf8')
    expect(JSON.parse(text)).toMatchObject({ version: 1 })
    const read = readPartText(text)
    if (!read.ok) throw new Error(read.fault.message)
    const part = read.value
    expect(part.version).toBe(PART_VERSION)
    const r = createEvaluator().evaluate(part)
    const lead = leadOf(part, r)
    const was = expected[file.replace('.flexum.json', '')]!
    const near = (now: number | undefined, then: number | null): void =>
      then === null ? expect(now).toBeUndefined() : expect(now! / then).toBeCloseTo(1, 6)
    near(lead.path?.analysis.length, was.length)
    near(lead.profile?.properties.area, was.area)
    near(volumeOf(r), was.volume)
    near(massOf(r), was.mass)
    expect(r.findings.filter((f) => f.severity === 'blocks')).toHaveLength(was.blocks)
    // Written again it is of the version of today, and the same part.
    const again = readPartText(writePart(part))
    expect(again.ok && again.value).toEqual(part)
  })
  it('keep names that only look like formulas', async () => {
    const read = readPartText(await readFile(new URL('plain-cornice.flexum.json', folder), 'utf8'))
    expect(read.ok && read.value.steps[0]!.name).toBe('1-1/2 wall')
    expect(read.ok && JSON.stringify(read.value.steps[0])).toContain('2000 - 1/2 in')
  })
})
