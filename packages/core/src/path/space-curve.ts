import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'

/** A smooth curve in space by a parameter: a cubic between control points over 0 to 1, or a spiral by its angle, rad. */
export type SpaceCurve =
  | { readonly kind: 'cubic'; readonly points: readonly [Vec3, Vec3, Vec3, Vec3] }
  /**
   * About `axis` = out x along: at `radius` + `grow` t from it, on the side of `out` at 0 and of `along` a quarter of a turn after, and
   * `rise` = [a, b, c] as high as a t + b t2 + c t3.
   */
  | {
      readonly kind: 'spiral'
      readonly centre: Vec3
      readonly out: Vec3
      readonly along: Vec3
      readonly radius: number
      readonly grow: number
      readonly rise: readonly [number, number, number]
    }

/** A place of a curve, and its derivatives by the parameter. */
export interface CurvePoint {
  readonly point: Vec3
  readonly first: Vec3
  readonly second: Vec3
  readonly third: Vec3
}

export function curveAt(c: SpaceCurve, t: number): CurvePoint {
  if (c.kind === 'cubic') return cubicAt(c.points, t)
  const { centre, out, along, grow: k, rise } = c
  const axis = vec3.cross(out, along)
  const u = vec3.round(out, along, t)
  const v = vec3.round(along, vec3.scale(out, -1), t)
  const r = c.radius + k * t
  const [a, b, d] = rise
  const of = (across: number, on: number, up: number): Vec3 =>
    vec3.addScaled(vec3.addScaled(vec3.scale(u, across), v, on), axis, up)
  return {
    point: vec3.add(centre, of(r, 0, t * (a + t * (b + t * d)))),
    first: of(k, r, a + t * (2 * b + 3 * d * t)),
    second: of(-r, 2 * k, 2 * b + 6 * d * t),
    third: of(-3 * k, -r, 6 * d),
  }
}

function cubicAt([p, q, r, s]: readonly [Vec3, Vec3, Vec3, Vec3], t: number): CurvePoint {
  const w = 1 - t
  const sum = (a: number, b: number, c: number, d: number): Vec3 => [
    a * p[0] + b * q[0] + c * r[0] + d * s[0],
    a * p[1] + b * q[1] + c * r[1] + d * s[1],
    a * p[2] + b * q[2] + c * r[2] + d * s[2],
  ]
  return {
    point: sum(w * w * w, 3 * w * w * t, 3 * w * t * t, t * t * t),
    first: sum(-3 * w * w, 3 * w * (w - 2 * t), 3 * t * (2 * w - t), 3 * t * t),
    second: sum(6 * w, 6 * (t - 2 * w), 6 * (w - 2 * t), 6 * t),
    third: sum(-6, 18, -18, 6),
  }
}

/** The first derivative alone. */
export function firstAt(c: SpaceCurve, t: number): Vec3 {
  if (c.kind !== 'cubic') return curveAt(c, t).first
  const [p, q, r, s] = c.points
  const w = 1 - t
  const [a, b, d] = [3 * w * w, 6 * w * t, 3 * t * t]
  return [
    a * (q[0] - p[0]) + b * (r[0] - q[0]) + d * (s[0] - r[0]),
    a * (q[1] - p[1]) + b * (r[1] - q[1]) + d * (s[1] - r[1]),
    a * (q[2] - p[2]) + b * (r[2] - q[2]) + d * (s[2] - r[2]),
  ]
}

/** How fast the place moves with the parameter: the length of the first derivative. */
export function speedAt(c: SpaceCurve, t: number): number {
  if (c.kind === 'cubic') {
    const [p, q, r, s] = c.points
    const w = 1 - t
    const [a, b, d] = [3 * w * w, 6 * w * t, 3 * t * t]
    let sum = 0
    for (let j = 0; j < 3; j++) {
      const v = a * (q[j]! - p[j]!) + b * (r[j]! - q[j]!) + d * (s[j]! - r[j]!)
      sum += v * v
    }
    return Math.sqrt(sum)
  }
  const [a, b, d] = c.rise
  const [r, up] = [c.radius + c.grow * t, a + t * (2 * b + 3 * d * t)]
  return Math.sqrt(c.grow * c.grow + r * r + up * up)
}

/** The place alone. */
export function placeAt(c: SpaceCurve, t: number): Vec3 {
  if (c.kind === 'cubic') {
    const [p, q, r, s] = c.points
    const w = 1 - t
    const [a, b, d, e] = [w * w * w, 3 * w * w * t, 3 * w * t * t, t * t * t]
    const of = (j: 0 | 1 | 2): number => a * p[j] + b * q[j] + d * r[j] + e * s[j]
    return [of(0), of(1), of(2)]
  }
  const { out, along, centre } = c
  const [a, b, d] = c.rise
  const [r, up] = [c.radius + c.grow * t, t * (a + t * (b + t * d))]
  const [x, y] = [r * Math.cos(t), r * Math.sin(t)]
  const axis = vec3.cross(out, along)
  const of = (j: 0 | 1 | 2): number => centre[j] + x * out[j] + y * along[j] + up * axis[j]
  return [of(0), of(1), of(2)]
}

/** The unit normal of the plane that a curve lies in, or undefined where it leaves every plane, or is straight. */
export function planeOfCurve(c: SpaceCurve): Vec3 | undefined {
  if (c.kind === 'spiral') return c.rise.every((v) => v === 0) ? vec3.cross(c.out, c.along) : undefined
  const [p, ...others] = c.points
  const ways = others.map((q) => vec3.sub(q, p))
  const size = Math.max(...ways.map(vec3.length))
  const normals = [
    vec3.cross(ways[0]!, ways[1]!),
    vec3.cross(ways[1]!, ways[2]!),
    vec3.cross(ways[0]!, ways[2]!),
  ]
  const widest = normals.reduce((a, b) => (vec3.length(b) > vec3.length(a) ? b : a))
  if (vec3.length(widest) <= tolerance.flatControl * size * size) return undefined
  const normal = vec3.unit(widest)
  return ways.every((w) => Math.abs(vec3.dot(w, normal)) <= tolerance.flatControl * size) ? normal : undefined
}

/** Curvature, 1/mm, as a vector toward the centre of curvature: (r' x r'') x r' / r'4. */
export function curvatureOf({ first, second }: CurvePoint): Vec3 {
  const speed = vec3.dot(first, first)
  if (speed === 0) return [0, 0, 0]
  return vec3.scale(vec3.cross(vec3.cross(first, second), first), 1 / (speed * speed))
}

/** Torsion, 1/mm, positive right-handed: (r' x r'') . r''' / |r' x r''|2; 0 where it is straight. */
export function torsionOf({ first, second, third }: CurvePoint): number {
  const across = vec3.cross(first, second)
  const size = vec3.dot(across, across)
  return size > 0 ? vec3.dot(across, third) / size : 0
}
