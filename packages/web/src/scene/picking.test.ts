import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { facesOfBody } from '@flexum/core/solid'
import { pickedAt } from './picking.ts'
import { shownBodies } from '../bench/results.ts'

/** A bar along x of 20 by 10, seen from above: a pixel a millimetre. */
const bar = STARTERS.straight.make('Bar')
const result = createEvaluator().evaluate({
  ...bar,
  steps: bar.steps.map((s) =>
    s.kind === 'stock-profile' ? { ...s, shape: 'flat', sizes: { width: '20', thickness: '10' } } : s,
  ),
})
const [{ body }] = shownBodies(result) as [ReturnType<typeof shownBodies>[number]]

/** What a press at a place of the top means, where all that lies under it is hidden by it. */
const at = (x: number, y: number) =>
  pickedAt(
    [body],
    { body, face: top, at: [x, y, 5] },
    {
      pointer: [x, -y],
      project: (p) => [p[0], -p[1]],
      isSeen: (p) => p[2] > 4,
    },
  )
const top = facesOfBody(body).faces.findIndex((f) => f.out[2] > 0.9)

describe('what a place on a body means to someone who measures', () => {
  it('is a corner within reach of one, that which is seen', () => {
    const picked = at(4, 8)
    expect(picked?.kind).toBe('point')
    expect(picked?.at.map((v) => Math.round(v) + 0)).toEqual([0, 10, 5])
  })
  it('is an edge along it, at the nearest place on it', () => {
    const picked = at(150, 6)
    expect(picked).toMatchObject({ kind: 'edge' })
    expect(picked?.at.map((v) => Math.round(v * 1000) / 1000)).toEqual([150, 10, 5])
  })
  it('is the face elsewhere', () => {
    expect(at(150, 0)).toEqual({ kind: 'face', body, number: top, at: [150, 0, 5] })
  })
  it('is never an edge that lies behind what is seen, and one that is seen beside a body', () => {
    const behind = pickedAt(
      [body],
      { body, face: top, at: [150, 8, 5] },
      {
        pointer: [150, -8],
        project: (p) => [p[0], -p[1]],
        isSeen: () => false,
      },
    )
    expect(behind).toMatchObject({ kind: 'face', number: top })
    const beside = pickedAt([body], undefined, {
      pointer: [150, -14],
      project: (p) => [p[0], -p[1]],
      isSeen: () => true,
    })
    expect(beside?.kind).toBe('edge')
    expect(
      pickedAt([body], undefined, { pointer: [150, -40], project: (p) => [p[0], -p[1]], isSeen: () => true }),
    ).toBeUndefined()
  })
})
