import { spend } from '../base/index.ts'
import { chordTurn, TURN, tolerance } from '../num/index.ts'
import { bezierCurvature } from './bezier.ts'
import { curveLength, directionAt, pointAt, reverseCurve, type Curve2 } from './curve.ts'
import { loopIntegrals } from './integrals.ts'
import { crossings, nearestOn, pieceOf } from './intersect.ts'
import { placesWithin } from './places.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** A stretch of a boundary, travelled with the face on its left, and the number of the curve it is part of. */
export interface FaceEdge {
  readonly source: number
  readonly curve: Curve2
}

/** A closed region that no curve passes through: its outer boundary counter-clockwise, holes clockwise. */
export interface Face {
  readonly outer: readonly FaceEdge[]
  readonly holes: readonly (readonly FaceEdge[])[]
  readonly area: number
}

/** An end where nothing goes on. */
export interface LooseEnd {
  readonly source: number
  readonly end: 0 | 1
  readonly point: Vec2
}

export interface Arrangement {
  readonly faces: readonly Face[]
  readonly looseEnds: readonly LooseEnd[]
}

interface Edge {
  readonly source: number
  readonly curve: Curve2
  /** Shares of the source curve where the piece starts and ends. */
  readonly range: readonly [number, number]
  readonly from: number
  readonly to: number
}

interface Half {
  readonly edge: Edge
  readonly forward: boolean
  readonly from: number
  readonly to: number
  readonly curve: Curve2
}

/**
 * The closed regions that curves make in the plane, by cutting them at each other and walking round every face with
 * the next edge clockwise at each corner. Points within `eps` mm are one.
 */
export function arrange(curves: readonly Curve2[], eps: number): Arrangement {
  const { edges, points } = cutUp(curves, eps)
  const degree = degreesOf(edges, points.length)
  const looseEnds = edges.flatMap((e) => {
    const ends: LooseEnd[] = []
    if (e.range[0] === 0 && degree[e.from] === 1)
      ends.push({ source: e.source, end: 0, point: points[e.from]! })
    if (e.range[1] === 1 && degree[e.to] === 1) ends.push({ source: e.source, end: 1, point: points[e.to]! })
    return ends
  })
  const loops = walk(withoutDangling(edges, points.length))
  return { faces: nest(loops, points), looseEnds }
}

const PARTING = 'finding the closed regions'

function cutUp(curves: readonly Curve2[], eps: number): { edges: Edge[]; points: readonly Vec2[] } {
  const cuts = curves.map((c) => (isWhole(c, eps) ? [0, 0.5, 1] : [0, 1]))
  for (const [i, j] of touching(curves.map(boxOf), eps)) {
    spend(curves[i]!.kind === 'bezier' || curves[j]!.kind === 'bezier' ? 3000 : 20, PARTING)
    for (const x of crossings(curves[i]!, curves[j]!, eps)) {
      cuts[i]!.push(x.a)
      cuts[j]!.push(x.b)
    }
  }
  const points = placesWithin(2 * eps)
  const edges: Edge[] = []
  const between = new Map<string, Edge[]>()
  curves.forEach((c, source) => {
    const at = withoutBesideEnds(
      c,
      [...new Set(cuts[source]!)].sort((a, b) => a - b),
      eps,
    )
    for (let k = 1; k < at.length; k++) {
      spend(2, PARTING)
      const [t0, t1] = [at[k - 1]!, at[k]!]
      const curve = pieceOf(c, t0, t1)
      const [from, to] = [points.of(pointAt(curve, 0)), points.of(pointAt(curve, 1))]
      if (from === to && curveLength(curve) <= 4 * eps) continue
      const edge: Edge = { source, curve, range: [t0, t1], from, to }
      const ends = `${Math.min(from, to)} ${Math.max(from, to)}`
      const beside = between.get(ends) ?? []
      if (beside.some((e) => liesOn(e, edge, eps))) continue
      edges.push(edge)
      between.set(ends, [...beside, edge])
    }
  })
  return { edges, points: points.list }
}

/**
 * Cuts without those just beside an end: where curves go on into each other smoothly they are as good as one for a while, and cross
 * anywhere in it.
 */
function withoutBesideEnds(c: Curve2, cuts: readonly number[], eps: number): readonly number[] {
  const beside = (t: number, end: 0 | 1): boolean =>
    vec2.distance(pointAt(c, t), pointAt(c, end)) <= BESIDE_END * eps &&
    curveLength(pieceOf(c, Math.min(t, end), Math.max(t, end))) <= 2 * BESIDE_END * eps
  return cuts.filter((t) => t === 0 || t === 1 || !(beside(t, 0) || beside(t, 1)))
}

/** So many times nearer than points are one. */
const BESIDE_END = 8

const isWhole = (c: Curve2, eps: number): boolean => vec2.distance(pointAt(c, 0), pointAt(c, 1)) <= eps

type Box = readonly [number, number, number, number]

function boxOf(c: Curve2): Box {
  if (c.kind === 'arc')
    return [c.centre[0] - c.radius, c.centre[1] - c.radius, c.centre[0] + c.radius, c.centre[1] + c.radius]
  const points = c.kind === 'line' ? [c.from, c.to] : c.points
  const xs = points.map((p) => p[0])
  const ys = points.map((p) => p[1])
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

const boxesTouch = (a: Box, b: Box, eps: number): boolean =>
  a[0] <= b[2] + eps && b[0] <= a[2] + eps && a[1] <= b[3] + eps && b[1] <= a[3] + eps

/** The pairs of boxes that touch, the lower number first, found from left to right. */
function* touching(boxes: readonly Box[], eps: number): Generator<readonly [number, number]> {
  const order = boxes.map((_, i) => i).sort((a, b) => boxes[a]![0] - boxes[b]![0] || a - b)
  for (let k = 0; k < order.length; k++) {
    const i = order[k]!
    const box = boxes[i]!
    let looked = 1
    for (let l = k + 1; l < order.length; l++, looked++) {
      const j = order[l]!
      if (boxes[j]![0] > box[2] + eps) break
      if (boxesTouch(box, boxes[j]!, eps)) yield i < j ? [i, j] : [j, i]
    }
    spend(looked / 10, PARTING)
  }
}

/** Two pieces between the same points that lie on top of each other count once. */
function liesOn(a: Edge, b: Edge, eps: number): boolean {
  return nearestOn(a.curve, pointAt(b.curve, 0.5)).distance <= eps
}

function degreesOf(edges: readonly Edge[], points: number): Int32Array {
  const degree = new Int32Array(points)
  for (const e of edges) {
    degree[e.from]!++
    degree[e.to]!++
  }
  return degree
}

/** Edges that are part of some closed way: ends are taken off until none is loose. */
function withoutDangling(edges: readonly Edge[], points: number): Edge[] {
  let kept = [...edges]
  for (;;) {
    spend(kept.length / 5, PARTING)
    const degree = degreesOf(kept, points)
    const next = kept.filter((e) => degree[e.from]! > 1 && degree[e.to]! > 1)
    if (next.length === kept.length) return next
    kept = next
  }
}

/** All boundary loops, each with its face on the left. */
function walk(edges: readonly Edge[]): Half[][] {
  const halves = edges.flatMap((edge): Half[] => [
    { edge, forward: true, from: edge.from, to: edge.to, curve: edge.curve },
    { edge, forward: false, from: edge.to, to: edge.from, curve: reverseCurve(edge.curve) },
  ])
  const twin = new Map<Half, Half>()
  for (let i = 0; i < halves.length; i += 2) {
    twin.set(halves[i]!, halves[i + 1]!)
    twin.set(halves[i + 1]!, halves[i]!)
  }
  const around = new Map<number, Half[]>()
  for (const h of halves) around.set(h.from, [...(around.get(h.from) ?? []), h])
  for (const list of around.values()) list.sort(byLeaving)
  const seen = new Set<Half>()
  const loops: Half[][] = []
  for (const first of halves) {
    if (seen.has(first)) continue
    const loop: Half[] = []
    let h = first
    while (!seen.has(h)) {
      seen.add(h)
      loop.push(h)
      const back = twin.get(h)!
      const list = around.get(back.from)!
      const at = list.indexOf(back)
      h = list[(at + list.length - 1) % list.length]!
    }
    loops.push(loop)
  }
  return loops
}

function byLeaving(a: Half, b: Half): number {
  const [p, q] = [directionAt(a.curve, 0), directionAt(b.curve, 0)]
  const angle = (d: Vec2): number => {
    const t = Math.atan2(d[1], d[0])
    // Directions at the seam of the turn belong together.
    return t > Math.PI - tolerance.sameLeaving ? t - TURN : t
  }
  const turn = angle(p) - angle(q)
  return Math.abs(turn) > tolerance.sameLeaving ? turn : startCurvature(a.curve) - startCurvature(b.curve)
}

function startCurvature(c: Curve2): number {
  if (c.kind === 'line') return 0
  return c.kind === 'arc' ? Math.sign(c.sweep) / c.radius : bezierCurvature(c, 0)
}

function nest(loops: readonly Half[][], points: readonly Vec2[]): Face[] {
  const measured = loops.map((loop) => ({ loop, area: loopIntegrals(loop.map((h) => h.curve)).area }))
  const outers = measured.filter((m) => m.area > 0).sort((a, b) => a.area - b.area)
  const holes = new Map<Half[], Half[][]>()
  for (const m of measured) {
    if (m.area > 0) continue
    spend(
      outers.reduce((n, o) => n + o.loop.length, 0),
      PARTING,
    )
    const at = points[m.loop[0]!.from]!
    const own = new Set(m.loop.map((h) => h.edge))
    const around = outers.find(
      (o) => o.area > -m.area && !o.loop.some((h) => own.has(h.edge)) && windsAround(o.loop, at),
    )
    if (around) holes.set(around.loop, [...(holes.get(around.loop) ?? []), m.loop])
  }
  return outers.map(({ loop, area }) => {
    const inside = holes.get(loop) ?? []
    return {
      outer: joined(loop),
      holes: inside.map(joined),
      area: area + inside.reduce((sum, h) => sum + loopIntegrals(h.map((x) => x.curve)).area, 0),
    }
  })
}

/** Whether a loop goes round a point that does not lie on it, by the angle it sweeps. */
function windsAround(loop: readonly Half[], p: Vec2): boolean {
  let angle = 0
  for (const { curve } of loop) {
    const n = chordsSeenFrom(curve, p)
    let before = vec2.sub(pointAt(curve, 0), p)
    for (let i = 1; i <= n; i++) {
      const here = vec2.sub(pointAt(curve, i / n), p)
      angle += Math.atan2(vec2.cross(before, here), vec2.dot(before, here))
      before = here
    }
  }
  return Math.abs(angle) > Math.PI
}

/** Enough chords that the point cannot lie between a chord and its arc. */
function chordsSeenFrom(c: Curve2, p: Vec2): number {
  if (c.kind === 'line') return 1
  if (c.kind === 'bezier') return 128
  const bow = Math.min(Math.max(nearestOn(c, p).distance / 2, c.radius * 1e-6), c.radius)
  return Math.max(4, Math.ceil(Math.abs(c.sweep) / chordTurn(c.radius, bow)))
}

/** Edges of a loop with pieces of one curve that follow each other put together again. */
function joined(loop: readonly Half[]): FaceEdge[] {
  const runsOn = (a: Half, b: Half): boolean =>
    a.edge.source === b.edge.source &&
    a.curve.kind !== 'bezier' &&
    a.forward === b.forward &&
    (a.forward ? a.edge.range[1] === b.edge.range[0] : a.edge.range[0] === b.edge.range[1])
  // Start where a curve starts, so that no curve is left in two pieces over the seam.
  const n = loop.length
  const first = loop.findIndex((h, i) => !runsOn(loop[(i + n - 1) % n]!, h))
  const turned = first > 0 ? [...loop.slice(first), ...loop.slice(0, first)] : loop
  const merged: { source: number; forward: boolean; pieces: Half[] }[] = []
  for (const h of turned) {
    const last = merged.at(-1)
    if (last && runsOn(last.pieces.at(-1)!, h)) last.pieces.push(h)
    else merged.push({ source: h.edge.source, forward: h.forward, pieces: [h] })
  }
  return merged.map(({ source, pieces }) => ({ source, curve: together(pieces) }))
}

/** Pieces of one curve in order as one. */
function together(pieces: readonly Half[]): Curve2 {
  const [first, last] = [pieces[0]!.curve, pieces.at(-1)!.curve]
  if (pieces.length === 1) return first
  if (first.kind === 'line' && last.kind === 'line') return { ...first, to: last.to }
  if (first.kind === 'arc')
    return { ...first, sweep: pieces.reduce((s, h) => s + (h.curve.kind === 'arc' ? h.curve.sweep : 0), 0) }
  return first
}
