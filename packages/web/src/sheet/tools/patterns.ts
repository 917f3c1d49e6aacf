import type { Id } from '@flexum/core/base'
import { entityName } from '@flexum/core/recipe/evaluated'
import { arc2, directionAt, line2, nearestOn, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { TURN } from '@flexum/core/num'
import { ACROSS, UP } from '@flexum/core/sketch'
import type { SheetModel } from '../model.ts'
import type { Around, Pattern } from './line-stretch.ts'

/** The lines among what was pointed at, for new ones to take after. */
export function linesOf(model: SheetModel, ids: readonly Id[]): Pattern[] {
  return ids.flatMap((id) => {
    const e = model.byId.get(id)
    if (e?.kind !== 'line') return []
    const [from, to] = [model.at(e.from), model.at(e.to)]
    const way = vec2.sub(to, from)
    return vec2.length(way) > 0 ? [{ id, name: entityName(model.step, id), way, curve: line2(from, to) }] : []
  })
}

/** A round that was pointed at. */
export interface RoundPattern {
  readonly id: Id
  readonly name: string
  readonly radius: number
  readonly curve: Curve2
}

/** The circles and arcs among what was pointed at. */
export function roundsOf(model: SheetModel, ids: readonly Id[]): RoundPattern[] {
  return ids.flatMap((id) => {
    const e = model.byId.get(id)
    if (e?.kind !== 'circle' && e?.kind !== 'arc') return []
    const { radius } = e
    return [
      { id, name: entityName(model.step, id), radius, curve: arc2(model.at(e.centre), radius, 0, TURN) },
    ]
  })
}

/** The way a round goes at a place on it: a line that begins there can leave it so. */
export function leavingAt(model: SheetModel, curve: Id, at: Vec2): Around['start'] {
  const kind = model.byId.get(curve)?.kind
  if (curve === UP || curve === ACROSS || (kind !== 'circle' && kind !== 'arc')) return undefined
  const [piece] = model.pieces.get(curve) ?? []
  if (!piece) return undefined
  const way = directionAt(piece, nearestOn(piece, at).t)
  return { curve, kind, way, name: entityName(model.step, curve) }
}
