import type { Vec3 } from '../../space/index.ts'

/*
 * Lengths and directions by sums, products, quotients and roots alone, which come to the same digits on every machine (IEEE 754); sines, powers
 * and `hypot` do not. Bends are looked for in many steps, each of which may go another way by the last digit: the page and the server are to
 * find the same.
 */

/** The length of a vector; of a curve's size, so that nothing overflows. */
export const lengthOf = (v: Vec3): number => Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2])

export const distanceOf = (a: Vec3, b: Vec3): number => {
  const [x, y, z] = [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
  return Math.sqrt(x * x + y * y + z * z)
}

/** The same direction, unit; another where it has no length. */
export function unitOf(v: Vec3, other: Vec3): Vec3 {
  const length = lengthOf(v)
  return length > 0 ? [v[0] / length, v[1] / length, v[2] / length] : other
}

/** A place or direction to so many of its digits that what round-off it came with is gone. */
export const rounded = (v: Vec3, grain: number): Vec3 => [
  Math.round(v[0] / grain) * grain,
  Math.round(v[1] / grain) * grain,
  Math.round(v[2] / grain) * grain,
]

/** The eighth power. */
export function eighth(v: number): number {
  const square = v * v
  const fourth = square * square
  return fourth * fourth
}

/** The sixth power. */
export const sixth = (v: number): number => v * v * v * (v * v * v)
