import { type Body, formOfEdge, edgesOfBody, type BodyEdge } from '../../solid/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { downOn, parallel, THROUGH, type Takable, type TakableCurve } from './takable.ts'

/** Places of the edges of bodies in space: their ends, and the centres of round ones, by the names of the edges. */
export function placesOfBodies(bodies: readonly Body[]): Map<string, Vec3> {
  const places = new Map<string, Vec3>()
  for (const e of bodies.flatMap(edgesOfBody)) {
    places.set(`${e.name}@start`, e.points[0]!)
    if (!e.closed) places.set(`${e.name}@end`, e.points.at(-1)!)
    const form = formOfEdge(e)
    if (form.kind === 'arc') places.set(`${e.name}@centre`, form.centre)
  }
  return places
}

/** What can be taken over of the edges of bodies: straights and rounds as they are, all others through places along them. */
export function takableOfBodies(frame: PlaneFrame, bodies: readonly Body[]): Takable {
  const places = new Map<string, readonly [number, number]>()
  const normal = vec3.cross(frame.x, frame.y)
  const put = (name: string, p: Vec3): string => {
    places.set(name, downOn(frame, p))
    return name
  }
  const curves = bodies.flatMap(edgesOfBody).flatMap((e): TakableCurve[] => {
    const key = e.name
    const form = formOfEdge(e)
    const from = put(`${key}@start`, e.points[0]!)
    const to = e.closed ? from : put(`${key}@end`, e.points.at(-1)!)
    if (form.kind === 'line') return [{ key, kind: 'line', from, to }]
    if (form.kind === 'arc' && parallel(form.axis, normal)) {
      const centre = put(`${key}@centre`, form.centre)
      const { radius } = form
      if (e.closed) return [{ key, kind: 'circle', centre, rim: from, radius }]
      return [{ key, kind: 'arc', centre, from, to, radius, clockwise: vec3.dot(form.axis, normal) < 0 }]
    }
    const halves = e.closed ? 2 : 1
    const last = halves * (THROUGH - 1)
    const name = (k: number): string =>
      k === 0 || (e.closed && k === last)
        ? from
        : k === last
          ? to
          : put(`${key}@along/${k}`, alongEdge(e, k / last))
    return Array.from({ length: halves }, (_, h) => ({
      key: halves === 1 ? key : `${key}/${h}`,
      kind: 'spline' as const,
      points: Array.from({ length: THROUGH }, (_, k) => name(h * (THROUGH - 1) + k)),
    }))
  })
  return { of: 'bodies', places, curves }
}

/** The place at a share of an edge's places, which lie about evenly. */
function alongEdge({ points, closed }: BodyEdge, share: number): Vec3 {
  const all = closed ? [...points, points[0]!] : points
  const at = share * (all.length - 1)
  const i = Math.min(Math.floor(at), all.length - 2)
  return vec3.addScaled(all[i]!, vec3.sub(all[i + 1]!, all[i]!), at - i)
}
