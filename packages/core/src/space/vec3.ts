/** A point or direction in space, mm or unit length. */
export type Vec3 = readonly [x: number, y: number, z: number]

const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const length = (a: Vec3): number => Math.hypot(a[0], a[1], a[2])
const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k]
const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const addScaled = (a: Vec3, b: Vec3, k: number): Vec3 => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k]

export const vec3 = {
  dot,
  length,
  scale,
  cross,
  addScaled,
  add: (a: Vec3, b: Vec3): Vec3 => addScaled(a, b, 1),
  sub: (a: Vec3, b: Vec3): Vec3 => addScaled(a, b, -1),
  distance: (a: Vec3, b: Vec3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]),
  /** Unit length in the same direction; the caller knows that a is not zero. */
  unit: (a: Vec3): Vec3 => scale(a, 1 / length(a)),
  /** a cos + b sin, for a and b at right angles: travel round a circle. */
  round: (a: Vec3, b: Vec3, angle: number): Vec3 => {
    const c = Math.cos(angle)
    const s = Math.sin(angle)
    return [a[0] * c + b[0] * s, a[1] * c + b[1] * s, a[2] * c + b[2] * s]
  },
  /** A unit vector square to v, and to the axis that v goes along least. */
  squareTo: (v: Vec3): Vec3 => {
    const least = v.reduce((k, x, i) => (Math.abs(x) < Math.abs(v[k]!) ? i : k), 0)
    const side = cross(v, [least === 0 ? 1 : 0, least === 1 ? 1 : 0, least === 2 ? 1 : 0])
    return scale(side, 1 / length(side))
  },
  /** The angle between two unit vectors, in [0, pi], accurate near both ends. */
  angleBetween: (a: Vec3, b: Vec3): number => Math.atan2(length(cross(a, b)), dot(a, b)),
  /** v turned about a unit axis by the right-hand rule (Rodrigues). */
  turnAbout: (v: Vec3, axis: Vec3, angle: number): Vec3 => {
    const c = Math.cos(angle)
    const along = dot(axis, v) * (1 - c)
    const side = cross(axis, v)
    const s = Math.sin(angle)
    return [
      v[0] * c + side[0] * s + axis[0] * along,
      v[1] * c + side[1] * s + axis[1] * along,
      v[2] * c + side[2] * s + axis[2] * along,
    ]
  },
}
