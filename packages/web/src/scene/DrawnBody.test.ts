import { Mesh, Raycaster, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { STARTERS, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { planeSquareTo } from '@flexum/core/space'
import { Cut } from './Cut.ts'
import { shownBodies, type ShownBody } from '../bench/results.ts'
import { DrawnBody } from './DrawnBody.ts'

function hoop(change: (p: Part) => Part = (p) => p): ShownBody {
  return shownBodies(createEvaluator().evaluate(change(STARTERS.hoop.make('hoop'))))[0]!
}
const mirrored = (p: Part): Part => ({
  ...p,
  steps: p.steps.map((s) =>
    s.kind === 'run' ? { ...s, copies: [{ id: 'k1', kind: 'mirror', plane: 'xz', offset: '50 mm' }] } : s,
  ),
})
const meshesIn = (b: DrawnBody): Mesh[] => {
  const found: Mesh[] = []
  b.group.traverse((o) => o instanceof Mesh && found.push(o))
  return found
}

describe('a body in the picture', () => {
  it('stands in each of its places', () => {
    const one = new DrawnBody(hoop(), 'flexum-day', 'whole').box()
    const two = new DrawnBody(hoop(mirrored), 'flexum-day', 'whole').box()
    expect(two.min[1]).toBeCloseTo(one.min[1], 3)
    expect(two.max[1]).toBeCloseTo(100 - one.min[1], 3)
  })
  it('grows: less of it is drawn, with a front; then all of it again', () => {
    const run = hoop()
    const body = new DrawnBody(run, 'flexum-day', 'whole')
    expect(meshesIn(body)).toHaveLength(1)
    body.grow(0.5)
    expect(meshesIn(body)).toHaveLength(3)
    expect(body.geometry.drawRange.count).toBeLessThan(run.body.mesh.triangles.length)
    expect(body.box().max[0]).toBeGreaterThan(0)
    body.grow(undefined)
    expect(meshesIn(body)).toHaveLength(1)
    expect(body.geometry.drawRange.count).toBe(Infinity)
  })
  it('is hit in a copy, and tells where that is on the body itself', () => {
    const run = hoop(mirrored)
    const body = new DrawnBody(run, 'flexum-day', 'whole')
    const { min } = body.box()
    const ray = new Raycaster(new Vector3(min[0] + 1, 400, 100), new Vector3(0, -1, 0))
    const hit = body.hit(ray, undefined)!
    expect(body.placeOf(hit)).toBe(1)
    expect(hit.point.y).toBeGreaterThan(50)
    expect(body.inPlace(hit)[1]).toBeCloseTo(100 - hit.point.y, 6)
  })
})

describe('a cut through bodies', () => {
  it('tells the area of each with its copies, in a mirror too', () => {
    const tube = hoop()
    const level = planeSquareTo([0, 0, 1], [0, 0, 60])
    const [area] = new Cut([tube.body], level, 'flexum-day', 1).areas
    // Both legs of the hoop are cut square.
    const section = tube.carried!.strands[0]!.area
    expect(Math.abs(area!.value - 2 * section)).toBeLessThanOrEqual(area!.error)
    expect(area!.error / section).toBeLessThan(1e-6)
    const [both] = new Cut([hoop(mirrored).body], level, 'flexum-day', 1).areas
    expect(both!.value).toBeCloseTo(2 * area!.value, 3)
  })
  it('fills the section and not its hollow', () => {
    const cut = new Cut([hoop().body], planeSquareTo([0, 0, 1], [0, 0, 60]), 'flexum-day', 1)
    const fill = cut.group.children.find((o) => o instanceof Mesh) as Mesh
    const p = fill.geometry.getAttribute('position')
    const index = fill.geometry.index!.array
    let area = 0
    for (let i = 0; i < index.length; i += 3) {
      const [a, b, c] = [index[i]!, index[i + 1]!, index[i + 2]!]
      const [ux, uy] = [p.getX(b) - p.getX(a), p.getY(b) - p.getY(a)]
      const [vx, vy] = [p.getX(c) - p.getX(a), p.getY(c) - p.getY(a)]
      area += Math.abs(ux * vy - uy * vx) / 2
    }
    // Of its mesh, which lies within the true section.
    expect(area / cut.areas[0]!.value).toBeGreaterThan(0.95)
    expect(area / cut.areas[0]!.value).toBeLessThanOrEqual(1)
  })
})
