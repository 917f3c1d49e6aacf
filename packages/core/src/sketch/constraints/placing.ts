import type { Id } from '../../base/index.ts'
import { alongLine, difference, distance, offLine, single, sum, less, type Measure } from '../measure.ts'
import type { Unknowns } from '../unknowns.ts'
import { offEllipse, offSpline } from './curvature.ts'
import type { Compile, ConstraintBase } from './constraint.ts'

/** Two points in one place. */
export interface Coincident extends ConstraintBase {
  readonly kind: 'coincident'
  readonly a: Id
  readonly b: Id
}

/** Two points at one height, or one above the other. */
export interface Level extends ConstraintBase {
  readonly kind: 'horizontal' | 'vertical'
  readonly a: Id
  readonly b: Id
}

/** A point in the middle of two others. */
export interface Midpoint extends ConstraintBase {
  readonly kind: 'midpoint'
  readonly point: Id
  readonly a: Id
  readonly b: Id
}

/** A point in the middle of an arc. */
export interface ArcMiddle extends ConstraintBase {
  readonly kind: 'arc-middle'
  readonly point: Id
  readonly round: Id
}

/** Two points mirrored in a line. */
export interface Symmetric extends ConstraintBase {
  readonly kind: 'symmetric'
  readonly a: Id
  readonly b: Id
  readonly line: Id
}

/** A point that stays where it is given. */
export interface Fixed extends ConstraintBase {
  readonly kind: 'fixed'
  readonly point: Id
  readonly x: number
  readonly y: number
}

/** A point on a line (or its extension), an arc's circle, a circle, an ellipse or a spline. */
export interface PointOn extends ConstraintBase {
  readonly kind: 'point-on'
  readonly point: Id
  readonly curve: Id
}

export const coincident: Compile<Coincident> = (c, u) => {
  const [a, b] = [u.point(c.a), u.point(c.b)]
  return [difference(a.x, b.x), difference(a.y, b.y)]
}

export const level: Compile<Level> = (c, u) => {
  const [a, b] = [u.point(c.a), u.point(c.b)]
  return [c.kind === 'horizontal' ? difference(a.y, b.y) : difference(a.x, b.x)]
}

export const midpoint: Compile<Midpoint> = (c, u) => {
  const [p, a, b] = [u.point(c.point), u.point(c.a), u.point(c.b)]
  const middle = (k: 'x' | 'y'): Measure =>
    sum([
      [1, single(p[k])],
      [-0.5, single(a[k])],
      [-0.5, single(b[k])],
    ])
  return [middle('x'), middle('y')]
}

export const arcMiddle: Compile<ArcMiddle> = (c, u) => {
  const [p, arc] = [u.point(c.point), u.must(c.round, 'arc')]
  // On its circle, and as far from one end as from the other.
  return [
    onCircle(p, c.round, u),
    sum([
      [1, distance(p, u.point(arc.from))],
      [-1, distance(p, u.point(arc.to))],
    ]),
  ]
}

export const symmetric: Compile<Symmetric> = (c, u) => {
  const [a, b] = [u.point(c.a), u.point(c.b)]
  const { from, to } = ends(c.line, u)
  // Both lie equally far on opposite sides, and the way from one to the other stands square to the line.
  return [
    sum([
      [0.5, offLine(a, from, to)],
      [0.5, offLine(b, from, to)],
    ]),
    alongLine(b, a, from, to),
  ]
}

export const fixed: Compile<Fixed> = (c, u) => {
  const p = u.point(c.point)
  return [less(single(p.x), c.x), less(single(p.y), c.y)]
}

export const pointOn: Compile<PointOn> = (c, u) => {
  const p = u.point(c.point)
  const curve = u.entity(c.curve)
  if (curve.kind === 'line') {
    const { from, to } = ends(c.curve, u)
    return [offLine(p, from, to)]
  }
  if (curve.kind === 'ellipse') return [offEllipse(c.point, c.curve, u)]
  if (curve.kind === 'spline') return [offSpline(c.point, c.curve, u)]
  return [onCircle(p, c.curve, u)]
}

/** The two ends of a line. */
export function ends(line: Id, u: Unknowns) {
  const l = u.must(line, 'line')
  return { from: u.point(l.from), to: u.point(l.to) }
}

/** How far a point lies outside an arc's circle or a circle. */
export function onCircle(p: { readonly x: number; readonly y: number }, round: Id, u: Unknowns): Measure {
  const centre = u.point(u.must(round, 'arc', 'circle').centre)
  return sum([
    [1, distance(centre, p)],
    [-1, single(u.radius(round))],
  ])
}
