import type { Id } from '../../base/index.ts'
import { TURN } from '../../num/index.ts'
import {
  angleBetween,
  arcLength,
  difference,
  distance,
  less,
  offLine,
  single,
  sum,
  through,
  type Measure,
} from '../measure.ts'
import type { SketchArc } from '../entities.ts'
import type { Unknowns } from '../unknowns.ts'
import type { Compile, ConstraintBase } from './constraint.ts'
import { freeLengthOf } from './free-length.ts'
import { ends } from './placing.ts'

/** What a dimension measures. Signed kinds keep the side their value has. */
export type Measured =
  | { readonly of: 'distance' | 'across' | 'up'; readonly a: Id; readonly b: Id }
  | { readonly of: 'off-line'; readonly point: Id; readonly line: Id }
  /** From line a's direction to line b's, or where `turned` to the reverse of b's. */
  | { readonly of: 'angle'; readonly a: Id; readonly b: Id; readonly turned?: boolean }
  | { readonly of: 'radius' | 'diameter' | 'arc-length' | 'sweep'; readonly round: Id }
  /** Radius of round b less radius of round a: the way between two rounds of one centre. */
  | { readonly of: 'between'; readonly a: Id; readonly b: Id }
  | { readonly of: 'chain'; readonly curves: readonly Id[] }

/** A dimension that drives: what it measures, and the value that must come out; mm or rad. */
export interface Dimension extends ConstraintBase {
  readonly kind: 'dimension'
  readonly measured: Measured
  readonly value: number
}

/** Whether a dimension measures an angle, rad, and not a length. */
export const measuresAngle = (m: { readonly of: Measured['of'] }): boolean =>
  m.of === 'angle' || m.of === 'sweep'

/** The measure of a dimension: mm, or rad for an angle. */
export function measureOf(m: Measured, u: Unknowns): Measure {
  switch (m.of) {
    case 'distance':
      return distance(u.point(m.a), u.point(m.b))
    case 'across':
      return difference(u.point(m.a).x, u.point(m.b).x)
    case 'up':
      return difference(u.point(m.a).y, u.point(m.b).y)
    case 'off-line': {
      const { from, to } = ends(m.line, u)
      return offLine(u.point(m.point), from, to)
    }
    case 'angle': {
      const [a, b] = [ends(m.a, u), ends(m.b, u)]
      return m.turned ? angleBetween(a.from, a.to, b.to, b.from) : angleBetween(a.from, a.to, b.from, b.to)
    }
    case 'radius':
      return single(u.radius(m.round))
    case 'diameter':
      return sum([[2, single(u.radius(m.round))]])
    case 'between':
      return difference(u.radius(m.a), u.radius(m.b))
    case 'arc-length':
      return curveLengthOf(m.round, u)
    case 'sweep':
      return sweepOf(m.round, u)
    case 'chain':
      return sum(m.curves.map((c) => [1, curveLengthOf(c, u)] as const))
  }
}

function curveLengthOf(curve: Id, u: Unknowns): Measure {
  const e = u.entity(curve)
  if (e.kind === 'line') {
    const { from, to } = ends(curve, u)
    return distance(from, to)
  }
  if (e.kind === 'arc') return arcLengthOf(e, u)
  if (e.kind === 'circle') return sum([[TURN, single(u.radius(curve))]])
  if (e.kind === 'spline' || e.kind === 'ellipse') return freeLengthOf(e, u)
  throw new Error('a point has no length')
}

/** The angle that an arc goes round, the way it goes: above 0, up to a whole turn. */
function sweepOf(arc: Id, u: Unknowns): Measure {
  const e = u.entity(arc)
  if (e.kind !== 'arc') throw new Error(`a ${e.kind} has no sweep`)
  const [c, a, b] = [u.point(e.centre), u.point(e.from), u.point(e.to)]
  const turn = e.clockwise ? angleBetween(c, b, c, a) : angleBetween(c, a, c, b)
  return through(
    turn,
    (x) => (x > 0 ? x : x + TURN),
    () => 1,
  )
}

function arcLengthOf(e: SketchArc, u: Unknowns, wanted?: number): Measure {
  return arcLength(u.point(e.centre), u.point(e.from), u.point(e.to), u.radius(e.id), e.clockwise, wanted)
}

export const dimension: Compile<Dimension> = (c, u) => {
  const arc = c.measured.of === 'arc-length' ? u.entity(c.measured.round) : undefined
  const m = arc?.kind === 'arc' ? arcLengthOf(arc, u, c.value) : measureOf(c.measured, u)
  // Half the diameter is the radius, which needs no solving.
  if (c.measured.of === 'diameter') return [less(single(u.radius(c.measured.round)), c.value / 2)]
  if (!measuresAngle(c.measured)) return [less(m, c.value)]
  // The nearest turn counts, so that 179 and -179 degrees are 2 apart.
  const off = (x: number): number => x - c.value - TURN * Math.round((x - c.value) / TURN)
  return [
    through(
      m,
      (x) => u.size * off(x),
      () => u.size,
    ),
  ]
}
