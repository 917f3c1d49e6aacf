import { tolerance } from '../num/index.ts'
import { segmentPoint, segmentTangent, type Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Course } from './course.ts'
import { acrossJoint, carried, squareFrames, turned, type Frames } from './frames.ts'
import { angleFrom, nearTurn } from './upright.ts'

/** Places looked at along each segment. */
const SAMPLES = 32

/** Frames whose up looks to where it is told, and the first place at which that jumps, if any. */
export interface Facing {
  readonly frames: Frames
  readonly jump?: { readonly station: number; readonly by: number }
}

/**
 * Frames along a path whose up is told all along, as the outside of a face beside it; what of that lies along the path does not count.
 * Where nothing is told it goes on evenly. Up that keeps its direction against least roll gives frames without roll, exactly.
 */
export function facingFrames(
  path: Path,
  upAt: (index: number, s: number, at: Vec3) => Vec3 | undefined,
): Facing {
  const base: Frames = { ...squareFrames(path), rolls: [] }
  const stations: number[] = []
  const values: number[] = []
  let jump: Facing['jump']
  path.segments.forEach((g, index) => {
    for (let k = 0; k <= SAMPLES; k++) {
      const s = g.length * Math.min(Math.max(k / SAMPLES, tolerance.insideEnd), 1 - tolerance.insideEnd)
      const up = upAt(index, s, segmentPoint(g, s))
      if (!up) continue
      const [side, above] = carried(g, base.sides[index]!, base.ups[index]!, s)
      const t = segmentTangent(g, s)
      const angle = angleFrom(side, above, vec3.addScaled(up, t, -vec3.dot(up, t)))
      const before = values.at(-1)
      const by = before === undefined ? 0 : nearTurn(angle - before)
      const station = path.starts[index]! + s
      if (k === 0 && index > 0 && Math.abs(by) > tolerance.turnsAtOnce) jump ??= { station, by }
      // The end of one and the start of the next are one place.
      if (k === 0 && index > 0 && before !== undefined) continue
      stations.push(station)
      values.push(before === undefined ? angle : before + by)
    }
  })
  const first = values[0] ?? 0
  if (path.closed && values.length > 0) {
    // Where it comes round, its up must be what it set off with.
    const g = path.segments.at(-1)!
    const [side, up] = turned(...carried(g, base.sides.at(-1)!, base.ups.at(-1)!, g.length), values.at(-1)!)
    const [, arriving] = acrossJoint(g, path.segments[0]!, side, up)
    const by = nearTurn(first - angleFrom(base.sides[0]!, base.ups[0]!, arriving))
    if (Math.abs(by) > tolerance.turnsAtOnce) jump ??= { station: path.length, by }
  }
  if (values.every((v) => Math.abs(v - first) < tolerance.sameFacing))
    return { frames: rolledBy(base, first), ...(jump ? { jump } : {}) }
  const course: Course = { stations, values, slopes: stations.map((_, i) => slopeAt(stations, values, i)) }
  return { frames: { ...base, rolls: [course] }, ...(jump ? { jump } : {}) }
}

/** Frames without roll turned by an angle, by the right-hand rule about travel. */
function rolledBy(f: Frames, angle: number): Frames {
  if (angle === 0) return f
  const { sides, ups } = f
  const all = sides.map((n, i) => turned(n, ups[i]!, angle))
  return { ...f, sides: all.map(([n]) => n), ups: all.map(([, b]) => b) }
}

/** The slope of the parabola through a value and both of its neighbours. */
function slopeAt(s: readonly number[], v: readonly number[], i: number): number {
  const [a, b] = [Math.max(i - 1, 0), Math.min(i + 1, s.length - 1)]
  if (a === i || b === i) return (v[b]! - v[a]!) / (s[b]! - s[a]!)
  const [h, k] = [s[i]! - s[a]!, s[b]! - s[i]!]
  return ((v[i]! - v[a]!) / h) * (k / (h + k)) + ((v[b]! - v[i]!) / k) * (h / (h + k))
}
