import { Box3, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { unpackTag } from '@flexum/core/sweep'
import { floorGrid } from './floor.ts'
import { bodyGeometry, facesOf, lineGeometry } from './geometry.ts'

const bodyOf = (name: keyof typeof STARTERS) => {
  const result = createEvaluator().evaluate(STARTERS[name].make(name))
  const { bodies, carried } = result.steps.find((s) => s.kind === 'run')!.output!
  return { ...bodies![0]!, path: carried!.path }
}
const hoop = bodyOf('hoop')

describe('a body for the picture', () => {
  it('shares the mesh’s arrays, sides in one group and end faces in the other', () => {
    const g = bodyGeometry(hoop.mesh)
    expect(g.getAttribute('position').array).toBe(hoop.mesh.positions)
    const [sides, ends] = g.groups
    expect(sides!.count + ends!.count).toBe(hoop.mesh.triangles.length)
    expect(ends!.start).toBe(sides!.count)
    const kinds = [...hoop.mesh.tags].map((t) => unpackTag(t, hoop.origins.all[0]!.edges).kind)
    expect(kinds.slice(0, sides!.count / 3).every((k) => k === 'side')).toBe(true)
    expect(kinds.slice(sides!.count / 3).every((k) => k !== 'side')).toBe(true)
    g.computeBoundingBox()
    const size = new Box3().copy(g.boundingBox!).getSize(new Vector3())
    expect(size.x).toBeCloseTo(320, 3)
    expect(size.z).toBeCloseTo(210, 1)
  })
  it('of a closed run has no end faces', () => {
    const frame = bodyOf('frame')
    expect(bodyGeometry(frame.mesh).groups[1]!.count).toBe(0)
  })
  it('gives the sides of one segment to light up', () => {
    const body = bodyGeometry(hoop.mesh)
    const sidesOf = (i: number) => facesOf(body, hoop, (t) => t.kind === 'side' && t.segment === i)
    const total: number = hoop.path.segments.reduce((n: number, _, i) => n + sidesOf(i).index!.count, 0)
    expect(total).toBe(body.groups[0]!.count)
    const bend = sidesOf(1)
    bend.computeBoundingSphere()
    const used = new Set(bend.index!.array)
    for (const v of used) expect(body.getAttribute('position').getZ(v)).toBeGreaterThan(159)
  })
  it('and lines through points', () => {
    expect([
      ...lineGeometry([
        [1, 2, 3],
        [4, 5, 6],
      ]).getAttribute('position').array,
    ]).toEqual([1, 2, 3, 4, 5, 6])
  })
})

describe('the floor', () => {
  it('has lines on whole steps, fading outward to nothing', () => {
    const grid = floorGrid([103, 47], -5, 400, '#888888')
    const positions = grid.geometry.getAttribute('position')
    const colours = grid.geometry.getAttribute('color')
    let nearest = 0
    let farthest = 1
    for (let i = 0; i < positions.count; i++) {
      expect(positions.getZ(i)).toBe(-5)
      expect(Math.abs(positions.getX(i) / 50 - Math.round(positions.getX(i) / 50))).toBeLessThan(1e-6)
      nearest = Math.max(nearest, colours.getW(i))
      farthest = Math.min(farthest, colours.getW(i))
    }
    expect(nearest).toBeGreaterThan(0.4)
    expect(farthest).toBe(0)
  })
})
