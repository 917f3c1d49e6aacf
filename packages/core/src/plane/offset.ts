import { TURN, tolerance } from '../num/index.ts'
import { crossings } from './intersect.ts'
import { arc2, directionAt, line2, pointAt, type Arc2, type Curve2, type Line2 } from './curve.ts'
import { vec2, type Vec2 } from './vec2.ts'

export type SimpleCurve = Line2 | Arc2

/** A stretch of an offset: what it goes beside, or the corner it goes round, by their places in the chain. */
export interface OffsetStretch {
  readonly beside: number | undefined
  /** The curve whose start is the corner. */
  readonly round: number | undefined
  readonly curve: SimpleCurve
}

/** Why there is no offset: an arc that would turn inside out, or a corner without room, by its place in the chain. */
export type OffsetFault = { readonly kind: 'tight' | 'corner'; readonly at: number }

export const runsOn = (a: Curve2, b: Curve2): boolean => {
  const [u, v] = [directionAt(a, 1), directionAt(b, 0)]
  return Math.abs(vec2.cross(u, v)) < tolerance.runsOnSmoothly && vec2.dot(u, v) > 0
}

/**
 * What runs beside a chain of lines and arcs at a distance to the left of its travel (to the right where negative).
 * Neighbours that run on smoothly meet by themselves; others run on or back to where they cross, or, outside a corner
 * and where asked, are joined by an arc round it. Each curve may have a distance of its own; neighbours that run on smoothly must have
 * one.
 */
export function offsetChain(
  chain: readonly SimpleCurve[],
  closed: boolean,
  distance: number | readonly number[],
  corners: 'extended' | 'rounded',
): readonly OffsetStretch[] | OffsetFault {
  const by = chain.map((_, i) => (typeof distance === 'number' ? distance : distance[i]!))
  const aside = chain.map((c, i) => shifted(c, by[i]!))
  const tight = aside.findIndex((c) => c === undefined)
  if (tight >= 0) return { kind: 'tight', at: tight }
  const curves = aside as SimpleCurve[]
  const reach = 4 * sizeOf(chain) + 4 * Math.max(...by.map(Math.abs))
  const n = chain.length
  const after: (OffsetStretch | undefined)[] = []
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n
    const [here, next] = [curves[i]!, curves[j]!]
    if (runsOn(chain[i]!, chain[j]!)) {
      if (by[i] !== by[j]) return { kind: 'corner', at: i }
      continue
    }
    const corner = pointAt(chain[j]!, 0)
    const outside = vec2.cross(directionAt(chain[i]!, 1), directionAt(chain[j]!, 0)) * by[i]! < 0
    if (outside && corners === 'rounded') {
      after[i] = { beside: undefined, round: j, curve: roundCorner(here, next, corner, by[i]!) }
      continue
    }
    const [meeting] = crossings(whole(here, reach), whole(next, reach), tolerance.samePlace * reach)
      .map((x) => x.point)
      .sort((p, q) => vec2.distance(p, corner) - vec2.distance(q, corner))
    const cutHere = meeting && endedAt(here, meeting, 1)
    const cutNext = meeting && endedAt(j === i ? cutHere! : next, meeting, 0)
    if (!cutHere || !cutNext) return { kind: 'corner', at: i }
    curves[i] = cutHere
    curves[j] = cutNext
  }
  return curves.flatMap((curve, i) => [{ beside: i, round: undefined, curve }, after[i] ?? []].flat())
}

function sizeOf(chain: readonly SimpleCurve[]): number {
  return chain.reduce(
    (most, c) => Math.max(most, ...[0, 0.5, 1].flatMap((t) => pointAt(c, t).map(Math.abs))),
    0,
  )
}

/** A curve moved to the left of its travel; undefined where an arc would turn inside out. */
function shifted(c: SimpleCurve, by: number): SimpleCurve | undefined {
  if (c.kind === 'line') {
    const u = directionAt(c, 0)
    const off: Vec2 = [-u[1] * by, u[0] * by]
    return line2(vec2.add(c.from, off), vec2.add(c.to, off))
  }
  const radius = c.radius - Math.sign(c.sweep) * by
  return radius > tolerance.samePlace * c.radius ? arc2(c.centre, radius, c.start, c.sweep) : undefined
}

function roundCorner(here: SimpleCurve, next: SimpleCurve, corner: Vec2, distance: number): Arc2 {
  const [a, b] = [vec2.sub(pointAt(here, 1), corner), vec2.sub(pointAt(next, 0), corner)]
  const sweep = Math.atan2(vec2.cross(a, b), vec2.dot(a, b))
  return arc2(corner, Math.abs(distance), Math.atan2(a[1], a[0]), sweep)
}

function whole(c: SimpleCurve, reach: number): Curve2 {
  if (c.kind === 'arc') return arc2(c.centre, c.radius, 0, TURN)
  const u = directionAt(c, 0)
  return line2(vec2.addScaled(c.from, u, -reach), vec2.addScaled(c.to, u, reach))
}

/** The curve with its start (0) or end (1) at a place of it; undefined where it would run backward. */
function endedAt(c: SimpleCurve, place: Vec2, end: 0 | 1): SimpleCurve | undefined {
  if (c.kind === 'line') {
    const cut = end === 1 ? line2(c.from, place) : line2(place, c.to)
    return vec2.dot(vec2.sub(cut.to, cut.from), vec2.sub(c.to, c.from)) > 0 ? cut : undefined
  }
  const a = Math.atan2(place[1] - c.centre[1], place[0] - c.centre[0])
  const way = Math.sign(c.sweep)
  const turn = ((end === 1 ? a - c.start : c.start + c.sweep - a) * way) % TURN
  const sweep = turn <= 0 ? turn + TURN : turn
  if (sweep > Math.abs(c.sweep) + Math.PI) return undefined
  return arc2(c.centre, c.radius, end === 1 ? c.start : a, sweep * way)
}
