import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec2, type Vec2 } from '../plane/index.ts'
import { closingOf, type Closing } from './closing.ts'
import type { Constraint } from './constraints/index.ts'
import type { SketchEntity } from './entities.ts'
import { areasOf, type Gap } from './regions.ts'
import { solveByPoints } from './solve.ts'

const point = (id: string, [x, y]: Vec2): SketchEntity => ({ kind: 'point', id, x, y })

/** Lines from place to place that share their points, open between the last and the first. */
function openChain(places: readonly Vec2[]): SketchEntity[] {
  return [
    ...places.map((p, i) => point(`p${i}`, p)),
    ...places
      .slice(1)
      .map((_, i): SketchEntity => ({ kind: 'line', id: `c${i}`, from: `p${i}`, to: `p${i + 1}` })),
  ]
}

const onlyGap = (entities: readonly SketchEntity[]): Gap => {
  const { gaps } = areasOf(entities)
  expect(gaps).toHaveLength(1)
  return gaps[0]!
}

/** The area that is closed once the two ends are one place. */
function areaOf(closed: Closing, gap: Gap): number {
  const meet: Constraint = { id: 'meet', kind: 'coincident', a: gap.a.point, b: gap.b.point }
  const { entities } = solveByPoints(closed.entities, [meet])
  const { regions } = areasOf(entities)
  expect(regions).toHaveLength(1)
  return regions[0]!.area
}

const whichMoved = (closed: Closing): string[] => closed.moved.map((m) => m.end.point)

describe('closing a gap', () => {
  it('lengthens the line that points at the other end, and tilts none', () => {
    const entities = openChain([
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
      [0, 0.95],
    ])
    const gap = onlyGap(entities)
    const closed = closingOf(entities, [], gap)!
    expect(whichMoved(closed)).toEqual(['p4'])
    expect(closed.moved[0]!.by).toBeCloseTo(0.95, 9)
    expect(closed.swept).toBeCloseTo(0, 9)
    expect(areaOf(closed, gap)).toBeCloseTo(1000, 6)
  })
  it('runs both lines on to their corner where each stops short', () => {
    const entities = openChain([
      [0.6, 0],
      [40, 0],
      [40, 25],
      [0, 25],
      [0, 0.8],
    ])
    const gap = onlyGap(entities)
    const closed = closingOf(entities, [], gap)!
    expect(new Map(closed.moved.map((m) => [m.end.point, m.by]))).toEqual(
      new Map([
        ['p0', expect.closeTo(0.6, 9)],
        ['p4', expect.closeTo(0.8, 9)],
      ]),
    )
    expect(areaOf(closed, gap)).toBeCloseTo(1000, 6)
  })
  it('runs an arc on along itself rather than bending it', () => {
    // A round end of radius 10 that stops short of its line by 0.95 mm of arc.
    const short = 0.95 / 10
    const entities: SketchEntity[] = [
      point('m', [40, 10]),
      point('a', [40, 0]),
      point('b', [40 + 10 * Math.sin(short), 10 + 10 * Math.cos(short)]),
      { kind: 'arc', id: 'round', centre: 'm', from: 'a', to: 'b', radius: 10, clockwise: false },
      ...openChain([
        [40, 20],
        [0, 20],
        [0, 0],
      ]),
      { kind: 'line', id: 'foot', from: 'p2', to: 'a' },
    ]
    const gap = onlyGap(entities)
    const closed = closingOf(entities, [], gap)!
    expect(whichMoved(closed)).toEqual(['b'])
    expect(closed.moved[0]!.by).toBeCloseTo(20 * Math.sin(short / 2), 6)
    expect(areaOf(closed, gap)).toBeCloseTo(800 + 50 * Math.PI, 3)
  })
  it('moves the end that is loose where the other is held, and none where both are', () => {
    const entities = openChain([
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
      [0, 0.5],
    ])
    const gap = onlyGap(entities)
    const upright: Constraint[] = [
      { id: 'k1', kind: 'fixed', point: 'p4', x: 0, y: 0.5 },
      { id: 'k2', kind: 'fixed', point: 'p3', x: 0, y: 25 },
    ]
    const closed = closingOf(entities, upright, gap)!
    expect(whichMoved(closed)).toEqual(['p0'])
    expect(closed.moved[0]!.by).toBeCloseTo(0.5, 9)
    // The foot turns about its far end: a triangle of 40 by 0.5.
    expect(closed.swept).toBeCloseTo(10, 6)
    const both: Constraint[] = [...upright, { id: 'k3', kind: 'fixed', point: 'p0', x: 0, y: 0 }]
    expect(closingOf(entities, both, gap)).toBeUndefined()
  })
  it('takes along what has to come when neither end can be moved alone', () => {
    const entities = openChain([
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
      [0, 0.5],
    ])
    const gap = onlyGap(entities)
    // Every line keeps its direction and the left one its length: the top comes down by the gap.
    const held: Constraint[] = [
      { id: 'k0', kind: 'fixed', point: 'p0', x: 0, y: 0 },
      { id: 'k1', kind: 'horizontal', a: 'p0', b: 'p1' },
      { id: 'k2', kind: 'vertical', a: 'p1', b: 'p2' },
      { id: 'k3', kind: 'horizontal', a: 'p2', b: 'p3' },
      { id: 'k4', kind: 'vertical', a: 'p3', b: 'p4' },
      {
        id: 'k5',
        kind: 'dimension',
        measured: { of: 'distance', a: 'p3', b: 'p4' },
        value: 24.5,
      },
    ]
    const closed = closingOf(entities, held, gap)!
    expect(whichMoved(closed)).toEqual(['p4'])
    expect(areaOf(closed, gap)).toBeCloseTo(40 * 24.5, 4)
  })
  it('disturbs no more than either end sent to the other would', () => {
    const small = fc.double({ min: -1, max: 1, noNaN: true })
    const jog = fc.tuple(small, small)
    fc.assert(
      fc.property(fc.array(jog, { minLength: 4, maxLength: 4 }), jog, (jogs, ends) => {
        const corners: Vec2[] = [
          [0, 0],
          [40, 0],
          [40, 25],
          [0, 25],
        ]
        const places = corners.map((p, i): Vec2 => vec2.add(p, jogs[i]!))
        const last = vec2.add(places[0]!, [0.4 * ends[0], 0.4 * ends[1]])
        const entities = openChain([...places, last])
        const { gaps } = areasOf(entities)
        fc.pre(gaps.length === 1)
        const closed = closingOf(entities, [], gaps[0]!)!
        const triangle = (a: Vec2, b: Vec2, c: Vec2): number =>
          Math.abs(vec2.cross(vec2.sub(b, a), vec2.sub(c, a))) / 2
        const way = [triangle(places[1]!, places[0]!, last), triangle(places[3]!, places[0]!, last)]
        expect(closed.swept).toBeLessThanOrEqual(Math.min(...way) + 2 * 1e-7 * 1600)
        for (const m of closed.moved) expect(m.by).toBeLessThanOrEqual(3 * gaps[0]!.distance + 1e-9)
      }),
      { numRuns: 100 },
    )
  })
})
