import { useMemo } from 'react'
import { needsOf } from '@flexum/core/recipe'
import { downOn } from '@flexum/core/recipe/evaluated'
import type { Vec2 } from '@flexum/core/plane'
import { pathPoint } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
import { stepResult } from '../../../bench/results.ts'
import { usePart, useSessionState } from '../context.ts'
import { useSheet } from './context.ts'

/** Places of other steps on this sheet: ends and joints of paths, and points of other sketches, square down on it. */
export function useReferencePlaces(): readonly { readonly at: Vec2; readonly word: string }[] {
  const { stepId } = useSheet()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  return useMemo(() => {
    const frame = stepResult(result, stepId)?.output?.sketch?.frame
    if (!frame) return []
    const down = (p: Vec3): Vec2 => downOn(frame, p)
    return part.steps.flatMap((step) => {
      if (step.id === stepId) return []
      const { path: given, sketch } = stepResult(result, step.id)?.output ?? {}
      // A path of this very sketch gives no place that is not drawn here already.
      if (given && !needsOf(step).includes(stepId))
        return given.path.starts.map((s) => ({ at: down(pathPoint(given.path, s)), word: step.name }))
      if (!sketch) return []
      const f = sketch.frame
      return sketch.entities.flatMap((e) =>
        e.kind === 'point'
          ? { at: down(vec3.addScaled(vec3.addScaled(f.origin, f.x, e.x), f.y, e.y)), word: step.name }
          : [],
      )
    })
  }, [part.steps, result, stepId])
}
