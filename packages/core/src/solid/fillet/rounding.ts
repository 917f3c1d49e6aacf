import { chordTurn } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** A part of the size, and a bound, by which it goes beyond the faces, mm. */
const BEYOND = 0.5
const MOST_BEYOND = 1

/** How far what is laid on edges goes beyond the faces, mm. */
export const beyondFaces = ({ size, beyond }: { readonly size: number; readonly beyond?: number }): number =>
  beyond ?? Math.min(MOST_BEYOND, BEYOND * size)

/** Steps of a rounding over an angle. */
export const roundSteps = (angle: number, radius: number, chordError: number): number =>
  Math.max(2, Math.ceil(angle / Math.min(chordTurn(radius, chordError), Math.PI / 8)))

/** A direction between two, at a share of their angle. */
export function between(a: Vec3, b: Vec3, angle: number, share: number): Vec3 {
  const [u, v] = [Math.sin(angle * (1 - share)), Math.sin(angle * share)].map((w) => w / Math.sin(angle)) as [
    number,
    number,
  ]
  return vec3.addScaled(vec3.scale(a, u), b, v)
}
