import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad, TURN } from '../num/index.ts'
import type { Vec2 } from '../plane/index.ts'
import {
  placeStrand,
  reachAround,
  regionsOf,
  sectionProperties,
  STOCK_SHAPES,
  strandsInRow,
  strandsOnCircle,
  type Section,
} from './index.ts'

const cable = (wire: number, layers: number): Section => {
  const r = STOCK_SHAPES.cable({ wire, layers })
  if (!r.ok) throw new Error(r.fault.message)
  return regionsOf(r.value)
}
const bar = STOCK_SHAPES['rectangular-bar']({ width: 4, height: 2, corner: 0 })
if (!bar.ok) throw new Error()
const flat = bar.value

describe('a stranded cable', () => {
  it.each([
    [0, 1],
    [1, 7],
    [2, 19],
    [3, 37],
    [6, 127],
  ])('of %i layers has %i wires, that many areas, and its size over all', (layers, wires) => {
    const section = cable(1.2, layers)
    expect(section).toHaveLength(wires)
    const p = sectionProperties(section)
    expect(p.area).toBeCloseTo(wires * Math.PI * 0.36, 10)
    expect(p.outerPerimeter).toBeCloseTo(wires * Math.PI * 1.2, 10)
    expect(p.centroid).toEqual([expect.closeTo(0, 12), expect.closeTo(0, 12)])
    expect(2 * reachAround(section)).toBeCloseTo((2 * layers + 1) * 1.2, 10)
  })
  it('has the second moment of its wires by the parallel axis theorem', () => {
    const r = 0.6
    const own = 7 * (Math.PI / 4) * r ** 4
    const apart = Math.PI * r * r * (2 * r) ** 2 * 3
    expect(sectionProperties(cable(2 * r, 1)).ix).toBeCloseTo(own + apart, 12)
    expect(sectionProperties(cable(2 * r, 1)).principalAngle).toBeUndefined()
  })
  it('has no wires in each other', () => {
    for (const layers of [1, 2, 6]) {
      const middles = cable(1, layers).map((r) => sectionProperties(r).centroid)
      let nearest = Infinity
      middles.forEach((a, i) =>
        middles
          .slice(i + 1)
          .forEach((b) => (nearest = Math.min(nearest, Math.hypot(a[0] - b[0], a[1] - b[1])))),
      )
      expect(nearest).toBeGreaterThan(1 - 1e-12)
      expect(nearest).toBeLessThan(1.05)
    }
  })
  it.each([[-1], [1.5], [7], [NaN]])('refuses %d layers', (layers) => {
    const r = STOCK_SHAPES.cable({ wire: 1, layers })
    expect(r.ok ? '' : r.fault.message).toContain('whole number from 0 to 6')
  })
})

describe('strands', () => {
  const whole = { anchor: [0, 0] as Vec2, clock: 0, flip: false }
  it('on a circle are evenly spread and keep a side to the middle, or face one way', () => {
    const places = strandsOnCircle(3, 10, rad(90), 'turned')
    expect(places[0]!.at).toEqual([expect.closeTo(0, 12), expect.closeTo(10, 12)])
    expect(places.map((p) => p.turn)).toEqual([0, TURN / 3, (2 * TURN) / 3].map((v) => expect.closeTo(v, 12)))
    const sections = places.map((p) => placeStrand(flat, whole, p))
    // Turned with its place, every strand reaches as far out as the first.
    for (const s of sections) expect(reachAround(s)).toBeCloseTo(Math.hypot(11, 2), 10)
    expect(strandsOnCircle(4, 5, 0, 'same').every((p) => p.turn === 0)).toBe(true)
  })
  it('in a row lie about the middle', () => {
    const at = strandsInRow(3, 5, rad(90)).map((p) => p.at)
    expect(at).toEqual([-5, 0, 5].map((y) => [expect.closeTo(0, 12), expect.closeTo(y, 12)]))
    expect(strandsInRow(1, 5, 0)[0]!.at).toEqual([expect.closeTo(0, 12), 0])
  })
  it('turn as one group: areas add up, and the clock angle turns the common centroid', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: -20, max: 20, noNaN: true }),
            fc.double({ min: -20, max: 20, noNaN: true }),
          ),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        fc.double({ min: -4, max: 4, noNaN: true }),
        (ats, clock) => {
          const group = (turned: number): Section =>
            ats.flatMap((at) => placeStrand(flat, { ...whole, clock: turned }, { at, turn: 0.3 }))
          const [p, q] = [sectionProperties(group(0)), sectionProperties(group(clock))]
          expect(q.area).toBeCloseTo(8 * ats.length, 9)
          const [c, s] = [Math.cos(clock), Math.sin(clock)]
          expect(q.centroid[0]).toBeCloseTo(c * p.centroid[0] - s * p.centroid[1], 9)
          expect(q.centroid[1]).toBeCloseTo(s * p.centroid[0] + c * p.centroid[1], 9)
          expect(q.ix + q.iy).toBeCloseTo(p.ix + p.iy, 6)
        },
      ),
    )
  })
})
