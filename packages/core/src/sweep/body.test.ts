import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains, sharp } from '../../testing/chains.ts'
import { judge } from '../../testing/judge.ts'
import { integrate, rad, TURN } from '../num/index.ts'
import { pathPoint, pathThroughNodes, segmentPoint, type Path, type PathNode } from '../path/index.ts'
import {
  outlineOf,
  outlinePlan,
  placeRegion,
  regionsOf,
  sectionProperties,
  STOCK_SHAPES,
  type Outline,
  type Section,
} from '../profile/index.ts'
import { checkWatertight, meshVolume, vec3, type Mesh } from '../space/index.ts'
import {
  chunksOf,
  courseBetween,
  courseOf,
  fixedFrames,
  foldsOf,
  joinRunMeshes,
  meshRun,
  placeRings,
  roundedPath,
  sampleShape,
  SQUARE_END,
  squareFrames,
  twisted,
  uprightFrames,
  volumeByTheorem,
  type Carriage,
  type ChunkEnd,
  type Joint,
} from './index.ts'

const pathOf = (nodes: PathNode[], closed = false): Path => {
  const r = pathThroughNodes(nodes, closed)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}
const made = (r: ReturnType<(typeof STOCK_SHAPES)['cable']>): Section => {
  if (!r.ok) throw new Error(r.fault.message)
  return regionsOf(r.value)
}
const bar = made(STOCK_SHAPES['rectangular-bar']({ width: 8, height: 5, corner: 0 }))
const tube = made(STOCK_SHAPES.tube({ diameter: 12, wall: 1 }))
const cable = made(STOCK_SHAPES.cable({ wire: 3, layers: 1 }))
const offAxis: Section = [placeRegion(bar[0]!, { anchor: [-3, 2], clock: 0.4, flip: false })]

function carried(
  c: Carriage,
  section: Section,
  chordError: number,
  joint: Joint = 'mitre',
  ends: { start?: ChunkEnd; end?: ChunkEnd } = {},
): { mesh: Mesh; theorem: number | undefined; pieces: number } {
  const outline = outlineOf(section, chordError)
  const p = sectionProperties(section)
  const chunks = chunksOf(c.frames, outline, () => joint, ends.start ?? SQUARE_END, ends.end ?? SQUARE_END)
  const meshes = chunks.map((k) => meshRun(outline, placeRings(c, outline, chordError, k), k.closed))
  const theorems = chunks.map((k) => volumeByTheorem(c, () => p, k))
  const theorem = theorems.every((v) => v !== undefined) ? theorems.reduce((a, b) => a + b, 0) : undefined
  return { mesh: joinRunMeshes(meshes), theorem, pieces: chunks.length }
}

const CHORD = 0.03

/** Area within the chords of an outline, by its triangles. */
function filledArea({ x, y, cap }: Outline): number {
  let area = 0
  for (let i = 0; i < cap.length; i += 3) {
    const [a, b, c] = [cap[i]!, cap[i + 1]!, cap[i + 2]!]
    area += ((x[b]! - x[a]!) * (y[c]! - y[a]!) - (x[c]! - x[a]!) * (y[b]! - y[a]!)) / 2
  }
  return area
}

describe('every body is closed and right side out, by an independent library', () => {
  it('over random paths, sections, turnings, twists and scales', () => {
    const cases = fc.record({
      nodes: chains,
      section: fc.constantFrom(bar, tube, cable, offAxis),
      turning: fc.constantFrom('square', 'upright'),
      twist: fc.double({ min: -6, max: 6, noNaN: true }),
      end: fc.double({ min: 0.3, max: 1.6, noNaN: true }),
      ease: fc.constantFrom('straight', 'smooth'),
    })
    fc.assert(
      fc.property(cases, ({ nodes, section, turning, twist, end, ease }) => {
        const wide = nodes.map((n) => ({
          ...n,
          corner: {
            kind: 'bend',
            radius: n.corner.kind === 'bend' ? Math.max(n.corner.radius, 18) : 18,
          } as const,
        }))
        const built = pathThroughNodes(wide, false)
        fc.pre(built.ok)
        if (!built.ok) return
        const { path } = built.value
        const bare = turning === 'square' ? squareFrames(path) : uprightFrames(path, [0, 0, 1])
        const c: Carriage = {
          frames: twisted(bare, courseBetween(0, path.length, 0, twist)),
          scale: courseBetween(0, path.length, 1, end, ease as 'straight'),
        }
        fc.pre(foldsOf(c, section, outlineOf(section, CHORD)).length === 0)
        const { mesh, theorem } = carried(c, section, CHORD)
        expect(checkWatertight(mesh)).toMatchObject({ watertight: true, openEdges: 0, crossedEdges: 0 })
        const { status, volume, skin } = judge(mesh)
        expect(status).toBe('NoError')
        expect(Math.abs(volume / meshVolume(mesh) - 1)).toBeLessThan(1e-3)
        // Against the section as its chords have it: no point of the skin is off by more than the chord error.
        const kept = filledArea(outlineOf(section, CHORD)) / sectionProperties(section).area
        expect(Math.abs(volume - theorem! * kept)).toBeLessThan(CHORD * skin)
      }),
      { numRuns: 60 },
    )
  })
  it.each(['mitre', 'round', 'butt'] as const)('with %s corners, open and closed', (joint) => {
    for (const closed of [false, true]) {
      const sharpPath = pathOf(
        [sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0), sharp(0, 120, 0)],
        closed,
      )
      let path = sharpPath
      if (joint === 'round') {
        const rounded = roundedPath(squareFrames(sharpPath), bar, () => true)
        if (!rounded.ok) throw new Error(rounded.fault.message)
        path = rounded.value.path
      }
      const { mesh, theorem, pieces } = carried({ frames: squareFrames(path) }, bar, 0.02, joint)
      expect(pieces).toBe(joint === 'butt' ? (closed ? 4 : 3) : 1)
      const { status, volume, bodies } = judge(mesh)
      expect([status, bodies]).toEqual(['NoError', pieces])
      expect(Math.abs(volume / theorem! - 1)).toBeLessThan(joint === 'round' ? 1e-3 : 1e-6)
    }
  })
})

describe('rounded corners', () => {
  it.each([false, true])('know where they were on the path before (closed: %s)', (closed) => {
    const path = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0), sharp(0, 120, 0)], closed)
    const r = roundedPath(squareFrames(path), bar, () => true)
    if (!r.ok) throw new Error(r.fault.message)
    const { path: made, sourceStarts } = r.value
    expect(sourceStarts).toHaveLength(made.segments.length + 1)
    made.segments.forEach((g, i) => {
      const was = pathPoint(path, sourceStarts[i]!)
      expect(vec3.distance(segmentPoint(g, 0), was)).toBeLessThan(1e-9)
      // A straight is as long as it was; an arc goes round a corner that was longer.
      const spanned = sourceStarts[i + 1]! - sourceStarts[i]!
      if (g.kind === 'line') expect(spanned).toBeCloseTo(g.length, 9)
      else expect(spanned).toBeGreaterThan(g.length)
    })
  })
})

describe('volumes', () => {
  it('of a mitred frame are exact', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0), sharp(0, 120, 0)], true)
    const { mesh, theorem } = carried({ frames: squareFrames(path) }, bar, 0.02)
    // About the middle of the bar: outer less inner rectangle, 5 high.
    const exact = (208 * 128 - 192 * 112) * 5
    expect(theorem).toBeCloseTo(exact, 8)
    expect(meshVolume(mesh)).toBeCloseTo(exact, 1)
  })
  it('of butt corners are those of the pieces: the first runs through, the next stops at its side', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0)])
    const { theorem, mesh } = carried({ frames: squareFrames(path) }, bar, 0.02, 'butt')
    // 8 wide: 200 + 4 and 120 - 4.
    expect(theorem).toBeCloseTo(40 * 320, 8)
    expect(meshVolume(mesh)).toBeCloseTo(40 * 320, 1)
    // A slanting corner: the piece after is cut along the side of the piece before.
    const slant = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(300, 100, 0)])
    const cut = carried({ frames: squareFrames(slant) }, bar, 0.02, 'butt')
    expect(judge(cut.mesh).status).toBe('NoError')
    expect(Math.abs(meshVolume(cut.mesh) / cut.theorem! - 1)).toBeLessThan(1e-6)
  })
  it('of a rounded corner turn about the innermost point', () => {
    const sharpPath = pathOf([sharp(0, 0, 0), sharp(200, 0, 0), sharp(200, 120, 0)])
    const rounded = roundedPath(squareFrames(sharpPath), bar, () => true)
    if (!rounded.ok) throw new Error()
    const { theorem } = carried({ frames: squareFrames(rounded.value.path) }, bar, 0.02)
    // Straights 200 - 4 and 120 - 4, and a quarter of a disc of radius 8, 5 high; to the hair of room.
    expect(theorem).toBeCloseTo((196 + 116) * 40 + (TURN / 8) * 64 * 5, -0.5)
  })
  it('of a twisted straight bar is area times length', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(100, 0, 0)])
    const c: Carriage = { frames: twisted(squareFrames(path), courseBetween(0, 100, 0, rad(180))) }
    const { mesh, theorem } = carried(c, offAxis, 0.002)
    expect(theorem).toBeCloseTo(4000, 8)
    expect(Math.abs(meshVolume(mesh) / 4000 - 1)).toBeLessThan(1e-3)
    expect(judge(mesh).status).toBe('NoError')
  })
  it('of a taper on a bend agree with quadrature of slices', () => {
    const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 40), sharp(100, 100, 0)])
    const scale = courseBetween(0, path.length, 1, 0.4)
    const c: Carriage = { frames: squareFrames(path), scale }
    const { mesh, theorem } = carried(c, offAxis, 0.002)
    const { area, centroid } = sectionProperties(offAxis)
    const [from, to] = [path.starts[1]!, path.starts[2]!]
    const k = (s: number): number => 1 - (0.6 * s) / path.length
    const straight = integrate((s) => area * k(s) ** 2, 0, path.length)
    // The bend is to the left: the section's x points to its centre.
    const bent = integrate((s) => (area * k(s) ** 3 * centroid[0]) / 40, from, to)
    expect(theorem).toBeCloseTo(straight - bent, 6)
    expect(Math.abs(meshVolume(mesh) / theorem! - 1)).toBeLessThan(1e-3)
  })
  it('of a section that only travels lose by the cosine of the way it leans', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(100, 0, 0), sharp(160, 80, 0)])
    const { mesh, theorem } = carried({ frames: fixedFrames(path) }, offAxis, 0.02)
    expect(theorem).toBeCloseTo(40 * (100 + 60), 8)
    expect(meshVolume(mesh)).toBeCloseTo(40 * 160, 1)
    expect(judge(mesh).status).toBe('NoError')
  })
  it('of angled ends go by the centroid', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(100, 0, 0)])
    const plane = [Math.cos(rad(30)), Math.sin(rad(30)), 0] as const
    const c: Carriage = { frames: squareFrames(path) }
    const { mesh, theorem } = carried(c, offAxis, 0.02, 'mitre', { end: { shift: 0, plane } })
    const { centroid } = sectionProperties(offAxis)
    expect(theorem).toBeCloseTo(40 * (100 - centroid[0] * Math.tan(rad(30))), 8)
    expect(meshVolume(mesh)).toBeCloseTo(theorem!, 1)
  })
})

describe('a shaped section', () => {
  const path = pathOf(
    [bend(0, 0, 0, 60), bend(200, 0, 0, 60), bend(200, 160, 0, 60), bend(0, 160, 0, 60)],
    true,
  )
  const radius = (s: number): number => 6 + 1.5 * Math.cos((24 * TURN * s) / path.length)
  const at = (s: number): Section => made(STOCK_SHAPES['round-bar']({ diameter: 2 * radius(s) }))
  const states = Array.from({ length: 25 }, (_, i) => at((path.length * i) / 24))

  it('swells 24 times round a ring: closed, and its volume by quadrature', () => {
    const chord = 0.01
    const plan = outlinePlan(states, chord)!
    const outline = outlineOf(at(0), chord, plan)
    const shape = sampleShape(0, path.length, chord, (s) => outlineOf(at(s), chord, plan))
    const c: Carriage = { frames: squareFrames(path), shape }
    const rings = placeRings(c, outline, chord)
    const mesh = meshRun(outline, rings, true)
    const { status, volume, bodies } = judge(mesh)
    expect([status, bodies]).toEqual(['NoError', 1])
    // A round about the path's own line: pi r^2 over the length, the bends take nothing.
    const exact = integrate((s) => Math.PI * radius(s) ** 2, 0, path.length)
    expect(exact).toBeCloseTo(Math.PI * (36 + 1.5 ** 2 / 2) * path.length, 6)
    expect(Math.abs(volume / exact - 1)).toBeLessThan(4e-3)
    const whole = {
      first: 0,
      last: path.segments.length - 1,
      closed: true,
      start: SQUARE_END,
      end: SQUARE_END,
    }
    const theorem = volumeByTheorem(c, (s) => ({ area: Math.PI * radius(s) ** 2, centroid: [0, 0] }), whole)
    expect(Math.abs(theorem! / exact - 1)).toBeLessThan(1e-8)
  })
  it('has stations where it needs them: points going straight stay within the chord error', () => {
    const plan = outlinePlan(states, 0.02)!
    const shape = sampleShape(0, path.length, 0.02, (s) => outlineOf(at(s), 0.02, plan))
    for (let i = 0; i < 3000; i++) {
      const s = (path.length * i) / 3000
      const k = shape.stations.findLastIndex((v) => v <= s)
      const [a, b] = [shape.stations[k]!, shape.stations[Math.min(k + 1, shape.stations.length - 1)]!]
      const u = b > a ? (s - a) / (b - a) : 0
      expect(Math.abs(radius(a) * (1 - u) + radius(b) * u - radius(s))).toBeLessThan(0.03)
    }
  })
  it('has normals that lean with the swell', () => {
    const straight = pathOf([sharp(0, 0, 0), sharp(100, 0, 0)])
    const cone = (s: number): Section => made(STOCK_SHAPES['round-bar']({ diameter: 20 - s / 10 }))
    const plan = outlinePlan([cone(0), cone(50), cone(100)], 0.02)!
    const shape = sampleShape(0, 100, 0.02, (s) => outlineOf(cone(s), 0.02, plan))
    const outline = outlineOf(cone(0), 0.02, plan)
    const mesh = meshRun(outline, placeRings({ frames: squareFrames(straight), shape }, outline, 0.02), false)
    // A cone that loses 5 in radius over 100: its normals lean forward by atan(1/20).
    const tilt = Math.sin(Math.atan(1 / 20))
    for (let v = 0; v < outline.x.length * 10; v++) expect(mesh.normals[v * 3]!).toBeCloseTo(tilt, 4)
  })
  it('has no one plan when its edges change', () => {
    const rounded = (corner: number): Section =>
      made(STOCK_SHAPES['rectangular-bar']({ width: 8, height: 5, corner }))
    expect(outlinePlan([rounded(1), rounded(0)], 0.02)).toBeUndefined()
    expect(outlinePlan([rounded(1), rounded(0.4)], 0.02)).toBeDefined()
  })
})

describe('a formula for the scale', () => {
  it('costs rings where it bends and is within the chord error', () => {
    const path = pathOf([sharp(0, 0, 0), sharp(300, 0, 0)])
    const f = (s: number): number => 1 + 0.2 * Math.sin((8 * TURN * s) / 300)
    const c: Carriage = { frames: squareFrames(path), scale: courseOf(0, 300, f).course }
    const { mesh, theorem } = carried(c, tube, 0.02)
    expect(judge(mesh).status).toBe('NoError')
    const exact = integrate((s) => sectionProperties(tube).area * f(s) ** 2, 0, 300)
    expect(Math.abs(theorem! / exact - 1)).toBeLessThan(1e-6)
    expect(Math.abs(meshVolume(mesh) / exact - 1)).toBeLessThan(0.02)
  })
})
