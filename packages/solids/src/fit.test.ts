import { beforeAll, describe, expect, it } from 'vitest'
import {
  emptyPart,
  STARTERS,
  type ExtrudedStep,
  type Part,
  type SketchStep,
  type Step,
} from '@flexum/core/document'
import { changeDoing } from '@flexum/core/edit'
import { bodiesOf, createEvaluator, massOf, volumeOf, type Evaluator } from '@flexum/core/evaluate'
import { rectangleAt, roundAt } from '../../core/testing/sketches.ts'
import { loadSolids } from './index.ts'

let evaluator: Evaluator
beforeAll(async () => {
  evaluator = createEvaluator({ solids: await loadSolids() })
})

const steel = { name: 'Steel', density: '8 g/cm3', look: 'steel' } as const
const extruded = (id: string, sketch: string, more: Partial<ExtrudedStep> = {}): ExtrudedStep => ({
  id,
  kind: 'extruded',
  name: id,
  aside: false,
  sketch,
  regions: [],
  way: 'out',
  start: '0',
  depth: '10',
  other: '0',
  through: false,
  material: steel,
  ...more,
})
const partOf = (...steps: Step[]): Part => ({ ...emptyPart('Trial'), steps })
const worked = (part: Part) => evaluator.evaluate(part)
const codes = (part: Part): string[] =>
  worked(part)
    .findings.filter((f) => f.severity === 'blocks')
    .map((f) => f.code)
const plate = rectangleAt('plate', 0, 0, 60, 40)
const hole = roundAt('hole', 30, 20, 6)

describe('bodies that meet', () => {
  it('a hole through a plate: exact to the volume of the drill, one body, the plate no longer there by itself', () => {
    const part = partOf(
      plate,
      extruded('slab', 'plate'),
      hole,
      extruded('drill', 'hole', { way: 'even', through: true, does: { kind: 'cuts', with: ['slab'] } }),
    )
    const result = worked(part)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const volume = (60 * 40 - Math.PI * 36) * 10
    expect(volumeOf(result)! / volume).toBeCloseTo(1, 9)
    expect(massOf(result)! / (volume * 8e-6)).toBeCloseTo(1, 9)
    const bodies = bodiesOf(result)
    expect(bodies.map((b) => b.id)).toEqual(['slab'])
    expect(bodies[0]!.figures.meshVolume / volume).toBeCloseTo(1, 4)
  })
  it('what was picked stands for what became of it: three cuts of one plate one after the other', () => {
    const at = (i: number): Step[] => [
      roundAt(`h${i}`, 12 + 15 * i, 20, 4),
      extruded(`c${i}`, `h${i}`, { way: 'even', through: true, does: { kind: 'cuts', with: ['slab'] } }),
    ]
    const part = partOf(plate, extruded('slab', 'plate'), ...at(0), ...at(1), ...at(2))
    const result = worked(part)
    expect(volumeOf(result)! / ((60 * 40 - 3 * Math.PI * 16) * 10)).toBeCloseTo(1, 7)
    expect(bodiesOf(result)).toHaveLength(1)
    // Without the middle one the last cuts what is there then.
    const less = { ...part, steps: part.steps.map((s) => (s.id === 'c1' ? { ...s, aside: true } : s)) }
    expect(volumeOf(worked(less))! / ((60 * 40 - 2 * Math.PI * 16) * 10)).toBeCloseTo(1, 7)
  })
  it('joined and common come to both', () => {
    const part = (kind: 'joins' | 'common'): Part =>
      partOf(
        plate,
        extruded('slab', 'plate'),
        rectangleAt('rib', 20, -10, 30, 60),
        extruded('wall', 'rib', { depth: '25', does: { kind, with: ['slab'] } }),
      )
    const [joined, common] = [part('joins'), part('common')].map((p) => volumeOf(worked(p))!)
    expect(common).toBeCloseTo(30 * 40 * 10, 6)
    expect(joined! + common!).toBeCloseTo(60 * 40 * 10 + 30 * 60 * 25, 5)
  })
  it('a bent bar joins a plate it stands on', () => {
    const bar = STARTERS.angle.make('Bar')
    const run = bar.steps.find((s) => s.kind === 'run')!
    const alone = volumeOf(worked(bar))!
    const slab = extruded('slab', 'plate', { way: 'in', depth: '10', start: '-3' })
    const with1 = { ...bar, steps: [rectangleAt('plate', -20, -20, 40, 40), slab, ...bar.steps] }
    const changed = changeDoing(with1, { step: run.id, doing: { kind: 'joins', with: ['slab'] } })
    if (!changed.ok) throw new Error(changed.fault.message)
    const result = worked(changed.value)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    expect(bodiesOf(result)).toHaveLength(1)
    const both = volumeOf(result)!
    expect(both).toBeLessThan(alone + 40 * 40 * 10)
    expect(both).toBeGreaterThan(40 * 40 * 10 + alone * 0.7)
  })
  it('each way to fail is told, and what was there stays', () => {
    const cut = (drill: Partial<ExtrudedStep>, sketch: SketchStep = hole): Part =>
      partOf(plate, extruded('slab', 'plate'), sketch, extruded('drill', sketch.id, drill))
    const does = { kind: 'cuts', with: ['slab'] } as const
    expect(codes(cut({ does, start: '50' }))).toEqual(['fit.apart'])
    expect(codes(cut({ does, depth: '30' }, rectangleAt('all', -10, -10, 90, 90)))).toEqual(['fit.vanishes'])
    expect(codes(cut({ through: true }))).toEqual(['extruded.through'])
    expect(codes(cut({ depth: '0' }))).toEqual(['extruded.depth'])
    const beside = rectangleAt('beside', 60, 40, 10, 10)
    const joins = { kind: 'joins', with: ['slab'] } as const
    // Along an edge only, and not at all.
    expect(codes(cut({ does: joins }, beside))).toEqual(['fit.apart'])
    expect(codes(cut({ does: joins }, rectangleAt('far', 100, 100, 10, 10)))).toEqual(['fit.apart'])
    // Flush along a face is one body.
    expect(codes(cut({ does: joins }, rectangleAt('flush', 60, 0, 10, 40)))).toEqual([])
    const failed = worked(cut({ does, start: '50' }))
    expect(bodiesOf(failed).map((b) => b.id)).toEqual(['slab'])
    expect(volumeOf(failed)).toBeCloseTo(60 * 40 * 10, 9)
  })
  it('without the library a step says so, and all others are worked out', () => {
    const bare = createEvaluator()
    const result = bare.evaluate(
      partOf(
        plate,
        extruded('slab', 'plate'),
        hole,
        extruded('drill', 'hole', { does: { kind: 'cuts', with: ['slab'] } }),
      ),
    )
    expect(result.findings.filter((f) => f.severity === 'blocks').map((f) => f.code)).toEqual(['fit.library'])
    expect(bodiesOf(result)).toHaveLength(1)
  })
})
