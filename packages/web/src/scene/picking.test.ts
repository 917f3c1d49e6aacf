import type { Intersection } from 'three'
import { Mesh, Raycaster, Vector3, type Face } from 'three'
import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/document'
import { createEvaluator } from '@flexum/core/evaluate'
import { pickedAt } from './picking.ts'
import { shownBodies } from '../bench/results.ts'
import { DrawnBody } from './DrawnBody.ts'

/** A bar along x of 20 by 10, seen from above: a pixel a millimetre. */
const bar = STARTERS.straight.make('Bar')
const result = createEvaluator().evaluate({
  ...bar,
  steps: bar.steps.map((s) =>
    s.kind === 'stock-profile' ? { ...s, shape: 'flat', sizes: { width: '20', thickness: '10' } } : s,
  ),
})
const [{ body }] = shownBodies(result) as [ReturnType<typeof shownBodies>[number]]

const at = (x: number, y: number) => {
  const hit = {
    point: new Vector3(x, y, 5),
    distance: 1000,
    face: { normal: new Vector3(0, 0, 1) } as Face,
    object: new Mesh(),
  } as unknown as Intersection
  return pickedAt(body, 0, hit, [x, -y], (p) => [p[0], -p[1]])
}

describe('what a place on a body means to someone who measures', () => {
  it('is a corner within reach of one', () => {
    const picked = at(4, 8)
    expect(picked.kind).toBe('point')
    expect(picked.at[0]).toBeCloseTo(0, 9)
    expect(Math.abs(picked.at[1])).toBeCloseTo(10, 9)
  })
  it('is an edge along it, at the nearest place on it', () => {
    const picked = at(150, 6)
    expect(picked).toMatchObject({ kind: 'edge' })
    expect(picked.at[0]).toBeCloseTo(150, 6)
    expect(picked.at[1]).toBeCloseTo(10, 6)
    expect(picked.kind === 'edge' && Math.abs(picked.direction[0])).toBeCloseTo(1, 9)
  })
  it('is a face of a round surface with the normal of the round, not of its facet', () => {
    const hoop = createEvaluator().evaluate(STARTERS.hoop.make('Hoop'))
    const tube = new DrawnBody(shownBodies(hoop)[0]!, 'flexum-day', 'whole')
    tube.group.updateMatrixWorld(true)
    // At the upright leg from the front, off its middle: the normal leans as far as the place does.
    for (const off of [-7, -3.3, 0.4, 5]) {
      const hit = tube.hit(new Raycaster(new Vector3(off, -100, 90), new Vector3(0, 1, 0)), undefined)!
      const picked = pickedAt(tube.body, 0, hit, [0, 0], () => undefined)
      expect(picked.kind === 'face' && picked.normal[0]).toBeCloseTo(off / 10, 1)
    }
  })
  it('is a face elsewhere, with its normal', () => {
    expect(at(150, 0)).toEqual({ kind: 'face', at: [150, 0, 5], normal: [0, 0, 1] })
  })
})
