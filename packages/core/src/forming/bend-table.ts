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
import { AT_ORIGIN, type BendStart } from './bend-start.ts'

/**
 * One bend as a bender works: feed `length` of straight, turn the bend plane by `rotation` about the travel
 * direction (right-hand rule looking along the path; 0 in the first row; in (-pi, pi]), bend by `angle` > 0 about
 * the centreline `radius`.
 */
export interface Bend {
  readonly length: number
  readonly rotation: number
  readonly angle: number
  readonly radius: number
}

/** A bend of a path. */
export interface BendRow extends Bend {
  /** Where the bend stands in the path's source. */
  readonly origin: Origin
  /** The path's first and last segment that it is made of. */
  readonly segments: readonly [number, number]
}

export interface BendTable {
  readonly rows: readonly BendRow[]
  /** The straight after the last bend; 0 if there is none. */
  readonly last: number
}

/** Why a path cannot be bent from one bar, and the station where. */
export type NotBendable = { readonly kind: 'sharp' | 'helix' | 'spline' | 'curve'; readonly station: number }

/**
 * The bend table of a path of straights and arcs; anything else is not bendable in this form, and says where. Arcs of one
 * plane, sense and radius with nothing between are one bend for the bender, unless `apart` keeps each by itself.
 */
export function bendTableOf(path: Path, apart = false): Result<BendTable, NotBendable> {
  const kink = kinksOf(path)[0]
  if (kink) return fail({ kind: 'sharp', station: kink.station })
  const rows: BendRow[] = []
  let straight = 0
  let normal: Vec3 | undefined
  for (const [i, g] of path.segments.entries()) {
    if (g.kind === 'line') straight += g.length
    else if (g.kind === 'arc') {
      const turned = vec3.cross(g.out, g.along)
      const rotation = normal ? halfTurn(turnAboutTravel(normal, turned, g.along)) : 0
      const before = rows.at(-1)
      const goesOn =
        before !== undefined &&
        !apart &&
        straight === 0 &&
        Math.abs(rotation) <= tolerance.sameBendPlane &&
        Math.abs(before.radius - g.radius) <= tolerance.sameRadius * g.radius
      if (goesOn)
        rows[rows.length - 1] = {
          ...before,
          angle: before.angle + g.sweep,
          segments: [before.segments[0], i],
        }
      else
        rows.push({
          length: straight,
          rotation,
          angle: g.sweep,
          radius: g.radius,
          origin: path.origins[i]!,
          segments: [i, i],
        })
      normal = turned
      straight = 0
    } else return fail({ kind: g.kind, station: path.starts[i]! })
  }
  return ok({ rows, last: straight })
}

function turnAboutTravel(from: Vec3, to: Vec3, travel: Vec3): number {
  return Math.atan2(vec3.dot(travel, vec3.cross(from, to)), vec3.dot(from, to))
}

/** Bends as they are typed, and the straight after the last. */
export interface Bends {
  readonly rows: readonly Bend[]
  readonly last: number
}

/** The path a bend table makes. */
export function pathOfBendTable(table: Bends, start: BendStart = AT_ORIGIN): Path {
  const parts: { segment: Segment; origin: Origin }[] = []
  let { at, travel, normal } = start
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
export function nodesOfBendTable(table: Bends, start: BendStart = AT_ORIGIN): Result<PathNode[]> {
  const nodes: PathNode[] = [{ point: start.at, corner: { kind: 'sharp' } }]
  let { at: from, travel, normal } = start
  let taken = 0
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
