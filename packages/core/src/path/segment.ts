import { vec3, type Vec3 } from '../space/index.ts'
import {
  curveCurvature,
  curvePoint,
  curveTangent,
  curveTorsion,
  reverseCurve,
  type CurveSegment,
} from './curve-segment.ts'
import {
  reverseSpline,
  splineCurvature,
  splinePoint,
  splineTangent,
  type SplineSegment,
} from './spline-segment.ts'
import type { LineSegment } from './line-segment.ts'

/**
 * A circular arc: from `centre + radius * out`, setting off along `along` (unit, at right angles to `out`),
 * through `sweep` > 0.
 */
export interface ArcSegment {
  readonly kind: 'arc'
  readonly centre: Vec3
  readonly out: Vec3
  readonly along: Vec3
  readonly radius: number
  readonly sweep: number
  readonly length: number
}

/**
 * A helix about an axis: starts at `centre + radius * out`, turns toward `along` through `sweep` > 0 while it rises
 * `rise` (may be negative) along `axis` = out x along. Rise per radian is constant, so arc length is linear in the turn.
 */
export interface HelixSegment {
  readonly kind: 'helix'
  readonly centre: Vec3
  readonly out: Vec3
  readonly along: Vec3
  readonly axis: Vec3
  readonly radius: number
  readonly sweep: number
  readonly rise: number
  readonly length: number
}

/** A stretch of a path, exact and parametrised by its own arc length. */
export type Segment = LineSegment | ArcSegment | HelixSegment | SplineSegment | CurveSegment

export function lineSegment(start: Vec3, direction: Vec3, length: number): LineSegment {
  return { kind: 'line', start, direction, length }
}

export function arcSegment(centre: Vec3, out: Vec3, along: Vec3, radius: number, sweep: number): ArcSegment {
  return { kind: 'arc', centre, out, along, radius, sweep, length: radius * sweep }
}

export function helixSegment(
  centre: Vec3,
  out: Vec3,
  along: Vec3,
  radius: number,
  sweep: number,
  rise: number,
): HelixSegment {
  const axis = vec3.cross(out, along)
  return {
    kind: 'helix',
    centre,
    out,
    along,
    axis,
    radius,
    sweep,
    rise,
    length: Math.hypot(radius * sweep, rise),
  }
}

/** The point at arc length s from the segment's start. */
export function segmentPoint(g: Segment, s: number): Vec3 {
  switch (g.kind) {
    case 'line':
      return vec3.addScaled(g.start, g.direction, s)
    case 'arc':
      return vec3.addScaled(g.centre, vec3.round(g.out, g.along, s / g.radius), g.radius)
    case 'helix': {
      const share = s / g.length
      const onCircle = vec3.addScaled(g.centre, vec3.round(g.out, g.along, share * g.sweep), g.radius)
      return vec3.addScaled(onCircle, g.axis, share * g.rise)
    }
    case 'spline':
      return splinePoint(g, s)
    case 'curve':
      return curvePoint(g, s)
  }
}

/** The unit tangent at arc length s. */
export function segmentTangent(g: Segment, s: number): Vec3 {
  switch (g.kind) {
    case 'line':
      return g.direction
    case 'arc':
      return vec3.round(g.along, vec3.scale(g.out, -1), s / g.radius)
    case 'helix': {
      const flat = vec3.round(g.along, vec3.scale(g.out, -1), (s / g.length) * g.sweep)
      return vec3.add(
        vec3.scale(flat, (g.radius * g.sweep) / g.length),
        vec3.scale(g.axis, g.rise / g.length),
      )
    }
    case 'spline':
      return splineTangent(g, s)
    case 'curve':
      return curveTangent(g, s)
  }
}

/** The curvature vector at arc length s: toward the centre of curvature, 1/mm; zero on a straight. */
export function segmentCurvature(g: Segment, s: number): Vec3 {
  switch (g.kind) {
    case 'line':
      return [0, 0, 0]
    case 'arc':
      return vec3.scale(vec3.round(g.out, g.along, s / g.radius), -1 / g.radius)
    case 'helix': {
      const turn = g.sweep / g.length
      return vec3.scale(vec3.round(g.out, g.along, s * turn), -g.radius * turn * turn)
    }
    case 'spline':
      return splineCurvature(g, s)
    case 'curve':
      return curveCurvature(g, s)
  }
}

/** Radius of curvature, mm; infinite on a straight, the smallest on a spline. A helix of radius r and rise b per radian has (r^2 + b^2)/r. */
export function segmentRadius(g: Segment): number {
  switch (g.kind) {
    case 'line':
      return Infinity
    case 'arc':
    case 'spline':
    case 'curve':
      return g.radius
    case 'helix':
      return g.length ** 2 / (g.sweep ** 2 * g.radius)
  }
}

/** Torsion at arc length s, 1/mm: zero for straights and plane curves, b/(r^2 + b^2) for a helix, positive right-handed. */
export function segmentTorsion(g: Segment, s = 0): number {
  if (g.kind === 'curve') return curveTorsion(g, s)
  return g.kind === 'helix' ? (g.rise * g.sweep) / g.length ** 2 : 0
}

/** How far the tangent turns over the whole segment, measured along it. */
export function segmentTurn(g: Segment): number {
  if (g.kind === 'spline' || g.kind === 'curve') return g.turn
  return g.kind === 'line' ? 0 : g.length / segmentRadius(g)
}

/** The same stretch travelled the other way. */
export function reverseSegment(g: Segment): Segment {
  const start = segmentPoint(g, g.length)
  switch (g.kind) {
    case 'line':
      return lineSegment(start, vec3.scale(g.direction, -1), g.length)
    case 'arc': {
      const out = vec3.round(g.out, g.along, g.sweep)
      return arcSegment(g.centre, out, vec3.scale(segmentTangent(g, g.length), -1), g.radius, g.sweep)
    }
    case 'spline':
      return reverseSpline(g)
    case 'curve':
      return reverseCurve(g)
    case 'helix': {
      const out = vec3.round(g.out, g.along, g.sweep)
      const along = vec3.scale(vec3.round(g.along, vec3.scale(g.out, -1), g.sweep), -1)
      const centre = vec3.addScaled(g.centre, g.axis, g.rise)
      return helixSegment(centre, out, along, g.radius, g.sweep, g.rise)
    }
  }
}
