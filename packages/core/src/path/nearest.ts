import { TURN } from '../num/index.ts'
import { bezierLength, nearestOn } from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { nearestOnCurve } from './curve-segment.ts'
import type { Path } from './path.ts'
import { segmentPoint, type Segment } from './segment.ts'

/**
 * Arc length along a segment of its point nearest to p, held to the segment. Exact for straights, arcs and splines; on a helix
 * the turn that points at p, taken on the winding whose height is nearest.
 */
export function nearestOnSegment(g: Segment, p: Vec3): number {
  if (g.kind === 'line') return clamp(vec3.dot(vec3.sub(p, g.start), g.direction), g.length)
  if (g.kind === 'spline') {
    const off = vec3.sub(p, g.plane.origin)
    const near = nearestOn(g.curve, [vec3.dot(off, g.plane.x), vec3.dot(off, g.plane.y)])
    return bezierLength(g.curve, 0, near.t)
  }
  if (g.kind === 'curve') return nearestOnCurve(g, p)
  const from = vec3.sub(p, g.centre)
  const around = Math.atan2(vec3.dot(from, g.along), vec3.dot(from, g.out))
  const angle = around < 0 ? around + TURN : around
  if (g.kind === 'arc') {
    if (angle <= g.sweep) return angle * g.radius
    // Beyond the end: whichever end is nearer round the circle.
    return angle - g.sweep < TURN - angle ? g.length : 0
  }
  const risePerTurn = (g.rise * TURN) / g.sweep
  const turn =
    risePerTurn === 0 ? 0 : Math.round((vec3.dot(from, g.axis) - (angle / TURN) * risePerTurn) / risePerTurn)
  return clamp(((angle + turn * TURN) / g.sweep) * g.length, g.length)
}

const clamp = (s: number, length: number): number => Math.min(Math.max(s, 0), length)

/** The station on one segment of a path that is nearest to p. */
export function stationNear(path: Path, segment: number, p: Vec3): number {
  return path.starts[segment]! + nearestOnSegment(path.segments[segment]!, p)
}

/** The place of a path nearest to p: its station, and how far it is. */
export function nearestOnPath(path: Path, p: Vec3): { readonly station: number; readonly distance: number } {
  let best = { station: 0, distance: Infinity }
  path.segments.forEach((g, i) => {
    const s = nearestOnSegment(g, p)
    const distance = vec3.distance(segmentPoint(g, s), p)
    if (distance < best.distance) best = { station: path.starts[i]! + s, distance }
  })
  return best
}
