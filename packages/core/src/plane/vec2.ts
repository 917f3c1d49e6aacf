/** A point or direction in a plane. */
export type Vec2 = readonly [x: number, y: number]

export const vec2 = {
  add: (a: Vec2, b: Vec2): Vec2 => [a[0] + b[0], a[1] + b[1]],
  sub: (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]],
  scale: (a: Vec2, k: number): Vec2 => [a[0] * k, a[1] * k],
  /** a + k b. */
  addScaled: (a: Vec2, b: Vec2, k: number): Vec2 => [a[0] + k * b[0], a[1] + k * b[1]],
  dot: (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1],
  /** The third component of the cross product: positive when b lies to the left of a. */
  cross: (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0],
  length: (a: Vec2): number => Math.hypot(a[0], a[1]),
  distance: (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]),
  /** Turned by an angle, counter-clockwise. */
  turn: (a: Vec2, angle: number): Vec2 => {
    const c = Math.cos(angle)
    const s = Math.sin(angle)
    return [c * a[0] - s * a[1], s * a[0] + c * a[1]]
  },
}
