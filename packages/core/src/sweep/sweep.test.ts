import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains, sharp } from '../../testing/chains.ts'
import { rad, TURN } from '../num/index.ts'
import { pathOfHelix, pathThroughNodes, type Path, type PathNode } from '../path/index.ts'
import { outlineOf, placeRegion, sectionProperties, STOCK_SHAPES, type Region } from '../profile/index.ts'
import { checkWatertight, meshReach, meshSurface, meshVolume, vec3, type Mesh } from '../space/index.ts'
import {
  edgesOf,
  foldsOf,
  frameAt,
  meshRun,
  placeRings,
  rollAt,
  runMeshSize,
  squareFrames,
  unpackTag,
  volumeByTheorem,
  wholeChunk,
  courseBetween,
  twisted,
  type Carriage,
  type MeshSize,
} from './index.ts'

const pathOf = (nodes: PathNode[], closed = false): Path => {
  const r = pathThroughNodes(nodes, closed)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}
const region = (r: ReturnType<(typeof STOCK_SHAPES)['tube']>): Region => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const tube = region(STOCK_SHAPES.tube({ diameter: 12, wall: 1 }))
const bar = region(STOCK_SHAPES['rectangular-bar']({ width: 8, height: 5, corner: 0 }))
const boxTube = region(STOCK_SHAPES['square-tube']({ side: 10, wall: 1.5, corner: 2.5 }))

function swept(
  path: Path,
  section: Region,
  chordError: number,
): { mesh: Mesh; theorem: number | undefined; byBands: MeshSize } {
  const frames = squareFrames(path)
  const carriage = { frames }
  const outline = outlineOf(section, chordError)
  const p = sectionProperties(section)
  const rings = placeRings(carriage, outline, chordError)
  const mesh = meshRun(outline, rings, path.closed)
  return {
    mesh,
    theorem: volumeByTheorem(carriage, () => p, wholeChunk(frames)),
    byBands: runMeshSize(outline, rings, mesh),
  }
}

/**
 * The size of a mesh told by its bands against the mesh gone through triangle by triangle. Its places are in single precision:
 * each coordinate is off by half of its last digit at most, and the volume by the surface times that.
 */
function expectSize({ volume, surfaceMost, reach }: MeshSize, mesh: Mesh): void {
  const surface = meshSurface(mesh)
  const rounding = Math.sqrt(3) * meshReach(mesh) * 2 ** -24
  expect(Math.abs(volume - meshVolume(mesh))).toBeLessThan(surface * rounding)
  expect(surfaceMost / surface).toBeGreaterThan(1 - 1e-6)
  expect(surfaceMost / surface).toBeLessThan(1.15)
  expect(reach).toBeGreaterThan(meshReach(mesh) * (1 - 1e-6))
  expect(reach).toBeLessThan(meshReach(mesh) + 30)
}

describe('square frames', () => {
  it('keep up on the normal of a planar path, section x to the left of travel seen from above', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 20), bend(100, 80, 0, 20), sharp(200, 80, 0)])
    for (const s of [0, 90, 130, path.length]) {
      const f = frameAt(squareFrames(path), s)
      expect(f.b).toEqual([0, 0, 1].map((v) => expect.closeTo(v, 12)))
      expect(vec3.dot(f.n, vec3.cross(f.b, f.t))).toBeCloseTo(1, 12)
    }
    expect(frameAt(squareFrames(path), 0).n).toEqual([0, 1, 0].map((v) => expect.closeTo(v, 12)))
  })
  it('face the viewer of a path drawn in a standing plane', () => {
    const front = squareFrames(pathOf([sharp(0, 0, 0), bend(0, 0, 50, 10), sharp(50, 0, 50)]))
    expect(frameAt(front, 0).b).toEqual([0, -1, 0].map((v) => expect.closeTo(v, 12)))
    const straight = squareFrames(pathOf([sharp(0, 0, 0), sharp(0, 0, 50)]))
    expect(frameAt(straight, 10).b).toEqual([0, -1, 0].map((v) => expect.closeTo(v, 12)))
  })
  it('lag the Frenet frame of a helix by its torsion times length', () => {
    const h = pathOfHelix({ centre: [0, 0, 0], radius: 10, pitch: 8, turns: 3, hand: 'right' })
    if (!h.ok) throw new Error()
    const f = squareFrames(h.value)
    const b = 8 / TURN
    const torsion = b / (100 + b * b)
    const end = frameAt(f, h.value.length)
    const start = frameAt(f, 0)
    // After whole turns the tangent is back; the side has turned by -torsion * length about it.
    const roll = Math.atan2(vec3.dot(end.n, start.b), vec3.dot(end.n, start.n))
    expect(Math.cos(roll + torsion * h.value.length)).toBeCloseTo(1, 12)
  })
  it('do not roll: the side never moves along the up axis', () => {
    fc.assert(
      fc.property(chains, (nodes) => {
        const f = squareFrames(pathOf(nodes))
        const h = 1e-5
        for (const share of [0.13, 0.4, 0.86]) {
          const s = share * f.path.length
          const [a, c] = [frameAt(f, s - h), frameAt(f, s + h)]
          expect(Math.abs(vec3.dot(vec3.sub(c.n, a.n), frameAt(f, s).b)) / (2 * h)).toBeLessThan(1e-6)
        }
      }),
    )
  })
  it('stand on the rings as they are asked for one by one', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 30), bend(100, 90, 40, 25), sharp(180, 90, 0)])
    const f = squareFrames(path)
    const rings = placeRings({ frames: f }, outlineOf(tube, 0.05), 0.05)
    for (let r = 0; r < rings.count; r++) {
      const { origin, n, b } = frameAt(f, rings.stations[r]!)
      const row = rings.data.subarray(r * 15, r * 15 + 15)
      ;[...origin, ...n, ...b, ...n, ...b].forEach((v, i) => expect(row[i]).toBeCloseTo(v, 10))
    }
  })
  it('close: the end frame of a closed path in space is its start frame', () => {
    const f = squareFrames(
      pathOf([bend(0, 0, 0, 8), bend(60, 0, 20, 8), bend(75, 50, -10, 8), bend(0, 60, 40, 8)], true),
    )
    expect(Math.abs(rollAt(f, f.path.length))).toBeGreaterThan(0.01)
    const end = frameAt(f, f.path.length)
    expect(vec3.distance(end.n, frameAt(f, 0).n)).toBeLessThan(1e-12)
    expect(vec3.distance(end.b, frameAt(f, 0).b)).toBeLessThan(1e-12)
  })
})

describe('the mesh of a run', () => {
  it('is watertight, outward, and has the volume of the theorem within the chord error', () => {
    fc.assert(
      fc.property(
        chains,
        fc.constantFrom(tube, bar, boxTube),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (nodes, own, clock) => {
          const section = placeRegion(own, { anchor: [1.5, -1], clock, flip: clock > 3 })
          const radii = nodes.map((n) => (n.corner.kind === 'bend' ? Math.max(n.corner.radius, 12) : 12))
          const widened = pathThroughNodes(
            nodes.map((n, i) => ({ ...n, corner: { kind: 'bend', radius: radii[i]! } })),
            false,
          )
          fc.pre(widened.ok)
          if (!widened.ok) return
          const { mesh, theorem, byBands } = swept(widened.value.path, section, 0.05)
          expectSize(byBands, mesh)
          const check = checkWatertight(mesh)
          expect(check).toMatchObject({ watertight: true, openEdges: 0, crossedEdges: 0, collapsed: 0 })
          expect(Math.abs(meshVolume(mesh) - theorem!)).toBeLessThan(0.05 * meshSurface(mesh))
          expect(meshVolume(mesh)).toBeGreaterThan(0)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('nears the theorem with the square of the chord error', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 30), bend(100, 90, 40, 25), sharp(180, 90, 0)])
    const off = (e: number): number => {
      const { mesh, theorem } = swept(path, tube, e)
      return Math.abs(meshVolume(mesh) / theorem! - 1)
    }
    expect(off(0.001)).toBeLessThan(off(0.01) / 5)
    expect(off(0.0005)).toBeLessThan(2e-4)
  })
  it('of mitred straights is exact', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, 70, 0), sharp(100, 70, 50)])
    for (const anchor of [
      [0, 0],
      [4, 2.5],
    ] as const) {
      const { mesh, theorem } = swept(path, placeRegion(bar, { anchor, clock: 0, flip: false }), 0.05)
      expect(Math.abs(meshVolume(mesh) / theorem! - 1)).toBeLessThan(1e-6)
      expect(checkWatertight(mesh).watertight).toBe(true)
    }
    const frame = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0), sharp(0, 120, 0)], true)
    const outerCorner = placeRegion(bar, { anchor: [-4, -2.5], clock: 0, flip: false })
    const { mesh, theorem } = swept(frame, outerCorner, 0.05)
    expect(theorem).toBeCloseTo((200 * 120 - 184 * 104) * 5, 8)
    expect(meshVolume(mesh)).toBeCloseTo(theorem!, 1)
    expect(checkWatertight(mesh).watertight).toBe(true)
  })
  it('that grows, rolls and is mitred is told in size by its bands too', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(80, 0, 0), bend(80, 70, 30, 20), sharp(150, 90, -40)])
    const outline = outlineOf(boxTube, 0.02)
    const bare = squareFrames(path)
    const scale = courseBetween(0, path.length, 1, 0.4, 'smooth')
    const carriages: readonly Carriage[] = [
      { frames: bare, scale },
      { frames: twisted(bare, courseBetween(0, path.length, 0, 9)) },
      { frames: twisted(bare, courseBetween(0, path.length, 0, -4)), scale },
    ]
    for (const carriage of carriages) {
      const rings = placeRings(carriage, outline, 0.02)
      const mesh = meshRun(outline, rings, false)
      expectSize(runMeshSize(outline, rings, mesh), mesh)
    }
  })
  it('of a closed path in space is watertight through the seam', () => {
    const path = pathOf(
      [bend(0, 0, 0, 8), bend(60, 0, 20, 8), bend(75, 50, -10, 8), bend(0, 60, 40, 8)],
      true,
    )
    const { mesh, theorem, byBands } = swept(path, bar, 0.01)
    expectSize(byBands, mesh)
    expect(checkWatertight(mesh)).toMatchObject({ watertight: true })
    expect(Math.abs(meshVolume(mesh) / theorem! - 1)).toBeLessThan(2e-3)
  })
  it('of a helix has the volume of its centre line', () => {
    const h = pathOfHelix({ centre: [0, 0, 0], radius: 10, pitch: 8, turns: 3, hand: 'left' })
    if (!h.ok) throw new Error()
    const wire = region(
      STOCK_SHAPES['round-bar']({ diameter: 2 }) as ReturnType<(typeof STOCK_SHAPES)['tube']>,
    )
    const { mesh, theorem } = swept(h.value, wire, 0.0005)
    expect(theorem).toBeCloseTo(Math.PI * h.value.length, 9)
    expect(Math.abs(meshVolume(mesh) / theorem! - 1)).toBeLessThan(2e-3)
    expect(checkWatertight(mesh).watertight).toBe(true)
  })
  it('has unit normals that point out, and tags that tell ends from sides', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 30), sharp(100, 90, 0)])
    const { mesh } = swept(path, tube, 0.05)
    const edges = edgesOf(outlineOf(tube, 0.05)).all
    const kinds = new Set<string>()
    for (let t = 0; t < mesh.tags.length; t++) {
      const tag = unpackTag(mesh.tags[t]!, edges)
      kinds.add(`${tag.kind} ${tag.segment}`)
      const [a, b, c] = [0, 1, 2].map((k) => mesh.triangles[t * 3 + k]!) as [number, number, number]
      const at = (v: number, from: Float32Array) =>
        [from[v * 3]!, from[v * 3 + 1]!, from[v * 3 + 2]!] as const
      const face = vec3.cross(
        vec3.sub(at(b, mesh.positions), at(a, mesh.positions)),
        vec3.sub(at(c, mesh.positions), at(a, mesh.positions)),
      )
      expect(vec3.dot(vec3.unit(face), at(a, mesh.normals))).toBeGreaterThan(0.9)
      expect(vec3.length(at(b, mesh.normals))).toBeCloseTo(1, 5)
    }
    expect([...kinds].sort()).toEqual(['end 2', 'side 0', 'side 1', 'side 2', 'start 0'])
  })
})

describe('folds', () => {
  const check = (nodes: PathNode[], section: Region) => {
    const f = squareFrames(pathOf(nodes))
    return foldsOf({ frames: f }, [section], outlineOf(section, 0.05))
  }
  it('are found on both sides of the threshold', () => {
    const nodes = (r: number) => [sharp(0, 0, 0), bend(100, 0, 0, r), sharp(100, 90, 0)]
    expect(check(nodes(6.05), tube)).toEqual([])
    expect(check(nodes(5.95), tube)).toEqual([
      {
        kind: 'bend',
        segment: 1,
        from: expect.closeTo(94.05, 9),
        to: expect.any(Number),
        radius: 5.95,
        reach: expect.closeTo(6, 12),
        touches: false,
      },
    ])
    expect(check(nodes(6), tube)).toMatchObject([{ kind: 'bend', radius: 6, touches: true }])
    // Standing on its 5 mm side the bar needs 2.5 mm, turned flat it needs 4 mm.
    expect(check(nodes(3), placeRegion(bar, { anchor: [0, 0], clock: rad(90), flip: false }))).toEqual([])
    expect(check(nodes(3), bar)).toHaveLength(1)
  })
  it('are found where mitres meet on a short straight', () => {
    const nodes = (gap: number) => [sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, gap, 0), sharp(0, gap, 0)]
    expect(check(nodes(8.1), bar)).toEqual([])
    expect(check(nodes(7.9), bar)).toMatchObject([
      { kind: 'mitre', segment: 1, missing: expect.closeTo(0.1, 9) },
    ])
  })
})
