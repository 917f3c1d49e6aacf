import { describe, expect, it } from 'vitest'
import { arc2, line2, type Loop2, type Vec2 } from '../../plane/index.ts'
import { region, sectionProperties, type Section } from '../../profile/index.ts'
import { movedSection } from './section.ts'

const corners = (...points: Vec2[]): Loop2 => points.map((p, i) => line2(p, points[(i + 1) % points.length]!))
const box = corners([0, 0], [40, 0], [40, 30], [0, 30])
const disc = (x: number, y: number, r: number): Loop2 => [
  arc2([x, y], r, 0, Math.PI),
  arc2([x, y], r, Math.PI, Math.PI),
]
/** A rectangle of 40 x 30 with corners of a radius. */
const rounded = (r: number): Loop2 => [
  line2([r, 0], [40 - r, 0]),
  arc2([40 - r, r], r, -Math.PI / 2, Math.PI / 2),
  line2([40, r], [40, 30 - r]),
  arc2([40 - r, 30 - r], r, 0, Math.PI / 2),
  line2([40 - r, 30], [r, 30]),
  arc2([r, 30 - r], r, Math.PI / 2, Math.PI / 2),
  line2([0, 30 - r], [0, r]),
  arc2([r, r], r, Math.PI, Math.PI / 2),
]
const moved = (section: Section, by: number | ((edge: number) => number)) => {
  const found = movedSection(section, (_, e) => (typeof by === 'number' ? by : by(e)))
  if (!found.ok) throw new Error(found.fault)
  return found.value
}
const areaOf = (s: ReturnType<typeof moved>): number =>
  (s?.section ?? []).reduce((sum, r) => sum + sectionProperties(r).area, 0)

describe('a section whose edges are moved', () => {
  it('each by its own distance', () => {
    expect(areaOf(moved([region(box)], (e) => [1, 2, 3, 4][e]!))).toBeCloseTo((40 - 6) * (30 - 4), 9)
    expect(areaOf(moved([region(box)], -2))).toBeCloseTo(44 * 34, 9)
  })
  it('keeps roundings by their middles, and loses those that are no larger than the move', () => {
    const at = (r: number): number => 36 * 26 - (4 - Math.PI) * Math.max(0, r - 2) ** 2
    for (const r of [5, 2, 1.5]) {
      const found = moved([region(rounded(r))], 2)!
      expect(areaOf(found)).toBeCloseTo(at(r), 8)
      expect(found.edges).toEqual(r > 2 ? [0, 1, 2, 3, 4, 5, 6, 7] : [0, 2, 4, 6])
    }
  })
  it('holes grow inside, and close where they are made smaller than they are', () => {
    const plate = [region(box, [disc(20, 15, 4)])]
    expect(areaOf(moved(plate, 2))).toBeCloseTo(36 * 26 - Math.PI * 36, 8)
    expect(areaOf(moved(plate, -2))).toBeCloseTo(44 * 34 - Math.PI * 4, 8)
    expect(areaOf(moved(plate, -5))).toBeCloseTo(50 * 40, 8)
  })
  it('is nothing where it is thinner than twice the move, region by region', () => {
    expect(moved([region(box)], 15)).toBeUndefined()
    expect(moved([region(disc(0, 0, 3))], 3)).toBeUndefined()
    const two = [
      region(corners([0, 0], [2, 0], [2, 30], [0, 30])),
      region(corners([10, 0], [30, 0], [30, 30], [10, 30])),
    ]
    const found = moved(two, 2)!
    expect(found.section).toHaveLength(1)
    expect(found.edges).toEqual([4, 5, 6, 7])
    expect(areaOf(found)).toBeCloseTo(16 * 26, 9)
  })
  it('says of free curves that it cannot', () => {
    const free: Loop2 = [
      line2([0, 0], [40, 0]),
      {
        kind: 'bezier',
        points: [
          [40, 0],
          [40, 30],
          [0, 30],
          [0, 0],
        ],
      } as never,
    ]
    expect(movedSection([{ outer: free, holes: [] }], () => 2)).toMatchObject({ ok: false })
  })
})
