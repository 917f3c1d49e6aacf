import { describe, expect, it } from 'vitest'
import { bodiesOf, volumeOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { LoftStep } from './typed.ts'
import type { SketchStep } from '../sketch/typed.ts'
import { facesOfBody } from '../../solid/index.ts'
import { meshOfBody } from '@flexum/core/solid'
import { checkWatertight } from '@flexum/core/space'
import { blockStep, STEEL } from '../../../testing/bodies.ts'
import { rectangleAt, roundAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial } from '../../../testing/trial.ts'

const { worked } = bodyTrial()

const volume = (r: PartResult): number => {
  expect(blocks(r)).toEqual([])
  for (const b of bodiesOf(r)) expect(checkWatertight(meshOfBody(b)).openEdges).toBe(0)
  return volumeOf(r)!
}
const at = (sketch: SketchStep, z: string): SketchStep => ({ ...sketch, plane: { kind: 'xy', offset: z } })
const blended = (more: Partial<LoftStep> = {}, ...sketches: string[]): LoftStep => ({
  id: 'blend',
  name: 'Duct',
  aside: false,
  kind: 'blended',
  outlines: (sketches.length > 0 ? sketches : ['a', 'b']).map((sketch, i) => ({
    id: `o${i}`,
    sketch,
    regions: [],
    shift: '0',
  })),
  smooth: false,
  start: 'free',
  end: 'free',
  startPull: '1',
  endPull: '1',
  material: STEEL,
  ...more,
})

describe('a body blended between outlines', () => {
  it('straight between two circles is the frustum of a cone, to a millionth', () => {
    const r = worked(roundAt('a', 0, 0, 20), at(roundAt('b', 0, 0, 12), '30'), blended())
    expect(volume(r) / (((Math.PI * 30) / 3) * (400 + 240 + 144))).toBeCloseTo(1, 6)
    const { faces } = facesOfBody(bodiesOf(r)[0]!)
    expect(faces.map((f) => f.name.split('/')[2]).sort()).toEqual(['end', 'side-0', 'start'])
  })
  it('between two rectangles by hand; the way they were drawn and which is first do not count', () => {
    const exact = (20 / 6) * (40 * 30 + 4 * 30 * 20 + 20 * 10)
    const [low, high] = [rectangleAt('a', -20, -15, 40, 30), at(rectangleAt('b', -10, -5, 20, 10), '20')]
    expect(volume(worked(low, high, blended()))).toBeCloseTo(exact, 6)
    expect(volume(worked(low, high, blended({}, 'b', 'a')))).toBeCloseTo(exact, 6)
  })
  it('straight from an oval to a circle each plane between cuts an ellipse, whichever way both lie', () => {
    for (const [a, b, r] of [
      [8, 14, 7],
      [20, 3, 9],
    ] as const) {
      const oval: SketchStep = {
        ...roundAt('a', 0, 0, 1),
        entities: [
          { kind: 'point', id: 'm', x: 0, y: 0 },
          { kind: 'point', id: 'e', x: 0, y: b },
          { kind: 'ellipse', id: 'o', centre: 'm', end: 'e', radius: a },
        ],
        constraints: [],
      }
      const exact = Math.PI * 36.5 * (a * b + (a * (r - b) + b * (r - a)) / 2 + ((r - a) * (r - b)) / 3)
      const made = worked(at(oval, '38.5'), at(roundAt('b', 0, 0, r), '75'), blended())
      expect(volume(made) / exact).toBeCloseTo(1, 7)
    }
  })
  it('from round to oblong it is closed, and cuts and joins as others do', () => {
    const duct = [
      roundAt('a', 0, 0, 10),
      at(rectangleAt('b', -16, -6, 32, 12), '25'),
      blended({ smooth: true }),
    ]
    const alone = volume(worked(...duct))
    expect(alone).toBeGreaterThan(25 * Math.min(Math.PI * 100, 32 * 12) * 0.9)
    expect(alone).toBeLessThan(25 * 32 * 12)
    const slab = blockStep('slab', { wide: '80', deep: '60', height: '10', z: '8' })
    const cut = worked(
      slab,
      ...duct.slice(0, 2),
      blended({ smooth: true, does: { kind: 'cuts', with: ['slab'] } }),
    )
    const both = worked(
      slab,
      ...duct.slice(0, 2),
      blended({ smooth: true, does: { kind: 'common', with: ['slab'] } }),
    )
    expect((volume(cut) + volume(both)) / (80 * 60 * 10)).toBeCloseTo(1, 5)
  })
  it('smooth and square at both ends between equal outlines is the prism; through three it bulges', () => {
    const prism = worked(
      rectangleAt('a', 0, 0, 20, 10),
      at(rectangleAt('b', 0, 0, 20, 10), '30'),
      blended({ smooth: true, start: 'square', end: 'square' }),
    )
    expect(volume(prism)).toBeCloseTo(20 * 10 * 30, 4)
    const three = worked(
      roundAt('a', 0, 0, 10),
      at(roundAt('b', 0, 0, 14), '15'),
      at(roundAt('c', 0, 0, 10), '30'),
      blended({ smooth: true }, 'a', 'b', 'c'),
    )
    const frusta = 2 * ((Math.PI * 15) / 3) * (100 + 140 + 196)
    expect(volume(three)).toBeGreaterThan(frusta)
  })
  it('square to its planes the wall stands upright there, and a pull holds that longer', () => {
    const of = (pull: string) =>
      volume(
        worked(
          roundAt('a', 0, 0, 20),
          at(roundAt('b', 0, 0, 10), '30'),
          blended({ smooth: true, start: 'square', end: 'square', startPull: pull, endPull: '0.5' }),
        ),
      )
    expect(of('2')).toBeGreaterThan(of('0.5'))
  })
  /** The volume that a radius and a height come to as cubics of t, by Simpson's rule. */
  const revolved = (r: readonly number[], z: readonly number[]): number => {
    const hermite = ([p, m, q, n]: readonly number[], t: number): number =>
      (2 * t ** 3 - 3 * t ** 2 + 1) * p! +
      (t ** 3 - 2 * t ** 2 + t) * m! +
      (3 * t ** 2 - 2 * t ** 3) * q! +
      (t ** 3 - t ** 2) * n!
    const n = 400
    const f = (t: number): number =>
      (Math.PI * hermite(r, t) ** 2 * (hermite(z, t + 1e-6) - hermite(z, t - 1e-6))) / 2e-6
    let sum = 0
    for (let i = 0; i < n; i++) sum += (f(i / n) + 4 * f((i + 0.5) / n) + f((i + 1) / n)) / (6 * n)
    return sum
  }
  it('tangent to the round wall of a post that it stands on, it goes on as the wall does; by quadrature', () => {
    const post = blockStep('post', { shape: 'cylinder', diameter: '40', height: '20' })
    const neck = blended({
      smooth: true,
      start: 'tangent',
      startOn: 'post',
      end: 'square',
      startPull: '0.8',
      endPull: '0.5',
    })
    const r = worked(post, at(roundAt('a', 0, 0, 20), '20'), at(roundAt('b', 0, 0, 8), '50'), neck)
    const span = Math.hypot(30, 12)
    const exact = revolved([20, 0, 8, 0], [20, 0.8 * span, 50, 0.5 * span])
    expect((volume(r) - Math.PI * 400 * 20) / exact).toBeCloseTo(1, 6)
    // Joined there is no step: the wall and the neck have one normal where they meet.
    const joined = worked(post, at(roundAt('a', 0, 0, 20), '20'), at(roundAt('b', 0, 0, 8), '50'), {
      ...neck,
      does: { kind: 'joins', with: ['post'] },
    })
    expect(volume(joined)).toBeCloseTo(volume(r), 1)
  })
  it('tangent to the flat face that it stands on, it runs out into it as a foot; at its end too', () => {
    const slab = blockStep('slab', { wide: '80', deep: '80', height: '10' })
    const foot = blended({ smooth: true, start: 'tangent', startOn: 'slab', end: 'square' })
    const span = Math.hypot(30, 12)
    const exact = revolved([20, -span, 8, 0], [10, 0, 40, span])
    const r = worked(slab, at(roundAt('a', 0, 0, 20), '10'), at(roundAt('b', 0, 0, 8), '40'), foot)
    expect((volume(r) - 64_000) / exact).toBeCloseTo(1, 6)
    const over = blended({ smooth: true, end: 'tangent', endOn: 'slab', start: 'square' }, 'b', 'a')
    const turned = worked(slab, at(roundAt('a', 0, 0, 20), '10'), at(roundAt('b', 0, 0, 8), '40'), over)
    expect(volume(turned)).toBeCloseTo(volume(r), 3)
  })
  it('tangent to nothing it is told what would do', () => {
    const slab = blockStep('slab', { height: '10' })
    const off = [at(roundAt('a', 0, 0, 10), '12'), at(roundAt('b', 0, 0, 8), '40')]
    const of = (more: Partial<LoftStep>) =>
      blocks(worked(slab, ...off, blended({ smooth: true, start: 'tangent', ...more })))
    expect(of({})).toEqual(['blended.on-start'])
    expect(of({ startOn: 'slab' })).toEqual(['blended.stands-start'])
    expect(of({ startOn: 'gone' })).toHaveLength(1)
  })
  it('turned half round it folds: told; so are one outline, a hole in it, both in one place', () => {
    const [low, high] = [rectangleAt('a', -20, -15, 40, 30), at(rectangleAt('b', -10, -5, 20, 10), '20')]
    const turned = blended({
      outlines: [
        { id: 'o0', sketch: 'a', regions: [], shift: '0' },
        { id: 'o1', sketch: 'b', regions: [], shift: '50' },
      ],
    })
    expect(blocks(worked(low, high, turned))).toEqual(['blended.folds'])
    expect(blocks(worked(low, high, blended({}, 'a')))).toEqual(['blended.few'])
  })
})
