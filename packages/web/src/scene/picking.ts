import type { Body } from '@flexum/core/evaluate'
import { stationNear } from '@flexum/core/path'
import { placePoint, vec3, type Picked, type Vec3 } from '@flexum/core/space'
import type { Intersection } from 'three'
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
    const [dx, dy] = [sb[0] - sa[0], sb[1] - sa[1]]
    const long = dx * dx + dy * dy
    const share = long > 0 ? ((pointer[0] - sa[0]) * dx + (pointer[1] - sa[1]) * dy) / long : 0
    const on = Math.min(Math.max(share, 0), 1)
    const away = Math.hypot(pointer[0] - sa[0] - dx * on, pointer[1] - sa[1] - dy * on)
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
