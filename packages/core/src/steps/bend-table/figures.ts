import type { Id } from '../../base/index.ts'
import type { BendFigures, NodePlace } from './typed.ts'
import type { PathStart } from '../../document/index.ts'
import type { StepOutput } from '../../evaluate/index.ts'
import { bendStartOf, bendTableOf, turnsOf } from '../../forming/index.ts'
import { deg, tolerance } from '../../num/index.ts'
import { reversePath } from '../../path/index.ts'

/**
 * The table of a path with where it begins, in the figures that a table is typed in; undefined where it has none. Its bends go by the ids of
 * their nodes; those of a path without nodes by new ones.
 */
export function bendFiguresOf({ path: given }: StepOutput, newId?: () => Id): BendFigures | undefined {
  if (!given || given.path.closed) return undefined
  const { path, nodes } = given
  const table = bendTableOf(path, true)
  if (!table.ok) return undefined
  const start = bendStartOf(path)
  const { heading, rise, roll } = turnsOf(start)
  const rows = table.value.rows.map((r) => ({
    id: newId ? newId() : r.origin.kind === 'node' ? nodes[r.origin.index]?.id : undefined,
    length: r.length,
    rotationDeg: deg(r.rotation),
    angleDeg: deg(r.angle),
    radius: r.radius,
  }))
  const known = rows.flatMap(({ id, ...row }) => (id === undefined ? [] : [{ id, ...row }]))
  if (known.length < rows.length) return undefined
  return {
    rows: known,
    last: table.value.last,
    at: start.at,
    headingDeg: deg(heading),
    riseDeg: deg(rise),
    rollDeg: deg(roll),
  }
}

/** Where the path of a table begins when it is travelled the other way; undefined where it is none of straights and bends. */
export function endAsStart({ path: given }: StepOutput): PathStart | undefined {
  if (!given || given.path.closed) return undefined
  const start = bendStartOf(reversePath(given.path))
  const { heading, rise, roll } = turnsOf(start)
  return { at: start.at, headingDeg: deg(heading), riseDeg: deg(rise), rollDeg: deg(roll) }
}

/** Start, meeting points and end of a bend table, by which nodes can lead; undefined where a bend of half a turn or more has no meeting point. */
export function meetingPointsOf({ path }: StepOutput): readonly NodePlace[] | undefined {
  if (!path || path.nodes.some((n) => n.corner.deflection >= Math.PI - tolerance.foldBack)) return undefined
  return path.nodes.map(({ id, point }) => ({ id, point }))
}
