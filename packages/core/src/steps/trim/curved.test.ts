import { STEEL } from '../../../testing/bodies.ts'
import { bendEntry } from '../bend-table/typed.ts'
import { type Step } from '@flexum/core/recipe'
import { bodiesOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { TrimStep } from './typed.ts'
import type { PlainBodyStep } from '../plain-body/typed.ts'
import { pathPoint } from '@flexum/core/path'
import { bodyTrial } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { worked } = bodyTrial()

/** A round bar along a straight and one bend in the plane of x and y, which ends with the bend. */
const bent = (straight: string, radius: string, angle: string, diameter: string): Step[] => [
  {
    id: 'path',
    kind: 'bend-table',
    name: 'Line',
    aside: false,
    rows: [bendEntry('b1', straight, '0', angle, radius)],
    last: '0',
    x: '0',
    y: '0',
    z: '0',
    heading: '0',
    rise: '0',
    roll: '0',
    first: 'from',
    end: 'to',
  },
  {
    id: 'bar',
    kind: 'stock-profile',
    name: 'Bar',
    aside: false,
    shape: 'round-bar',
    sizes: { diameter },
    material: STEEL,
  },
  {
    id: 'arm',
    kind: 'run',
    name: 'Arm',
    aside: false,
    path: 'path',
    profile: 'bar',
    turning: 'square',
    anchor: 'centroid',
    clock: '0',
    flip: false,
  },
]
/** A cylinder across the plane of the bend, about a place of it. */
const post = (x: number, y: number, diameter: string): PlainBodyStep => ({
  id: 'post',
  kind: 'plain-body',
  name: 'Post',
  aside: false,
  shape: 'cylinder',
  axis: 'z',
  x: String(x),
  y: String(y),
  z: '-50',
  wide: '40',
  deep: '40',
  diameter,
  height: '100',
  material: STEEL,
})
const meeting = (more: Partial<TrimStep> = {}): TrimStep => ({
  id: 'fit',
  kind: 'meeting',
  name: 'Fit',
  aside: false,
  of: 'arm',
  side: 'end',
  to: { kind: 'body', body: 'post' },
  reach: 'outside',
  joined: false,
  keeps: [],
  ...more,
})
const blocks = (r: PartResult): string[] =>
  r.findings.flatMap((f) => (f.severity === 'blocks' ? [f.message] : []))
const metIn = (r: PartResult) => r.steps.find((s) => s.id === 'fit')!.output!.trims![0]!

/** How far back from the end of an arc about its centre, mm of its centre line, a circle of another radius about that comes to a distance from the end. */
function backTo(radius: number, own: number, away: number): number {
  return radius * Math.acos((own * own + radius * radius - away * away) / (2 * own * radius))
}

describe('an end whose curve ends inside a body', () => {
  it.each([
    ['cut to fit', false],
    ['joined', true],
  ])('is followed back to where it comes out of a post about it, %s', (_, joined) => {
    const path = worked(...bent('40', '80', '30', '10')).steps[0]!.output!.path!
    const [x, y] = pathPoint(path.path, path.path.length)
    const r = worked(...bent('40', '80', '30', '10'), post(x, y, '36'), meeting({ joined }))
    expect(blocks(r)).toEqual([])
    const m = metIn(r)
    // Looked for along the circles of the bar about the centre of the bend, 75 to 85.
    const all = Array.from({ length: 2001 }, (_, i) => backTo(80, 75 + i / 200, 18))
    expect(-m.longest.along).toBeCloseTo(Math.min(...all), 4)
    expect(-m.shortest.along).toBeCloseTo(Math.max(...all), 4)
    expect(m.length).toBeCloseTo(path.path.length + m.longest.along, 9)
    if (joined) return
    // What is left of the bar by a quadrature over its section: each line from its start to the post.
    let volume = 0
    const n = 400
    for (let i = 0; i < n; i++) {
      const across = -5 + (10 * (i + 0.5)) / n
      const own = 80 + across
      const wide = 2 * Math.sqrt(25 - across * across)
      const turned = Math.PI / 6 - backTo(80, own, 18) / 80
      volume += wide * (10 / n) * (40 + own * turned)
    }
    const body = bodiesOf(r).find((b) => b.id === 'arm')!
    expect(body.figures.volume / volume).toBeCloseTo(1, 4)
  })
  it.each([5, 10])('is cut where a bar 16 on an arc of 101 begins %d mm inside a post of 90', (deep) => {
    const path = worked(...bent('0', '101', '60', '16')).steps[0]!.output!.path!
    const [x, y] = pathPoint(path.path, 0)
    // The post stands before the start, which lies so deep in it.
    const r = worked(
      ...bent('0', '101', '60', '16'),
      post(x - 45 + deep, y, '90'),
      meeting({ side: 'start' }),
    )
    expect(blocks(r)).toEqual([])
    const m = metIn(r)
    expect(m.longest.along).toBeLessThan(0)
    expect(m.shortest.along).toBeLessThanOrEqual(m.longest.along)
    expect(-m.longest.along).toBeLessThan(deep + 1)
  })
  it('that goes by says which end of which run', () => {
    const r = worked(...bent('40', '80', '30', '10'), post(500, 500, '36'), meeting({ side: 'start' }))
    expect(blocks(r)).toEqual([
      'The start of "Arm" goes by "Post": no line along it meets it. Turn the path toward it, or choose another body.',
    ])
  })
})
