import { vec3, type Vec3 } from '../../space/index.ts'

/** A place on a patch: its parameters, and how it goes on along each. */
export interface Foot {
  readonly u: number
  readonly v: number
  readonly at: Vec3
  readonly du: Vec3
  readonly dv: Vec3
}

/** By how much both parameters go on for a step in space, by least squares. */
export function across({ du, dv }: Foot, step: Vec3): readonly [number, number] {
  const [uu, uv, vv] = [vec3.dot(du, du), vec3.dot(du, dv), vec3.dot(dv, dv)]
  const [su, sv] = [vec3.dot(du, step), vec3.dot(dv, step)]
  const det = uu * vv - uv * uv
  return det > 0 ? [(su * vv - sv * uv) / det, (sv * uu - su * uv) / det] : [0, 0]
}
