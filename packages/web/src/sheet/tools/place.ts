import type { Id } from '@flexum/core/base'
import type { Vec2 } from '@flexum/core/plane'
import { ORIGIN } from '@flexum/core/sketch'
import type { Draft } from '../drafting.ts'
import type { Snap } from '../caught.ts'

/** Whether a place is given by something that is there, and not only near the pointer. */
export const isCaught = (s: Snap): boolean =>
  s.point !== undefined ||
  s.middleOf !== undefined ||
  s.between !== undefined ||
  s.on !== undefined ||
  s.outside === true

/** Puts a point where the pointer caught: the point that is there, or a new one tied to what it caught on. */
export function transformPoint(d: Draft, s: Snap, constrain: boolean): Id {
  if (s.point !== undefined && s.point !== ORIGIN) return s.point
  const id = d.point(s.at)
  if (s.point === ORIGIN) d.relate({ kind: 'coincident', a: id, b: ORIGIN })
  if (!constrain) return id
  const middle = s.middleOf === undefined ? undefined : d.entities.find((e) => e.id === s.middleOf)
  if (middle?.kind === 'line') d.relate({ kind: 'midpoint', point: id, a: middle.from, b: middle.to })
  if (middle?.kind === 'arc') d.relate({ kind: 'arc-middle', point: id, round: middle.id })
  if (s.between) d.relate({ kind: 'midpoint', point: id, a: s.between[0], b: s.between[1] })
  for (const curve of s.on ?? []) d.relate({ kind: 'point-on', point: id, curve })
  if (s.level !== undefined) d.relate({ kind: 'horizontal', a: s.level, b: id })
  if (s.upright !== undefined) d.relate({ kind: 'vertical', a: s.upright, b: id })
  return id
}

/** What a caught place will be tied to, in words. */
export function catchWords(s: Snap): string[] {
  return s.word === undefined ? [] : [s.word]
}

/** An end put at a place that was worked out, tied to what the pointer caught on only if it is still there. */
export function placeEnd(d: Draft, s: Snap, at: Vec2, constrain: boolean): Id {
  const same = Math.hypot(s.at[0] - at[0], s.at[1] - at[1]) <= 1e-9 * (1 + Math.hypot(...at))
  return transformPoint(d, same ? s : { at }, constrain)
}
