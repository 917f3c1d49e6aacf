import { describe, expect, it } from 'vitest'
import { bend, sharp } from '../../testing/chains.ts'
import { pathThroughNodes, type PathNode } from '../path/index.ts'
import { outlineOf, regionsOf, STOCK_SHAPES, type Section } from '../profile/index.ts'
import { checkWatertight, meshVolume, type Mesh } from '../space/index.ts'
import { drawRun, grownTo, meshRun, placeRings, squareFrames, edgesOf, unpackTag } from './index.ts'

function run(nodes: PathNode[], section: Section, closed = false) {
  const built = pathThroughNodes(nodes, closed)
  if (!built.ok) throw new Error(JSON.stringify(built.fault))
  const { path } = built.value
  const outline = outlineOf(section, 0.05)
  const rings = placeRings({ frames: squareFrames(path) }, outline, 0.05)
  const mesh = meshRun(outline, rings, closed)
  return { path, outline, mesh, drawing: drawRun(outline, [{ rings, mesh }]) }
}
const stock = (
  name: 'round-bar' | 'rectangular-bar' | 'tube' | 'half-round',
  sizes: Record<string, number>,
) => {
  const r = STOCK_SHAPES[name](sizes as never)
  if (!r.ok) throw new Error(r.fault.message)
  return regionsOf(r.value)
}
const bar = stock('rectangular-bar', { width: 8, height: 4, corner: 0 })

describe('the lines of a run', () => {
  const lengthOf = (mesh: Mesh, pairs: Uint32Array): number => {
    let sum = 0
    for (let i = 0; i < pairs.length; i += 2) {
      const [a, b] = [pairs[i]! * 3, pairs[i + 1]! * 3]
      sum += Math.hypot(...[0, 1, 2].map((k) => mesh.positions[b + k]! - mesh.positions[a + k]!))
    }
    return sum
  }
  it('are the four edges of a straight bar with its ends, and only the ends of a round one', () => {
    const square = run([sharp(0, 0, 0), sharp(100, 0, 0)], bar)
    expect(lengthOf(square.mesh, square.drawing.lines.sharp)).toBeCloseTo(400 + 2 * 24, 3)
    expect(square.drawing.lines.corners).toHaveLength(8)
    expect(square.drawing.lines.tangent).toHaveLength(0)
    const round = run([sharp(0, 0, 0), sharp(100, 0, 0)], stock('round-bar', { diameter: 6 }))
    const sides = round.outline.sideFrom.length
    expect(round.drawing.lines.sharp).toHaveLength(2 * 2 * sides)
    expect([...round.drawing.lines.tangent, ...round.drawing.lines.corners]).toEqual([])
  })
  it('are sharp at a mitre and faint where a bend begins and ends', () => {
    const mitred = run([sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, 100, 0)], bar)
    // Four edges, and the outline of the mitre: 8 / cos 45 twice and 4 twice.
    expect(lengthOf(mitred.mesh, mitred.drawing.lines.sharp)).toBeCloseTo(
      800 + 2 * 24 + 2 * (8 * Math.SQRT2 + 4),
      2,
    )
    const bent = run([sharp(0, 0, 0), bend(100, 0, 0, 20), sharp(100, 100, 0)], bar)
    expect(lengthOf(bent.mesh, bent.drawing.lines.tangent)).toBeCloseTo(2 * 24, 3)
  })
  it('are faint where faces of the section meet tangent', () => {
    const rounded = run(
      [sharp(0, 0, 0), sharp(100, 0, 0)],
      stock('rectangular-bar', { width: 8, height: 4, corner: 1 }),
    )
    expect(rounded.drawing.lines.corners).toHaveLength(0)
    expect(lengthOf(rounded.mesh, rounded.drawing.lines.tangent)).toBeCloseTo(800, 3)
  })
})

describe('a run that grows', () => {
  it.each([0.5, 12.5, 61, 100, 190])('is closed at %d mm and has the volume so far', (station) => {
    const r = run([sharp(0, 0, 0), bend(100, 0, 0, 20), sharp(100, 120, 0)], bar)
    const { triangles, front } = grownTo(r.drawing.growth, r.mesh, station)
    const start = [...r.mesh.tags.keys()].filter(
      (i) => unpackTag(r.mesh.tags[i]!, edgesOf(r.outline).all).kind === 'start',
    )
    const drawn = together(r.mesh, triangles, start, front)
    expect(checkWatertight(drawn)).toMatchObject({ watertight: true })
    expect(Math.abs(meshVolume(drawn) - 32 * station)).toBeLessThan(3)
  })
})

/** The parts of a mesh that are drawn while it grows, as one. */
function together(mesh: Mesh, triangles: number, more: number[], front: Mesh): Mesh {
  const first = mesh.positions.length / 3
  return {
    positions: Float32Array.from([...mesh.positions, ...front.positions]),
    normals: new Float32Array(mesh.positions.length + front.positions.length),
    triangles: Uint32Array.from([
      ...mesh.triangles.subarray(0, triangles * 3),
      ...more.flatMap((t) => [...mesh.triangles.subarray(t * 3, t * 3 + 3)]),
      ...Array.from(front.triangles, (v) => v + first),
    ]),
    tags: new Uint32Array(0),
  }
}
