import { base, blockStep, filletStep } from '../../../testing/bodies.ts'
import {
  emptyPart,
  freshHole,
  type HalvedStep,
  type HolesStep,
  type Part,
  type PushedStep,
  type Step,
} from '@flexum/core/recipe'
import { bodiesOf } from '@flexum/core/recipe/evaluated'
import { edgesOfBody } from '../topology/edges.ts'
import { facesOfBody } from '../topology/faces.ts'
import { meshOfBody } from '../origins.ts'
import type { Body } from '../body.ts'
import { checkWatertight } from '@flexum/core/space'
import { randomOf, type Random } from '../../../testing/fuzz/random.ts'
import { bodyTrial } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { evaluator } = bodyTrial()

/** Recipes that are tried; more with `RECIPES=2000`. */
const RECIPES = Number(process.env['RECIPES'] ?? 150)
/** Coarse, so that many can be made. */
const CHORD_ERROR = 0.4

/** One more step on a body, by what it looks like so far. */
function next(r: Random, id: string, last: string, body: Body): Step {
  const { faces } = facesOfBody(body)
  const flat = faces.filter((f) => f.form.kind === 'plane')
  const sharp = edgesOfBody(body).filter((e) => e.faces.every((f) => f.form.kind !== 'free'))
  const number = (list: readonly number[]): string => String(r.pick(list))
  const kind = r.below(6)
  if (kind === 0 && sharp.length > 0) {
    const picked = r.chance(0.3)
      ? sharp
      : [r.pick(sharp), r.pick(sharp)].filter((e, i, all) => all.indexOf(e) === i)
    return filletStep(id, last, picked, {
      shape: r.pick(['rounded', 'bevelled'] as const),
      size: number([0.5, 1, 2]),
    })
  }
  if (kind === 1 && flat.length > 0) {
    const face = r.pick(flat)
    return {
      ...base(id),
      kind: 'pushed',
      of: last,
      on: { of: last, face: face.name },
      by: number([3, 5, -1, -2]),
    } satisfies PushedStep
  }
  if (kind === 2 && flat.length > 0) {
    const face = r.pick(flat)
    const at = {
      kind: 'face',
      on: { of: last, face: face.name },
      x: number([0, 4, 7]),
      y: number([0, 3, 11]),
    } as const
    return {
      ...base(id),
      kind: 'holes',
      of: last,
      rows: [{ ...freshHole(`${id}h`, at), through: r.chance(0.5), depth: '6', diameter: number([3, 5]) }],
    } satisfies HolesStep
  }
  if (kind === 3 && flat.length > 0)
    return {
      ...base(id),
      kind: 'halved',
      of: last,
      plane: 'face',
      on: { of: last, face: r.pick(flat).name },
      offset: number([0, -2, -5]),
      keeps: 'behind',
      mirrored: r.chance(0.7),
    } satisfies HalvedStep
  return blockStep(id, {
    shape: r.pick(['block', 'cylinder'] as const),
    axis: r.pick(['x', 'y', 'z'] as const),
    x: number([0, 5, -12, 18]),
    y: number([0, 7, -9]),
    z: number([0, 10, -6]),
    wide: number([8, 15]),
    deep: number([6, 12]),
    diameter: number([5, 9]),
    height: number([12, 30]),
    does: { kind: r.pick(['joins', 'cuts', 'cuts'] as const), with: [last] },
  })
}

describe('random recipes of bodies', () => {
  it(`${RECIPES} of them never give an open mesh, or a volume that is none`, () => {
    const wrong: string[] = []
    let [made, refused] = [0, 0]
    for (let seed = 0; seed < RECIPES; seed++) {
      const r = randomOf(90_000 + seed)
      let steps: Step[] = [blockStep('b0', r.chance(0.3) ? { shape: 'cylinder', diameter: '30' } : {})]
      let last = 'b0'
      for (let k = 1; k <= 3; k++) {
        const part: Part = { ...emptyPart('Random'), steps }
        const body = bodiesOf(evaluator.evaluate(part, { chordError: CHORD_ERROR }))[0]!
        const step = next(r, `b${k}`, last, body)
        const grown: Part = { ...part, steps: [...steps, step] }
        const result = evaluator.evaluate(grown, { chordError: CHORD_ERROR })
        // What is refused is told; the next step goes on from what there was.
        if (result.findings.some((f) => f.severity === 'blocks')) {
          refused++
          continue
        }
        made++
        steps = [...steps, step]
        last = step.id
        for (const b of bodiesOf(result)) {
          // Two parts may touch along an edge, which then counts twice; open it may not be.
          const { openEdges } = checkWatertight(meshOfBody(b))
          const { volume, meshVolume } = b.figures
          if (openEdges > 0) wrong.push(`${seed}/${k} ${step.kind}: ${openEdges} open`)
          if (!(volume > 0) || Math.abs(meshVolume / volume - 1) > 0.1)
            wrong.push(`${seed}/${k} ${step.kind}: ${volume} and by its mesh ${meshVolume}`)
        }
      }
    }
    expect(wrong).toEqual([])
    // Most of what is tried can be made.
    expect(made).toBeGreaterThan(refused)
  })
})
