import { placePoint, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'

/** Vertices of a body's mesh and its copies, those in one place being one. */
export interface Welded {
  /** The place of a vertex of the mesh, of a copy of it. */
  of(place: number, vertex: number): number
  at(v: number): Vec3
}

function weld({ mesh: { positions }, places }: Body): Welded {
  const count = positions.length / 3
  const known = new Map<string, number>()
  const points: Vec3[] = []
  const index = new Uint32Array(count * places.length)
  places.forEach((place, k) => {
    for (let v = 0; v < count; v++) {
      const own: Vec3 = [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!]
      const key = `${k} ${own[0] + 0} ${own[1] + 0} ${own[2] + 0}`
      let to = known.get(key)
      if (to === undefined) {
        known.set(key, (to = points.length))
        points.push(placePoint(place, own))
      }
      index[k * count + v] = to
    }
  })
  return { of: (k, v) => index[k * count + v]!, at: (v) => points[v]! }
}

const known = new WeakMap<Body, Welded>()

/** The places of a body's mesh and its copies. Remembered for as long as the body is. */
export function weldedOf(body: Body): Welded {
  let welded = known.get(body)
  if (!welded) known.set(body, (welded = weld(body)))
  return welded
}
