import { edgesOfBody, facesOfBody, type Body } from '@flexum/core/evaluate'
import { stationNear } from '@flexum/core/path'
import { placePoint, vec3, type Picked, type Vec3 } from '@flexum/core/space'
import type { Intersection } from 'three'
import type { ShownBody } from '../bench/results.ts'
import type { BodyHit } from './DrawnBodies.ts'

/** What is under the pointer: a body by the step that made it; where it goes along a path, the station and the segment. */
export interface Pick {
  readonly step: string
  readonly along: { readonly station: number; readonly segment: number } | undefined
}

/** Where along its path a body is met. */
export function pickAlong({ body, hit }: BodyHit): Pick {
  const { step, face: tag } = body.faceAt(hit)
  const carried = body.shown.runs.get(step)
  if (!carried) return { step, along: undefined }
  const { path } = carried
  if (tag.kind === 'start') return { step, along: { station: 0, segment: 0 } }
  if (tag.kind === 'end') return { step, along: { station: path.length, segment: path.segments.length - 1 } }
  return {
    step,
    along: { station: stationNear(path, tag.segment, body.inPlace(hit)), segment: tag.segment },
  }
}

/** How near to a corner or an edge the pointer takes it, px. */
const CORNER_NEAR = 9
const EDGE_NEAR = 7

/**
 * What a hit on a body means to someone who measures: the corner or edge of the body within reach of the pointer, else
 * the face. Edges along curves count by their direction where they are met.
 */
export function pickedAt(
  { mesh, places, lines }: Body,
  place: number,
  hit: Intersection,
  pointer: readonly [number, number],
  project: (p: Vec3) => readonly [number, number] | undefined,
): Picked {
  const p = mesh.positions
  const vertex = (v: number): Vec3 => placePoint(places[place]!, [p[v * 3]!, p[v * 3 + 1]!, p[v * 3 + 2]!])
  const { sharp } = lines
  let edge: { at: Vec3; direction: Vec3; away: number } | undefined
  let corner: { at: Vec3; away: number } | undefined
  const near = hit.distance * 0.15
  for (let i = 0; i < sharp.length; i += 2) {
    const [a, b] = [vertex(sharp[i]!), vertex(sharp[i + 1]!)]
    const [sa, sb] = [project(a), project(b)]
    if (!sa || !sb) continue
    const { away, share: on } = awayFrom(sa, sb, pointer)
    if (away > EDGE_NEAR) continue
    const at = vec3.addScaled(a, vec3.sub(b, a), on)
    // An edge on the far side lies as near on the picture, and is not meant.
    if (vec3.length(vec3.sub(at, hit.point.toArray() as unknown as Vec3)) > near) continue
    if (!edge || away < edge.away) edge = { at, direction: vec3.unit(vec3.sub(b, a)), away }
  }
  for (const v of lines.corners) {
    const at = vertex(v)
    const seen = project(at)
    if (!seen || vec3.length(vec3.sub(at, hit.point.toArray() as unknown as Vec3)) > near) continue
    const away = Math.hypot(pointer[0] - seen[0], pointer[1] - seen[1])
    if (away <= CORNER_NEAR && (!corner || away < corner.away)) corner = { at, away }
  }
  if (corner) return { kind: 'point', at: corner.at }
  if (edge) return { kind: 'edge', at: edge.at, direction: edge.direction }
  // Of the surface and not of the facet that stands for it, where it is round.
  const own = hit.normal ?? hit.face!.normal
  const normal = own.clone().transformDirection(hit.object.matrixWorld)
  return {
    kind: 'face',
    at: hit.point.toArray() as unknown as Vec3,
    normal: normal.toArray() as unknown as Vec3,
  }
}

/** An edge this near to where the line of sight meets a body lies on its near side, as a share of the body's size. */
const NEAR_SIDE = 0.15

/** The edge that the pointer is within reach of; where it is on a body, only one on the near side of that. */
export function pickedEdge(
  bodies: readonly ShownBody[],
  over: { readonly body: ShownBody; readonly at: Vec3 } | undefined,
  pointer: readonly [number, number],
  project: (p: Vec3) => readonly [number, number] | undefined,
): { readonly shown: ShownBody; readonly edge: number } | undefined {
  let best: { shown: ShownBody; edge: number; away: number } | undefined
  for (const shown of over ? [over.body] : bodies) {
    const near = NEAR_SIDE * facesOfBody(shown.body).reach
    edgesOfBody(shown.body).forEach(({ points, closed }, edge) => {
      const all = closed ? [...points, points[0]!] : points
      let before: { at: Vec3; seen: readonly [number, number] } | undefined
      for (const at of all) {
        const seen = project(at)
        if (seen && before) {
          const { away, share } = awayFrom(before.seen, seen, pointer)
          const there = vec3.addScaled(before.at, vec3.sub(at, before.at), share)
          const hidden = over && vec3.distance(there, over.at) > near
          if (away <= EDGE_NEAR && !hidden && (!best || away < best.away)) best = { shown, edge, away }
        }
        before = seen && { at, seen }
      }
    })
  }
  return best && { shown: best.shown, edge: best.edge }
}

/** How far a place of the picture is from a stretch of it, px, and where along it it is nearest, 0 to 1. */
function awayFrom(
  a: readonly [number, number],
  b: readonly [number, number],
  p: readonly [number, number],
): { readonly away: number; readonly share: number } {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = dx * dx + dy * dy
  const along = long > 0 ? ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long : 0
  const share = Math.min(Math.max(along, 0), 1)
  return { away: Math.hypot(p[0] - a[0] - dx * share, p[1] - a[1] - dy * share), share }
}
