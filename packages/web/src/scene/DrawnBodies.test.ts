import {
  Raycaster,
  Scene,
  Vector3,
  type BufferGeometry,
  type EventDispatcher,
  type Material,
  type Mesh,
} from 'three'
import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { shownBodies, type ShownBody } from '../bench/results.ts'
import { DrawnBodies } from './DrawnBodies.ts'
import { Spent } from './Spent.ts'

const evaluator = createEvaluator()
/** A straight bar, moved and looking as told. */
function rod(id: string, y: number, look: 'steel' | 'brass' = 'steel'): ShownBody {
  const [shown] = shownBodies(evaluator.evaluate(STARTERS.straight.make('rod')))
  const place = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], shift: [0, y, 0] } as const
  return { ...shown!, step: id, body: { ...shown!.body, id, look, instances: [place] } }
}
const drawnIn = (scene: Scene): number => scene.children.length
/** Tells when something has been let go. */
function watched(geometry: EventDispatcher<{ dispose: object }>): () => boolean {
  let gone = false
  geometry.addEventListener('dispose', () => (gone = true))
  return () => gone
}

describe('the bodies in a scene', () => {
  it('are kept when another changes, and let go when they do', () => {
    const [scene, spent] = [new Scene(), new Spent()]
    const bodies = new DrawnBodies(scene, spent)
    const [a, b] = [rod('a', 0), rod('b', 100)]
    bodies.show([a, b], 'flexum-day')
    const [first, second] = bodies.drawn
    const gone = watched(second!.geometry)
    const paint = watched(
      second!.group
        .getObjectsByProperty('type', 'Mesh')
        .map((m) => (m as Mesh<BufferGeometry, Material[]>).material[0]!)[0]!,
    )
    expect(bodies.areThese([rod('a', 0), rod('b', 100)])).toBe(true)
    expect(bodies.areThese([a])).toBe(false)
    expect(bodies.areThese([a, { ...b, stale: true }])).toBe(false)

    bodies.show([a, rod('b', 120)], 'flexum-day')
    expect(bodies.drawn[0]).toBe(first)
    expect(bodies.drawn[1]).not.toBe(second)
    expect(gone()).toBe(true)
    // Its colours stay until the picture with the new one has been drawn.
    expect(paint()).toBe(false)
    spent.letGo()
    expect(paint()).toBe(true)
    expect(drawnIn(scene)).toBe(2)

    bodies.show([a], 'flexum-day')
    expect(bodies.drawn).toEqual([first])
    expect(drawnIn(scene)).toBe(1)
    bodies.dispose()
    expect(drawnIn(scene)).toBe(0)
    expect(bodies.box()).toBeUndefined()
  })
  it('are drawn anew where they lie behind a sheet, or in other colours', () => {
    const bodies = new DrawnBodies(new Scene(), new Spent())
    const a = rod('a', 0)
    bodies.show([a], 'flexum-day')
    const [before] = bodies.drawn
    bodies.show([a], 'flexum-day', { behind: true })
    const [behind] = bodies.drawn
    expect([before!.presence, behind!.presence]).toEqual(['whole', 'behind'])
    bodies.show([{ ...a, stale: true }], 'flexum-day')
    expect(bodies.drawn[0]!.presence).toBe('stale')
    bodies.show([a], 'flexum-day')
    const [again] = bodies.drawn
    bodies.show([a], 'flexum-night', { anew: true })
    expect(bodies.drawn[0]).not.toBe(again)
  })
  it('are boxed together, and the nearest is met first', () => {
    const bodies = new DrawnBodies(new Scene(), new Spent())
    bodies.show([rod('far', 100), rod('near', -50)], 'flexum-day')
    const alone = new DrawnBodies(new Scene(), new Spent())
    alone.show([rod('far', 100)], 'flexum-day')
    const box = bodies.box()!
    expect(box.max[1] - alone.box()!.max[1]).toBeCloseTo(0, 6)
    expect(alone.box()!.min[1] - box.min[1]).toBeCloseTo(150, 4)
    const middle = (box.min[0] + box.max[0]) / 2
    const height = (box.min[2] + box.max[2]) / 2
    const ray = new Raycaster(new Vector3(middle, -500, height), new Vector3(0, 1, 0))
    expect(bodies.nearest(ray, undefined)!.body.shown.step).toBe('near')
    ray.set(new Vector3(middle, 500, height), new Vector3(0, -1, 0))
    expect(bodies.nearest(ray, undefined)!.body.shown.step).toBe('far')
    ray.set(new Vector3(middle, 500, height), new Vector3(0, 1, 0))
    expect(bodies.nearest(ray, undefined)).toBeUndefined()
  })
})
