import { vec3, type Vec3 } from '../space/index.ts'
import type { Path } from '../path/index.ts'
import { startBy, type StartTurns } from './bend-start.ts'

/** Where the plane of a bend is turned: the place and the way of the straight before it, and the way toward which it bends at a turn of 0, and of 90 degrees. */
export interface BendTurn {
  readonly at: Vec3
  readonly travel: Vec3
  readonly zero: Vec3
  readonly quarter: Vec3
  /** The turn as it is, rad. */
  readonly turn: number
}

/**
 * How a bend of a table, counted from 0, is turned against the one before it; the first against the way that bends level to the left of
 * its straight. Undefined where the path has no such bend.
 */
export function bendTurnOf(
  path: Path,
  bend: number,
  start: Pick<StartTurns, 'heading' | 'rise'>,
): BendTurn | undefined {
  const arcs = path.segments.filter((g) => g.kind === 'arc')
  const arc = arcs[bend]
  if (!arc) return undefined
  const before = arcs[bend - 1]
  const normal = before
    ? vec3.unit(vec3.cross(before.out, before.along))
    : startBy([0, 0, 0], { ...start, roll: 0 }).normal
  const travel = arc.along
  const zero = vec3.unit(vec3.cross(normal, travel))
  const quarter = vec3.cross(travel, zero)
  const inward = vec3.scale(arc.out, -1)
  return {
    at: vec3.addScaled(arc.centre, arc.out, arc.radius),
    travel,
    zero,
    quarter,
    turn: Math.atan2(vec3.dot(inward, quarter), vec3.dot(inward, zero)),
  }
}

/** The turn at which a bend goes toward a place, rad in (-pi, pi]; undefined for one on the axis. */
export function turnToward({ at, zero, quarter }: BendTurn, place: Vec3): number | undefined {
  const d = vec3.sub(place, at)
  const [x, y] = [vec3.dot(d, zero), vec3.dot(d, quarter)]
  return x === 0 && y === 0 ? undefined : Math.atan2(y, x)
}
