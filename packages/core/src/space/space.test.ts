import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  boxSizes,
  boxWith,
  checkWatertight,
  EMPTY_BOX,
  indexArray,
  meshSurface,
  meshVolume,
  vec3,
  type Mesh,
  type Vec3,
} from './index.ts'

const meshOf = (points: readonly Vec3[], faces: readonly (readonly [number, number, number])[]): Mesh => ({
  positions: new Float32Array(points.flat()),
  normals: new Float32Array(points.length * 3),
  triangles: new Uint32Array(faces.flat()),
  tags: new Uint32Array(faces.length),
})
const corners: readonly Vec3[] = [
  [0, 0, 0],
  [4, 0, 0],
  [0, 3, 0],
  [0, 0, 2],
]
const faces = [
  [0, 2, 1],
  [0, 1, 3],
  [1, 2, 3],
  [0, 3, 2],
] as const

describe('meshes', () => {
  it('measure volume and surface', () => {
    const m = meshOf(corners, faces)
    expect(meshVolume(m)).toBeCloseTo(4, 12)
    expect(meshSurface(m)).toBeCloseTo(6 + 4 + 3 + Math.hypot(6, 8, 12) / 2, 6)
    const away = meshOf(
      corners.map((c) => vec3.add(c, [500, -300, 90])),
      faces,
    )
    expect(meshVolume(away)).toBeCloseTo(4, 4)
    expect(meshVolume(meshOf([], []))).toBe(0)
  })
  it('are watertight when every edge is used once each way', () => {
    expect(checkWatertight(meshOf(corners, faces))).toMatchObject({ watertight: true, places: 4 })
    expect(checkWatertight(meshOf(corners, faces.slice(1)))).toMatchObject({
      watertight: false,
      openEdges: 3,
    })
    const turned = [[0, 1, 2], ...faces.slice(1)] as const
    expect(checkWatertight(meshOf(corners, turned as never))).toMatchObject({
      watertight: false,
      crossedEdges: 3,
    })
    expect(checkWatertight(meshOf(corners, [...faces, [0, 0, 1]] as never))).toMatchObject({
      collapsed: 1,
      watertight: false,
    })
  })
  it('are welded by place, and -0 is 0', () => {
    const split: Vec3[] = faces.flatMap((f) =>
      f.map((i) => corners[i]!.map((v) => (v === 0 ? -0 : v)) as unknown as Vec3),
    )
    expect(
      checkWatertight(
        meshOf(split, [
          [0, 1, 2],
          [3, 4, 5],
          [6, 7, 8],
          [9, 10, 11],
        ]),
      ),
    ).toMatchObject({ watertight: true, places: 4 })
  })
  it('index with 16 bits as long as that is enough', () => {
    expect(indexArray(3, 65_536)).toBeInstanceOf(Uint16Array)
    expect(indexArray(3, 65_537)).toBeInstanceOf(Uint32Array)
  })
})

describe('vectors', () => {
  const vector = fc.tuple(
    ...([0, 1, 2].map(() => fc.double({ min: -9, max: 9, noNaN: true })) as [
      fc.Arbitrary<number>,
      fc.Arbitrary<number>,
      fc.Arbitrary<number>,
    ]),
  )
  it('turned about an axis keep their length and their part along it', () => {
    fc.assert(
      fc.property(vector, vector, fc.double({ min: -7, max: 7, noNaN: true }), (v, a, angle) => {
        fc.pre(vec3.length(a) > 1e-3)
        const axis = vec3.unit(a)
        const turned = vec3.turnAbout(v, axis, angle)
        expect(vec3.length(turned)).toBeCloseTo(vec3.length(v), 9)
        expect(vec3.dot(turned, axis)).toBeCloseTo(vec3.dot(v, axis), 9)
        const back = vec3.turnAbout(turned, axis, -angle)
        expect(vec3.distance(back, v)).toBeLessThan(1e-9)
      }),
    )
  })
  it('tell small angles and angles near half a turn', () => {
    const near = (angle: number): number =>
      vec3.angleBetween([1, 0, 0], [Math.cos(angle), Math.sin(angle), 0])
    for (const angle of [1e-9, 0.3, Math.PI - 1e-9]) expect(near(angle)).toBeCloseTo(angle, 12)
    expect(vec3.turnAbout([1, 0, 0], [0, 0, 1], Math.PI / 2)).toEqual([
      expect.closeTo(0, 12),
      expect.closeTo(1, 12),
      0,
    ])
    expect(vec3.cross([1, 0, 0], [0, 1, 0])).toEqual([0, 0, 1])
  })
})

describe('boxes', () => {
  it('grow to hold points', () => {
    const box = (
      [
        [1, 2, 3],
        [-1, 5, 0],
      ] as const
    ).reduce(boxWith, EMPTY_BOX)
    expect(box).toEqual({ min: [-1, 2, 0], max: [1, 5, 3] })
    expect(boxSizes(box)).toEqual([2, 3, 3])
  })
})
