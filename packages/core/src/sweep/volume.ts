import { integrate } from '../num/index.ts'
import { kinksOf, segmentCurvature, segmentTangent } from '../path/index.ts'
import { vec3 } from '../space/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { frameOn, type SquareFrames } from './frames.ts'

/**
 * Volume of a constant section carried along a path: area times the length of the centroid's path (Pappus for arcs,
 * and for any square frame: the volume element of section point d is 1 - curvature . d). A mitre takes
 * 2 (d . inward) tan(deflection/2) from the centroid's path. Exact while the section does not reach past a centre of
 * curvature. Undefined where a sharp corner touches a curve: the cut is then no plane section of a prism.
 */
export function volumeByTheorem(f: SquareFrames, area: number, centroid: Vec2): number | undefined {
  const { path } = f
  const kinks = kinksOf(path)
  for (const k of kinks) {
    if (path.segments[k.before]!.kind !== 'line' || path.segments[k.after]!.kind !== 'line') return undefined
  }
  if (Math.hypot(...centroid) === 0) return area * path.length
  let length = path.length
  path.segments.forEach((g, i) => {
    if (g.kind === 'line') return
    const lost = (s: number): number => {
      const frame = frameOn(f, i, s)
      return vec3.dot(segmentCurvature(g, s), offset(frame.n, frame.b, centroid))
    }
    length -= g.kind === 'arc' && f.roll === 0 ? lost(0) * g.length : integrate(lost, 0, g.length)
  })
  for (const k of kinks) {
    const before = path.segments[k.before]!
    const a = segmentTangent(before, before.length)
    const b = segmentTangent(path.segments[k.after]!, 0)
    const inward = vec3.unit(vec3.addScaled(b, a, -vec3.dot(a, b)))
    const frame = frameOn(f, k.before, before.length)
    length -= 2 * vec3.dot(offset(frame.n, frame.b, centroid), inward) * Math.tan(k.deflection / 2)
  }
  return area * length
}

function offset(n: readonly [number, number, number], b: readonly [number, number, number], at: Vec2) {
  return vec3.addScaled(vec3.scale(n, at[0]), b, at[1])
}
