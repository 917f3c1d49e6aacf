import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../num/index.ts'
import { arc2, arrange, bezier2, curveLength, line2, type Loop2, type Vec2 } from '../plane/index.ts'
import {
  hollow,
  loopsOf,
  region,
  sectionProperties,
  stockSection,
  STOCK_SHAPES,
  type Region,
} from './index.ts'
import { roundedPolygon } from './polygon.ts'

type Shape = keyof typeof STOCK_SHAPES
const made = (shape: Shape, sizes: Readonly<Record<string, number>>): Region => {
  const r = stockSection(shape, sizes)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value[0]!
}
const refusal = (shape: Shape, sizes: Readonly<Record<string, number>>): string => {
  const r = stockSection(shape, sizes)
  return r.ok ? 'was made' : r.fault.message
}
const area = (r: Region): number => sectionProperties(r).area
/** Every loop is closed, and simple: its curves bound one face and no more. */
const sound = (r: Region): void => {
  for (const loop of loopsOf(r)) {
    const { faces, looseEnds } = arrange(loop, 1e-7)
    expect(looseEnds).toEqual([])
    expect(faces).toHaveLength(1)
  }
}

describe('rolled sections', () => {
  it('have the areas and centroids of their rectangles and roots', () => {
    const r = 3
    // A root adds a square less a quarter disc.
    const root = r * r * (1 - Math.PI / 4)
    const angle = made('angle', { width: 40, height: 60, thickness: 5, root: r })
    expect(area(angle)).toBeCloseTo(40 * 5 + 55 * 5 + root, 9)
    const channel = made('channel', { width: 30, height: 80, web: 4, flange: 6, root: r })
    expect(area(channel)).toBeCloseTo(2 * 30 * 6 + 68 * 4 + 2 * root, 9)
    expect(sectionProperties(channel).centroid[1]).toBeCloseTo(0, 9)
    const tee = made('tee', { width: 50, height: 45, web: 5, flange: 7, root: 0 })
    expect(area(tee)).toBeCloseTo(50 * 7 + 38 * 5, 9)
    const y = (50 * 7 * (22.5 - 3.5) + 38 * 5 * (-22.5 + 19)) / (350 + 190)
    expect(sectionProperties(tee).centroid).toEqual([expect.closeTo(0, 9), expect.closeTo(y, 9)])
    const half = made('half-round', { diameter: 20 })
    expect(sectionProperties(half).centroid[1]).toBeCloseTo((4 * 10) / (3 * Math.PI), 9)
    for (const s of [angle, channel, tee, half]) sound(s)
  })
  it('say what does not fit', () => {
    expect(refusal('angle', { width: 40, height: 60, thickness: 40, root: 0 })).toContain('must be below 40')
    expect(refusal('angle', { width: 40, height: 60, thickness: 5, root: 80 })).toContain('too large')
    expect(refusal('channel', { width: 30, height: 12, web: 4, flange: 6, root: 0 })).toContain(
      'must be below 6',
    )
    expect(refusal('tee', { width: 5, height: 12, web: 5, flange: 6, root: 0 })).toContain('must be below 5')
    expect(refusal('half-round', { diameter: 0 })).toContain('must be above 0')
  })
})

describe('mouldings', () => {
  const quarter = Math.PI / 4
  it('have the areas of their squares and quarter discs', () => {
    const r = 12
    const e = 3
    const w = r + e
    expect(area(made('quarter-round', { radius: r }))).toBeCloseTo(quarter * r * r, 9)
    expect(area(made('cove', { radius: r, edge: e }))).toBeCloseTo(w * w - quarter * r * r, 9)
    expect(area(made('ovolo', { radius: r, edge: e }))).toBeCloseTo(w * w - r * r * (1 - quarter), 9)
    expect(area(made('bead', { width: 10, height: 9 }))).toBeCloseTo(10 * 4 + (Math.PI * 25) / 2, 9)
    // The round and the hollow of an ogee make up for each other.
    const box = 2 * r + e
    expect(area(made('ogee', { radius: r, edge: e }))).toBeCloseTo(
      box * e + e * 2 * r + (r * r * quarter + r * r) + r * r * (1 - quarter),
      9,
    )
    expect(area(made('skirting', { height: 70, thickness: 12, round: 5 }))).toBeCloseTo(
      70 * 12 - 25 * (1 - quarter),
      9,
    )
  })
  it('of a cornice board are its face times its thickness, its cuts making up for each other', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 150, noNaN: true }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        fc.double({ min: 30, max: 60, noNaN: true }),
        (face, thickness, spring) => {
          const board = made('cornice', { face, thickness, spring: rad(spring) })
          const cut = (thickness * thickness * (Math.tan(rad(spring)) + 1 / Math.tan(rad(spring)))) / 2
          expect(area(board)).toBeCloseTo(face * thickness - cut, 6)
          // The longest edge is the face that is seen.
          const edges = board.outer.map(curveLength)
          expect(Math.max(...edges)).toBeCloseTo(face, 9)
          sound(board)
        },
      ),
    )
    expect(refusal('cornice', { face: 90, thickness: 12, spring: rad(95) })).toContain('95°')
  })
  it('are sound over their sizes', () => {
    const size = fc.double({ min: 1, max: 40, noNaN: true })
    fc.assert(
      fc.property(fc.constantFrom<Shape>('cove', 'ovolo', 'ogee'), size, size, (shape, radius, edge) =>
        sound(made(shape, { radius, edge })),
      ),
      { numRuns: 60 },
    )
    expect(refusal('bead', { width: 20, height: 9 })).toContain('half the width')
    expect(refusal('skirting', { height: 70, thickness: 12, round: 13 })).toContain('at most 12')
  })
})

describe('walls', () => {
  const square = region([
    line2([0, 0], [30, 0]),
    line2([30, 0], [30, 20]),
    line2([30, 20], [0, 20]),
    line2([0, 20], [0, 0]),
  ])
  const walled = (r: Region, side: 'in' | 'out' | 'even', t: number): Region => {
    const h = hollow(r, side, t)
    if (!h.ok) throw new Error(h.fault.message)
    return h.value
  }
  it('lie inside, outside, or half and half', () => {
    expect(area(walled(square, 'in', 2))).toBeCloseTo(600 - 26 * 16, 9)
    expect(area(walled(square, 'out', 2))).toBeCloseTo(34 * 24 - 600, 9)
    expect(area(walled(square, 'even', 2))).toBeCloseTo(32 * 22 - 28 * 18, 9)
    const ring = walled(region([arc2([0, 0], 10, 0, 2 * Math.PI)]), 'in', 1.5)
    expect(area(ring)).toBeCloseTo(Math.PI * (100 - 8.5 ** 2), 9)
  })
  it('are as thick everywhere: area is the wall times its middle line, arcs and straights alike', () => {
    const corner = fc.double({ min: 1, max: 9, noNaN: true })
    const thick = fc.double({ min: 0.2, max: 0.9, noNaN: true })
    fc.assert(
      fc.property(corner, thick, (r, t) => {
        const loop = roundedPolygon([
          [0, 0, r],
          [40, 0, r],
          [40, 30, r],
          [0, 30, r],
        ])!
        const h = walled(region(loop), 'even', t)
        sound(h)
        // Rounded corners keep the middle line of the wall on the outline itself.
        const outline = 2 * (40 + 30) - 8 * r + 2 * Math.PI * r
        expect(area(h)).toBeCloseTo(outline * t, 8)
      }),
    )
  })
  it('follow outlines with inside corners', () => {
    const ell = made('angle', { width: 40, height: 40, thickness: 12, root: 4 })
    const h = walled(ell, 'in', 2)
    sound(h)
    expect(area(h)).toBeLessThan(area(ell))
    expect(area(h)).toBeGreaterThan(0.3 * area(ell))
  })
  it('that leave no room are refused, and so is what they cannot follow', () => {
    const refused = (r: Region, t: number): string => {
      const h = hollow(r, 'in', t)
      return h.ok ? 'was made' : h.fault.message
    }
    expect(refused(square, 10)).toMatch(/leaves no/)
    expect(refused(square, 0)).toContain('above 0')
    expect(refused(region([arc2([0, 0], 10, 0, 2 * Math.PI)]), 11)).toMatch(/leaves no/)
    expect(refused(walled(square, 'in', 2), 1)).toContain('walls already')
    const free: Loop2 = [
      bezier2([
        [0, 0],
        [5, 9],
        [10, 0],
      ] as Vec2[]),
      line2([10, 0], [0, 0]),
    ]
    expect(refused(region(free), 1)).toContain('spline')
  })
})
