import { describe, expect, it } from 'vitest'
import { PNG } from 'pngjs'
import { readPart } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { faultOf } from '../../../core/testing/fuzz/check.ts'
import { traceOutlines } from '@flexum/core/trace'
import { MOULDING_AT, MOULDING_SCALE, mouldingPicture } from './moulding-picture.ts'
import { bayCornice, DEMO_PARTS } from './parts.ts'
import { DEMO_SECTIONS } from './sections.ts'
import { loadManifold } from '@flexum/manifold'

const solids = await loadManifold()

const inVariants = DEMO_PARTS.flatMap((part) =>
  [null, ...part.variants.map((v) => v.id)].map(
    (variant) => [`${part.name}, ${variant ?? 'as it is'}`, { ...part, variant }] as const,
  ),
)

describe('the demo', () => {
  it.each(inVariants)('%s: nothing is found, and every sketch is settled', (_, part) => {
    const result = createEvaluator({ solids }).evaluate(part)
    expect(result.findings).toEqual([])
    for (const s of result.steps) if (s.output?.sketch) expect(s.output.sketch.loose).toBe(0)
  })
  it('with any named size at nothing or far too much says so, and no figure is none', () => {
    for (const part of DEMO_PARTS) {
      // What a size does not change is worked out once.
      const evaluator = createEvaluator({ solids })
      for (const value of part.values)
        for (const formula of ['0', '-1', '1000', '1e300']) {
          const changed = {
            ...part,
            values: part.values.map((v) => (v.id === value.id ? { ...v, formula } : v)),
          }
          // Coarse: what is found does not hang on how fine it is drawn.
          const result = evaluator.evaluate(changed, { chordError: 0.5 })
          expect(faultOf(changed, result), `${part.name}, ${value.name} = ${formula}`).toBeUndefined()
        }
    }
    const hoop = DEMO_PARTS.find((p) => p.name === 'Bench hoop')!
    for (const [name, formula] of [
      ['rise', '0'],
      ['corner', '1000'],
    ]) {
      const values = hoop.values.map((v) => (v.name === name ? { ...v, formula: formula! } : v))
      const { findings } = createEvaluator({ solids }).evaluate({ ...hoop, values })
      const blocks = findings.filter((f) => f.severity === 'blocks')
      // The legs run back on themselves, and it is said where.
      expect(new Set(blocks.map((f) => f.code))).toEqual(new Set(['path.fold-back']))
      for (const f of blocks)
        expect(f).toMatchObject({ station: 'path', step: 'path', from: expect.any(Number) as number })
    }
  })
  it('hooks are as long as their closed form says, in every size', () => {
    const hook = DEMO_PARTS.find((p) => p.name === 'Pot hook')!
    for (const [variant, reach, height] of [
      [null, 42, 96],
      ['small', 33, 84],
      ['large', 54, 120],
      ['long', 42, 160],
    ] as const) {
      const path = createEvaluator({ solids })
        .evaluate({ ...hook, variant })
        .steps.find((s) => s.id === 'path')?.output
      const [stem, tip] = [height - reach / 2, 20]
      const length = stem + (Math.PI * reach) / 2 + (stem - 39) + (Math.PI * reach) / 3 + tip
      expect(path?.path?.path.length).toBeCloseTo(length, 8)
    }
  })
  it('the photograph of the moulding shows its straights, its round and its hollow', () => {
    const { png, width, height } = mouldingPicture()
    const { data } = PNG.sync.read(png)
    const loops = traceOutlines({ width, height, data }, { between: 0.5, tolerance: 0.6 })
    expect(loops).toHaveLength(1)
    const radii = loops[0]!.curves.flatMap((c) => (c.kind === 'arc' ? c.radius * MOULDING_SCALE : []))
    expect(radii.sort((a, b) => a - b)).toEqual([expect.closeTo(12, 0), expect.closeTo(30, 0)])
    const part = bayCornice({
      image: 'a'.repeat(64),
      width,
      height,
      at: MOULDING_AT,
      scale: MOULDING_SCALE,
      angle: 0,
      shade: 0.6,
    })
    expect(readPart(JSON.parse(JSON.stringify(part)))).toMatchObject({ ok: true })
    expect(createEvaluator({ solids }).evaluate(part).findings).toEqual([])
  })
  it('every section of the library is sound', () => {
    expect(DEMO_SECTIONS.map((s) => s.section.name)).toContain('Bail bar')
    for (const { section } of DEMO_SECTIONS)
      expect(createEvaluator({ solids }).evaluate(section).findings).toEqual([])
  })
  it('the bail’s section is a rectangle less two corners', () => {
    const bail = DEMO_PARTS.find((p) => p.name === 'Drawer bail')!
    const profile = createEvaluator({ solids })
      .evaluate(bail)
      .steps.find((s) => s.id === 'profile')?.output
    expect(profile?.section?.properties.area).toBeCloseTo(14 * 8 - 2 * 9 * (1 - Math.PI / 4), 8)
  })
})
