import { tolerance } from '../../num/index.ts'
import type { Id } from '../../base/index.ts'
import type { FilletStep } from './typed.ts'
import {
  cornerCentre,
  edgeSection,
  type CornerCut,
  type EdgeCut,
  type EdgeEnd,
  type EdgeStretch,
  type KnownForm,
  formOfEdge,
  runsOnInto,
  thirdFaces,
  tipsAt,
  tipsOf,
  type BodyEdge,
  type EdgeTip,
  besideFace,
} from '../../solid/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** An edge with the size that it gets. */
export interface Sized {
  /** By which it is told from the others. */
  readonly id: Id
  readonly edge: BodyEdge
  readonly size: number
}

/** What is laid on a chain of edges, by the first of them that was picked. */
export interface LaidCut extends EdgeCut {
  readonly id: Id
}

/** All that is taken off and filled in. */
export interface EdgeCuts {
  readonly off: readonly LaidCut[]
  readonly fills: readonly LaidCut[]
  readonly corners: readonly CornerCut[]
}

type Plane = Extract<KnownForm, { kind: 'plane' }>
type Shape = FilletStep['shape']

/** An edge as a stretch, along or against the way that it runs. */
export function stretchOf(edge: BodyEdge, forward: boolean): EdgeStretch {
  const [a, b] = edge.faces.map((f) => f.form as KnownForm) as [KnownForm, KnownForm]
  const faces = forward ? ([a, b] as const) : ([b, a] as const)
  const form = formOfEdge(edge)
  const [first, last] = [edge.points[0]!, edge.points.at(-1)!]
  if (form.kind === 'line') {
    const [from, to] = forward ? [first, last] : [last, first]
    return { faces, track: { kind: 'line', from, to } }
  }
  if (form.kind === 'arc') {
    const { centre, axis, sweep } = form
    return {
      faces,
      track: forward
        ? { kind: 'arc', centre, axis, from: first, sweep }
        : { kind: 'arc', centre, axis, from: edge.closed ? first : last, sweep: -sweep },
    }
  }
  const all = edge.closed ? [...edge.points, first] : edge.points
  return { faces, track: { kind: 'places', places: forward ? all : all.toReversed() } }
}

interface Link {
  readonly edge: BodyEdge
  readonly forward: boolean
}

/** What the edges of a set make: those that run on into each other one, their ends as the faces there ask for it. */
export function cutsOf(
  picked: readonly Sized[],
  all: readonly BodyEdge[],
  shape: Shape,
  reach: number,
): EdgeCuts {
  const at = tipsAt(all, reach)
  const sizeOf = new Map(picked.map((p) => [p.edge, p.size]))
  const isLike = (a: BodyEdge, b: BodyEdge): boolean =>
    a.convex === b.convex && sizeOf.get(a) !== undefined && sizeOf.get(a) === sizeOf.get(b)
  const widest = Math.max(0, ...picked.map(({ edge }) => partingOf(edge)))
  const corners: CornerCut[] = []
  const onward = (tip: EdgeTip): EdgeTip | undefined =>
    at(tip.at).find((o) => runsOnInto(tip, o) && isLike(tip.edge, o.edge))
  const used = new Set<BodyEdge>()
  const made: LaidCut[] = []
  for (const { id, edge, size } of picked) {
    if (used.has(edge)) continue
    const links = chainFrom(edge, onward, used)
    const closed = edge.closed || links.closed
    const list = links.list
    const [first, last] = [list[0]!, list.at(-1)!]
    const ends = closed
      ? (['start', 'end'] as const).map((): EdgeEnd => ({ kind: 'on', by: 0 }))
      : [
          endOf(tipOf(first, 'first'), at, { isLike, size, shape, widest, corners }),
          endOf(tipOf(last, 'last'), at, { isLike, size, shape, widest, corners }),
        ]
    made.push({
      id,
      shape,
      size,
      convex: edge.convex,
      stretches: list.map((l) => stretchOf(l.edge, l.forward)),
      closed,
      ends: ends as unknown as readonly [EdgeEnd, EdgeEnd],
      widest,
    })
  }
  return { off: made.filter((c) => c.convex), fills: made.filter((c) => !c.convex), corners }
}

const tipOf = ({ edge, forward }: Link, which: 'first' | 'last'): EdgeTip =>
  tipsOf(edge)[(which === 'first') === forward ? 0 : 1]!

/** The angle by which the normals of an edge's faces part. */
function partingOf({ faces, points }: BodyEdge): number {
  const [a, b] = faces.map((f) =>
    f.form.kind === 'free' ? f.out : besideFace(f.form, points[0]!).normal,
  ) as [Vec3, Vec3]
  return vec3.angleBetween(vec3.unit(a), vec3.unit(b))
}

/** An edge with all that run on into it, in order. */
function chainFrom(
  edge: BodyEdge,
  onward: (tip: EdgeTip) => EdgeTip | undefined,
  used: Set<BodyEdge>,
): { readonly list: readonly Link[]; readonly closed: boolean } {
  used.add(edge)
  const list: Link[] = [{ edge, forward: true }]
  if (edge.closed) return { list, closed: true }
  for (const side of ['last', 'first'] as const)
    for (;;) {
      const end = side === 'last' ? list.at(-1)! : list[0]!
      const next = onward(tipOf(end, side))
      if (!next) break
      if (used.has(next.edge)) {
        const other = side === 'last' ? list[0]! : list.at(-1)!
        if (next.edge === other.edge && list.length > 1) return { list, closed: true }
        break
      }
      used.add(next.edge)
      // It is entered at the end that was found.
      const forward = (next.end === 'start') === (side === 'last')
      if (side === 'last') list.push({ edge: next.edge, forward })
      else list.unshift({ edge: next.edge, forward })
    }
  return { list, closed: false }
}

interface Ending {
  isLike(a: BodyEdge, b: BodyEdge): boolean
  readonly size: number
  readonly shape: Shape
  readonly widest: number
  readonly corners: CornerCut[]
}

/** How far past an end what is taken off runs on, as sizes. */
const PAST = 2

/** How what is laid on an edge ends at one of its ends. */
function endOf(tip: EdgeTip, at: (p: Vec3) => readonly EdgeTip[], e: Ending): EdgeEnd {
  const there = at(tip.at)
  const others = there.filter((o) => o.edge !== tip.edge && e.isLike(tip.edge, o.edge))
  const third = thirdFaces(tip, there)
  const [face] = third
  const normal = face && normalAt(face.form, tip.at, face.out)
  const slope = normal ? vec3.dot(normal, tip.way) : 0
  const { convex } = tip.edge
  const [other] = others
  if (convex && e.shape === 'rounded' && others.length === 2 && third.length === 1) {
    const corner = cornerAt(tip, others, e)
    if (corner) return corner
  }
  // Where two come together at an inner corner, each goes to the plane half way between them.
  if (other && third.length > 0 && convex === slope < -tolerance.facesTouch) {
    const half = vec3.add(tip.way, vec3.scale(other.way, -1))
    if (vec3.length(half) > tolerance.facesTouch) {
      const normal = vec3.unit(half)
      const meets = mirrorEachOther(tip, other, normal)
      return { kind: 'plane', at: tip.at, normal, ...(meets ? { meets } : {}) }
    }
  }
  if (!face || Math.abs(slope) < tolerance.facesTouch) return { kind: 'on', by: 0 }
  const leaves = slope > 0
  if (convex ? leaves : !leaves) return { kind: 'on', by: PAST * e.size + 1 }
  return face.form.kind === 'plane'
    ? { kind: 'plane', at: tip.at, normal: face.form.normal, face: true }
    : { kind: 'on', by: 0 }
}

const normalAt = (form: BodyEdge['faces'][number]['form'], at: Vec3, out: Vec3): Vec3 =>
  form.kind === 'free' ? out : besideFace(form, at).normal

/** Whether the faces of two edges that come together are mirror images in the plane half way between them. */
function mirrorEachOther(tip: EdgeTip, other: EdgeTip, normal: Vec3): boolean {
  const [these, those] = [tip, other].map((t) => t.edge.faces.map((f) => normalAt(f.form, t.at, f.out)))
  return these!.every((n) => {
    const image = vec3.addScaled(n, normal, -2 * vec3.dot(n, normal))
    return those!.some((m) => vec3.distance(m, image) < tolerance.vanishes)
  })
}

/** Where three rounded edges of one radius meet at a corner of planes: each begins where the ball of the corner touches it. */
function cornerAt(tip: EdgeTip, others: readonly EdgeTip[], e: Ending): EdgeEnd | undefined {
  const faces = new Map([tip, ...others].flatMap((t) => t.edge.faces.map((f) => [f.name, f] as const)))
  if (faces.size !== 3) return undefined
  const planes = [...faces.values()].map((f) => f.form)
  if (!planes.every((p) => p.kind === 'plane')) return undefined
  const cut: CornerCut = {
    planes: planes as unknown as readonly [Plane, Plane, Plane],
    size: e.size,
    widest: e.widest,
  }
  const centre = cornerCentre(cut)
  if (!centre) return undefined
  const known = e.corners.find(
    (c) => vec3.distance(cornerCentre(c)!, centre) < tolerance.samePlace * (1 + vec3.length(centre)),
  )
  if (!known) e.corners.push(cut)
  return { kind: 'corner', corner: known ?? cut }
}

/** Whether there is room for the ball at a place of an edge's middle. */
export function hasRoom(edge: BodyEdge, shape: Shape, size: number): boolean {
  const stretch = stretchOf(edge, true)
  const { points } = edge
  const i = Math.floor(points.length / 2)
  const [p, q] = [points[Math.max(0, i - 1)]!, points[Math.min(points.length - 1, i)]!]
  const at = points[Math.max(0, i - 1)]!
  return (
    edgeSection({ shape, size, convex: edge.convex }, stretch.faces, at, vec3.unit(vec3.sub(q, p))) !==
    undefined
  )
}
