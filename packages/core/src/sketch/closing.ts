import type { Id } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import {
  arc2,
  crossings,
  curveLength,
  directionAt,
  line2,
  pointAt,
  vec2,
  type Curve2,
  type Vec2,
} from '../plane/index.ts'
import type { Constraint } from './constraints/index.ts'
import { piecesOf, placesOf } from './curves.ts'
import { pointsOf, type SketchEntity } from './entities.ts'
import type { Gap, LooseEnd } from './regions.ts'
import { solveByPoints } from './solve.ts'
import { sizeOf } from './unknowns.ts'

/** A way to close a gap. */
export interface Closing {
  readonly entities: readonly SketchEntity[]
  /** The ends that were moved, and how far, mm. */
  readonly moved: readonly { readonly end: LooseEnd; readonly by: number }[]
  /** The area that curves swept on their way, mm²: nothing where one only runs on along itself. */
  readonly swept: number
}

/** Two curves run on to where they meet at most so many times as far as the gap is wide. */
const FURTHEST_ON = 3
/** Places of a piece between which the area that it sweeps is taken as flat. */
const SAMPLES = 16

/**
 * The way to bring two loose ends together that disturbs the drawing least: one end goes to the other, both run on to where
 * their curves meet, or, where neither can, both move as the constraints let them. Of the ways that hold, the one whose curves
 * sweep the least area counts, then the one with the shortest way; undefined where the constraints let none.
 */
export function closingOf(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  gap: Gap,
): Closing | undefined {
  const size = sizeOf(entities)
  const meetings = [...meetingsBeyond(entities, gap), gap.b.at, gap.a.at]
  const ways = meetings.flatMap((at) => closedAt(entities, constraints, gap, at) ?? [])
  const free = ways.length > 0 ? undefined : closedAnyhow(entities, constraints, gap)
  const rank = (c: Closing): readonly [number, number] => [
    Math.round(c.swept / (tolerance.sketchMeet * size * size)),
    c.moved.reduce((sum, m) => sum + m.by, 0),
  ]
  return [...ways, ...(free ? [free] : [])].reduce<Closing | undefined>((best, way) => {
    if (!best) return way
    const [p, q] = [rank(best), rank(way)]
    return q[0] < p[0] || (q[0] === p[0] && q[1] < p[1] - tolerance.sketchMeet * size) ? way : best
  }, undefined)
}

const CLOSED: Id = 'closing'

/** The ends brought to one place: with all else where it is, or else with what the constraints take along. */
function closedAt(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  gap: Gap,
  at: Vec2,
): Closing | undefined {
  const ends = new Set([gap.a.point, gap.b.point])
  const moved = entities.map((e) => (e.kind === 'point' && ends.has(e.id) ? { ...e, x: at[0], y: at[1] } : e))
  const held = [...constraints, ...[...ends].map((id) => fixedAt(id, at))]
  const follows = new Set(
    entities.flatMap((e) => (e.id === gap.a.curve || e.id === gap.b.curve ? freePoints(e) : [])),
  )
  const others = entities.flatMap((e) =>
    e.kind === 'point' && !ends.has(e.id) && !follows.has(e.id) ? [fixedAt(e.id, [e.x, e.y])] : [],
  )
  const local = solveByPoints(moved, [...held, ...others])
  const solved = local.converged ? local : solveByPoints(moved, held)
  return solved.converged ? closing(entities, solved.entities, gap) : undefined
}

function closedAnyhow(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  gap: Gap,
): Closing | undefined {
  const meet: Constraint = { id: CLOSED, kind: 'coincident', a: gap.a.point, b: gap.b.point }
  const solved = solveByPoints(entities, [...constraints, meet])
  return solved.converged ? closing(entities, solved.entities, gap) : undefined
}

const fixedAt = (point: Id, [x, y]: Vec2): Constraint => ({
  id: `${CLOSED}-${point}`,
  kind: 'fixed',
  point,
  x,
  y,
})

/** The points of a curve that go along when its end is moved: the middle of an arc. */
const freePoints = (e: SketchEntity): readonly Id[] => (e.kind === 'arc' ? [e.centre] : [])

function closing(before: readonly SketchEntity[], after: readonly SketchEntity[], gap: Gap): Closing {
  const at = placesOf(after)
  const moved = [gap.a, gap.b].flatMap((end) => {
    const by = vec2.distance(end.at, at(end.point))
    return by > 0 ? [{ end, by }] : []
  })
  return { entities: after, moved, swept: sweptBetween(before, after) }
}

/** The area that curves sweep between two shapes of one drawing, mm², from places at equal shares of their pieces. */
function sweptBetween(before: readonly SketchEntity[], after: readonly SketchEntity[]): number {
  const [from, to] = [placesOf(before), placesOf(after)]
  const shifted = new Set(before.flatMap((e, i) => (e === after[i] ? [] : [e.id])))
  let area = 0
  before.forEach((e, i) => {
    if (e.kind === 'point' || ![e.id, ...pointsOf(e)].some((id) => shifted.has(id))) return
    const [p, q] = [piecesOf(e, from), piecesOf(after[i]!, to)]
    for (let k = 0; k < Math.min(p.length, q.length); k++) area += sweptBy(p[k]!, q[k]!)
  })
  return area
}

function sweptBy(p: Curve2, q: Curve2): number {
  let area = 0
  for (let i = 0; i < SAMPLES; i++) {
    const [s, t] = [i / SAMPLES, (i + 1) / SAMPLES]
    const corners = [pointAt(p, s), pointAt(p, t), pointAt(q, t), pointAt(q, s)] as const
    const across = vec2.cross(vec2.sub(corners[2], corners[0]), vec2.sub(corners[3], corners[1]))
    area += Math.abs(across) / 2
  }
  return area
}

/** Where the curves of both ends meet when they run on, or when one is cut back, near the gap. */
function meetingsBeyond(entities: readonly SketchEntity[], gap: Gap): Vec2[] {
  const reach = FURTHEST_ON * gap.distance
  if (gap.a.curve === gap.b.curve) return []
  const [a, b] = [gap.a, gap.b].map((end) => runOn(entities, end, reach))
  if (!a || !b) return []
  return crossings(a, b, tolerance.sketchMeet * reach)
    .map((c) => c.point)
    .filter((p) => [gap.a, gap.b].every((end) => vec2.distance(p, end.at) <= reach))
}

/** The curve of a loose end for `reach` on both sides of that end; only lines and arcs run on. */
function runOn(entities: readonly SketchEntity[], end: LooseEnd, reach: number): Curve2 | undefined {
  const e = entities.find((x) => x.id === end.curve)
  if (e?.kind !== 'line' && e?.kind !== 'arc') return undefined
  const [piece] = piecesOf(e, placesOf(entities))
  if (!piece || curveLength(piece) <= reach) return undefined
  const atEnd = end.point === e.to
  if (piece.kind === 'arc') {
    const turn = Math.min(reach / piece.radius, 1)
    const middle = atEnd ? piece.start + piece.sweep : piece.start
    return arc2(piece.centre, piece.radius, middle - turn, 2 * turn)
  }
  const along = vec2.scale(directionAt(piece, 0), reach)
  return line2(vec2.sub(end.at, along), vec2.add(end.at, along))
}
