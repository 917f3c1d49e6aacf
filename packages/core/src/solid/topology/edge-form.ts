import { tolerance, TURN } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { BodyEdge } from './edges.ts'

/** What an edge is exactly, as it runs: a straight, part of a circle (`axis` by the right hand), or neither. */
export type EdgeForm =
  | { readonly kind: 'line' }
  | {
      readonly kind: 'arc'
      readonly centre: Vec3
      readonly axis: Vec3
      readonly radius: number
      /** A whole turn where it is closed. */
      readonly sweep: number
    }
  | { readonly kind: 'free' }

/** What an edge is, by its places; one that is not exact has no form, but for a straight between places of the mesh. */
export function formOfEdge({ points, closed, exact }: BodyEdge): EdgeForm {
  const [first, last] = [points[0]!, points.at(-1)!]
  const size = points.reduce((most, p) => Math.max(most, vec3.distance(p, first)), 0)
  const eps = tolerance.offForm * Math.max(1, size, ...first.map(Math.abs))
  if (!closed) {
    const way = vec3.sub(last, first)
    const off = (p: Vec3): number =>
      vec3.length(vec3.cross(vec3.sub(p, first), way)) / (vec3.length(way) || 1)
    if (vec3.length(way) > eps && points.every((p) => off(p) <= (exact ? eps : 0))) return { kind: 'line' }
  }
  if (!exact || points.length < 3) return { kind: 'free' }
  const round = circleThrough(
    first,
    points[Math.floor(points.length / 3)]!,
    points[Math.floor((2 * points.length) / 3)]!,
  )
  if (!round) return { kind: 'free' }
  const { centre, axis, radius } = round
  const on = points.every((p) => {
    const d = vec3.sub(p, centre)
    return Math.abs(vec3.dot(d, axis)) <= eps && Math.abs(vec3.length(d) - radius) <= eps
  })
  if (!on) return { kind: 'free' }
  const u = vec3.unit(vec3.sub(first, centre))
  const v = vec3.cross(axis, u)
  const angle = (p: Vec3): number => {
    const d = vec3.sub(p, centre)
    const a = Math.atan2(vec3.dot(d, v), vec3.dot(d, u))
    return a < -tolerance.wholeTurn ? a + TURN : a
  }
  return { kind: 'arc', centre, axis, radius, sweep: closed ? TURN : angle(last) }
}

/** The circle through three places, that meets them in their order by the right hand about its axis. */
function circleThrough(a: Vec3, b: Vec3, c: Vec3) {
  const [u, v] = [vec3.sub(b, a), vec3.sub(c, a)]
  const n = vec3.cross(u, v)
  const nn = vec3.dot(n, n)
  if (!(Math.sqrt(nn) > tolerance.sameDirection * vec3.length(u) * vec3.length(v))) return undefined
  const off = vec3.scale(
    vec3.add(vec3.scale(vec3.cross(v, n), vec3.dot(u, u)), vec3.scale(vec3.cross(n, u), vec3.dot(v, v))),
    1 / (2 * nn),
  )
  return { centre: vec3.add(a, off), axis: vec3.scale(n, 1 / Math.sqrt(nn)), radius: vec3.length(off) }
}
