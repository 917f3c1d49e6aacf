import { besideFace } from '../face/forms.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { BodyEdge } from './edges.ts'

/**
 * Where the two faces of an edge look out at a place on it, unit vectors: of faces that are known exactly, of others between the nearest
 * places of the mesh. The first is that which has the other on its left, as the edge is travelled, with its own outside up.
 */
export function besideEdge(
  edge: BodyEdge,
  isForward: boolean,
): (at: Vec3) => readonly [up: Vec3, other: Vec3] {
  const both = (at: Vec3): readonly [Vec3, Vec3] => {
    const i = nearestOf(edge.points, at)
    const [a, b] = edge.faces.map(({ form }, k) =>
      form.kind === 'free' ? between(edge, i, at, k as 0 | 1) : besideFace(form, at).normal,
    )
    return [a!, b!]
  }
  const i = Math.floor((edge.points.length - 1) / 2)
  const [here, next] = [edge.points[i]!, edge.points[(i + 1) % edge.points.length]!]
  const way = vec3.scale(vec3.sub(next, here), isForward ? 1 : -1)
  const [first, second] = both(here)
  const isFirst = vec3.dot(second, vec3.cross(first, way)) > 0
  return (at) => {
    const [a, b] = both(at)
    return isFirst ? [a, b] : [b, a]
  }
}

function nearestOf(points: readonly Vec3[], at: Vec3): number {
  let best = 0
  points.forEach((p, i) => {
    if (vec3.distance(p, at) < vec3.distance(points[best]!, at)) best = i
  })
  return best
}

/** The direction of a face by the mesh, led evenly from the nearest place to the neighbour on the side of the place. */
function between({ points, normals, closed }: BodyEdge, i: number, at: Vec3, face: 0 | 1): Vec3 {
  const count = points.length
  const off = vec3.sub(at, points[i]!)
  let best: Vec3 = normals[i]![face]
  let most = 0
  for (const step of [-1, 1]) {
    const j = closed ? (i + step + count) % count : i + step
    if (j < 0 || j >= count) continue
    const way = vec3.sub(points[j]!, points[i]!)
    const share = vec3.dot(off, way) / (vec3.dot(way, way) || 1)
    if (share <= most) continue
    most = share
    best = vec3.addScaled(vec3.scale(normals[i]![face], 1 - share), normals[j]![face], share)
  }
  return vec3.unit(best)
}
