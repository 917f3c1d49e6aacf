import { tolerance, rootBetween } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Path } from './path.ts'
import { segmentPoint, segmentTangent, type Segment } from './segment.ts'

/** A stretch of a view's segment that goes one way along a line: on (1), back (-1), or straight across it (0). */
export interface Stretch {
  readonly segment: Segment
  /** Stations within the segment. */
  readonly from: number
  readonly to: number
  /** Places along the line at its ends. */
  readonly on: readonly [number, number]
  readonly way: -1 | 0 | 1
  readonly along: Vec3
}

/** Looks along a curved segment for where it turns back. */
const SAMPLES = 128

/** A path cut where it turns back along a line. Straights across it stand still there; they are wider than `same`. */
export function stretchesOf(path: Path, along: Vec3, same: number): readonly Stretch[] {
  return path.segments.flatMap((g) => {
    const slope = (s: number): number => vec3.dot(segmentTangent(g, s), along)
    const cuts = [0, ...(g.kind === 'line' ? [] : turnings(slope, g.length)), g.length]
    return cuts.slice(1).flatMap((to, i): Stretch[] => {
      const from = cuts[i]!
      if (!(to > from)) return []
      const on = [from, to].map((s) => vec3.dot(segmentPoint(g, s), along)) as [number, number]
      const across =
        g.kind === 'line' ? Math.abs(slope(0)) <= tolerance.squareToLine : Math.abs(on[1] - on[0]) <= same
      const way = across ? 0 : on[1] > on[0] ? 1 : -1
      return [{ segment: g, from, to, on: across ? [on[0], on[0]] : on, way, along }]
    })
  })
}

/** Where a slope changes its sign; a slope of none at a look belongs to the one before. */
function turnings(slope: (s: number) => number, length: number): number[] {
  const found: number[] = []
  let [last, before] = [0, slope(0)]
  for (let k = 1; k <= SAMPLES; k++) {
    const s = (length * k) / SAMPLES
    const here = slope(s)
    if (here === 0) continue
    if (before !== 0 && here * before < 0) {
      found.push(rootBetween(slope, last, s))
    }
    ;[last, before] = [s, here]
  }
  // A turn at the very end is the end.
  return found.filter((s) => s > length * tolerance.squareToLine && s < length * (1 - tolerance.squareToLine))
}
