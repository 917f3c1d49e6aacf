import { describe, expect, it } from 'vitest'
import { vec3 } from '../space/index.ts'
import { bendingAlong, helixSegment, makePath, pathCurvature, pathOfCoil, pathThroughNodes } from './index.ts'

describe('curvature and torsion along a path', () => {
  it('of straights and bends are steps, with a place on either side of each', () => {
    const made = pathThroughNodes(
      [
        { point: [0, 0, 0], corner: { kind: 'sharp' } },
        { point: [100, 0, 0], corner: { kind: 'bend', radius: 25 } },
        { point: [100, 80, 0], corner: { kind: 'sharp' } },
      ],
      false,
    )
    if (!made.ok) throw new Error('no path')
    const { stations, curvature, torsion } = bendingAlong(made.value.path)
    expect(curvature).toEqual([0, 0, 1 / 25, 1 / 25, 0, 0])
    expect(torsion.every((t) => t === 0)).toBe(true)
    expect(stations[1]).toBe(stations[2])
    expect(stations.at(-1)).toBeCloseTo(made.value.path.length, 12)
  })
  it('of a helix are those of the closed form', () => {
    const helix = helixSegment([0, 0, 0], [1, 0, 0], [0, 1, 0], 20, 9, 45)
    const { curvature, torsion } = bendingAlong(
      makePath([{ segment: helix, origin: { kind: 'piece', index: 0 } }], false),
    )
    // Rise of 5 a radian: r / (r2 + b2) and b / (r2 + b2).
    curvature.forEach((c) => expect(c).toBeCloseTo(20 / 425, 12))
    torsion.forEach((t) => expect(t).toBeCloseTo(5 / 425, 12))
  })
  it('of a cone change all along, and are what the path has there', () => {
    const made = pathOfCoil({
      radius: 10,
      endRadius: 40,
      sizes: { pitch: 6, turns: 4 },
      hand: 'left',
      closed: { start: 0, end: 0, rise: 0 },
      ends: { start: { kind: 'none' }, end: { kind: 'straight', length: 30 } },
    })
    if (!made.ok) throw new Error('no path')
    const { stations, curvature, torsion } = bendingAlong(made.value)
    expect(stations.length).toBeGreaterThan(400)
    for (const i of [3, 90, 300])
      expect(curvature[i]).toBeCloseTo(vec3.length(pathCurvature(made.value, stations[i]!)), 9)
    expect(torsion[90]).toBeLessThan(0)
    expect(curvature.at(-1)).toBe(0)
  })
})
