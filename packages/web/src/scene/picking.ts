import { chainOf, edgesOfBody, facesOfBody, type Body, type Measurable } from '@flexum/core/solid'
import { stationNear } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
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

/** How a place of the picture is looked for. */
export interface Sight {
  readonly pointer: readonly [number, number]
  project(p: Vec3): readonly [number, number] | undefined
  /** Whether nothing lies before a place. */
  isSeen(at: Vec3): boolean
}

/**
 * What a press on bodies means to someone who measures: the nearest corner or edge within reach of the pointer that is seen, else the face under
 * it. An edge behind what is seen is never meant.
 */
export function pickedAt(
  bodies: readonly Body[],
  under: { readonly body: Body; readonly face: number; readonly at: Vec3 } | undefined,
  sight: Sight,
): Measurable | undefined {
  const { pointer, project, isSeen } = sight
  const corners: Near[] = []
  const edges: Near[] = []
  for (const body of bodies)
    edgesOfBody(body).forEach((edge, number) => {
      const chain = chainOf(edge)
      for (const at of edge.closed ? [] : [chain[0]!, chain.at(-1)!]) {
        const seen = project(at)
        const away = seen ? Math.hypot(pointer[0] - seen[0], pointer[1] - seen[1]) : Infinity
        if (away <= CORNER_NEAR) corners.push({ away, is: { kind: 'point', at } })
      }
      const near = nearestOnChain(chain, sight)
      if (near && near.away <= EDGE_NEAR)
        edges.push({ away: near.away, is: { kind: 'edge', body, number, at: near.at } })
    })
  const first = (list: Near[]): Measurable | undefined =>
    list.sort((a, b) => a.away - b.away).find(({ is }) => isSeen(is.at))?.is
  return (
    first(corners) ??
    first(edges) ??
    (under && { kind: 'face', body: under.body, number: under.face, at: under.at })
  )
}

interface Near {
  readonly away: number
  readonly is: Measurable
}

/** The place of a chain that is nearest to the pointer on the picture, and how far it is from that, px. */
function nearestOnChain(
  chain: readonly Vec3[],
  { pointer, project }: Omit<Sight, 'isSeen'>,
): { readonly at: Vec3; readonly away: number } | undefined {
  let best: { at: Vec3; away: number } | undefined
  let before: { at: Vec3; seen: readonly [number, number] } | undefined
  for (const at of chain) {
    const seen = project(at)
    if (seen && before) {
      const { away, share } = awayFrom(before.seen, seen, pointer)
      if (!best || away < best.away)
        best = { at: vec3.addScaled(before.at, vec3.sub(at, before.at), share), away }
    }
    before = seen && { at, seen }
  }
  return best
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
    const size = NEAR_SIDE * facesOfBody(shown.body).reach
    edgesOfBody(shown.body).forEach((e, edge) => {
      const near = nearestOnChain(chainOf(e), { pointer, project })
      if (!near || near.away > EDGE_NEAR || (best && near.away >= best.away)) return
      const hidden = over && vec3.distance(near.at, over.at) > size
      if (!hidden) best = { shown, edge, away: near.away }
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
