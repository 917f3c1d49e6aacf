import type { SketchEntity } from '../entities.ts'
import type { Unknowns } from '../unknowns.ts'
import type { Compile, ConstraintBase, Equation } from './constraint.ts'
import { dimension, type Dimension } from './dimensions.ts'
import {
  arcMiddle,
  coincident,
  fixed,
  level,
  midpoint,
  onCircle,
  pointOn,
  symmetric,
  type ArcMiddle,
  type Coincident,
  type Fixed,
  type Level,
  type Midpoint,
  type PointOn,
  type Symmetric,
} from './placing.ts'
import { pair, tangent, type Pair, type Tangent } from './relating.ts'
import { curvature, type Curvature } from './curvature.ts'

export type Constraint =
  | Coincident
  | Level
  | Midpoint
  | ArcMiddle
  | Symmetric
  | Fixed
  | PointOn
  | Pair
  | Tangent
  | Curvature
  | Dimension

/** How every kind of constraint becomes equations. A new kind is one line here. */
const COMPILE: { readonly [K in Constraint['kind']]: Compile<Extract<Constraint, { kind: K }>> } = {
  coincident,
  horizontal: level as Compile<never>,
  vertical: level as Compile<never>,
  midpoint,
  'arc-middle': arcMiddle,
  symmetric,
  fixed,
  'point-on': pointOn,
  parallel: pair as Compile<never>,
  perpendicular: pair as Compile<never>,
  collinear: pair as Compile<never>,
  equal: pair as Compile<never>,
  concentric: pair as Compile<never>,
  tangent,
  curvature,
  dimension,
}

/** The conditions of constraints, and of arcs being arcs (their ends at their radius), in order. */
export function equationsOf(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  u: Unknowns,
): Equation[] {
  const own = entities.flatMap((e): Equation[] => {
    if (e.kind !== 'arc') return []
    return [e.from, e.to].map((p) => ({ constraint: e.id, measure: onCircle(u.point(p), e.id, u) }))
  })
  const given = constraints.flatMap((c) => {
    const compile = COMPILE[c.kind] as unknown as Compile<ConstraintBase>
    return compile(c, u).map((measure): Equation => ({ constraint: c.id, measure }))
  })
  return [...own, ...given]
}
