import { tolerance } from '../num/index.ts'
import { pathPoint, pathTangent, type Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'

/** Where a table begins: its first straight goes along `travel`, its first bend turns about `normal`; unit, square to each other. */
export interface BendStart {
  readonly at: Vec3
  readonly travel: Vec3
  readonly normal: Vec3
}

/** From the origin along +X, the first bend toward +Y. */
export const AT_ORIGIN: BendStart = { at: [0, 0, 0], travel: [1, 0, 0], normal: [0, 0, 1] }

/** Where a path of straights and arcs begins as a table; where it has no bend, in any plane. */
export function bendStartOf(path: Path): BendStart {
  const travel = pathTangent(path, 0)
  const arc = path.segments.find((g) => g.kind === 'arc')
  const normal = arc ? vec3.unit(vec3.cross(arc.out, arc.along)) : vec3.squareTo(travel)
  return { at: pathPoint(path, 0), travel, normal }
}

/**
 * A start by three turns, rad: of the first straight about Z from +X, how far it rises from level, and of the first bend about that
 * straight, from where it would turn level to the left.
 */
export interface StartTurns {
  readonly heading: number
  readonly rise: number
  readonly roll: number
}

export function startBy(at: Vec3, { heading, rise, roll }: StartTurns): BendStart {
  const [ch, sh, cr, sr] = [Math.cos(heading), Math.sin(heading), Math.cos(rise), Math.sin(rise)]
  const travel: Vec3 = [cr * ch, cr * sh, sr]
  const left: Vec3 = [-sh, ch, 0]
  return { at, travel, normal: vec3.turnAbout(vec3.cross(travel, left), travel, roll) }
}

/** The turns of a start; one that goes straight up or down has a heading of 0. */
export function turnsOf({ travel, normal }: BendStart): StartTurns {
  const level = Math.hypot(travel[0], travel[1])
  const heading = level > tolerance.noHeading ? Math.atan2(travel[1], travel[0]) : 0
  const left: Vec3 = [-Math.sin(heading), Math.cos(heading), 0]
  const up = vec3.cross(travel, left)
  const roll = Math.atan2(vec3.dot(vec3.cross(up, normal), travel), vec3.dot(up, normal))
  return { heading, rise: Math.atan2(travel[2], level), roll }
}
