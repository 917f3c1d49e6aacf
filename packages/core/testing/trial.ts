import { expect } from 'vitest'
import type { Body, BodyEdge } from '../src/solid/index.ts'
import type { Vec3 } from '../src/space/index.ts'
import { emptyPart, type Step } from '../src/recipe/index.ts'
import { bodiesOf, createEvaluator, type PartResult } from '../src/recipe/evaluated/index.ts'
import { loadManifold } from '../../manifold/src/index.ts'

/** The library by which bodies are put together. */
export const solids = await loadManifold()

/** Codes of what keeps a part from being sound. */
export const blocks = (r: PartResult): string[] =>
  r.findings.filter((f) => f.severity === 'blocks').map((f) => f.code)

/** Whether all points of an edge are so. */
export const every = (e: BodyEdge, test: (p: Vec3) => boolean): boolean => e.points.every(test)

/** An evaluator with the library, and what steps come to in it. */
export function bodyTrial() {
  const evaluator = createEvaluator({ solids })
  const worked = (...steps: Step[]): PartResult => evaluator.evaluate({ ...emptyPart('Trial'), steps })
  /** The first body of a part that must be sound. */
  const bodyIn = (...steps: Step[]): Body => {
    const r = worked(...steps)
    expect(blocks(r)).toEqual([])
    return bodiesOf(r)[0]!
  }
  return { evaluator, worked, bodyIn }
}
