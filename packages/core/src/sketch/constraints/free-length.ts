import {
  curveLength,
  ellipsePieces,
  splineByControl,
  splineThrough,
  vec2,
  type Vec2,
} from '../../plane/index.ts'
import type { SketchEllipse, SketchSpline } from '../entities.ts'
import { byDifferences, type Measure } from '../measure.ts'
import type { Unknowns } from '../unknowns.ts'

/** How long a spline or an ellipse is, mm, by quadrature of its pieces. */
export function freeLengthOf(e: SketchSpline | SketchEllipse, u: Unknowns): Measure {
  const ids = e.kind === 'spline' ? e.points : [e.centre, e.end]
  const own = [...new Set(ids)]
  const points = own.map((id) => u.point(id))
  const unknowns = points.flatMap((p) => [p.x, p.y])
  const placed = (v: readonly number[]): Vec2[] =>
    ids.map((id) => {
      const k = own.indexOf(id)
      return [v[2 * k]!, v[2 * k + 1]!]
    })
  if (e.kind === 'spline')
    return byDifferences(unknowns, (v) => {
      const all = placed(v)
      return lengthOf(e.form === 'through' ? splineThrough(all) : splineByControl(all, e.degree))
    })
  return byDifferences([...unknowns, u.radius(e.id)], (v) => {
    const [centre, end] = placed(v)
    return lengthOf(ellipsePieces(centre!, vec2.sub(end!, centre!), v.at(-1)!))
  })
}

const lengthOf = (pieces: readonly Parameters<typeof curveLength>[0][]): number =>
  pieces.reduce((sum, c) => sum + curveLength(c), 0)
