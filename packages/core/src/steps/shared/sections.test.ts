import { describe, expect, it } from 'vitest'
import type { Result } from '../../base/index.ts'
import {
  emptyPart,
  readPart,
  STARTERS,
  MILD_STEEL,
  addValue,
  profileOf,
  putSection,
  renameValue,
  setMaterial,
  takeSection,
  type Part,
  type Step,
} from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import type { SketchProfileStep } from '../sketch-profile/typed.ts'
import { dimension } from '../../../testing/sketches.ts'

const done = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const pt = (id: string, x: number, y: number) => ({ kind: 'point', id, x, y }) as const
const line = (id: string, from: string, to: string) => ({ kind: 'line', id, from, to }) as const

/** A box drawn by two named sizes, in a part that knows one value more than it needs. */
const maker: Part = {
  ...emptyPart('Maker'),
  values: [
    { id: 'v1', name: 'wide', dimension: 'length', formula: 'base * 2' },
    { id: 'v2', name: 'base', dimension: 'length', formula: '15' },
    { id: 'v3', name: 'other', dimension: 'length', formula: '99' },
  ],
  variants: [{ id: 'big', name: 'Big', overrides: { base: '20' } }],
  variant: 'big',
  steps: [
    {
      id: 'sk',
      kind: 'sketch',
      name: 'Box',
      aside: false,
      plane: { kind: 'xy', offset: '0' },
      entities: [
        pt('a', 0, 0),
        pt('b', 40, 0),
        pt('c', 40, 20),
        pt('d', 0, 20),
        line('l1', 'a', 'b'),
        line('l2', 'b', 'c'),
        line('l3', 'c', 'd'),
        line('l4', 'd', 'a'),
      ],
      constraints: [
        { kind: 'coincident', id: 'k1', a: 'a', b: 'origin' },
        { kind: 'horizontal', id: 'k2', a: 'a', b: 'b' },
        { kind: 'vertical', id: 'k3', a: 'b', b: 'c' },
        { kind: 'horizontal', id: 'k4', a: 'c', b: 'd' },
        { kind: 'vertical', id: 'k5', a: 'd', b: 'a' },
        dimension('k6', 'wide', { of: 'distance', a: 'a', b: 'b' }, 'd1'),
        dimension('k7', 'd1 / 2', { of: 'distance', a: 'b', b: 'c' }, 'd2'),
      ],
    },
    {
      id: 'pr',
      kind: 'sketch-profile',
      name: 'Box bar',
      aside: false,
      sketch: 'sk',
      regions: [],
      material: MILD_STEEL,
    },
  ],
}
const area = (part: Part, step: string): number => {
  const output = createEvaluator()
    .evaluate(part)
    .steps.find((s) => s.id === step)?.output?.section
  if (!output) throw new Error('a profile is needed here')
  return output.properties.area
}
const source = { section: 's1', version: 1 }
const bar = STARTERS.straight.make('Bar')

describe('a section of a part', () => {
  it('is a small part with its sketch and the values it needs, as they are in the variant in force', () => {
    const section = done(takeSection(maker, 'pr', 'Box 40'))
    expect(section.steps.map((s) => s.id)).toEqual(['sk', 'pr'])
    expect(section.values.map((v) => [v.name, v.formula])).toEqual([
      ['wide', 'base * 2'],
      ['base', '20'],
    ])
    expect(readPart(JSON.parse(JSON.stringify(section)))).toMatchObject({ ok: true })
    expect(area(section, 'pr')).toBeCloseTo(40 * 20, 9)
    expect(profileOf(section)).toMatchObject({ profile: { id: 'pr' }, sketch: { id: 'sk' } })
  })
  it('is refused when it uses what another step measures, or lies on a path', () => {
    const lost = { ...maker, values: maker.values.filter((v) => v.name !== 'base') }
    expect(takeSection(lost, 'pr', 'x')).toMatchObject({
      ok: false,
      fault: { message: expect.stringContaining('"base"') as string },
    })
    const steps = maker.steps.map((s): Step =>
      s.kind === 'sketch' ? { ...s, plane: { kind: 'square', path: 'p', station: '0' } } : s,
    )
    expect(takeSection({ ...maker, steps }, 'pr', 'x')).toMatchObject({
      ok: false,
      fault: { code: 'section.plane' },
    })
    expect(takeSection(maker, 'sk', 'x')).toMatchObject({ ok: false })
  })
  it('goes into another part before its run, with names of its own where they are taken', () => {
    const section = done(takeSection(maker, 'pr', 'Box 40'))
    const named = done(
      addValue(bar, { value: { id: 'v1', name: 'wide', dimension: 'length', formula: '7' } }),
    )
    const put = done(putSection(named, { section, source, before: 'run', id: 'own' }))
    expect(put.steps.map((s) => s.kind)).toEqual([
      'node-path',
      'stock-profile',
      'sketch',
      'sketch-profile',
      'run',
      'blank',
    ])
    expect(put.values.map((v) => v.name)).toEqual(['wide', 'wide_1', 'base'])
    expect(area(put, 'own')).toBeCloseTo(800, 9)
    expect(readPart(JSON.parse(JSON.stringify(put)))).toMatchObject({ ok: true })
    // Twice: the values that are the same are shared, the dimensions have names of their own.
    const twice = done(putSection(put, { section, source, before: 'run', id: 'own2' }))
    expect(twice.values.filter((v) => v.name === 'base')).toHaveLength(1)
    expect(readPart(JSON.parse(JSON.stringify(twice)))).toMatchObject({ ok: true })
    expect(area(twice, 'own2')).toBeCloseTo(800, 9)
  })
  it('takes the place of an older version, and the run keeps carrying it', () => {
    const section = done(takeSection(maker, 'pr', 'Box 40'))
    const put = done(putSection(bar, { section, source, replaces: 'profile', id: 'x' }))
    expect(put.steps.find((s) => s.kind === 'run')).toMatchObject({ profile: 'profile' })
    expect(area(put, 'profile')).toBeCloseTo(800, 9)
    const wider = {
      ...section,
      values: section.values.map((v) => (v.name === 'base' ? { ...v, formula: '30' } : v)),
    }
    const renamed = done(
      renameValue(put, { value: put.values.find((v) => v.name === 'base')!.id, name: 'foot' }),
    )
    const next = done(
      putSection(renamed, {
        section: wider,
        source: { ...source, version: 2 },
        replaces: 'profile',
        id: 'x',
      }),
    )
    expect(next.steps.filter((s) => s.kind === 'sketch')).toHaveLength(1)
    expect((next.steps.find((s) => s.id === 'profile') as SketchProfileStep).source).toEqual({
      section: 's1',
      version: 2,
    })
    expect(area(next, 'profile')).toBeCloseTo(60 * 30, 6)
    const painted = done(setMaterial(next, { step: 'profile', material: { ...MILD_STEEL, name: 'Brass' } }))
    expect(done(takeSection(painted, 'profile', 'again')).steps.at(-1)).not.toHaveProperty('source')
  })
})
