import type { Id } from '../../base/index.ts'
import {
  alongLine,
  angleBetween,
  difference,
  distance,
  offLine,
  single,
  sum,
  through,
  type Measure,
} from '../measure.ts'
import type { Unknowns } from '../unknowns.ts'
import type { Compile, ConstraintBase } from './constraint.ts'
import { lineOffEllipse, sameDirection } from './curvature.ts'
import { ends } from './placing.ts'

/** Two lines: side by side, at right angles, on one line, of one length. Two arcs or circles: of one radius, or one centre. */
export interface Pair extends ConstraintBase {
  readonly kind: 'parallel' | 'perpendicular' | 'collinear' | 'equal' | 'concentric'
  readonly a: Id
  readonly b: Id
}

/**
 * A line or round touching a round. Where the two share an end, `at` names it: the direct form, radius = distance, has
 * no derivative to hold on to there. Without it `side` keeps the side of the line (left of it is +1), or for two rounds
 * whether they touch from outside (+1) or one lies in the other (-1).
 */
export interface Tangent extends ConstraintBase {
  readonly kind: 'tangent'
  readonly a: Id
  readonly b: Id
  readonly at?: Id
  readonly side: 1 | -1
}

/** Sine of an angle times the size: zero for directions that agree or oppose. */
const sine = (m: Measure, size: number): Measure =>
  through(
    m,
    (x) => size * Math.sin(x),
    (x) => size * Math.cos(x),
  )
const cosine = (m: Measure, size: number): Measure =>
  through(
    m,
    (x) => size * Math.cos(x),
    (x) => -size * Math.sin(x),
  )

export const pair: Compile<Pair> = (c, u) => {
  if (c.kind === 'concentric') {
    const [a, b] = [
      u.point(u.must(c.a, 'arc', 'circle').centre),
      u.point(u.must(c.b, 'arc', 'circle').centre),
    ]
    return [difference(a.x, b.x), difference(a.y, b.y)]
  }
  if (c.kind === 'equal' && u.entity(c.a).kind !== 'line') return [difference(u.radius(c.a), u.radius(c.b))]
  const [a, b] = [ends(c.a, u), ends(c.b, u)]
  const turn = angleBetween(a.from, a.to, b.from, b.to)
  switch (c.kind) {
    case 'parallel':
      return [sine(turn, u.size)]
    case 'perpendicular':
      return [cosine(turn, u.size)]
    case 'collinear':
      return [offLine(b.from, a.from, a.to), offLine(b.to, a.from, a.to)]
    case 'equal':
      return [
        sum([
          [1, distance(a.from, a.to)],
          [-1, distance(b.from, b.to)],
        ]),
      ]
  }
}

export const tangent: Compile<Tangent> = (c, u) => {
  const kinds = [u.entity(c.a).kind, u.entity(c.b).kind]
  const round = kinds.every((k) => k === 'line' || k === 'arc' || k === 'circle')
  if (round) return [kinds[0] === 'line' ? lineAndRound(c, u) : twoRounds(c, u)]
  if (c.at !== undefined) return [sameDirection(c.a, c.b, c.at, u)]
  if (kinds[0] === 'line' && kinds[1] === 'ellipse') return [lineOffEllipse(c.a, c.b, c.side, u)]
  throw new Error(`a ${kinds[0]} and a ${kinds[1]} can only be tangent at a point they share`)
}

function lineAndRound(c: Tangent, u: Unknowns): Measure {
  const { from, to } = ends(c.a, u)
  const centre = u.point(u.must(c.b, 'arc', 'circle').centre)
  if (c.at !== undefined) return alongLine(u.point(c.at), centre, from, to)
  return sum([
    [1, offLine(centre, from, to)],
    [-c.side, single(u.radius(c.b))],
  ])
}

function twoRounds(c: Tangent, u: Unknowns): Measure {
  const [p, q] = [u.point(u.must(c.a, 'arc', 'circle').centre), u.point(u.must(c.b, 'arc', 'circle').centre)]
  // Both centres are seen from the shared point in one direction; true also where the rounds are one and the same.
  if (c.at !== undefined) return sine(angleBetween(p, u.point(c.at), q, u.point(c.at)), u.size)
  const [r, s] = [single(u.radius(c.a)), single(u.radius(c.b))]
  if (c.side === 1)
    return sum([
      [1, distance(p, q)],
      [-1, r],
      [-1, s],
    ])
  const gap = sum([
    [1, r],
    [-1, s],
  ])
  return sum([
    [1, distance(p, q)],
    [-1, through(gap, Math.abs, (x) => (x < 0 ? -1 : 1))],
  ])
}
