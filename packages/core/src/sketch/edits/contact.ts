import type { Id } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import {
  crossings,
  directionAt,
  nearestOn,
  pointAt,
  vec2,
  type Arc2,
  type Curve2,
  type Vec2,
} from '../../plane/index.ts'
import type { Tangent } from '../constraints/relating.ts'
import { piecesOf, placesOf } from '../curves.ts'
import { sizeOf } from '../unknowns.ts'
import type { SketchDraft } from './draft.ts'

/** Where another curve crosses a curve that is cut, or only touches it: the share of the cut curve, and what is there. */
export interface Cut {
  readonly share: number
  readonly point: Vec2
  readonly with: Id
  /** They touch without crossing. */
  readonly touches: boolean
}

/**
 * All places where other curves meet one, in its order. A line that only touches a round, and rounds that touch each other,
 * meet it once: at the point of contact, and not at two crossings beside it that round-off makes of it, apart by the root
 * of what is off.
 */
export function cutsOn(d: Pick<SketchDraft, 'entities' | 'constraints'>, id: Id, curve: Curve2): Cut[] {
  const at = placesOf(d.entities)
  const size = sizeOf(d.entities)
  const found = d.entities.flatMap((e): Cut[] => {
    if (e.id === id || e.kind === 'point') return []
    return piecesOf(e, at).flatMap((other): Cut[] => {
      const met = crossings(curve, other, tolerance.samePlace * size)
      const contact = contactBetween(curve, other, size, met, isTangent(d, id, e.id))
      return contact
        ? [{ ...contact, with: e.id, touches: true }]
        : met.map((x) => ({ share: x.a, point: x.point, with: e.id, touches: false }))
    })
  })
  return found.sort((a, b) => a.share - b.share)
}

/** Whether a constraint says that two curves touch, not at a point that they share. */
const isTangent = (d: Pick<SketchDraft, 'constraints'>, a: Id, b: Id): boolean =>
  d.constraints.some((c) => c.kind === 'tangent' && c.at === undefined && pairs(c, a, b))

export const pairs = (c: Pick<Tangent, 'a' | 'b'>, a: Id, b: Id): boolean =>
  (c.a === a && c.b === b) || (c.a === b && c.b === a)

/**
 * The point of contact of two curves of which one at least is round: where they are said to touch, or where the crossings
 * lie so near to each other, or lie so flat, that nobody can tell them from touching.
 */
function contactBetween(
  curve: Curve2,
  other: Curve2,
  size: number,
  met: readonly { readonly a: number; readonly b: number; readonly point: Vec2 }[],
  said: boolean,
): { readonly share: number; readonly point: Vec2 } | undefined {
  const point = touchPoint(curve, other)
  if (!point) return undefined
  const near = tolerance.notSeen * size
  const onCurve = nearestOn(curve, point)
  if (onCurve.distance > near || nearestOn(other, point).distance > near) return undefined
  const beside = met.filter((x) => vec2.distance(x.point, point) <= Math.max(near, 2 * depthReach(size)))
  const flat = (): boolean => {
    const ways = [directionAt(curve, onCurve.t), directionAt(other, nearestOn(other, point).t)]
    return Math.abs(vec2.cross(ways[0]!, ways[1]!)) < tolerance.notSeen
  }
  // Where they only share an end in one way, that end is the meeting, and no contact of two that go on.
  if (!said && !(beside.length > 0 && flat())) return undefined
  return { share: onCurve.t, point: pointAt(curve, onCurve.t) }
}

/** Half the way between two crossings that what solving leaves off makes of a contact, on a round of the size of the sketch. */
const depthReach = (size: number): number => size * Math.sqrt(2 * tolerance.samePlace)

/** Where two curves would touch if they did: square under the centre, or on the line of the centres. */
function touchPoint(a: Curve2, b: Curve2): Vec2 | undefined {
  if (a.kind === 'arc' && b.kind === 'arc') return touchOfRounds(a, b)
  const [line, arc] = a.kind === 'arc' ? [b, a] : [a, b]
  if (line.kind !== 'line' || arc.kind !== 'arc') return undefined
  const way = vec2.sub(line.to, line.from)
  const long = vec2.dot(way, way)
  if (long === 0) return undefined
  return vec2.addScaled(line.from, way, vec2.dot(vec2.sub(arc.centre, line.from), way) / long)
}

function touchOfRounds(a: Arc2, b: Arc2): Vec2 | undefined {
  const way = vec2.sub(b.centre, a.centre)
  const apart = vec2.length(way)
  if (apart <= tolerance.samePlace * (a.radius + b.radius)) return undefined
  const u = vec2.scale(way, 1 / apart)
  // From outside it lies between the centres; of one in the other, beyond the smaller one's.
  const outside = Math.abs(apart - a.radius - b.radius)
  const inside = Math.abs(apart - Math.abs(a.radius - b.radius))
  const away = outside < inside || a.radius >= b.radius ? a.radius : -a.radius
  return vec2.addScaled(a.centre, u, away)
}
