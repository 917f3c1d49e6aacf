import { describe, expect, it } from 'vitest'
import { Raycaster } from 'three'
import { vec3, type Vec3 } from '@flexum/core/space'
import { Eye, STANDARD_VIEWS, type StandardView } from './Eye.ts'

const box = { min: [-50, -20, 0], max: [150, 40, 90] } as const
const corners = Array.from({ length: 8 }, (_, i): Vec3 => [
  i & 1 ? box.max[0] : box.min[0],
  i & 2 ? box.max[1] : box.min[1],
  i & 4 ? box.max[2] : box.min[2],
])

function eye(parallel = false): Eye {
  const made = new Eye()
  made.resize(800, 500)
  made.setLens({ parallel, angleDeg: 26 })
  return made
}

describe('the eye', () => {
  it.each(Object.keys(STANDARD_VIEWS) as StandardView[])('sees all of a box: %s', (view) => {
    for (const parallel of [false, true]) {
      const e = eye(parallel)
      e.fit(box, view)
      const seen = corners.map((c) => e.project(c)!)
      for (const [x, y] of seen) {
        expect(x).toBeGreaterThan(0)
        expect(x).toBeLessThan(800)
        expect(y).toBeGreaterThan(0)
        expect(y).toBeLessThan(500)
      }
      const wide = Math.max(...seen.map((s) => s[0])) - Math.min(...seen.map((s) => s[0]))
      const high = Math.max(...seen.map((s) => s[1])) - Math.min(...seen.map((s) => s[1]))
      expect(Math.max(wide / 800, high / 500)).toBeGreaterThan(0.6)
    }
  })
  it('keeps the size of what is in the middle when lines no longer run together', () => {
    const e = eye()
    e.fit(box, 'Front')
    const middle = e.target.toArray() as unknown as Vec3
    const before = e.pixelAt(middle)
    e.setLens({ parallel: true, angleDeg: 26 })
    expect(e.pixelAt(middle)).toBeCloseTo(before, 9)
    const far: Vec3 = [middle[0], middle[1] + 500, middle[2]]
    expect(e.pixelAt(far)).toBeCloseTo(before, 9)
    e.setLens({ parallel: false, angleDeg: 26 })
    expect(e.pixelAt(middle)).toBeCloseTo(before, 9)
  })
  it('aims where it projects to', () => {
    for (const parallel of [false, true]) {
      const e = eye(parallel)
      e.fit(box, 'Isometric')
      const ray = new Raycaster()
      const [x, y] = e.project([150, 40, 90])!
      e.aim(ray, x, y)
      const away = ray.ray.distanceToPoint(ray.ray.origin.clone().set(150, 40, 90))
      expect(away).toBeLessThan(1e-3)
    }
  })
  it('pans by pixels, flies to a place looking the same way, and turns about its target', () => {
    const e = eye()
    e.fit(box, 'Front')
    const [x, y] = e.project([0, 0, 0])!
    e.pan(30, -20)
    const moved = e.project([0, 0, 0])!
    // The box's middle is panned exactly; the origin lies near it in depth.
    expect(moved[0]).toBeCloseTo(x - 30, -0.5)
    expect(moved[1]).toBeCloseTo(y - 20, -0.5)
    const way = (): Vec3 =>
      vec3.unit(vec3.sub(e.target.toArray() as unknown as Vec3, e.position.toArray() as unknown as Vec3))
    const before = way()
    e.flyTo([10, 5, 60], 30)
    expect(vec3.distance(way(), before)).toBeLessThan(1e-9)
    expect(e.project([10, 5, 60])).toEqual([expect.closeTo(400, 6), expect.closeTo(250, 6)])
    const distance = e.position.distanceTo(e.target)
    e.turn(30, 10, 2)
    expect(e.position.distanceTo(e.target)).toBeCloseTo(distance / 2, 9)
  })
})
