import type { Id } from '@flexum/core/base'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { pointsOf } from '@flexum/core/sketch'
import type { SheetModel } from '../model.ts'

/** The curves among chosen things. */
export function curvesAmong(model: SheetModel, chosen: readonly Id[]): Id[] {
  return chosen.filter((id) => {
    const e = model.byId.get(id)
    return e !== undefined && e.kind !== 'point'
  })
}

/** The middle of the chosen things' points. */
export function middleAmong(model: SheetModel, chosen: readonly Id[]): Vec2 {
  const points = [...new Set(chosen.flatMap((id) => pointsOf(model.byId.get(id)!)))]
  const sum = points.reduce<Vec2>((s, p) => vec2.add(s, model.at(p)), [0, 0])
  return vec2.scale(sum, 1 / Math.max(points.length, 1))
}

/** Whether anything drawn is chosen. */
export const anyDrawn = (model: SheetModel, chosen: readonly Id[]): boolean =>
  chosen.some((id) => model.byId.has(id))

/** What was drawn among the chosen, without axes and dimensions. */
export const drawnAmong = (model: SheetModel, chosen: readonly Id[]): Id[] =>
  chosen.filter((id) => model.byId.has(id))
