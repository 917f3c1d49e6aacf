import { vec3, type Vec3 } from '../space/index.ts'
import { curveSegment, type CurveSegment } from './curve-segment.ts'
import { curveAt } from './space-curve.ts'

/** A place of a curve that is known only by asking, and its derivative by the parameter. */
export interface Asked {
  readonly point: Vec3
  readonly first: Vec3
}

/** Halvings of a stretch at most: 2^9 cubics to a stretch. */
const HALVINGS = 9
/** Halvings of a stretch at least, so that a wave is not taken for its chord. */
const FIRST = 1

/**
 * Cubics through places of a curve with its own derivatives (Hermite), halved until each lies within a distance of it, mm, halfway along. Their
 * error falls with the fourth power of the stretch; directions go on without a break.
 */
export function fittedCubics(
  asked: (t: number) => Asked,
  from: number,
  to: number,
  within: number,
): readonly CurveSegment[] {
  const made: CurveSegment[] = []
  const add = (a: number, b: number, pa: Asked, pb: Asked, depth: number): void => {
    const third = (b - a) / 3
    const points = [
      pa.point,
      vec3.addScaled(pa.point, pa.first, third),
      vec3.addScaled(pb.point, pb.first, -third),
      pb.point,
    ] as const
    const middle = (a + b) / 2
    const pm = asked(middle)
    const off = vec3.distance(curveAt({ kind: 'cubic', points }, 0.5).point, pm.point)
    if (depth >= FIRST && (off <= within || depth >= HALVINGS)) {
      const segment = curveSegment({ kind: 'cubic', points }, 0, 1)
      if (segment.length > 0) made.push(segment)
      return
    }
    add(a, middle, pa, pm, depth + 1)
    add(middle, b, pm, pb, depth + 1)
  }
  add(from, to, asked(from), asked(to), 0)
  return made
}
