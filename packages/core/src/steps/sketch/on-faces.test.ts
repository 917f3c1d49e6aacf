import { base, blockStep, extrudedStep } from '../../../testing/bodies.ts'
import { bodiesOf, volumeOf, type PartResult } from '@flexum/core/recipe/evaluated'
import { freshHole, type HolesStep } from '../holes/typed.ts'
import type { HalvedStep } from '../halved/typed.ts'
import type { PlainBodyStep } from '../plain-body/typed.ts'
import { facesOfBody } from '../../solid/index.ts'
import { rectangleAt, roundAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { worked } = bodyTrial()

const halved = (more: Partial<HalvedStep> = {}): HalvedStep => ({
  ...base('half'),
  kind: 'halved',
  of: 'slab',
  plane: 'face',
  on: { of: 'slab', face: 'slab/0/side-1' },
  offset: '0',
  keeps: 'behind',
  mirrored: true,
  ...more,
})
const volume = (r: PartResult): number => {
  expect(blocks(r)).toEqual([])
  return volumeOf(r)!
}
const volumeFrom = (r: PartResult, id: string): number => {
  expect(blocks(r)).toEqual([])
  return bodiesOf(r).find((b) => b.id === id)!.figures.volume
}

describe('an extrusion', () => {
  it('goes up to a face that is parallel to its sheet, and follows it', () => {
    const up = (z: string) =>
      worked(
        blockStep('shelf', { z }),
        rectangleAt('foot', 2, 3, 10, 8),
        extrudedStep('post', 'foot', { until: { of: 'shelf', face: 'shelf/0/start' } }),
      )
    expect(volumeFrom(up('25'), 'post')).toBeCloseTo(80 * 25, 9)
    expect(volumeFrom(up('31.5'), 'post')).toBeCloseTo(80 * 31.5, 9)
  })
  it('goes up to a face that leans: area times the height at its centroid, its end in the plane of the face', () => {
    // A roof that rises by the sheet's own x: the side of a wedge drawn from the front.
    const wedge = { ...rectangleAt('gable', 0, 0, 60, 40), plane: { kind: 'xz', offset: '0' } } as const
    const leaning = {
      ...wedge,
      entities: wedge.entities.map((e) => (e.kind === 'point' && e.x > 50 && e.y < 5 ? { ...e, y: 30 } : e)),
      constraints: [],
    }
    const r = worked(
      leaning,
      extrudedStep('roof', 'gable', { way: 'even', depth: '80' }),
      rectangleAt('foot', 10, 3, 10, 8),
      extrudedStep('post', 'foot', { until: { of: 'roof', face: `roof/0/side-${bottomOf(leaning)}` } }),
    )
    // The underside rises from 0 at x 0 to 30 at x 60.
    expect(volumeFrom(r, 'post')).toBeCloseTo(80 * 7.5, 9)
    const post = bodiesOf(r).find((b) => b.id === 'post')!
    expect(post.figures.meshVolume).toBeCloseTo(600, 3)
    const end = facesOfBody(post).faces.find((f) => f.name.endsWith('/end'))!
    expect(end.form).toMatchObject({ kind: 'plane' })
    const across = worked(
      leaning,
      extrudedStep('roof', 'gable', { way: 'even', depth: '80' }),
      rectangleAt('foot', -5, 3, 10, 8),
      extrudedStep('post', 'foot', { until: { of: 'roof', face: `roof/0/side-${bottomOf(leaning)}` } }),
    )
    expect(blocks(across)).toEqual(['extruded.until'])
  })
  it('with sides that lean: the frustum of a pyramid and of a cone, by hand', () => {
    const pyramid = worked(
      rectangleAt('foot', 0, 0, 40, 30),
      extrudedStep('post', 'foot', { draft: 'atan(0.1)', depth: '20' }),
    )
    const [a, m, b] = [40 * 30, 38 * 28, 36 * 26]
    expect(volume(pyramid)).toBeCloseTo((20 * (a + 4 * m + b)) / 6, 9)
    expect(bodiesOf(pyramid)[0]!.figures.meshVolume).toBeCloseTo((20 * (a + 4 * m + b)) / 6, 3)
    const cone = worked(
      roundAt('ring', 0, 0, 20),
      extrudedStep('post', 'ring', { draft: 'atan(0.25)', depth: '20' }),
    )
    expect(volume(cone)).toBeCloseTo(((Math.PI * 20) / 3) * (400 + 300 + 225), 6)
    const face = facesOfBody(bodiesOf(cone)[0]!).faces.find((f) => f.form.kind === 'cone')!
    expect(face.form).toMatchObject({ half: expect.closeTo(Math.atan(0.25), 9) as number, out: 1 })
    // A cone cut from both: the library agrees with the formula.
    const hole = worked(
      roundAt('ring', 0, 0, 20),
      extrudedStep('post', 'ring', { draft: 'atan(0.25)', depth: '20' }),
      roundAt('bore', 0, 0, 5),
      extrudedStep('cut', 'bore', { way: 'even', through: true, does: { kind: 'cuts', with: ['post'] } }),
    )
    const drilled = ((Math.PI * 20) / 3) * (400 + 300 + 225) - Math.PI * 25 * 20
    expect(volume(hole) / drilled).toBeCloseTo(1, 6)
    const closed = worked(
      rectangleAt('foot', 0, 0, 40, 30),
      extrudedStep('post', 'foot', { draft: '45 deg', depth: '20' }),
    )
    expect(blocks(closed)).toEqual(['extruded.draft'])
  })
})

/** The lower line of a rectangle, by its ends. */
function bottomOf(sketch: {
  readonly entities: readonly { readonly kind: string; readonly id: string }[]
}): string {
  const all = sketch.entities as readonly {
    kind: string
    id: string
    from?: string
    to?: string
    x?: number
    y?: number
  }[]
  const at = (id: string | undefined) => all.find((e) => e.id === id)!
  return all.find(
    (e) =>
      e.kind === 'line' &&
      [at(e.from), at(e.to)].every((p) => p.y! < 35) &&
      Math.abs(at(e.from).x! - at(e.to).x!) > 10,
  )!.id
}

describe('a half about a flat face', () => {
  it('is twice the body, one part, with no wall where both meet', () => {
    const r = worked(blockStep('slab'), halved())
    expect(volume(r)).toBeCloseTo(2 * 40 * 30 * 20, 6)
    const { faces } = facesOfBody(bodiesOf(r)[0]!)
    expect(faces.filter((f) => f.area > 1)).toHaveLength(10)
  })
  it('moved in by some it is cut there first; out of it there is a slit, told with its width', () => {
    expect(volume(worked(blockStep('slab'), halved({ offset: '-8' })))).toBeCloseTo(2 * 32 * 30 * 20, 6)
    expect(volume(worked(blockStep('slab'), halved({ offset: '-8', mirrored: false })))).toBeCloseTo(
      32 * 600,
      6,
    )
    const slit = worked(blockStep('slab'), halved({ offset: '0.5' }))
    expect(blocks(slit)).toEqual(['halved.slit'])
    expect(slit.findings.find((f) => f.code === 'halved.slit')!.message).toContain('1 mm')
  })
  it('about a face that leans in space: the wedge doubles', () => {
    const wedge = { ...rectangleAt('gable', 0, 0, 60, 40), plane: { kind: 'xz', offset: '0' } } as const
    const leaning = {
      ...wedge,
      entities: wedge.entities.map((e) => (e.kind === 'point' && e.x > 50 && e.y < 5 ? { ...e, y: 17 } : e)),
      constraints: [],
    }
    const r = worked(
      leaning,
      extrudedStep('roof', 'gable', { way: 'even', depth: '80' }),
      halved({ of: 'roof', on: { of: 'roof', face: `roof/0/side-${bottomOf(leaning)}` } }),
    )
    expect(volume(r)).toBeCloseTo(2 * 80 * (60 * 40 - (60 * 17) / 2), 4)
  })
})

describe('holes', () => {
  const holes = (place: HolesStep['rows'][number]['place']): HolesStep => ({
    ...base('holes'),
    kind: 'holes',
    of: 'slab',
    rows: [{ ...freshHole('h1', place), diameter: '5', through: false, depth: '7' }],
  })
  const left = 40 * 30 * 20 - Math.PI * 6.25 * 7
  it('on a picked face go in square to it, and follow it', () => {
    const at = (face: string) => ({ kind: 'face', on: { of: 'slab', face }, x: '3', y: '4' }) as const
    expect(volume(worked(blockStep('slab'), holes(at('slab/0/end')))) / left).toBeCloseTo(1, 7)
    expect(volume(worked(blockStep('slab'), holes(at('slab/0/side-1')))) / left).toBeCloseTo(1, 7)
  })
  it('at a point of a sheet, which may move; one that is gone is told', () => {
    const sheet = { ...roundAt('dots', 5, 6, 2), plane: { kind: 'xy', offset: '20' } } as const
    const point = sheet.entities.find((e) => e.kind === 'point')!.id
    const r = worked(blockStep('slab'), sheet, holes({ kind: 'point', sketch: 'dots', point }))
    expect(volume(r) / left).toBeCloseTo(1, 7)
    const gone = worked(blockStep('slab'), sheet, holes({ kind: 'point', sketch: 'dots', point: 'nowhere' }))
    expect(blocks(gone)).toEqual(['holes.point-1'])
  })
})

describe('a body that is set again', () => {
  const drill = (more: Partial<PlainBodyStep>) =>
    blockStep('drill', { shape: 'cylinder', diameter: '5', z: '-5', height: '30', ...more })
  it('in a row and all round: each cuts as the first does, and alone each counts', () => {
    const row = [{ id: 'k', kind: 'row', count: '3', x: '10', y: '0', z: '0' } as const]
    const cut = worked(
      blockStep('slab'),
      drill({ x: '-10', copies: row, does: { kind: 'cuts', with: ['slab'] } }),
    )
    expect(volume(cut) / (24000 - 3 * Math.PI * 6.25 * 20)).toBeCloseTo(1, 7)
    const round = [
      { id: 'k', kind: 'round', count: '4', angle: '360 deg', axis: 'z', x: '0', y: '0', z: '0' } as const,
    ]
    const ring = worked(
      blockStep('slab'),
      drill({ x: '8', copies: round, does: { kind: 'cuts', with: ['slab'] } }),
    )
    expect(volume(ring) / (24000 - 4 * Math.PI * 6.25 * 20)).toBeCloseTo(1, 7)
    expect(volume(worked(drill({ copies: row })))).toBeCloseTo(3 * Math.PI * 6.25 * 30, 6)
    const none = [{ ...row[0]!, count: '0' }]
    expect(blocks(worked(drill({ copies: none })))).toEqual(['fit.copies'])
  })
})
