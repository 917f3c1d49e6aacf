import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, sharp } from '../../testing/chains.ts'
import { rad } from '../num/index.ts'
import { pathOfHelix, pathThroughNodes, type Path, type PathNode } from '../path/index.ts'
import { outlineOf, placeRegion, STOCK_SHAPES, type Section } from '../profile/index.ts'
import {
  contactsOf,
  foldsOf,
  leastWidth,
  squareFrames,
  uprightFrames,
  courseBetween,
  type Carriage,
} from './index.ts'

const pathOf = (nodes: PathNode[], closed = false): Path => {
  const r = pathThroughNodes(nodes, closed)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}
const section = (r: ReturnType<(typeof STOCK_SHAPES)['tube']>): Section => {
  if (!r.ok) throw new Error(r.fault.message)
  return [r.value]
}
const round = (diameter: number): Section =>
  section(STOCK_SHAPES['round-bar']({ diameter }) as ReturnType<(typeof STOCK_SHAPES)['tube']>)
const bar = (width: number, height: number): Section =>
  section(STOCK_SHAPES['rectangular-bar']({ width, height, corner: 0 }))
const found = (path: Path, s: Section, c: Partial<Carriage> = {}) =>
  contactsOf({ frames: squareFrames(path), ...c }, outlineOf(s, 0.001))

const flatBar = bar(16, 2)

/** A straight leg along x that another crosses above it, by a gap and at an angle; all else of the path is far away. */
const crossing = (angle: number, gap: number): Path => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return pathOf([
    sharp(-200, 0, 0),
    bend(300, 0, 0, 15),
    bend(300, 300, gap, 15),
    bend(250 * c, 250 * s, gap, 15),
    sharp(-200 * c, -200 * s, gap),
  ])
}

/** Each a shape whose gap is known: touching at 1, apart above, in each other below. */
const SET: [string, (gap: number) => Path, (size: number) => Section, number][] = [
  [
    'two legs of a U',
    (gap) =>
      pathOf([
        sharp(0, 0, 0),
        bend(100, 0, 0, gap / 2 - 1e-6),
        bend(100, gap, 0, gap / 2 - 1e-6),
        sharp(0, gap, 0),
      ]),
    round,
    10,
  ],
  [
    'a coil of round wire, turn on turn',
    (gap) => {
      // Nearest across the lead: pitch times the cosine of the lead angle, to first order exact at small pitch.
      const lead = Math.atan(gap / (2 * Math.PI * 200))
      const h = pathOfHelix({
        centre: [0, 0, 0],
        radius: 200,
        pitch: gap / Math.cos(lead),
        turns: 3,
        hand: 'right',
      })
      if (!h.ok) throw new Error()
      return h.value
    },
    round,
    10,
  ],
  [
    'a straight crossing over itself',
    (gap) =>
      pathOf([
        sharp(0, 0, 0),
        bend(300, 0, 0, 40),
        bend(300, 150, 0, 40),
        bend(150, 150, gap, 20),
        sharp(150, -150, gap),
      ]),
    round,
    10,
  ],
  [
    'the ends of a ring that almost closes',
    (gap) =>
      pathOf([
        sharp(gap / 2, -80, 0),
        bend(80, -80, 0, 20),
        bend(80, 80, 0, 20),
        bend(-80, 80, 0, 20),
        bend(-80, -80, 0, 20),
        sharp(-gap / 2, -80, 0),
      ]),
    () => round(12),
    0,
  ],
]

describe('self-contact', () => {
  it.each(SET.slice(0, 3))('%s: found below the threshold by 1%%, not above', (_, path, sized, size) => {
    expect(found(path(size * 1.01), sized(size))).toEqual([])
    const close = found(path(size * 0.985), sized(size))
    expect(close.length).toBeGreaterThan(0)
    expect(close[0]!.depth).toBeCloseTo(size * 0.015, 1)
    expect(close[0]!.to - close[0]!.from).toBeGreaterThan(size)
  })
  it('is told where: the stations of a crossing and how deep', () => {
    const path = SET[2]![1](7)
    const [contact, ...more] = found(path, round(10))
    expect(more).toEqual([])
    expect(contact!.from).toBeCloseTo(150, 0)
    expect(contact!.depth).toBeCloseTo(3, 1)
  })
  it('of rods at any angle goes by the way square to both: diameter less gap, where they cross', () => {
    fc.assert(
      fc.property(
        fc.double({ min: rad(40), max: rad(140), noNaN: true }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        fc.constantFrom(4, 10, 16),
        (angle, gap, diameter) => {
          fc.pre(Math.abs(gap - diameter) > 0.01 * diameter)
          const contacts = found(crossing(angle, gap), round(diameter))
          if (gap > diameter) {
            expect(contacts).toEqual([])
            return
          }
          expect(contacts).toHaveLength(1)
          expect(contacts[0]!.depth).toBeCloseTo(diameter - gap, 2)
          expect(contacts[0]!.from).toBeCloseTo(200, 0)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('of flat bars counts what lies between them where they cross, and not their width', () => {
    // Upright frames keep a bar flat where it runs level: 2 high and 16 wide.
    const upright = (path: Path) => found(path, flatBar, { frames: uprightFrames(path, [0, 0, 1]) })
    for (const angle of [50, 90, 120].map(rad)) {
      expect(upright(crossing(angle, 2.02))).toEqual([])
      const [contact, ...more] = upright(crossing(angle, 1.5))
      expect(more).toEqual([])
      expect(contact!.depth).toBeCloseTo(0.5, 3)
    }
  })
  it('knows that a run ends: faces that look at each other do not meet', () => {
    const [, path] = SET[3]!
    expect(found(path(0.5), round(12))).toEqual([])
  })
  it('is none on plain bends, mitres, closed frames and spaced coils', () => {
    expect(found(pathOf([sharp(0, 0, 0), bend(100, 0, 0, 6), sharp(100, 90, 0)]), round(10))).toEqual([])
    expect(found(pathOf([sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, 90, 0)]), round(10))).toEqual([])
    const frame = pathOf([bend(0, 0, 0, 8), bend(60, 0, 0, 8), bend(60, 50, 0, 8), bend(0, 50, 0, 8)], true)
    expect(found(frame, round(10))).toEqual([])
  })
  it('of two legs that lie along each other is found in whichever corner a closed frame begins', () => {
    const corners = [sharp(0, 0, 0), sharp(60, 0, 0), sharp(100, 5, 0), sharp(40, 5, 0)]
    for (const k of [0, 1, 2, 3]) {
      const frame = pathOf([...corners.slice(k), ...corners.slice(0, k)], true)
      expect(found(frame, bar(8, 4)).map((c) => c.depth)).toEqual([expect.closeTo(3, 6)])
    }
  })
  it('counts the scale there', () => {
    const path = SET[0]![1](12)
    expect(found(path, round(10))).toEqual([])
    const [contact] = found(path, round(10), { scale: courseBetween(0, path.length, 1.3, 1.3) })
    expect(contact!.depth).toBeCloseTo(13 - 12, 2)
  })
})

describe('folds of sections that change', () => {
  const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 12), sharp(100, 90, 0)])
  const folds = (scale: number) =>
    foldsOf(
      { frames: squareFrames(path), scale: courseBetween(0, path.length, scale, scale) },
      round(10),
      outlineOf(round(10), 0.01),
    )
  it('are found by the size there, within 1% of the threshold', () => {
    expect(folds(2.38)).toEqual([])
    expect(folds(2.42)).toMatchObject([
      { kind: 'bend', segment: 1, radius: expect.closeTo(12, 9), reach: expect.closeTo(12.1, 6) },
    ])
  })
  it('give the stretch where a growing section folds', () => {
    const grown: Carriage = { frames: squareFrames(path), scale: courseBetween(0, path.length, 1, 4) }
    const [fold] = foldsOf(grown, round(10), outlineOf(round(10), 0.01))
    // 5 k(s) = 12 at the station where k is 2.4.
    const s = (path.length * 1.4) / 3
    expect(fold).toMatchObject({ kind: 'bend', segment: 1 })
    expect(Math.abs(fold!.from - Math.max(s, path.starts[1]!))).toBeLessThan(0.1)
    expect(fold!.to).toBeCloseTo(path.starts[2]!, 6)
  })
})

describe('the least width of a section', () => {
  it('is the thickness of a bar however it lies, and a diameter', () => {
    for (const clock of [0, 0.2, 1]) {
      const s = [placeRegion(bar(20, 3)[0]!, { anchor: [1, 1], clock, flip: false })]
      expect(leastWidth(s)).toBeCloseTo(3, 9)
    }
    expect(leastWidth(round(7))).toBeCloseTo(7, 9)
    const triangle = STOCK_SHAPES.hexagon({ flats: 10 })
    if (!triangle.ok) throw new Error()
    expect(leastWidth([triangle.value])).toBeCloseTo(10, 9)
    expect(rad(180)).toBeCloseTo(Math.PI, 12)
  })
})
