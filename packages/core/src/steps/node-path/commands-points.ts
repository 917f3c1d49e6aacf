import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { LIMITS } from '../../document/index.ts'
import { nodeEntry, type NodePathStep } from './typed.ts'
import type { Command } from '../../edit/index.ts'
import { formatExact, typedFormula, type Formula, type LengthUnit } from '../../units/index.ts'

/** A point of a table, with the bend radius at it where it has one; lengths in the table's unit. */
export interface PointRow {
  readonly x: number
  readonly y: number
  readonly z: number
  readonly radius: number | undefined
}

/** What becomes of the corners of a table of points: as the table says, all of one radius, or a smooth curve through them. */
export type PointCorners =
  | { readonly kind: 'table' }
  | { readonly kind: 'bend'; readonly radius: number }
  | { readonly kind: 'smooth' }

/**
 * A path through the points of a table, its lengths kept in the unit that they are in. A point on the one before is left out; where the last
 * is the first the path is closed.
 */
export function pathFromPoints(
  points: readonly PointRow[],
  unit: LengthUnit,
  corners: PointCorners,
  base: { readonly id: Id; readonly name: string },
  newId: () => Id,
): Result<NodePathStep> {
  const same = (a: PointRow | undefined, b: PointRow): boolean =>
    a !== undefined && a.x === b.x && a.y === b.y && a.z === b.z
  const apart = points.filter((p, i) => !same(points[i - 1], p))
  const closed = apart.length > 3 && same(apart.at(-1), apart[0]!)
  const own = closed ? apart.slice(0, -1) : apart
  if (own.length < 2)
    return fail(fault('points.few', 'it has one place; a path needs two that are not the same'))
  if (own.length > LIMITS.nodes)
    return fail(
      fault(
        'points.many',
        `it has ${own.length} points, and a path has at most ${LIMITS.nodes} nodes; leave some out`,
      ),
    )
  const length = (v: number): Formula => typedFormula(formatExact(v), unit)
  const nodes = own.map(({ x, y, z, radius }) => {
    const r = corners.kind === 'bend' ? corners.radius : corners.kind === 'table' ? radius : undefined
    return nodeEntry(newId(), length(x), length(y), length(z), r === undefined || r === 0 ? '' : length(r))
  })
  return ok({
    ...base,
    aside: false,
    kind: 'node-path',
    closed,
    nodes,
    ...(corners.kind === 'smooth' ? { smooth: {} } : {}),
  })
}

/** Adds a path through the points of a table at an index of the recipe. */
export const addPathFromPoints: Command<{
  points: readonly PointRow[]
  unit: LengthUnit
  corners: PointCorners
  base: { readonly id: Id; readonly name: string }
  index: number
  newId: () => Id
}> = (part, { points, unit, corners, base, index, newId }) => {
  if (part.steps.length >= LIMITS.steps)
    return fail(fault('edit.too-many', `a recipe has at most ${LIMITS.steps} steps`))
  const step = pathFromPoints(points, unit, corners, base, newId)
  return step.ok ? ok({ ...part, steps: part.steps.toSpliced(index, 0, step.value) }) : step
}
