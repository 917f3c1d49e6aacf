import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkWatertight } from './watertight.ts'
import { meshVolume, type Mesh } from './mesh.ts'
import {
  IDENTITY,
  isMirroring,
  meshTransformed,
  mirrored,
  composed,
  transformPoint,
  shifted,
  turned,
  type Transform,
} from './transform.ts'
import { vec3, type Vec3 } from './vec3.ts'

/** A tetrahedron of 1 by 2 by 3 in the corner of the axes: volume 1. */
const corner: Mesh = {
  positions: Float32Array.of(0, 0, 0, 1, 0, 0, 0, 2, 0, 0, 0, 3),
  normals: Float32Array.of(0, 0, -1, 1, 0, 0, 0, 1, 0, 0, 0, 1),
  triangles: Uint16Array.of(0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3),
  tags: Uint32Array.of(0, 1, 2, 3),
}

const number = fc.double({ min: -50, max: 50, noNaN: true })
const point = fc.tuple(number, number, number) as fc.Arbitrary<Vec3>
const axis = fc.constantFrom('x', 'y', 'z')
const placement: fc.Arbitrary<Transform> = fc.oneof(
  point.map(shifted),
  fc.tuple(axis, number).map(([a, o]) => mirrored(a, o)),
  fc.tuple(axis, point, number).map(([a, p, t]) => turned(a, p, t)),
)

describe('placements', () => {
  it('keep distances, and follow on each other', () => {
    fc.assert(
      fc.property(placement, placement, point, point, (p, q, a, b) => {
        const both = composed(p, q)
        const [a1, b1] = [transformPoint(both, a), transformPoint(both, b)]
        expect(vec3.length(vec3.sub(a1, b1))).toBeCloseTo(vec3.length(vec3.sub(a, b)), 9)
        expect(vec3.length(vec3.sub(a1, transformPoint(q, transformPoint(p, a))))).toBeLessThan(1e-9)
        expect(isMirroring(both)).toBe(isMirroring(p) !== isMirroring(q))
      }),
    )
  })
  it('turn by the right-hand rule about their axis and leave it where it is', () => {
    const p = turned('z', [10, 0, 5], Math.PI / 2)
    expect(transformPoint(p, [11, 0, 7])).toEqual([
      expect.closeTo(10, 12),
      expect.closeTo(1, 12),
      expect.closeTo(7, 12),
    ])
    expect(transformPoint(p, [10, 0, -3])).toEqual([
      expect.closeTo(10, 12),
      expect.closeTo(0, 12),
      expect.closeTo(-3, 12),
    ])
  })
  it('mirror in a plane out of the middle', () => {
    expect(transformPoint(mirrored('y', 4), [1, 1, 1])).toEqual([1, 7, 1])
  })
})

describe('a mesh in several places', () => {
  it('is as many closed bodies, all right side out', () => {
    fc.assert(
      fc.property(fc.array(placement, { minLength: 1, maxLength: 4 }), (any) => {
        // Far enough from each other that none share an edge.
        const places = any.map((p, i) => composed(p, shifted([400 * i, 0, 0])))
        const all = meshTransformed(corner, places)
        expect(checkWatertight(all)).toMatchObject({ watertight: true })
        expect(meshVolume(all)).toBeCloseTo(places.length, 2)
      }),
    )
  })
  it('is the same mesh when it stays in place', () => {
    expect(meshTransformed(corner, [IDENTITY])).toBe(corner)
  })
})
