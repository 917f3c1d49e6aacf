import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Mesh } from './mesh.ts'
import { IDENTITY, meshTransformed, shifted, turned } from './transform.ts'
import { hatchSlice, planeSquareTo, sliceMesh } from './slice.ts'
import { vec3, type Vec3 } from './vec3.ts'

/** A box from the origin, vertices of its own for every face. */
function box(sx: number, sy: number, sz: number, inward = false): Mesh {
  const faces: [Vec3, Vec3, Vec3][] = [
    [
      [0, 0, 0],
      [0, sy, 0],
      [sx, 0, 0],
    ],
    [
      [0, 0, sz],
      [sx, 0, 0],
      [0, sy, 0],
    ],
    [
      [0, 0, 0],
      [sx, 0, 0],
      [0, 0, sz],
    ],
    [
      [0, sy, 0],
      [0, 0, sz],
      [sx, 0, 0],
    ],
    [
      [0, 0, 0],
      [0, 0, sz],
      [0, sy, 0],
    ],
    [
      [sx, 0, 0],
      [0, sy, 0],
      [0, 0, sz],
    ],
  ]
  const positions: number[] = []
  const triangles: number[] = []
  faces.forEach(([o, u, v], i) => {
    const corners = [o, vec3.add(o, u), vec3.add(vec3.add(o, u), v), vec3.add(o, v)]
    positions.push(...corners.flat())
    const k = i * 4
    triangles.push(...(inward ? [k, k + 2, k + 1, k, k + 3, k + 2] : [k, k + 1, k + 2, k, k + 2, k + 3]))
  })
  return {
    positions: Float32Array.from(positions),
    normals: new Float32Array(positions.length),
    triangles: Uint16Array.from(triangles),
    tags: new Uint32Array(triangles.length / 3),
  }
}

describe('a body cut through', () => {
  it('has the area of its section: a box level, upright and along a diagonal plane', () => {
    const b = box(4, 6, 10)
    expect(sliceMesh(b, planeSquareTo([0, 0, 1], [0, 0, 3])).area).toBeCloseTo(24, 5)
    expect(sliceMesh(b, planeSquareTo([0, 1, 0], [0, 2, 0])).area).toBeCloseTo(40, 5)
    // Through the middle, square to (1, 0, 1): as wide as the way across x over cos 45.
    expect(sliceMesh(b, planeSquareTo([1, 0, 1], [2, 3, 5])).area).toBeCloseTo(4 * Math.SQRT2 * 6, 4)
  })
  it('is nothing beside the body', () => {
    expect(sliceMesh(box(4, 6, 10), planeSquareTo([0, 0, 1], [0, 0, 11]))).toEqual({
      loops: [],
      area: 0,
      triangles: [],
    })
  })
  it('leaves holes out, and hatches only the material', () => {
    const outer = box(10, 10, 10)
    const inner = meshTransformed(box(4, 4, 10, true), [shifted([3, 3, 0])])
    const hollow: Mesh = {
      positions: Float32Array.from([...outer.positions, ...inner.positions]),
      normals: Float32Array.from([...outer.normals, ...inner.normals]),
      triangles: Uint16Array.from([...outer.triangles, ...inner.triangles.map((v) => v + 24)]),
      tags: new Uint32Array(24),
    }
    const slice = sliceMesh(hollow, planeSquareTo([0, 0, 1], [0, 0, 5]))
    expect(slice.loops).toHaveLength(2)
    expect(slice.area).toBeCloseTo(84, 4)
    const apart = 0.05
    const lines = hatchSlice(slice, apart)
    // The length of all hatch lines times what they stand apart comes to the area.
    let length = 0
    for (let i = 0; i < lines.length; i += 2)
      length += Math.hypot(lines[i + 1]![0] - lines[i]![0], lines[i + 1]![1] - lines[i]![1])
    expect((length * apart) / 84).toBeCloseTo(1, 2)
  })
  it('does not depend on where the body lies', () => {
    const any = fc.double({ min: -40, max: 40, noNaN: true })
    fc.assert(
      fc.property(any, any, fc.constantFrom('x', 'y', 'z'), any, (a, b, axis, angle) => {
        const place = turned(axis, [a, b, 3], angle)
        const moved = meshTransformed(box(4, 6, 10), [place])
        const at = (v: Vec3): Vec3 =>
          vec3.add(
            vec3.addScaled(vec3.addScaled(vec3.scale(place.x, v[0]), place.y, v[1]), place.z, v[2]),
            place.shift,
          )
        const normal = vec3.sub(at([0, 0, 1]), at([0, 0, 0]))
        expect(sliceMesh(moved, planeSquareTo(normal, at([1, 1, 4]))).area).toBeCloseTo(24, 3)
      }),
    )
    expect(meshTransformed(box(1, 1, 1), [IDENTITY]).positions).toHaveLength(72)
  })
})
