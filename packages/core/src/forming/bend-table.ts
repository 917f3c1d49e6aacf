import { fail, fault, ok, type Result } from '../base/index.ts'
import { halfTurn, tolerance } from '../num/index.ts'
import {
  arcSegment,
  kinksOf,
  lineSegment,
  makePath,
  segmentTangent,
  type Origin,
  type Path,
  type PathNode,
  type Segment,
} from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'

/**
 * One bend as a bender works: feed `length` of straight, turn the bend plane by `rotation` about the travel
 * direction (right-hand rule looking along the path; 0 in the first row; in (-pi, pi]), bend by `angle` > 0 about
 * the centreline `radius`.
 */
export interface BendRow {
  readonly length: number
  readonly rotation: number
  readonly angle: number
  readonly radius: number
  /** Where the bend stands in the path's source. */
  readonly origin: Origin
}

export interface BendTable {
  readonly rows: readonly BendRow[]
  /** The straight after the last bend; 0 if there is none. */
  readonly last: number
}

/** The bend table of a path of straights and arcs; anything else is not bendable in this form, and says where. */
export function bendTableOf(path: Path): Result<BendTable> {
  const kink = kinksOf(path)[0]
  if (kink) {
    return fail(
      fault('forming.sharp', `a sharp corner at station ${kink.station} cannot be bent; give it a radius`),
    )
  }
  const rows: BendRow[] = []
  let straight = 0
  let normal: Vec3 | undefined
  for (const [i, g] of path.segments.entries()) {
    if (g.kind === 'line') straight += g.length
    else if (g.kind === 'arc') {
      const turned = vec3.cross(g.out, g.along)
      const rotation = normal ? halfTurn(turnAboutTravel(normal, turned, g.along)) : 0
      rows.push({ length: straight, rotation, angle: g.sweep, radius: g.radius, origin: path.origins[i]! })
      normal = turned
      straight = 0
    } else {
      return fail(
        fault(
          'forming.not-bendable',
          'a helix is not bendable in this form: it has no straights between bends',
        ),
      )
    }
  }
  return ok({ rows, last: straight })
}

function turnAboutTravel(from: Vec3, to: Vec3, travel: Vec3): number {
  return Math.atan2(vec3.dot(travel, vec3.cross(from, to)), vec3.dot(from, to))
}

/** The path a bend table makes: from the origin along +X, the first bend toward +Y. */
export function pathOfBendTable(table: BendTable): Path {
  const parts: { segment: Segment; origin: Origin }[] = []
  let at: Vec3 = [0, 0, 0]
  let travel: Vec3 = [1, 0, 0]
  let normal: Vec3 = [0, 0, 1]
  const straight = (length: number, index: number): void => {
    if (length <= 0) return
    parts.push({ segment: lineSegment(at, travel, length), origin: { kind: 'leg', index } })
    at = vec3.addScaled(at, travel, length)
  }
  table.rows.forEach((row, i) => {
    straight(row.length, i)
    normal = vec3.turnAbout(normal, travel, row.rotation)
    const inward = vec3.cross(normal, travel)
    const centre = vec3.addScaled(at, inward, row.radius)
    const arc = arcSegment(centre, vec3.scale(inward, -1), travel, row.radius, row.angle)
    parts.push({ segment: arc, origin: { kind: 'node', index: i + 1 } })
    at = vec3.addScaled(centre, vec3.round(arc.out, arc.along, row.angle), row.radius)
    travel = segmentTangent(arc, arc.length)
  })
  straight(table.last, table.rows.length)
  return makePath(parts, false)
}

/**
 * The nodes of a bend table: start, the meeting point of the legs at each bend, end. A bend of half a turn or more
 * has no meeting point and is refused by row.
 */
export function nodesOfBendTable(table: BendTable): Result<PathNode[]> {
  const nodes: PathNode[] = [{ point: [0, 0, 0], corner: { kind: 'sharp' } }]
  let travel: Vec3 = [1, 0, 0]
  let normal: Vec3 = [0, 0, 1]
  let taken = 0
  let from: Vec3 = [0, 0, 0]
  for (const [i, row] of table.rows.entries()) {
    if (row.angle >= Math.PI - tolerance.foldBack) {
      return fail(
        fault(
          'forming.half-turn',
          `bend ${i + 1} turns half a turn or more, so its straights have no meeting point`,
        ),
      )
    }
    const tangent = row.radius * Math.tan(row.angle / 2)
    from = vec3.addScaled(from, travel, taken + row.length + tangent)
    nodes.push({ point: from, corner: { kind: 'bend', radius: row.radius } })
    normal = vec3.turnAbout(normal, travel, row.rotation)
    travel = vec3.unit(vec3.turnAbout(travel, normal, row.angle))
    taken = tangent
  }
  nodes.push({ point: vec3.addScaled(from, travel, taken + table.last), corner: { kind: 'sharp' } })
  return ok(nodes)
}
