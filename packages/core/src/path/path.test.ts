import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains, sharp } from '../../testing/chains.ts'
import { integrate, TURN } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  analysePath,
  pathCurvature,
  pathOfHelix,
  pathPoint,
  pathTangent,
  nearestOnSegment,
  pathThroughNodes,
  reversePath,
  segmentPoint,
  segmentTorsion,
  type NodeFault,
  type NodePath,
  type PathNode,
} from './index.ts'

const built = (nodes: PathNode[], closed = false): NodePath => {
  const r = pathThroughNodes(nodes, closed)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
const faults = (nodes: PathNode[], closed = false): readonly NodeFault[] => {
  const r = pathThroughNodes(nodes, closed)
  return r.ok ? [] : r.fault
}

describe('paths through nodes', () => {
  it('round a right angle by a quarter circle', () => {
    const { path, corners } = built([sharp(0, 0, 0), bend(100, 0, 0, 20), sharp(100, 60, 0)])
    const a = analysePath(path)
    expect(a.length).toBeCloseTo(80 + 10 * Math.PI + 40, 12)
    expect(a.straights).toBeCloseTo(120, 12)
    expect(a.rows.map((r) => r.kind)).toEqual(['line', 'arc', 'line'])
    expect(a.tightest).toEqual({ radius: 20, station: 80 })
    expect(corners[1]).toMatchObject({ kind: 'bend', station: 80, tangent: expect.closeTo(20, 12) })
    expect(pathPoint(path, 80 + 5 * Math.PI)).toEqual([
      expect.closeTo(80 + 20 * Math.SQRT1_2, 12),
      expect.closeTo(20 - 20 * Math.SQRT1_2, 12),
      0,
    ])
    expect(a.planar).toBe(true)
    expect(a.normal).toEqual([0, 0, 1])
  })
  it('take a node on a straight as no bend, and bends that touch as valid', () => {
    const line = built([sharp(0, 0, 0), bend(50, 0, 0, 500), sharp(100, 0, 0)])
    expect(line.path.length).toBeCloseTo(100, 12)
    expect(line.corners[1]!.kind).toBe('straight')
    const touching = built([sharp(0, 0, 0), bend(40, 0, 0, 20), bend(40, 40, 0, 20), sharp(80, 40, 0)])
    expect(touching.path.segments.map((g) => g.kind)).toEqual(['line', 'arc', 'arc', 'line'])
    expect(analysePath(touching.path).kinks).toEqual([])
  })
  it('close on themselves', () => {
    const square = [bend(0, 0, 0, 10), bend(60, 0, 0, 10), bend(60, 60, 0, 10), bend(0, 60, 0, 10)]
    const { path } = built(square, true)
    expect(path.length).toBeCloseTo(4 * 40 + 20 * Math.PI, 12)
    expect(vec3.distance(pathPoint(path, 0), pathPoint(path, path.length))).toBeLessThan(1e-12)
    const mitred = built(
      square.map((n) => sharp(...n.point)),
      true,
    )
    expect(analysePath(mitred.path).kinks.map((k) => k.station)).toEqual([0, 60, 120, 180])
  })
  it('measure extents through the tops of arcs', () => {
    const { path } = built([sharp(0, 0, 0), bend(0, 50, 0, 25), bend(50, 50, 0, 25), sharp(50, 0, 0)])
    expect(analysePath(path).box).toEqual({ min: [0, 0, 0], max: [50, expect.closeTo(50, 12), 0] })
  })
})

describe('faults name the node and what fits', () => {
  it('names each failing node with its largest radius, the others kept', () => {
    const found = faults([sharp(0, 0, 0), bend(100, 0, 0, 30), bend(100, 50, 0, 30), sharp(0, 50, 0)])
    expect(found).toEqual([
      { kind: 'no-room', node: 1, radius: 30, largest: expect.closeTo(20, 9) },
      { kind: 'no-room', node: 2, radius: 30, largest: expect.closeTo(20, 9) },
    ])
    expect(
      faults([sharp(0, 0, 0), bend(100, 0, 0, 20 - 1e-12), bend(100, 50, 0, 30), sharp(0, 50, 0)]),
    ).toEqual([])
  })
  it('finds a fold back, nodes in one place, a radius of 0, and too few nodes', () => {
    expect(faults([sharp(0, 0, 0), bend(100, 0, 0, 5), sharp(40, 0, 0)])).toEqual([
      { kind: 'fold-back', node: 1 },
    ])
    expect(faults([sharp(0, 0, 0), bend(0, 0, 0, 5), sharp(40, 0, 0)])).toEqual([
      { kind: 'same-place', node: 0, next: 1 },
    ])
    expect(faults([sharp(0, 0, 0), bend(50, 0, 0, 0), sharp(50, 50, 0)])).toEqual([
      { kind: 'radius', node: 1, radius: 0 },
    ])
    expect(faults([sharp(0, 0, 0)])).toEqual([{ kind: 'too-few', least: 2 }])
    expect(faults([sharp(0, 0, 0), sharp(1, 0, 0)], true)).toEqual([{ kind: 'too-few', least: 3 }])
  })
})

describe('helix', () => {
  const helix = pathOfHelix({ centre: [5, 0, 2], radius: 12, pitch: 6, turns: 4.25, hand: 'right' })
  if (!helix.ok) throw new Error(helix.fault.message)
  const path = helix.value
  it('has the length, curvature and torsion of the closed form', () => {
    const b = 6 / TURN
    expect(path.length).toBeCloseTo(4.25 * Math.hypot(TURN * 12, 6), 9)
    expect(vec3.length(pathCurvature(path, 31))).toBeCloseTo(12 / (144 + b * b), 12)
    expect(segmentTorsion(path.segments[0]!)).toBeCloseTo(b / (144 + b * b), 12)
    expect(pathPoint(path, path.length)).toEqual([
      expect.closeTo(5, 9),
      expect.closeTo(12, 9),
      expect.closeTo(27.5, 9),
    ])
    expect(analysePath(path).box.min).toEqual([expect.closeTo(-7, 9), expect.closeTo(-12, 9), 2])
    expect(analysePath(path).planar).toBe(false)
  })
  it('turns the other way when left-handed, still rising', () => {
    const left = pathOfHelix({ centre: [0, 0, 0], radius: 12, pitch: 6, turns: 0.25, hand: 'left' })
    expect(left.ok && pathPoint(left.value, left.value.length)).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(-12, 9),
      expect.closeTo(1.5, 9),
    ])
    expect(left.ok && segmentTorsion(left.value.segments[0]!)).toBeLessThan(0)
  })
  it('refuses sizes that make none', () => {
    const base = { centre: [0, 0, 0] as Vec3, radius: 1, pitch: 1, turns: 1, hand: 'right' as const }
    expect(pathOfHelix({ ...base, radius: 0 }).ok).toBe(false)
    expect(pathOfHelix({ ...base, turns: -1 }).ok).toBe(false)
  })
})

describe('any chain', () => {
  it('runs on without gaps or kinks, with the length of its speed, and the same when reversed', () => {
    fc.assert(
      fc.property(chains, (nodes) => {
        const { path } = built(nodes)
        const a = analysePath(path)
        expect(a.kinks).toEqual([])
        const back = reversePath(path)
        expect(back.length).toBeCloseTo(path.length, 9)
        for (const share of [0, 0.21, 0.5, 0.77, 1]) {
          const s = share * path.length
          expect(vec3.distance(pathPoint(path, s), pathPoint(back, path.length - s))).toBeLessThan(1e-8)
          expect(vec3.length(pathTangent(path, s))).toBeCloseTo(1, 12)
        }
        const h = 1e-4
        const moved = integrate((s) => vec3.dot(pathTangent(path, s), pathTangent(path, s)), 0, path.length)
        expect(moved).toBeCloseTo(path.length, 8)
        const mid = path.starts[1]! * 0.5
        const difference = vec3.scale(
          vec3.sub(pathPoint(path, mid + h), pathPoint(path, mid - h)),
          1 / (2 * h),
        )
        expect(vec3.distance(difference, pathTangent(path, mid))).toBeLessThan(1e-6)
      }),
    )
  })
  it('keeps its length under a rigid motion', () => {
    fc.assert(
      fc.property(chains, fc.double({ min: 0, max: 6, noNaN: true }), (nodes, angle) => {
        const axis = vec3.unit([1, 2, -0.5])
        const moved = nodes.map((n) => ({
          ...n,
          point: vec3.add(vec3.turnAbout(n.point, axis, angle), [300, -7, 12]),
        }))
        expect(Math.abs(built(moved).path.length / built(nodes).path.length - 1)).toBeLessThan(1e-12)
      }),
    )
  })
})

describe('the nearest place on a segment', () => {
  it('is where a point a little off the path came from', () => {
    const helix = pathOfHelix({ centre: [1, 2, 3], radius: 12, pitch: 9, turns: 3.3, hand: 'left' })
    const bent = built([sharp(0, 0, 0), bend(100, 0, 0, 30), bend(100, 90, 40, 25), sharp(180, 90, 0)])
    const segments = [...bent.path.segments, ...(helix.ok ? helix.value.segments : [])]
    for (const g of segments) {
      for (const share of [0.02, 0.3, 0.55, 0.98]) {
        const s = share * g.length
        expect(nearestOnSegment(g, segmentPoint(g, s))).toBeCloseTo(s, 8)
      }
    }
    const [line, arc] = segments
    expect(nearestOnSegment(line!, [-50, 3, 0])).toBe(0)
    expect(nearestOnSegment(arc!, segmentPoint(line!, 10))).toBe(0)
  })
})
