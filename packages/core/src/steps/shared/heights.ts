import type { Body } from '../../solid/index.ts'
import { transformPoint, vec3, type Vec3 } from '../../space/index.ts'

/** How far bodies with all their copies reach along a normal from a place, mm; low above high where there are none. */
export function heightsOf(
  bodies: readonly Body[],
  at: Vec3,
  normal: Vec3,
): { readonly low: number; readonly high: number } {
  let [low, high] = [Infinity, -Infinity]
  for (const { mesh, instances: places } of bodies)
    for (const place of places)
      for (let i = 0; i < mesh.positions.length; i += 3) {
        const p = transformPoint(place, mesh.positions.subarray(i, i + 3) as unknown as Vec3)
        const h = vec3.dot(vec3.sub(p, at), normal)
        low = Math.min(low, h)
        high = Math.max(high, h)
      }
  return { low, high }
}
