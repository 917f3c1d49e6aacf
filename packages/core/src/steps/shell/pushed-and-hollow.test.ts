import { base, blockStep, filletStep, extrudedStep, revolvedStep } from '../../../testing/bodies.ts'
import { type Step } from '@flexum/core/recipe'
import { bodiesOf, volumeOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { ShellStep } from './typed.ts'
import type { PushedStep } from '../pushed/typed.ts'
import { edgesOfBody, facesOfBody } from '../../solid/index.ts'
import { outlineAt, rectangleAt, roundAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial, every } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { bodyIn, worked } = bodyTrial()

const volume = (r: PartResult): number => {
  expect(blocks(r)).toEqual([])
  return volumeOf(r)!
}
const pushed = (face: string, by: string): PushedStep => ({
  ...base('push'),
  kind: 'pushed',
  of: 'slab',
  on: { of: 'slab', face },
  by,
})

describe('a face that is pushed', () => {
  it('out and in: its area times the way', () => {
    expect(volume(worked(blockStep('slab'), pushed('slab/0/end', '7')))).toBeCloseTo(1200 * 27, 6)
    expect(volume(worked(blockStep('slab'), pushed('slab/0/end', '-7')))).toBeCloseTo(1200 * 13, 6)
    const wide = worked(blockStep('slab', { wide: '50' }), pushed('slab/0/side-1', '4'))
    expect(volume(wide)).toBeCloseTo(54 * 30 * 20, 6)
  })
  it('takes its holes with it, exact where its edges are round', () => {
    const drill = blockStep('drill', {
      shape: 'cylinder',
      z: '-5',
      height: '40',
      does: { kind: 'cuts', with: ['slab'] },
    })
    const r = worked(blockStep('slab'), drill, pushed('slab/0/end', '5'))
    expect(volume(r) / ((1200 - Math.PI * 36) * 25)).toBeCloseTo(1, 6)
    // One body with a hole through all of it, and not one capped.
    const rims = edgesOfBody(bodiesOf(r)[0]!).filter((e) => e.closed)
    expect(rims.some((e) => every(e, (p) => Math.abs(p[2] - 25) < 1e-4))).toBe(true)
  })
  it('the field inside a bead is sunk, and the rest stays', () => {
    const bead: Step[] = [
      rectangleAt('outer', -15, -10, 30, 20),
      rectangleAt('inner', -12, -7, 24, 14),
      extrudedStep('ring', 'outer', { start: '18', depth: '10', does: { kind: 'cuts', with: ['slab'] } }),
      extrudedStep('field', 'inner', { start: '18', depth: '2', does: { kind: 'joins', with: ['slab'] } }),
    ]
    const before = volume(worked(blockStep('slab'), ...bead))
    const r = worked(blockStep('slab'), ...bead, pushed('field/0/end', '-1.5'))
    expect(volume(r)).toBeCloseTo(before - 24 * 14 * 1.5, 6)
  })
  it('pushed through nothing is left; none picked, by nothing, round: told', () => {
    expect(blocks(worked(blockStep('slab'), pushed('slab/0/end', '-20')))).toEqual(['pushed.vanishes'])
    expect(blocks(worked(blockStep('slab'), pushed('none', '3')))).toEqual(['picked.none'])
    expect(blocks(worked(blockStep('slab'), pushed('slab/0/end', '0')))).toEqual(['pushed.by'])
    const can = blockStep('slab', { shape: 'cylinder' })
    expect(
      blocks(
        worked(
          can,
          pushed(facesOfBody(bodyIn(can)).faces.find((f) => f.form.kind === 'cylinder')!.name, '3'),
        ),
      ),
    ).toEqual(['picked.round'])
  })
})

describe('a wall', () => {
  const wall = (open: readonly string[], thick = '2'): ShellStep => ({
    ...base('wall'),
    kind: 'hollowed',
    of: 'slab',
    open: open.map((face) => ({ of: 'slab', face })),
    wall: thick,
  })
  it('of a block, closed, open above, open above and at a side', () => {
    expect(volume(worked(blockStep('slab'), wall([])))).toBeCloseTo(24000 - 36 * 26 * 16, 6)
    expect(volume(worked(blockStep('slab'), wall(['slab/0/end'])))).toBeCloseTo(24000 - 36 * 26 * 18, 6)
    const two = worked(blockStep('slab'), wall(['slab/0/end', 'slab/0/side-1']))
    expect(volume(two)).toBeCloseTo(24000 - 38 * 26 * 18, 6)
  })
  it('of a turned vessel, open at its top: inside and outside by Pappus', () => {
    // A cone from 20 at the foot to 30 at the top, 40 high.
    const half = outlineAt('half', [
      [0, 0],
      [20, 0],
      [30, 40],
      [0, 40],
    ])
    const cup: Step[] = [{ ...half, plane: { kind: 'xz', offset: '0' } }, revolvedStep('slab', 'half')]
    const top = facesOfBody(bodyIn(...cup)).faces.find((f) => f.form.kind === 'plane' && f.out[2] > 0.5)!
    const r = worked(...cup, wall([top.name]))
    const frustum = (a: number, b: number, h: number): number => ((Math.PI * h) / 3) * (a * a + a * b + b * b)
    // The wall leans: inside it is 2 / cos further in at every height.
    const inset = 2 * Math.hypot(1, 0.25)
    const inner = frustum(20 + 2 * 0.25 - inset, 30 - inset, 38)
    expect(volume(r) / (frustum(20, 30, 40) - inner)).toBeCloseTo(1, 6)
  })
  it('too thick: told', () => {
    expect(blocks(worked(blockStep('slab'), wall([], '10')))).toEqual(['hollowed.room'])
  })
})

describe('rounded, then drawn on', () => {
  it('a sheet lies on the face that is left beside a rounding, and holes go into it', () => {
    const slab = blockStep('slab')
    const top = edgesOfBody(bodyIn(slab)).filter((e) => every(e, (p) => p[2] > 19))
    const round = filletStep('round', 'slab', top)
    const sheet: Step = {
      ...roundAt('dot', 0, 0, 4),
      plane: { kind: 'face', on: { of: 'round', face: 'slab/0/end' }, offset: '0' },
    }
    const drill = extrudedStep('drill', 'dot', {
      way: 'in',
      depth: '5',
      does: { kind: 'cuts', with: ['round'] },
    })
    const r = worked(slab, round, sheet, drill)
    const rounded = volume(worked(slab, round))
    expect(volume(r)).toBeCloseTo(rounded - Math.PI * 16 * 5, 2)
  })
})
