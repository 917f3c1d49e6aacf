import { describe, expect, it } from 'vitest'
import { arc2, line2, type Loop2, type Vec2 } from '../plane/index.ts'
import { region } from '../profile/index.ts'
import { IDENTITY } from '../space/index.ts'
import { isEnd } from '../sweep/index.ts'
import { extrudedMesh, isFlatSide } from './extrude.ts'
import { movedBoundary } from './moved-boundary.ts'
import { boundaryOf } from './boundary.ts'
import { skinVolumes, solidVolume } from './extrapolated.ts'

const extruded = (outline: Loop2, chordError: number) => {
  const section = [region(outline)]
  const plane = { origin: [0, 0, 0], x: IDENTITY.x, y: IDENTITY.y } as const
  const mesh = extrudedMesh({ section, plane, from: 0, to: 20 }, chordError)
  return boundaryOf(mesh, isFlatSide(section, mesh.edges))
}
const corners = (...points: Vec2[]): Loop2 => points.map((p, i) => line2(p, points[(i + 1) % points.length]!))

describe('a shell whose faces are moved', () => {
  it('goes where its planes meet, each by its own distance', () => {
    const block = extruded(corners([0, 0], [40, 0], [40, 30], [0, 30]), 0.1)
    expect(solidVolume(movedBoundary(block, () => 2))).toBeCloseTo(36 * 26 * 16, 4)
    expect(solidVolume(movedBoundary(block, () => -2))).toBeCloseTo(44 * 34 * 24, 4)
    expect(solidVolume(movedBoundary(block, (tag) => (isEnd(tag) ? -1 : 2)))).toBeCloseTo(36 * 26 * 22, 4)
  })
  it('passes by the places beside a corner that its move goes beyond', () => {
    // A half disc: round it there are places nearer to its corners than these move.
    const half = extruded([arc2([0, 0], 20, 0, Math.PI), line2([-20, 0], [20, 0])], 0.005)
    const moved = movedBoundary(half, (tag) => (isEnd(tag) ? 0 : 3))
    const inner = 17 * 17 * Math.acos(3 / 17) - 3 * Math.sqrt(17 * 17 - 9)
    expect(solidVolume(moved) / (20 * inner)).toBeCloseTo(1, 3)
    expect(moved.tags.length).toBeLessThan(half.tags.length)
    expect(skinVolumes(moved).length).toBe(1)
  })
})
