import { tolerance } from '../num/index.ts'
import type { Id } from '../base/index.ts'
import { vec2 } from '../plane/index.ts'
import { arcSweep, placesOf } from './curves.ts'
import type { SketchEntity } from './entities.ts'
import { sizeOf } from './unknowns.ts'

/** How a sketch changed from one shape to another. */
export interface Change {
  /** The farthest any point went, mm. */
  readonly farthest: number
  readonly farthestPoint: Id | undefined
  /** Curves that were turned round: a line past a right angle, an arc from a wide to a narrow sweep or back. */
  readonly flipped: readonly Id[]
}

/** Turning further than this between two shapes is a flip, rad. */
const FLIP = (100 * Math.PI) / 180

export function changeBetween(before: readonly SketchEntity[], after: readonly SketchEntity[]): Change {
  const [from, to] = [placesOf(before), placesOf(after)]
  const known = new Set(before.map((e) => e.id))
  const eps = tolerance.samePlace * sizeOf(before)
  let farthest = 0
  let farthestPoint: Id | undefined
  const flipped: Id[] = []
  for (const e of after) {
    if (!known.has(e.id)) continue
    if (e.kind === 'point') {
      const d = vec2.distance(from(e.id), to(e.id))
      if (d > farthest) [farthest, farthestPoint] = [d, e.id]
    } else if (e.kind === 'line') {
      const [p, q] = [vec2.sub(from(e.to), from(e.from)), vec2.sub(to(e.to), to(e.from))]
      if (vec2.length(p) <= eps) continue
      if (Math.abs(Math.atan2(vec2.cross(p, q), vec2.dot(p, q))) > FLIP) flipped.push(e.id)
    } else if (e.kind === 'arc') {
      const sweep = (at: typeof from): number =>
        Math.abs(arcSweep(at(e.centre), at(e.from), at(e.to), e.clockwise))
      if (Math.abs(sweep(from) - sweep(to)) > FLIP) flipped.push(e.id)
    }
  }
  return { farthest, farthestPoint, flipped }
}
