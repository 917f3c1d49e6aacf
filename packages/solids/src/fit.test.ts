import { beforeAll, describe, expect, it } from 'vitest'
import {
  emptyPart,
  STARTERS,
  type ExtrudedStep,
  type Part,
  type SketchStep,
  type Step,
  type TurnedStep,
} from '@flexum/core/document'
import { changeDoing } from '@flexum/core/edit'
import { bodiesOf, createEvaluator, massOf, volumeOf, type Evaluator } from '@flexum/core/evaluate'
import { chainAt, outlineAt, rectangleAt, roundAt } from '../../core/testing/sketches.ts'
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
const turned = (id: string, sketch: string, more: Partial<TurnedStep> = {}): TurnedStep => ({
  id,
  kind: 'turned',
  name: id,
  aside: false,
  sketch,
  regions: [],
  axis: 'up-axis',
  angle: '360 deg',
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

describe('turned bodies', () => {
  const ring = roundAt('ring', 20, 0, 4)
  it('by theorem and by their mesh: a bead, a part of it, on either side of its axis', () => {
    const whole = 2 * Math.PI * 20 * Math.PI * 16
    for (const [more, share] of [
      [{}, 1],
      [{ angle: '90 deg' }, 1 / 4],
      [{ angle: '-30 deg' }, 1 / 12],
    ] as const) {
      const [body] = bodiesOf(worked(partOf(ring, turned('bead', 'ring', more))))
      expect(body!.figures.volume / (share * whole)).toBeCloseTo(1, 12)
      expect(body!.figures.theoremVolume).toBe(body!.figures.volume)
    }
    const left = roundAt('ring', -20, 0, 4)
    expect(volumeOf(worked(partOf(left, turned('bead', 'ring'))))! / whole).toBeCloseTo(1, 12)
  })
  it('a groove of a torus in a rod: by Pappus, to a millionth', () => {
    const [R, a, long] = [30, 5, 50]
    const rod = outlineAt('half', [
      [0, -long / 2],
      [R, -long / 2],
      [R, long / 2],
      [0, long / 2],
    ])
    const result = worked(
      partOf(
        rod,
        turned('rod', 'half'),
        roundAt('tool', R, 0, a),
        turned('groove', 'tool', { does: { kind: 'cuts', with: ['rod'] } }),
      ),
    )
    // The half disc inside, at its centroid.
    const removed = 2 * Math.PI * (R - (4 * a) / (3 * Math.PI)) * ((Math.PI * a * a) / 2)
    expect(volumeOf(result)! / (Math.PI * R * R * long - removed)).toBeCloseTo(1, 6)
  })
  it('a countersunk plate: planes and cones', () => {
    // A hole of 6 through 10, with a countersink of 90 degrees to 12 across, along Y.
    const tool = outlineAt('tool', [
      [0, -1],
      [3, -1],
      [3, 7],
      [6, 10],
      [6, 11],
      [0, 11],
    ])
    const slab = rectangleAt('slab', -20, 0, 40, 10)
    const result = worked(
      partOf(
        slab,
        extruded('plate', 'slab', { way: 'even', depth: '40' }),
        tool,
        turned('sink', 'tool', { does: { kind: 'cuts', with: ['plate'] } }),
      ),
    )
    const hole = Math.PI * 9 * 7 + (Math.PI * 3 * (36 + 18 + 9)) / 3
    expect(volumeOf(result)! / (40 * 40 * 10 - hole)).toBeCloseTo(1, 7)
  })
  it('a wall along a chain: a cup drawn as one line', () => {
    // Floor from the axis, then up: 2 thick inside.
    const cup = chainAt('cup', [
      [0, 0],
      [30, 0],
      [30, 50],
    ])
    const v = (side: 'left' | 'right' | 'even'): number =>
      volumeOf(worked(partOf(cup, turned('shell', 'cup', { wall: { side, thickness: '2' } }))))!
    expect(v('left') / (Math.PI * (900 * 50 - 784 * 48))).toBeCloseTo(1, 9)
    expect(v('right') / (Math.PI * (1024 * 52 - 900 * 50))).toBeCloseTo(1, 9)
    expect(v('even') / (Math.PI * (961 * 51 - 841 * 49))).toBeCloseTo(1, 9)
  })
  it('each way to fail is told', () => {
    const one = (more: Partial<TurnedStep>, sketch: SketchStep = ring): string[] =>
      codes(partOf(sketch, turned('bead', sketch.id, more)))
    expect(one({}, roundAt('ring', 2, 0, 4))).toEqual(['turned.crosses'])
    expect(one({ angle: '0' })).toEqual(['turned.angle'])
    expect(one({ angle: '400 deg' })).toEqual(['turned.angle'])
    expect(one({ axis: 'gone' })).toEqual(['turned.axis'])
    expect(one({ wall: { side: 'left', thickness: '0' } })).toEqual(['turned.wall'])
    expect(one({ wall: { side: 'left', thickness: '1' } })).toEqual(['turned.wall'])
    expect(
      one(
        {},
        chainAt('open', [
          [10, 0],
          [20, 0],
          [20, 5],
        ]),
      ),
    ).toEqual(['body.open'])
    // Touching the axis is no crossing.
    expect(one({}, roundAt('ring', 4, 0, 4))).toEqual([])
  })
})
