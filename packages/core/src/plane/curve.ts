import { tolerance, TURN } from '../num/index.ts'
import { bezier2, bezierAt, bezierLength, bezierReach, type Bezier2 } from './bezier.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** A straight piece of an outline. */
export interface Line2 {
  readonly kind: 'line'
  readonly from: Vec2
  readonly to: Vec2
}

/** A circular piece of an outline; `sweep` is positive counter-clockwise and at most a whole turn. */
export interface Arc2 {
  readonly kind: 'arc'
  readonly centre: Vec2
  readonly radius: number
  readonly start: number
  readonly sweep: number
}

export type Curve2 = Line2 | Arc2 | Bezier2

/** Curves end to start all the way round. */
export type Loop2 = readonly Curve2[]

export function line2(from: Vec2, to: Vec2): Line2 {
  return { kind: 'line', from, to }
}

export function arc2(centre: Vec2, radius: number, start: number, sweep: number): Arc2 {
  return { kind: 'arc', centre, radius, start, sweep }
}

/** The point at share t of the curve, 0 at its start and 1 at its end. */
export function pointAt(c: Curve2, t: number): Vec2 {
  if (c.kind === 'line') {
    return [c.from[0] + (c.to[0] - c.from[0]) * t, c.from[1] + (c.to[1] - c.from[1]) * t]
  }
  if (c.kind === 'bezier') return bezierAt(c, t).point
  const a = c.start + c.sweep * t
  return [c.centre[0] + c.radius * Math.cos(a), c.centre[1] + c.radius * Math.sin(a)]
}

/** The unit direction of travel at share t. */
export function directionAt(c: Curve2, t: number): Vec2 {
  if (c.kind === 'line') {
    const d = vec2.sub(c.to, c.from)
    return vec2.scale(d, 1 / vec2.length(d))
  }
  if (c.kind === 'bezier') return bezierDirection(c, t)
  const a = c.start + c.sweep * t
  const side = Math.sign(c.sweep)
  return [-Math.sin(a) * side, Math.cos(a) * side]
}

/** Where a curve stands still (points on top of each other at an end) the chord from there on gives its direction. */
function bezierDirection(c: Bezier2, t: number): Vec2 {
  const { point, first } = bezierAt(c, t)
  const speed = vec2.length(first)
  if (speed > tolerance.noDirection) return vec2.scale(first, 1 / speed)
  const aside = bezierAt(c, t < 0.5 ? t + ASIDE : t - ASIDE).point
  const chord = t < 0.5 ? vec2.sub(aside, point) : vec2.sub(point, aside)
  return vec2.scale(chord, 1 / Math.max(vec2.length(chord), tolerance.noDirection))
}

const ASIDE = 1e-4

export function curveLength(c: Curve2): number {
  if (c.kind === 'line') return vec2.distance(c.from, c.to)
  return c.kind === 'arc' ? c.radius * Math.abs(c.sweep) : bezierLength(c)
}

/** The same curve travelled the other way. */
export function reverseCurve(c: Curve2): Curve2 {
  if (c.kind === 'line') return line2(c.to, c.from)
  if (c.kind === 'arc') return arc2(c.centre, c.radius, c.start + c.sweep, -c.sweep)
  return bezier2([...c.points].reverse(), c.weights && [...c.weights].reverse())
}

/** How far the curve reaches along a unit direction: the largest p . d over its points, exact for arcs. */
export function reachAlong(c: Curve2, d: Vec2): number {
  if (c.kind === 'bezier') return bezierReach(c, d)
  const ends = Math.max(vec2.dot(pointAt(c, 0), d), vec2.dot(pointAt(c, 1), d))
  if (c.kind === 'line') return ends
  const toward = Math.atan2(d[1], d[0])
  return arcPasses(c, toward) ? Math.max(ends, vec2.dot(c.centre, d) + c.radius) : ends
}

/** Whether an arc passes through the angle. */
export function arcPasses(c: Arc2, angle: number): boolean {
  const travel = c.sweep >= 0 ? angle - c.start : c.start - angle
  return travel - TURN * Math.floor(travel / TURN) <= Math.abs(c.sweep)
}

/** Moved, then the whole plane turned about the origin. */
export function placeCurve(c: Curve2, angle: number, shift: Vec2): Curve2 {
  // Whole turns are taken off, so that an arc's start keeps its digits.
  const turn = angle % TURN
  const move = (p: Vec2): Vec2 => vec2.add(vec2.turn(p, turn), shift)
  if (c.kind === 'bezier') return bezier2(c.points.map(move), c.weights)
  return c.kind === 'line'
    ? line2(move(c.from), move(c.to))
    : arc2(move(c.centre), c.radius, c.start + turn, c.sweep)
}

/** Mirrored left to right (x to -x). */
export function flipCurve(c: Curve2): Curve2 {
  const mirror = (p: Vec2): Vec2 => [-p[0], p[1]]
  if (c.kind === 'bezier') return bezier2(c.points.map(mirror), c.weights)
  return c.kind === 'line'
    ? line2(mirror(c.from), mirror(c.to))
    : arc2(mirror(c.centre), c.radius, Math.PI - c.start, -c.sweep)
}
