import { useMemo } from 'react'
import type { Vec2 } from '@flexum/core/plane'
import { pathPoint } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
import { stepResult } from '../../../bench/results.ts'
import { downOn } from '../../../sheet/project.ts'
import { usePart, useSessionState } from '../context.ts'
import { useSheet } from './context.ts'

/** Places of other steps on this sheet: ends and joints of paths, and points of other sketches, square down on it. */
export function useReferencePlaces(): readonly { readonly at: Vec2; readonly word: string }[] {
  const { stepId } = useSheet()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  return useMemo(() => {
    const mine = stepResult(result, stepId)?.output
    if (mine?.kind !== 'sketch') return []
    const { frame } = mine
    const down = (p: Vec3): Vec2 => downOn(frame, p)
    return part.steps.flatMap((step) => {
      if (step.id === stepId) return []
      const output = stepResult(result, step.id)?.output
      if (output?.kind === 'path' && !usesSketch(step, stepId))
        return output.path.starts.map((s) => ({ at: down(pathPoint(output.path, s)), word: step.name }))
      if (output?.kind !== 'sketch') return []
      const f = output.frame
      return output.entities.flatMap((e) =>
        e.kind === 'point'
          ? { at: down(vec3.addScaled(vec3.addScaled(f.origin, f.x, e.x), f.y, e.y)), word: step.name }
          : [],
      )
    })
  }, [part.steps, result, stepId])
}

/** A path of this very sketch gives no place that is not drawn here already. */
function usesSketch(step: { readonly kind: string; readonly sketch?: string }, id: string): boolean {
  return step.kind === 'sketch-path' && step.sketch === id
}
