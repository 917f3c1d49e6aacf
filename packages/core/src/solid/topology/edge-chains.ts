import { tolerance } from '../../num/index.ts'
import { besideFace, type KnownForm } from '../face/forms.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { BodyEdge } from './edges.ts'
import type { BodyFace } from './faces.ts'

/** One end of an edge: its place, and the way on from it beyond the edge. */
export interface EdgeTip {
  readonly edge: BodyEdge
  readonly end: 'start' | 'end'
  readonly at: Vec3
  readonly way: Vec3
}

/** Cosine of the angle up to which one edge runs on into another. */
const RUNS_ON = 0.9994

/** The directions of an edge at both of its ends, away from it: by the faces where they are known, else by its places. */
export function tipsOf(edge: BodyEdge): readonly EdgeTip[] {
  if (edge.closed) return []
  const { points, faces } = edge
  const tip = (end: 'start' | 'end'): EdgeTip => {
    const [at, next] = end === 'start' ? [points[0]!, points[1]!] : [points.at(-1)!, points.at(-2)!]
    const rough = vec3.unit(vec3.sub(at, next))
    const forms = faces.map((f) => f.form)
    if (!edge.exact || forms.some((f) => f.kind === 'free')) return { edge, end, at, way: rough }
    const [a, b] = forms.map((f) => besideFace(f as KnownForm, at).normal) as [Vec3, Vec3]
    const along = vec3.cross(a, b)
    const size = vec3.length(along)
    const way =
      size > tolerance.touches ? vec3.scale(along, (vec3.dot(along, rough) < 0 ? -1 : 1) / size) : rough
    return { edge, end, at, way }
  }
  return [tip('start'), tip('end')]
}

/** Which ends of edges lie in one place. */
export function tipsAt(edges: readonly BodyEdge[], reach: number): (at: Vec3) => readonly EdgeTip[] {
  const all = edges.flatMap(tipsOf)
  const eps = tolerance.sameCorner * Math.max(1, reach)
  return (at) => all.filter((t) => vec3.distance(t.at, at) < eps)
}

/** Whether one end runs on into another without a break. */
export const runsOnInto = (a: EdgeTip, b: EdgeTip): boolean =>
  a.edge !== b.edge && vec3.dot(a.way, b.way) < -RUNS_ON

/** The edges that an edge runs on into without a break, both ways, itself among them. */
export function tangentChain(edge: BodyEdge, edges: readonly BodyEdge[], reach: number): BodyEdge[] {
  const at = tipsAt(edges, reach)
  const chain = new Set([edge])
  const open = [edge]
  while (open.length > 0)
    for (const tip of tipsOf(open.pop()!))
      for (const other of at(tip.at))
        if (!chain.has(other.edge) && runsOnInto(tip, other) && other.edge.convex === edge.convex) {
          chain.add(other.edge)
          open.push(other.edge)
        }
  return [...chain]
}

/** The edges of a face. */
export const edgesOfFace = (face: string, edges: readonly BodyEdge[]): BodyEdge[] =>
  edges.filter((e) => e.faces.some((f) => f.name === face))

/** The faces at an end of an edge that are not its own two. */
export function thirdFaces(tip: EdgeTip, at: readonly EdgeTip[]): BodyFace[] {
  const own = new Set(tip.edge.faces.map((f) => f.name))
  const found = new Map<string, BodyFace>()
  for (const t of at) for (const f of t.edge.faces) if (!own.has(f.name)) found.set(f.name, f)
  return [...found.values()]
}
