import { describe, expect, it } from 'vitest'
import { nodeEntry, type NodePathStep } from '../node-path/typed.ts'
import { type Part } from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import type { RunStep } from '../run/typed.ts'
import type { SketchStep } from './typed.ts'
import { arc2, curveLength, line2, nearestOn, pointAt, vec2, type Vec2 } from '../../plane/index.ts'
import { arcSweep, piecesOf, type SketchEntity } from '../../sketch/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import { meshTransformed } from '../../space/index.ts'
import { barOn } from '../../../testing/parts.ts'
import { takableOfRun } from './takable-run.ts'
import { downOn, takableOn, type TakableCurve, type Takable } from './takable.ts'

const FRONT: PlaneFrame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1] }
const BACK: PlaneFrame = { origin: [0, 0, 0], x: [-1, 0, 0], y: [0, 0, 1] }
const ABOVE: PlaneFrame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] }

const entities: readonly SketchEntity[] = [
  { kind: 'point', id: 'a', x: 0, y: 0 },
  { kind: 'point', id: 'b', x: 30, y: 0 },
  { kind: 'point', id: 'c', x: 30, y: 10 },
  { kind: 'point', id: 'd', x: 40, y: 10 },
  { kind: 'line', id: 'l', from: 'a', to: 'b' },
  { kind: 'arc', id: 'r', centre: 'c', from: 'b', to: 'd', radius: 10, clockwise: false },
  { kind: 'circle', id: 'o', centre: 'a', radius: 6 },
]
const drawn = (c: TakableCurve, t: Takable) => {
  const item =
    c.kind === 'spline'
      ? { ...c, id: c.key, form: 'through' as const, degree: 3 as const }
      : { ...c, id: c.key }
  return piecesOf(item as SketchEntity, (name) => t.places.get(name)!)
}

describe('what can be taken over onto a sheet', () => {
  it('of a drawing on a sheet of the same direction: the same curves', () => {
    const t = takableOn(FRONT, { sketch: { frame: FRONT, entities } as never })!
    expect(t.curves.map((c) => [c.key, c.kind])).toEqual([
      ['l', 'line'],
      ['r', 'arc'],
      ['o', 'circle'],
    ])
    expect(drawn(t.curves[0]!, t)).toEqual([line2([0, 0], [30, 0])])
    expect(drawn(t.curves[1]!, t)).toEqual([arc2([30, 10], 10, -Math.PI / 2, Math.PI / 2)])
    expect(t.places.get('rim/o')).toEqual([6, 0])
  })
  it('seen from behind an arc goes the other way about, through the same places', () => {
    const t = takableOn(BACK, { sketch: { frame: FRONT, entities } as never })!
    const [arc] = drawn(t.curves[1]!, t)
    expect(vec2.distance(pointAt(arc!, 0), [-30, 0])).toBeLessThan(1e-12)
    expect(arc!.kind === 'arc' && arc!.sweep).toBeCloseTo(-Math.PI / 2, 12)
  })
  it('seen on edge or askew rounds are drawn through places along them', () => {
    const askew: PlaneFrame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, Math.SQRT1_2, Math.SQRT1_2] }
    const t = takableOn(askew, { sketch: { frame: FRONT, entities } as never })!
    expect(t.curves.map((c) => c.kind)).toEqual(['line', 'spline', 'spline', 'spline'])
    // The circle is an ellipse there, in two halves: within a share of it that nobody sees.
    const halves = t.curves.slice(2).flatMap((c) => drawn(c, t))
    for (let k = 0; k < 24; k++) {
      const a = (k / 24) * 2 * Math.PI
      const p: Vec2 = [6 * Math.cos(a), 6 * Math.sin(a) * Math.SQRT1_2]
      expect(Math.min(...halves.map((h) => nearestOn(h, p).distance))).toBeLessThan(0.02)
    }
  })
})

const path = (height: string): NodePathStep => ({
  id: 'path',
  kind: 'node-path',
  name: 'Line',
  aside: false,
  closed: false,
  nodes: [
    nodeEntry('n1', '0', '0', '0', ''),
    nodeEntry('n2', '0', '0', height, '15'),
    nodeEntry('n3', '80', '0', height, ''),
  ],
})
const sheet = (place: string): SketchStep => ({
  id: 'sheet',
  kind: 'sketch',
  name: 'Sheet',
  aside: false,
  plane: { kind: 'xz', offset: '0' },
  entities: [
    { kind: 'point', id: 'p', x: 1, y: 2 },
    { kind: 'point', id: 'q', x: 5, y: 9 },
    { kind: 'line', id: 'l', from: 'p', to: 'q' },
  ],
  constraints: [
    { kind: 'fixed', id: 'k', point: 'p', x: 1, y: 2, follows: { step: 'path', of: 'path', place } },
    { kind: 'vertical', id: 'v', a: 'p', b: 'q' },
  ],
})
const partOf = (height: string, place = 'joint/3'): Part => {
  const bar = barOn(path(height), 'round-bar', { diameter: '6' })
  return { ...bar, steps: [bar.steps[0]!, sheet(place)] }
}
const solvedIn = (part: Part) => {
  const step = createEvaluator()
    .evaluate(part)
    .steps.find((s) => s.id === 'sheet')!
  const at = (id: string): Vec2 => {
    const p = step.output!.sketch!.entities.find((e) => e.id === id)!
    return p.kind === 'point' ? [p.x, p.y] : [NaN, NaN]
  }
  return { step, at }
}

describe('a point that follows a place of an earlier step', () => {
  it('is there, and what hangs on it goes along', () => {
    const tall = solvedIn(partOf('60'))
    expect(tall.at('p')).toEqual([80, 60].map((v) => expect.closeTo(v, 9) as number))
    expect(tall.at('q')[0]).toBeCloseTo(80, 9)
    const taller = solvedIn(partOf('95'))
    expect(taller.at('p')[1]).toBeCloseTo(95, 9)
    expect([...taller.step.output!.sketch!.followed]).toEqual([
      ['k', [expect.closeTo(80, 9), expect.closeTo(95, 9)]],
    ])
  })
  it('the centre of a bend, and its length along a curve of the path, are places too', () => {
    const part = partOf('60', 'centre/1')
    expect(solvedIn(part).at('p')).toEqual([15, 45].map((v) => expect.closeTo(v, 9) as number))
    const given = createEvaluator()
      .evaluate(part)
      .steps.find((s) => s.id === 'path')!.output!
    const t = takableOn(FRONT, given)!
    const long = t.curves.flatMap((c) => drawn(c, t)).reduce((s, c) => s + curveLength(c), 0)
    expect(long).toBeCloseTo(given.path!.path.length, 9)
    // From above the bend is seen on edge.
    expect(takableOn(ABOVE, given)!.curves.map((c) => c.kind)).toEqual(['line', 'spline', 'line'])
  })
  it('whose place is gone stays where it was, and says so', () => {
    const { step, at } = solvedIn(partOf('60', 'joint/9'))
    expect(at('p')).toEqual([1, 2].map((v) => expect.closeTo(v, 9) as number))
    expect(step.findings.map((f) => f.code)).toContain('sketch.gone')
  })
})

describe('a sheet on places of earlier steps', () => {
  const lies = (plane: SketchStep['plane'], height = '60') => {
    const part = partOf(height)
    const [first, second] = part.steps
    return createEvaluator().evaluate({
      ...part,
      steps: [first!, { ...(second as SketchStep), plane, constraints: [] }],
    }).steps[1]!
  }
  const at = (place: string) => ({ step: 'path', of: 'path' as const, place })

  it('through three: the first is the origin, the second across; it follows them', () => {
    const points = [at('joint/3'), at('joint/0'), at('centre/1')] as const
    for (const height of [60, 90]) {
      const { frame } = lies({ kind: 'points', points }, String(height)).output!.sketch!
      expect(frame.origin).toEqual([80, 0, height].map((v) => expect.closeTo(v, 9) as number))
      const long = Math.hypot(80, height)
      expect(frame.x).toEqual([-80 / long, 0, -height / long].map((v) => expect.closeTo(v, 9) as number))
      expect(Math.abs(frame.y[1])).toBeLessThan(1e-12)
    }
  })
  it('through a line: level at no angle, upright at a right one, the line across', () => {
    const along = [at('joint/2'), at('joint/3')] as const
    const level = lies({ kind: 'tilted', along, angle: '0' }).output!.sketch!.frame
    expect(level.x).toEqual([1, 0, 0].map((v) => expect.closeTo(v, 9) as number))
    expect(level.y).toEqual([0, 1, 0].map((v) => expect.closeTo(v, 9) as number))
    const upright = lies({ kind: 'tilted', along, angle: '90 deg' }).output!.sketch!.frame
    expect(upright.y).toEqual([0, 0, 1].map((v) => expect.closeTo(v, 9) as number))
    const half = lies({ kind: 'tilted', along, angle: '30 deg' }).output!.sketch!.frame
    expect(half.y[2]).toBeCloseTo(0.5, 9)
  })
  it('says what is wrong: a place that is gone, places in line', () => {
    const gone = lies({ kind: 'tilted', along: [at('joint/0'), at('joint/9')], angle: '0' })
    expect(gone.findings[0]!.message).toBe('Place 2 that "Sheet" lies on is not there any more.')
    const row = lies({ kind: 'points', points: [at('joint/0'), at('joint/1'), at('joint/0')] })
    expect(row.findings[0]!.message).toContain('lie on one line')
  })
})

describe('what can be taken over of the body of a run', () => {
  const bar = barOn(path('60'), 'flat', { width: '20', thickness: '8' })
  const run = bar.steps.find((s) => s.kind === 'run')!
  const onBody = (part: Part) => {
    const { steps } = createEvaluator().evaluate(part)
    const { carried, bodies } = steps.find((s) => s.id === run.id)!.output!
    return { carried: carried!, body: bodies![0]! }
  }
  const FACE: PlaneFrame = { origin: [80, 0, 0], x: [0, 1, 0], y: [0, 0, 1] }

  it('lies on the body: every place is a corner of its mesh, seen from the front and from the end', () => {
    const { carried, body } = onBody(bar)
    for (const frame of [FRONT, FACE]) {
      const t = takableOfRun(frame, carried)
      const { positions } = body.mesh
      const corners = Array.from({ length: positions.length / 3 }, (_, i) =>
        downOn(frame, [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!]),
      )
      for (const [name, p] of t.places) {
        if (name.includes('centre') || name.includes('along')) continue
        expect(Math.min(...corners.map((c) => vec2.distance(c, p)))).toBeLessThan(1e-3)
      }
    }
  })
  it('the outline of an end is its rectangle, the edges along it straights and rounds about the bend', () => {
    const { carried } = onBody(bar)
    const end = takableOfRun(FACE, carried)
    const outline = end.curves.filter((c) => c.key.startsWith('end/'))
    expect(outline.map((c) => c.kind)).toEqual(['line', 'line', 'line', 'line'])
    const long = outline.flatMap((c) => drawn(c, end)).map(curveLength)
    expect(long.toSorted((a, b) => a - b)).toEqual([8, 8, 20, 20].map((v) => expect.closeTo(v, 9) as number))
    const front = takableOfRun(FRONT, carried)
    const edges = front.curves.filter((c) => c.key.startsWith('edge/'))
    // Four edges of three segments; the bend of 15 inside and outside its middle.
    expect(edges).toHaveLength(12)
    const radii = edges.flatMap((c) => (c.kind === 'arc' ? [c.radius] : []))
    const [inside, outside] = [Math.min(...radii), Math.max(...radii)]
    expect((inside + outside) / 2).toBeCloseTo(15, 9)
    expect([8, 20].some((w) => Math.abs(outside - inside - w) < 1e-9)).toBe(true)
  })
  it('a round one gives the circles of its ends where they are seen round', () => {
    const { carried } = onBody(barOn(path('60'), 'round-bar', { diameter: '6' }))
    const seen = takableOfRun(FACE, carried).curves.filter((c) => c.key.startsWith('end/'))
    expect(seen).toEqual([expect.objectContaining({ kind: 'circle', radius: 3 })])
  })
  it('lies on every copy of it too, mirrored or turned, and on one that grows on its way', () => {
    const set: Partial<RunStep>[] = [
      {
        copies: [
          { id: 'm', kind: 'mirror', plane: 'yz', offset: '120' },
          { id: 'r', kind: 'round', count: '3', angle: '100 deg', axis: 'y', x: '5', y: '0', z: '7' },
        ],
      },
      { scale: { kind: 'ends', start: '1', end: '1.6', ease: 'smooth' } },
    ]
    for (const [k, more] of set.entries()) {
      const { carried, body } = onBody({
        ...bar,
        steps: bar.steps.map((s) => (s.kind === 'run' ? { ...s, ...more } : s)),
      })
      const { positions } = meshTransformed(body.mesh, body.instances)
      for (const frame of [FRONT, FACE]) {
        const t = takableOfRun(frame, carried)
        expect(new Set(t.curves.map((c) => c.key)).size).toBe(t.curves.length)
        const names = [...t.places.keys()].filter((n) => !n.includes('centre') && !n.includes('along'))
        // Sixteen edges' ends and two outlines of four corners; as many for each of six places.
        expect(names).toHaveLength((k === 0 ? 6 : 1) * (16 + 8))
        for (const name of names) {
          const p = t.places.get(name)!
          let nearest = Infinity
          for (let i = 0; i < positions.length; i += 3)
            nearest = Math.min(
              nearest,
              vec2.distance(p, downOn(frame, [positions[i]!, positions[i + 1]!, positions[i + 2]!])),
            )
          expect(nearest).toBeLessThan(2e-3)
        }
        // Arcs go from their start to their end about their centre, the way they say.
        for (const c of t.curves)
          if (c.kind === 'arc') {
            const [m, a, b] = [c.centre, c.from, c.to].map((n) => t.places.get(n)!)
            expect(vec2.distance(m!, a!)).toBeCloseTo(c.radius, 6)
            expect(vec2.distance(m!, b!)).toBeCloseTo(c.radius, 6)
            expect(Math.abs(arcSweep(m!, a!, b!, c.clockwise))).toBeLessThan(Math.PI)
          }
      }
    }
  })
  it('is followed by a sheet after the run', () => {
    const at = (width: string): Vec2 => {
      const wide = barOn(path('60'), 'flat', { width, thickness: '8' })
      const place = 'end/0/0/0'
      const after: SketchStep = {
        ...sheet('x'),
        plane: { kind: 'yz', offset: '0' },
        constraints: [
          { kind: 'fixed', id: 'k', point: 'p', x: 1, y: 2, follows: { step: run.id, of: 'carried', place } },
        ],
      }
      return solvedIn({ ...wide, steps: [...wide.steps, after] }).at('p')
    }
    const [narrow, wide] = [at('20'), at('30')]
    expect(narrow).not.toEqual([1, 2])
    // A corner goes out by half of what the width grew by.
    expect(vec2.distance(narrow, wide)).toBeCloseTo(5, 6)
  })
})
