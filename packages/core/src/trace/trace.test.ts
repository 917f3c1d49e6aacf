import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  agreement,
  coverage,
  FAULTS,
  noiseFrom,
  penned,
  polygon,
  rounded,
  SHAPES,
  taken,
  turned,
} from '../../testing/pictures.ts'
import {
  arc2,
  curveLength,
  directionAt,
  line2,
  pointAt,
  vec2,
  type Curve2,
  type Vec2,
} from '../plane/index.ts'
import { blurred, otsuThreshold, outlineFrom, squared, traceOutlines, type ColourPicture } from './index.ts'

const [width, height] = [420, 380]
const SIZE = { width, height }
const traced = (p: ColourPicture, o: Partial<Parameters<typeof traceOutlines>[1]> = {}) =>
  traceOutlines(p, { between: 0.5, tolerance: 0.6, ...o })
const kinds = (curves: readonly Curve2[]): string => curves.map((c) => c.kind[0]).join('')

describe('pictures of a known shape, with faults', () => {
  const names = Object.keys(SHAPES)
  // Each fault with two of the shapes, once as it is and once through JPEG.
  const cases = Object.keys(FAULTS).flatMap((fault, i) => [
    { fault, name: names[i % 4]!, jpeg: undefined },
    { fault, name: names[(i + 2) % 4]!, jpeg: 80 },
  ])
  it.each(cases)(
    '$fault: $name (JPEG $jpeg) within a pixel, of as many straights and arcs',
    ({ fault, name, jpeg }) => {
      const shape = SHAPES[name]!
      const { turn = 0, ...how } = FAULTS[fault]!
      const truth = turned(shape.loop, turn, width, height)
      const found = traced(taken([truth], { ...SIZE, ...how, ...(jpeg ? { jpeg } : {}) }))
      expect(found).toHaveLength(1)
      const [loop] = found
      const a = agreement(loop!.curves, truth)
      expect(a).toMatchObject({ straights: shape.straights, arcs: shape.arcs })
      expect(a.most).toBeLessThan(1)
      expect(loop!.closed).toBe(true)
      // Every straight of these shapes is square to the others, to the last digit, as the picture was turned.
      expect(loop!.square).toEqual(loop!.curves.map((c) => c.kind === 'line'))
      expect((loop!.turn * 180) / Math.PI).toBeCloseTo(turn, 0)
      const ways = loop!.curves.filter((c) => c.kind === 'line').map((c) => directionAt(c, 0))
      for (const way of ways)
        expect(Math.min(Math.abs(vec2.dot(way, ways[0]!)), Math.abs(vec2.cross(way, ways[0]!)))).toBeLessThan(
          1e-9,
        )
      // Joints that run on are found as such.
      const n = truth.length
      const runsOn = truth.filter(
        (c, i) => vec2.dot(directionAt(truth[(i + n - 1) % n]!, 1), directionAt(c, 0)) > 0.999,
      )
      expect(loop!.smooth.filter(Boolean)).toHaveLength(runsOn.length)
    },
  )
})

describe('outlines found in pictures', () => {
  const ring = [[arc2([200, 180], 132.3, 0, 2 * Math.PI)], [arc2([200, 180], 80.6, 0, 2 * Math.PI)]]

  it('a ring is two circles, the hole inside', () => {
    const found = traced(taken(ring, { ...SIZE, blur: 1, noise: 4 }))
    expect(found.map((l) => kinds(l.curves))).toEqual(['a', 'a'])
    found.forEach((l, i) => {
      const [c] = l.curves
      expect(c?.kind === 'arc' && Math.abs(c.radius - [132.3, 80.6][i]!)).toBeLessThan(0.5)
    })
  })
  it('a thin line is one outline in its middle, or its two sides when they are asked for', () => {
    const p = taken([rounded(80, 80, 260, 200, 40)], { ...SIZE, line: 3, noise: 3, blur: 0.6 })
    expect(traced(p)).toHaveLength(1)
    expect(traced(p, { sides: true })).toHaveLength(2)
  })
  it('lines that end are open, and part where they cross', () => {
    const p = pictureOf(
      penned(
        [[line2([60.5, 190.5], [360.5, 190.5])], [line2([210.5, 60.5], [210.5, 190.5])]],
        4,
        width,
        height,
      ),
    )
    const found = traced(p)
    expect(found.map((l) => l.closed)).toEqual([false, false, false])
    const ends = found.flatMap((l) => [pointAt(l.curves[0]!, 0), pointAt(l.curves.at(-1)!, 1)])
    for (const end of [
      [60.5, 190.5],
      [360.5, 190.5],
      [210.5, 60.5],
    ] as Vec2[])
      expect(Math.min(...ends.map((e) => vec2.distance(e, end)))).toBeLessThan(2.5)
    // All three come near to where they meet.
    expect(ends.filter((e) => vec2.distance(e, [210.5, 190.5]) < 3)).toHaveLength(3)
  })
  it('the frame of the picture is none: neither its sides nor a line round it', () => {
    const shape = polygon([120, 100], [300, 100], [300, 260], [120, 260])
    const round = polygon([6, 6], [414, 6], [414, 374], [6, 374])
    const cover = coverage([shape], width, height)
    penned([round], 3, width, height).forEach((v, i) => (cover[i] = Math.max(cover[i]!, v)))
    expect(traced(pictureOf(cover)).map((l) => kinds(l.curves))).toEqual(['llll'])
    // A dark table all round a light sheet, asked for as the dark part: its outer side is the picture's.
    const sheet = coverage([polygon([30, 30], [390, 30], [390, 350], [30, 350])], width, height)
    const table = pictureOf(sheet.map((v) => 1 - v))
    const found = traced(table, { shape: 'dark' })
    expect(found).toHaveLength(1)
    expect(
      agreement(found[0]!.curves, polygon([30, 30], [390, 30], [390, 350], [30, 350])).most,
    ).toBeLessThan(1)
  })
  it('a shape cut off by the picture is closed along its side', () => {
    const shape = polygon([-20, 120], [200, 120], [200, 260], [-20, 260])
    const found = traced(pictureOf(coverage([shape], width, height)))
    expect(found.map((l) => kinds(l.curves))).toEqual(['llll'])
    expect(
      agreement(found[0]!.curves, polygon([0, 120], [200, 120], [200, 260], [0, 260])).most,
    ).toBeLessThan(1.2)
  })
  it('specks are none; nothing is found where there is nothing', () => {
    const speck = polygon([20, 20], [24, 20], [24, 24], [20, 24])
    expect(traced(taken([SHAPES['a cove']!.loop, speck], { ...SIZE, blur: 0.8, noise: 4 }))).toHaveLength(1)
    expect(traced(taken([], { ...SIZE, noise: 3 }))).toEqual([])
    expect(traced(taken([], { ...SIZE }))).toEqual([])
    expect(traced(taken([], { ...SIZE, shadow: 0.5, noise: 3 }))).toEqual([])
  })
  it('the outline moves out when it is asked for nearer to the ground', () => {
    const p = taken([SHAPES['a notched block']!.loop], { ...SIZE, blur: 2 })
    const area = (between: number): number =>
      traced(p, { between })[0]!.curves.reduce((sum, c) => sum + curveLength(c), 0)
    expect(area(0.25)).toBeGreaterThan(area(0.5) + 1)
    expect(area(0.75)).toBeLessThan(area(0.5) - 1)
  })
  it.each([64.98, 65.8, 60, 66.5, 71.3])(
    'a box %s px wide comes back wherever its sides lie between the pixels',
    (w) => {
      const [x, y] = [90 - w / 2, 58.98]
      const truth = polygon([x, y], [x + w, y], [x + w, 111.03], [x, 111.03])
      const found = traced(taken([truth], { width: 180, height: 170, blur: 0.8, noise: 4, seed: 176 }))
      expect(found.map((l) => kinds(l.curves))).toEqual(['llll'])
      expect(agreement(found[0]!.curves, truth).most).toBeLessThan(0.3)
    },
  )
  it('random boxes at any turn come back within half a pixel', () => {
    const box = fc.record({
      turn: fc.double({ min: 0, max: 1.5, noNaN: true }),
      w: fc.double({ min: 60, max: 110, noNaN: true }),
      h: fc.double({ min: 40, max: 70, noNaN: true }),
      seed: fc.integer({ min: 1, max: 1000 }),
    })
    fc.assert(
      fc.property(box, ({ turn, w, h, seed }) => {
        const corners = [
          [-w / 2, -h / 2],
          [w / 2, -h / 2],
          [w / 2, h / 2],
          [-w / 2, h / 2],
        ].map(([x, y]) => vec2.add([90, 85], vec2.turn([x!, y!], turn)))
        const [t] = traced(
          taken([polygon(...corners)], { width: 180, height: 170, blur: 0.8, noise: 4, seed }),
        )
        expect(kinds(t!.curves)).toBe('llll')
        expect(agreement(t!.curves, polygon(...corners)).most).toBeLessThan(0.6)
      }),
      { numRuns: 10 },
    )
  })
})

/** Dark where it is covered, on light. */
function pictureOf(cover: Float32Array): ColourPicture {
  const noise = noiseFrom(3)
  const data = new Uint8ClampedArray(4 * cover.length)
  cover.forEach((v, i) => data.fill(225 - 180 * v + 2 * noise(), 4 * i, 4 * i + 4))
  return { width, height, data }
}

describe('squaring', () => {
  const loop = (curves: Curve2[]) => ({ curves, closed: true, smooth: curves.map(() => false) })
  it('leaves what lies askew on purpose', () => {
    const askew = polygon([0, 0], [100, 0], [120, 80], [0, 80])
    const s = squared(loop(askew), 0.6)
    expect(s.square).toEqual([true, false, true, true])
    expect(pointAt(s.curves[2]!, 0)[0]).toBeCloseTo(120, 9)
    expect(squared(loop(polygon([0, 0], [50, 0], [80, 60])), 0.6).square.filter(Boolean)).toHaveLength(0)
  })
  it('random boxes, each corner off by half a tolerance, are square to the last digit and hardly moved', () => {
    const off = fc.double({ min: -0.3, max: 0.3, noNaN: true })
    fc.assert(
      fc.property(
        fc.double({ min: -0.7, max: 0.7, noNaN: true }),
        fc.array(fc.tuple(off, off), { minLength: 4, maxLength: 4 }),
        (turn, offs) => {
          const corners = (
            [
              [0, 0],
              [120, 0],
              [120, 70],
              [0, 70],
            ] as Vec2[]
          ).map((p, i) => vec2.add(vec2.turn(p, turn), offs[i]!))
          const s = squared(loop(polygon(...corners)), 0.6)
          const ways = s.curves.map((c) => directionAt(c, 0))
          for (let i = 0; i < 4; i++)
            expect(Math.abs(vec2.dot(ways[i]!, ways[(i + 1) % 4]!))).toBeLessThan(1e-9)
          s.curves.forEach((c, i) => expect(vec2.distance(pointAt(c, 0), corners[i]!)).toBeLessThan(1.2))
          expect(Math.abs(Math.sin(2 * (s.turn - turn)))).toBeLessThan(0.02)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('the grey between two greys', () => {
  it('lies between them', () => {
    const two = { width: 10, height: 2, data: Uint8Array.from({ length: 20 }, (_, i) => (i % 2 ? 220 : 40)) }
    expect(otsuThreshold(two)).toBeGreaterThan(40)
    expect(otsuThreshold(two)).toBeLessThan(220)
  })
  it('a blur keeps the sum of what it blurs inside', () => {
    const data = new Float32Array(41 * 41)
    data[20 * 41 + 20] = 1
    const soft = blurred({ width: 41, height: 41, data }, 2).data
    expect(Float32Array.from(soft).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 5)
    expect(soft[20 * 41 + 20]).toBeCloseTo(1 / (2 * Math.PI * 4), 2)
  })
  it('fewer than a few points are no outline', () => {
    expect(
      outlineFrom(
        [
          [0, 0],
          [1, 0],
          [1, 1],
        ],
        { tolerance: 0.5 },
      ),
    ).toBeUndefined()
  })
})
