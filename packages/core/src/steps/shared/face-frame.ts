import type { PlaneFrame } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** A direction is upright when its height is more than this share of it: level is told by another axis then. */
const UPRIGHT = 0.99

/** Up as far as it goes square to a direction; +Y where that is upright. */
export function level(t: Vec3): Vec3 {
  const lean: Vec3 = Math.abs(t[2]) < UPRIGHT ? [0, 0, 1] : [0, 1, 0]
  return vec3.unit(vec3.addScaled(lean, t, -vec3.dot(lean, t)))
}

/** On a face, seen from outside: its origin under the part's own, up as far as it can be. */
export function frameOnFace(
  { at, normal }: { readonly at: Vec3; readonly normal: Vec3 },
  offset: number,
): PlaneFrame {
  const y = level(normal)
  const origin = vec3.scale(normal, vec3.dot(at, normal) + offset)
  return { origin, x: vec3.cross(y, normal), y }
}
