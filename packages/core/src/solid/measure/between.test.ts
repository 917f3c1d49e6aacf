import { describe, expect, it } from 'vitest'
import { emptyPart, type PlainBodyStep, type Step } from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import { rad } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { edgesOfBody } from '../topology/edges.ts'
import { facesOfBody } from '../topology/faces.ts'
import { measureBetween, type Measurable } from './between.ts'

const steel = { name: 'Steel', density: '8 g/cm3', look: 'steel' } as const
const plain = (id: string, more: Partial<PlainBodyStep>): PlainBodyStep => ({
  id,
  kind: 'plain-body',
  name: id,
  aside: false,
  shape: 'block',
  axis: 'z',
  x: '0',
  y: '0',
  z: '0',
  wide: '60',
  deep: '40',
  diameter: '20',
  height: '30',
  material: steel,
  ...more,
})
const bodiesOf = (...steps: Step[]): Body[] =>
  createEvaluator()
    .evaluate({ ...emptyPart('Trial'), steps })
    .steps.flatMap((s) => s.output?.bodies ?? [])
/** The face that looks a way, or the round one; pressed at a place. */
const face = (body: Body, way: Vec3 | 'round', at: Vec3): Measurable => ({
  kind: 'face',
  body,
  number: facesOfBody(body).faces.findIndex((f) =>
    way === 'round' ? f.form.kind === 'cylinder' : f.form.kind === 'plane' && vec3.dot(f.out, way) > 0.99,
  ),
  at,
})
const edge = (body: Body, is: (points: readonly Vec3[], closed: boolean) => boolean): Measurable => {
  const number = edgesOfBody(body).findIndex((e) => is(e.points, e.closed))
  return { kind: 'edge', body, number, at: edgesOfBody(body)[number]!.points[0]! }
}

describe('a measure', () => {
  it('of a round bar and a face is the nearest of both, wherever they were pressed', () => {
    // A block about the origin, its right face at x = 30, and a cylinder of radius 10 along z about x = 75.
    const [block, bar] = bodiesOf(plain('block', {}), plain('bar', { shape: 'cylinder', x: '75' })) as [
      Body,
      Body,
    ]
    const right = face(block, [1, 0, 0], [30, -18, 2])
    const round = face(bar, 'round', [75, 10, 28])
    for (const { nearest } of [measureBetween(right, round), measureBetween(round, right)])
      expect(nearest!.distance).toBeCloseTo(35, 9)
    const { nearest } = measureBetween(right, round)
    expect(nearest!.from[0]).toBeCloseTo(30, 9)
    expect(nearest!.to[0]).toBeCloseTo(65, 9)
  })
  it('of two round bars is the distance of their axes less their radii', () => {
    const [a, b] = bodiesOf(
      plain('a', { shape: 'cylinder', diameter: '20' }),
      plain('b', { shape: 'cylinder', diameter: '12', x: '30', y: '40' }),
    ) as [Body, Body]
    expect(
      measureBetween(face(a, 'round', [0, 0, 0]), face(b, 'round', [0, 0, 0])).nearest!.distance,
    ).toBeCloseTo(34, 9)
  })
  it('between flat faces has their angle, and where they come nearest', () => {
    const [block] = bodiesOf(plain('block', {})) as [Body]
    const [top, right] = [face(block, [0, 0, 1], [0, 0, 30]), face(block, [1, 0, 0], [30, 0, 5])]
    const met = measureBetween(top, right)
    expect(met.angle).toBeCloseTo(rad(90), 12)
    expect(met.nearest!.distance).toBeCloseTo(0, 9)
    const left = face(block, [-1, 0, 0], [-30, 3, 20])
    const apart = measureBetween(left, right)
    expect(apart.angle).toBe(0)
    expect(apart.nearest!.distance).toBeCloseTo(60, 9)
  })
  it('of edges is between the edges and not the lines that they lie on', () => {
    const [a, b] = bodiesOf(plain('a', {}), plain('b', { x: '100', y: '100' })) as [Body, Body]
    // Along x at y = 20 and y = 80: they end at x = 30 and begin at x = 70.
    const along = (body: Body, y: number): Measurable =>
      edge(body, (p) => p.every((q) => Math.abs(q[1] - y) < 1e-6 && Math.abs(q[2]) < 1e-6))
    const m = measureBetween(along(a, 20), along(b, 80))
    expect(m.nearest!.distance).toBeCloseTo(Math.hypot(40, 60), 6)
    expect(m.angle).toBe(0)
  })
  it('of a circle and a point is exact, and not by the chords of the picture', () => {
    const [bar] = bodiesOf(plain('bar', { shape: 'cylinder', diameter: '20' })) as [Body]
    const rim = edge(bar, (p, closed) => closed && p.every((q) => Math.abs(q[2] - 30) < 1e-6))
    for (const turn of [0.1, 0.777, 2]) {
      const point: Vec3 = [50 * Math.cos(turn), 50 * Math.sin(turn), 60]
      const { nearest } = measureBetween(rim, { kind: 'point', at: point })
      expect(nearest!.distance).toBeCloseTo(50, 9)
    }
  })
  it('between points is what lies between them', () => {
    const m = measureBetween({ kind: 'point', at: [0, 0, 0] }, { kind: 'point', at: [3, 4, 12] })
    expect(m.nearest).toEqual({ distance: 13, from: [0, 0, 0], to: [3, 4, 12] })
    expect(m.angle).toBeUndefined()
  })
})
