import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from './vec3.ts'

/** The least distance between two straight stretches, each from a point to another (Eberly, "Robust computation of distance between line segments", 2015; by clamping). */
export function segmentDistance(a0: Vec3, a1: Vec3, b0: Vec3, b1: Vec3): number {
  const u = vec3.sub(a1, a0)
  const v = vec3.sub(b1, b0)
  const w = vec3.sub(a0, b0)
  const [uu, uv, vv] = [vec3.dot(u, u), vec3.dot(u, v), vec3.dot(v, v)]
  const [uw, vw] = [vec3.dot(u, w), vec3.dot(v, w)]
  const onA = (t: number): number => (uu > 0 ? clamp((uv * t - uw) / uu) : 0)
  const onB = (s: number): number => (vv > 0 ? clamp((uv * s + vw) / vv) : 0)
  const area = uu * vv - uv * uv
  // Parallel ones are nearest somewhere at an end of either.
  const tries =
    area > tolerance.parallelSquared * uu * vv
      ? [onB(clamp((uv * vw - vv * uw) / area))]
      : [0, 1, onB(0), onB(1)]
  let least = Infinity
  for (const t of tries) {
    const s = onA(t)
    least = Math.min(least, vec3.distance(vec3.addScaled(a0, u, s), vec3.addScaled(b0, v, onB(s))))
  }
  return least
}

const clamp = (t: number): number => Math.min(1, Math.max(0, t))
