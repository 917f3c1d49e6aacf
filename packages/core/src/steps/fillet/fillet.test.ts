import { blockStep, filletStep, extrudedStep } from '../../../testing/bodies.ts'
import { type Step } from '@flexum/core/recipe'
import { bodiesOf, volumeOf } from '@flexum/core/recipe/evaluated'
import type { FilletStep } from './typed.ts'
import type { ExtrudedStep } from '../extruded/typed.ts'
import type { SketchStep } from '../sketch/typed.ts'
import { edgesOfBody, facesOfBody, type BodyEdge } from '../../solid/index.ts'
import { meshOfBody, type Body } from '@flexum/core/solid'
import { checkWatertight } from '@flexum/core/space'
import { outlineAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial, every } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { bodyIn, worked } = bodyTrial()

const extruded = (id: string, sketch: string, more: Partial<ExtrudedStep> = {}): ExtrudedStep =>
  extrudedStep(id, sketch, { depth: '20', ...more })
const edges = (of: string, picked: readonly BodyEdge[], more: Partial<FilletStep> = {}): FilletStep =>
  filletStep('edges', of, picked, more)
/** Volume after edges of a body are picked by where they lie. */
const after = (
  steps: readonly Step[],
  which: (e: BodyEdge) => boolean,
  more: Partial<FilletStep> = {},
): number => {
  const before = bodyIn(...steps)
  const step = edges(
    steps[0]!.kind === 'sketch' ? steps[1]!.id : steps[0]!.id,
    edgesOfBody(before).filter(which),
    more,
  )
  expect(step.edges.length).toBeGreaterThan(0)
  const r = worked(...steps, step)
  expect(blocks(r)).toEqual([])
  expect(checkWatertight(meshOfBody(bodiesOf(r)[0]!))).toMatchObject({ openEdges: 0, crossedEdges: 0 })
  return volumeOf(r)!
}
/** Of the corner between a square and the quarter round in it, of radius 1: its area, and how far its centroid lies from each side. */
const AREA = 1 - Math.PI / 4
const OFF = (1 / 2 - (Math.PI / 4) * (1 - 4 / (3 * Math.PI))) / AREA

describe('rounded edges', () => {
  it('one edge of a block, along its length', () => {
    const v = after([blockStep('slab')], (e) => every(e, (p) => p[2] > 19 && p[1] > 14))
    expect(v / (40 * 30 * 20 - AREA * 9 * 40)).toBeCloseTo(1, 9)
  })
  it('all of a block: its planes, quarter rounds and eighths of a ball', () => {
    const v = after([blockStep('slab')], () => true)
    const [a, b, c, r] = [34, 24, 14, 3]
    const exact =
      a * b * c + 2 * r * (a * b + b * c + c * a) + Math.PI * r * r * (a + b + c) + (4 / 3) * Math.PI * r ** 3
    expect(v / exact).toBeCloseTo(1, 6)
  })
  it('two that meet run through each other; with sizes of their own each its own', () => {
    const top = (e: BodyEdge) =>
      every(e, (p) => p[2] > 19) && (every(e, (p) => p[1] > 14) || every(e, (p) => p[0] > 19))
    const v = after([blockStep('slab')], top)
    // Where both cut, what they share is counted once.
    const shared = quadrature((x, y) => Math.min(...[x, y].map((d) => 3 - Math.sqrt(9 - (3 - d) ** 2))), 3)
    expect(v / (24000 - AREA * 9 * (40 + 30) + shared)).toBeCloseTo(1, 7)
  })
  it('the rim of a hole, and the foot of a boss that is filled in: by Pappus', () => {
    const drill = blockStep('drill', {
      shape: 'cylinder',
      z: '-5',
      height: '40',
      does: { kind: 'cuts', with: ['slab'] },
    })
    const hole = after([blockStep('slab'), drill], (e) => e.closed && every(e, (p) => p[2] > 19))
    const bored = 24000 - Math.PI * 36 * 20
    expect((bored - hole) / (2 * Math.PI * (6 + 3 * OFF) * AREA * 9)).toBeCloseTo(1, 4)
    expect(hole / (bored - 2 * Math.PI * (6 + 3 * OFF) * AREA * 9)).toBeCloseTo(1, 6)
    const boss = blockStep('boss', {
      shape: 'cylinder',
      z: '5',
      height: '40',
      does: { kind: 'joins', with: ['slab'] },
    })
    const foot = after([blockStep('slab'), boss], (e) => e.closed && !e.convex)
    const stood = 24000 + Math.PI * 36 * 25
    expect((foot - stood) / (2 * Math.PI * (6 + 3 * OFF) * AREA * 9)).toBeCloseTo(1, 4)
  })
  it('round three sides of a board with corner radii, as one chain of straights and arcs', () => {
    // 80 x 50, its two far corners rounded by 12.
    const flat = outlineAt('board', [
      [0, 0],
      [80, 0],
      [80, 38],
      [68, 50],
      [12, 50],
      [0, 38],
    ])
    const arcs = [
      ['l2', 'p2', 'p3', 'c2', 68],
      ['l4', 'p4', 'p5', 'c4', 12],
    ] as const
    const board: SketchStep = {
      ...flat,
      entities: [
        ...flat.entities.filter((e) => e.id !== 'l2' && e.id !== 'l4'),
        ...arcs.flatMap(([id, from, to, centre, x]): SketchStep['entities'] => [
          { kind: 'point', id: centre, x, y: 38 },
          { kind: 'arc', id, centre, from, to, radius: 12, clockwise: false },
        ]),
      ],
    }
    const v = after(
      [board, extruded('top', 'board')],
      (e) => every(e, (p) => p[2] > 19) && !every(e, (p) => p[1] < 1),
    )
    const area = 80 * 50 - 2 * (144 - (Math.PI * 144) / 4)
    const straights = 38 + 56 + 38
    const bends = Math.PI * (12 - 3 * OFF)
    expect(v / (area * 20 - AREA * 9 * (straights + bends))).toBeCloseTo(1, 6)
  })
  it('at an inner corner two rounded edges are mitred', () => {
    const ell = outlineAt('ell', [
      [0, 0],
      [60, 0],
      [60, 25],
      [25, 25],
      [25, 60],
      [0, 60],
    ])
    const inner = (e: BodyEdge) =>
      every(e, (p) => p[2] > 19) &&
      (every(e, (p) => Math.abs(p[1] - 25) < 1e-6 && p[0] > 24.9) ||
        every(e, (p) => Math.abs(p[0] - 25) < 1e-6 && p[1] > 24.9))
    const v = after([ell, extruded('top', 'ell')], inner)
    expect(v / ((60 * 25 + 35 * 25) * 20 - AREA * 9 * (70 + 2 * 3 * OFF))).toBeCloseTo(1, 7)
  })
  it('bevelled they go back as far as is said on both faces', () => {
    const v = after([blockStep('slab')], (e) => every(e, (p) => p[2] > 19 && p[1] > 14), {
      shape: 'bevelled',
    })
    expect(v).toBeCloseTo(24000 - (9 / 2) * 40, 6)
    const all = after([blockStep('slab')], (e) => every(e, (p) => p[2] > 19), {
      shape: 'bevelled',
      size: '2',
    })
    // A frustum on top.
    const [a, m, b] = [40 * 30, 38 * 28, 36 * 26]
    expect(all).toBeCloseTo(40 * 30 * 18 + (2 * (a + 4 * m + b)) / 6, 6)
  })
  it('has faces of its own with names that stay, exact where they are round', () => {
    const before = edgesOfBody(bodyIn(blockStep('slab')))
    const picked = before.filter((e) => every(e, (p) => p[2] > 19))
    const body = bodyIn(blockStep('slab'), edges('slab', picked))
    const round = facesOfBody(body).faces.filter((f) => f.step === 'edges')
    expect(round.map((f) => f.form.kind).sort()).toEqual(['cylinder', 'cylinder', 'cylinder', 'cylinder'])
    const wider = bodyIn(blockStep('slab', { wide: '55' }), edges('slab', picked, { size: '4' }))
    const names = (b: Body) =>
      facesOfBody(b)
        .faces.map((f) => f.name)
        .sort()
    expect(names(wider)).toEqual(names(body))
  })
  it('what has no room is told with what fits; none picked, one gone, no size', () => {
    const of = (more: Partial<FilletStep>) =>
      worked(
        blockStep('slab'),
        edges(
          'slab',
          edgesOfBody(bodyIn(blockStep('slab'))).filter((e) => every(e, (p) => p[2] > 19 && p[1] > 14)),
          more,
        ),
      )
    const large = of({ size: '21' })
    expect(blocks(large)).toEqual(['edges.large'])
    expect(large.findings.find((f) => f.code === 'edges.large')!.message).toContain('Up to 20 mm fits')
    expect(blocks(of({ size: '0' }))).toEqual(['edges.size'])
    expect(blocks(of({ edges: [] }))).toEqual(['edges.none'])
    expect(blocks(of({ edges: [{ id: 'e', edge: 'slab/0/end|slab/0/nowhere(a>b)' }] }))).toEqual([
      'picked.gone',
    ])
  })
})

/** Integral of f over a square from 0 to size each way. */
function quadrature(f: (x: number, y: number) => number, size: number): number {
  const n = 1500
  let sum = 0
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) sum += f(((i + 0.5) / n) * size, ((j + 0.5) / n) * size)
  return sum * (size / n) ** 2
}
