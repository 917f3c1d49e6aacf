import { polygonHull } from 'd3-polygon'
import { tolerance } from '../num/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'

/** A side that a bar can lie on: a straight of the line round its section, from corner to corner with the section at the left. */
export interface Rest {
  readonly from: Vec2
  readonly to: Vec2
  readonly width: number
  /** Off the table, into the section: a unit vector. */
  readonly up: Vec2
}

/** A side is worth lying on from this share of the widest on. */
const WORTH = 0.15

/**
 * Sides that a bar of a section can lie on without falling over, the widest first: straights of its hull above which its centroid
 * stands; of sides as wide, the one first on which it lies most as it stands. A cornice bears on the two edges of its hollow back: that
 * counts as a side. A round section has none, for its outline's short sides are steps of a curve; `step` is the longest of those, mm.
 */
export function restsOf(points: readonly Vec2[], centroid: Vec2, step: number): Rest[] {
  const hull = polygonHull(points.map(([x, y]): [number, number] => [x, y]))
  if (!hull) return []
  const corners = withoutStraights(hull)
  const all = corners.map((from, i): Rest => {
    const to = corners[(i + 1) % corners.length]!
    const way = vec2.sub(to, from)
    const width = Math.hypot(...way)
    return { from, to, width, up: [-way[1] / width, way[0] / width] }
  })
  // The hull goes round counter-clockwise or not, by which way the axes are taken to look.
  const sides = all.map((r): Rest =>
    vec2.dot(vec2.sub(centroid, r.from), r.up) < 0
      ? { from: r.to, to: r.from, width: r.width, up: vec2.scale(r.up, -1) }
      : r,
  )
  const stands = sides.filter((r) => {
    const along = vec2.dot(vec2.sub(centroid, r.from), vec2.sub(r.to, r.from)) / r.width ** 2
    return along > 0 && along < 1
  })
  const widest = Math.max(...stands.map((r) => r.width))
  return stands
    .filter((r) => r.width >= WORTH * widest && r.width > step * (1 + tolerance.sameSide))
    .sort((a, b) =>
      Math.abs(b.width - a.width) > tolerance.sameSide * widest ? b.width - a.width : b.up[1] - a.up[1],
    )
}

/** Sides are parallel to this, rad; one that leans by no more from the wall or the ceiling does not lean. */
const LEANS = Math.PI / 180
/** The back of a moulding is at least so much as wide as its face. */
const BACK = 0.5

/**
 * The side that a bar is laid on where nobody says another: the widest, but a moulding's back before its face. Back and face are parallel, the
 * back looks away from the room, which is to the side `roomward` along the section's x; the face of one that leans is the wider of both.
 */
export function usualRest(rests: readonly Rest[], roomward: 1 | -1): Rest | undefined {
  const [widest] = rests
  if (!widest) return undefined
  const back = rests.find(
    (r) =>
      r.width >= BACK * widest.width &&
      Math.abs(vec2.cross(r.up, widest.up)) < Math.sin(LEANS) &&
      r.up[0] * roomward > Math.sin(LEANS),
  )
  return back ?? widest
}

/** Corners of a hull without those that lie on the straight between their neighbours. */
function withoutStraights(hull: readonly [number, number][]): Vec2[] {
  return hull.filter((p, i) => {
    const before = hull[(i + hull.length - 1) % hull.length]!
    const after = hull[(i + 1) % hull.length]!
    const [a, b] = [vec2.sub(p, before), vec2.sub(after, p)]
    return Math.abs(vec2.cross(a, b)) > tolerance.sameSide * Math.hypot(...a) * Math.hypot(...b)
  })
}

/**
 * The spring angle of a moulding: between the side it lies flat on and the wall, along which the section's y goes, rad, 0 to pi/2.
 */
export function springAngle(rest: Rest): number {
  return Math.acos(Math.min(1, Math.abs(rest.to[1] - rest.from[1]) / rest.width))
}

/**
 * The way that is up for a moulding that lies on a back which leans from the wall by a spring angle, rad, 0 to pi/2: of the four that do, the
 * one nearest to that of the side it lies on as is usual; without such a side, with its face up as a cornice has it.
 */
export function liesAtSpring(spring: number, rest: Rest | undefined): Vec2 {
  const [c, s] = [Math.cos(spring), Math.sin(spring)]
  const ways: Vec2[] = [
    [c, -s],
    [c, s],
    [-c, -s],
    [-c, s],
  ]
  if (!rest) return ways[0]!
  return ways.reduce((best, way) => (vec2.dot(way, rest.up) > vec2.dot(best, rest.up) ? way : best))
}
