import { tolerance } from '../num/index.ts'
import { curveLength, directionAt, pointAt, type Curve2 } from './curve.ts'
import { bezierCurvature } from './bezier.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** Where a curve is looked at: the place, the way square to its left, and how it bends there, 1/mm, positive to the left. */
export interface BendAt {
  readonly point: Vec2
  readonly left: Vec2
  readonly bend: number
}

/** How curves that follow each other bend, at so many places of each. */
export function bendsAlong(curves: readonly Curve2[], each: number): BendAt[] {
  return curves.flatMap((c) =>
    Array.from({ length: each + 1 }, (_, i): BendAt => {
      const t = i / each
      const [x, y] = directionAt(c, t)
      const bend =
        c.kind === 'line' ? 0 : c.kind === 'arc' ? Math.sign(c.sweep) / c.radius : bezierCurvature(c, t)
      return { point: pointAt(c, t), left: [-y, x], bend }
    }),
  )
}

/** Most that curves that follow each other lie off the straight from their start to their end, mm; 0 for those that close. */
export function mostOffStraight(curves: readonly Curve2[]): number {
  const [first, last] = [curves[0], curves.at(-1)]
  if (!first || !last) return 0
  const from = pointAt(first, 0)
  const way = vec2.sub(pointAt(last, 1), from)
  const long = vec2.length(way)
  if (!(long > tolerance.sameKnot * curves.reduce((s, c) => s + curveLength(c), 0))) return 0
  const off = (p: Vec2): number => Math.abs(vec2.cross(way, vec2.sub(p, from))) / long
  return Math.max(
    ...curves.flatMap((c) => Array.from({ length: SAMPLES + 1 }, (_, i) => off(pointAt(c, i / SAMPLES)))),
  )
}

const SAMPLES = 64
