import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arc, line, pt } from '../../../testing/drawn.ts'
import { bezierCurvature, nearestOn } from '../../plane/index.ts'
import {
  freedomOf,
  piecesOf,
  placesOf,
  solve,
  unknownsOf,
  type Constraint,
  type SketchEntity,
} from '../index.ts'
import { equationsOf } from './index.ts'

const spline = (id: string, points: string[], form: 'through' | 'control' = 'through'): SketchEntity => ({
  kind: 'spline',
  id,
  points,
  form,
  degree: 3,
})
const ellipse: SketchEntity = { kind: 'ellipse', id: 'e', centre: 'c', end: 'd', radius: 7 }

describe('splines and ellipses', () => {
  const entities: readonly SketchEntity[] = [
    pt('a', 0, 0),
    pt('b', 20, 3),
    pt('m', 31, 17),
    pt('n', 44, 12),
    pt('c', 60, 5),
    pt('d', 75, 9),
    pt('q', 30, 40),
    line('l', 'a', 'b'),
    arc('r', 'q', 'b', 'a', 25),
    spline('s', ['b', 'm', 'n', 'c']),
    spline('k', ['b', 'm', 'n', 'c'], 'control'),
    ellipse,
  ]
  const kinds: readonly Constraint[] = [
    { kind: 'tangent', id: 'x', a: 'l', b: 's', at: 'b', side: 1 },
    { kind: 'tangent', id: 'x', a: 'l', b: 'k', at: 'b', side: 1 },
    { kind: 'tangent', id: 'x', a: 'l', b: 'e', side: 1 },
    { kind: 'curvature', id: 'x', spline: 's', with: 'r', at: 'b' },
    { kind: 'curvature', id: 'x', spline: 'k', with: 'r', at: 'b' },
    { kind: 'curvature', id: 'x', spline: 's', with: 'l', at: 'b' },
    { kind: 'point-on', id: 'x', point: 'q', curve: 'e' },
    { kind: 'point-on', id: 'x', point: 'q', curve: 's' },
    { kind: 'dimension', id: 'x', value: 3, measured: { of: 'between', a: 'r', b: 'e' } },
  ]
  it('have derivatives that agree with differences', () => {
    const moves = fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 16, maxLength: 16 })
    fc.assert(
      fc.property(fc.constantFrom(...kinds), moves, (constraint, by) => {
        const u = unknownsOf(entities)
        const x = Float64Array.from(u.values, (v, i) => v + (i < u.count ? by[i % by.length]! : 0))
        for (const { measure } of equationsOf(entities, [constraint], u).slice(2)) {
          const slopes = new Float64Array(measure.unknowns.length)
          measure.evaluate(x, slopes)
          const total = new Map<number, number>()
          measure.unknowns.forEach((k, i) => total.set(k, (total.get(k) ?? 0) + slopes[i]!))
          for (const [k, slope] of total) {
            const moved = (h: number): number => {
              const y = Float64Array.from(x)
              y[k]! += h
              return measure.evaluate(y, new Float64Array(measure.unknowns.length))
            }
            const fine = (moved(1e-6) - moved(-1e-6)) / 2e-6
            const coarse = (moved(2e-6) - moved(-2e-6)) / 4e-6
            if (Math.abs(fine - coarse) > 1e-4 * (1 + Math.abs(fine))) continue
            expect(Math.abs(fine - slope)).toBeLessThan(1e-3 * (1 + Math.abs(fine)))
          }
        }
      }),
      { numRuns: 200 },
    )
  })
  it('run on from an arc with its direction and curvature', () => {
    const e: readonly SketchEntity[] = [
      pt('o', 0, 20),
      pt('p', -20, 20),
      pt('a', 0, 0),
      pt('m', 14, 5),
      pt('n', 25, 18),
      pt('z', 40, 22),
      arc('r', 'o', 'p', 'a', 20),
      spline('s', ['a', 'm', 'n', 'z']),
    ]
    const c: readonly Constraint[] = [
      ...['o', 'p', 'a', 'z'].map((id): Constraint => {
        const p = e.find((x) => x.id === id) as { x: number; y: number }
        return { kind: 'fixed', id: `fix-${id}`, point: id, x: p.x, y: p.y }
      }),
      { kind: 'dimension', id: 'R', value: 20, measured: { of: 'radius', round: 'r' } },
      { kind: 'tangent', id: 't', a: 'r', b: 's', at: 'a', side: 1 },
      { kind: 'curvature', id: 'g', spline: 's', with: 'r', at: 'a' },
    ]
    const s = solve(e, c)
    expect(s.failing).toEqual([])
    const [first] = piecesOf(
      s.entities.find((x) => x.id === 's')!,
      placesOf(s.entities),
    )
    expect(first!.kind).toBe('bezier')
    if (first!.kind !== 'bezier') return
    expect(bezierCurvature(first!, 0)).toBeCloseTo(1 / 20, 9)
    const [p0, p1] = first!.points
    expect(p1![1] - p0![1]).toBeCloseTo(0, 7)
    expect(p1![0]).toBeGreaterThan(0)
    expect(freedomOf(s.entities, c).loose).toBeGreaterThan(0)
  })
  it('touch a line at an ellipse where the support function says', () => {
    const e: readonly SketchEntity[] = [
      pt('c', 0, 0),
      pt('d', 12, 0),
      pt('a', -20, 8),
      pt('b', 20, 15),
      { kind: 'ellipse', id: 'e', centre: 'c', end: 'd', radius: 7 },
      line('l', 'a', 'b'),
    ]
    const c: readonly Constraint[] = [
      { kind: 'fixed', id: '1', point: 'c', x: 0, y: 0 },
      { kind: 'fixed', id: '2', point: 'd', x: 12, y: 0 },
      { kind: 'dimension', id: '3', value: 7, measured: { of: 'radius', round: 'e' } },
      { kind: 'fixed', id: '4', point: 'a', x: -20, y: 8 },
      { kind: 'tangent', id: '5', a: 'l', b: 'e', side: -1 },
    ]
    const s = solve(e, c)
    expect(s.failing).toEqual([])
    const at = placesOf(s.entities)
    const [ax, ay] = at('a')
    const [bx, by] = at('b')
    const long = Math.hypot(bx - ax, by - ay)
    const [nx, ny] = [-(by - ay) / long, (bx - ax) / long]
    // The ellipse reaches sqrt((a nx)^2 + (b ny)^2) along a normal.
    expect(Math.abs(nx * ax + ny * ay)).toBeCloseTo(Math.hypot(12 * nx, 7 * ny), 8)
  })
  it('take points onto themselves', () => {
    const e: readonly SketchEntity[] = [
      ...entities.filter((x) => x.kind === 'point' && x.id !== 'q'),
      pt('q', 30, 22),
      spline('s', ['b', 'm', 'n', 'c']),
    ]
    const fixed = ['b', 'm', 'n', 'c'].map((id): Constraint => {
      const p = e.find((x) => x.id === id) as { x: number; y: number }
      return { kind: 'fixed', id, point: id, x: p.x, y: p.y }
    })
    const s = solve(e, [...fixed, { kind: 'point-on', id: 'on', point: 'q', curve: 's' }])
    expect(s.failing).toEqual([])
    const at = placesOf(s.entities)
    const off = piecesOf(
      s.entities.find((x) => x.id === 's')!,
      at,
    ).map((p) => nearestOn(p, at('q')).distance)
    expect(Math.min(...off)).toBeLessThan(1e-7)
  })
})
