import { describe, expect, it } from 'vitest'
import { emptyPart, freshHole, type Part, type PlainBodyStep, type Step } from '@flexum/core/recipe'
import { bodiesOf, massOf, volumeOf } from '@flexum/core/recipe/evaluated'
import type { ShellStep } from '../../recipe/index.ts'
import { edgesOfBody } from '../topology/edges.ts'
import { blockStep, filletStep } from '../../../testing/bodies.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

/** kg/mm3 */
const [STEEL, OAK] = [8e-6, 0.7e-6]
const slab = blockStep('slab')
/** A block of oak on the slab, sunk in by 2: there the slab has its place. */
const cap = blockStep('cap', {
  z: '18',
  wide: '16',
  deep: '16',
  height: '12',
  material: { name: 'Oak', density: '0.7 g/cm3', look: 'wood' },
  does: { kind: 'joins', with: ['slab'] },
})
const drill = (more: Partial<PlainBodyStep>): PlainBodyStep =>
  blockStep('drill', { shape: 'cylinder', diameter: '8', does: { kind: 'cuts', with: ['slab'] }, ...more })
const worked = (...steps: Step[]) => {
  const r = evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part)
  expect(r.findings.filter((f) => f.severity === 'blocks')).toEqual([])
  return r
}
const mass = (...steps: Step[]): number => massOf(worked(...steps))!
const steel = (v: number): number => v * STEEL
const oak = (v: number): number => v * OAK

describe('a body of two materials weighs as each of them does', () => {
  const whole = steel(24_000) + oak(16 * 16 * 10)
  it('joined', () => {
    expect(mass(slab, cap) / whole).toBeCloseTo(1, 9)
  })
  it('cut in one of them, or through both', () => {
    const disc = Math.PI * 16
    const above = drill({ z: '25', height: '20' })
    expect(mass(slab, cap, above) / (whole - oak(disc * 5))).toBeCloseTo(1, 6)
    const through = drill({ z: '-5', height: '50' })
    expect(mass(slab, cap, through) / (whole - oak(disc * 10) - steel(disc * 20))).toBeCloseTo(1, 6)
  })
  it('with a hole, an edge taken off, or a wall left', () => {
    const holes: Step = {
      id: 'holes',
      name: 'holes',
      aside: false,
      kind: 'holes',
      of: 'slab',
      rows: [
        {
          ...freshHole('a', { kind: 'face', on: { of: 'slab', face: 'cap/0/end' }, x: '0', y: '0' }),
          diameter: '6',
        },
      ],
    }
    const bored = Math.PI * 9
    expect(mass(slab, cap, holes) / (whole - oak(bored * 10) - steel(bored * 20))).toBeCloseTo(1, 6)
    const rim = edgesOfBody(bodiesOf(worked(slab, cap))[0]!).filter((e) => e.points.every((p) => p[2] > 29))
    const round = filletStep('round', 'slab', rim.slice(0, 1), { size: '3' })
    const off = (1 - Math.PI / 4) * 9 * 16
    expect(mass(slab, cap, round) / (whole - oak(off))).toBeCloseTo(1, 6)
    const wall: ShellStep = {
      id: 'wall',
      name: 'wall',
      aside: false,
      kind: 'hollowed',
      of: 'slab',
      open: [],
      wall: '2',
    }
    // Of the way up through both, 12 x 12, the steel goes up to its own top.
    const hollow = whole - steel(36 * 26 * 16 + 12 * 12 * 2) - oak(12 * 12 * 8)
    expect(mass(slab, cap, wall) / hollow).toBeCloseTo(1, 6)
    expect(volumeOf(worked(slab, cap, wall))).toBeCloseTo(24_000 + 2560 - 36 * 26 * 16 - 144 * 10, 4)
  })
})
