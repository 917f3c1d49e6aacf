import type { Snap } from './caught.ts'
import type { Id } from '@flexum/core/base'
import { entityName } from '@flexum/core/recipe/evaluated'
import { crossings, directionAt, line2, nearestOn, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { ACROSS, ORIGIN, UP } from '@flexum/core/sketch'
import type { SheetModel } from './model.ts'
import { snapMiddle } from './snap-middles.ts'

export interface SnapOptions {
  /** How near counts, mm. */
  readonly reach: number
  /** Step of the grid, mm; 0 for none. */
  readonly grid: number
  /** Points that were touched recent: things are aligned with them. */
  readonly touched: readonly Id[]
  /** Points and curves not to catch on. */
  readonly except?: ReadonlySet<Id>
  /** Where a line being drawn comes from, for tangents and for squares. */
  readonly from?: Vec2
  /** Places of other steps that lie on the sheet, in words. */
  readonly others?: readonly { readonly at: Vec2; readonly word: string }[]
}

/** Finds what is nearest to a place: points first, then middles and crossings, then curves, alignments, the grid. */
export function snapAt(model: SheetModel, at: Vec2, o: SnapOptions): Snap {
  return (
    snapPoint(model, at, o) ??
    snapMiddle(model, at, o.reach, (id) => skips(o, id)) ??
    snapOther(at, o) ??
    snapCurves(model, at, o) ??
    snapAligned(model, at, o) ??
    snapGrid(at, o)
  )
}

const skips = (o: SnapOptions, id: Id): boolean => o.except?.has(id) ?? false

function snapPoint(model: SheetModel, at: Vec2, o: SnapOptions): Snap | undefined {
  let best: { id: Id; place: Vec2; d: number } | undefined
  for (const e of model.entities) {
    if (e.kind !== 'point' || skips(o, e.id)) continue
    const d = Math.hypot(e.x - at[0], e.y - at[1])
    if (d <= o.reach && (!best || d < best.d)) best = { id: e.id, place: [e.x, e.y], d }
  }
  const toOrigin = Math.hypot(...at)
  if (toOrigin <= o.reach && (!best || toOrigin < best.d) && !skips(o, ORIGIN))
    return { at: [0, 0], word: 'origin', point: ORIGIN }
  if (!best) return undefined
  const centre = model.entities.some((e) => 'centre' in e && e.centre === best.id)
  return { at: best.place, word: centre ? 'centre' : 'point', point: best.id }
}

function snapOther(at: Vec2, o: SnapOptions): Snap | undefined {
  const found = o.others?.find((p) => vec2.distance(p.at, at) <= o.reach)
  return found && { at: found.at, word: found.word, outside: true }
}

function snapCurves(model: SheetModel, at: Vec2, o: SnapOptions): Snap | undefined {
  const near: { id: Id; curve: Curve2; point: Vec2; t: number; d: number }[] = []
  for (const [id, pieces] of model.pieces) {
    if (skips(o, id)) continue
    for (const curve of pieces) {
      const n = nearestOn(curve, at)
      if (n.distance <= o.reach) near.push({ id, curve, point: n.point, t: n.t, d: n.distance })
    }
  }
  for (const { id, curve } of axesFor(model, at, o)) {
    const n = nearestOn(curve, at)
    // What is drawn comes before an axis that it lies on.
    if (n.distance <= o.reach / 2) near.push({ id, curve, point: n.point, t: n.t, d: n.distance + o.reach })
  }
  near.sort((a, b) => a.d - b.d)
  const [first] = near
  if (!first) return undefined
  const second = near.find((n) => n.id !== first.id)
  if (second) {
    const cross = crossings(first.curve, second.curve, 1e-9 * model.size)
      .map((x) => x.point)
      .find((p) => vec2.distance(p, at) <= o.reach)
    if (cross) {
      const names = [first.id, second.id].map((id) => nameOf(model, id))
      return { at: cross, word: `crossing of ${names.join(' and ')}`, on: [first.id, second.id] }
    }
  }
  const touching = o.from && tangentFrom(first.curve, o.from, at, o.reach)
  if (touching)
    return {
      at: touching,
      word: `tangent to ${nameOf(model, first.id)}`,
      on: [first.id],
      tangentTo: first.id,
    }
  return { at: first.point, word: `on ${nameOf(model, first.id)}`, on: [first.id] }
}

/** The sheet's axes as lines through all of the drawing; not one that the line in work comes from, which says so by itself. */
function axesFor(model: SheetModel, at: Vec2, o: SnapOptions): { readonly id: Id; readonly curve: Curve2 }[] {
  const long = 10 * model.size + Math.hypot(...at)
  const from = o.from
  return [
    ...(from && Math.abs(from[0]) <= o.reach ? [] : [{ id: UP, curve: line2([0, -long], [0, long]) }]),
    ...(from && Math.abs(from[1]) <= o.reach ? [] : [{ id: ACROSS, curve: line2([-long, 0], [long, 0]) }]),
  ].filter(({ id }) => !skips(o, id))
}

const nameOf = (model: SheetModel, id: Id): string => entityName(model.step, id)

/** The place of an arc where a line from a point touches it, if it is near. */
function tangentFrom(c: Curve2, from: Vec2, near: Vec2, reach: number): Vec2 | undefined {
  if (c.kind !== 'arc') return undefined
  const d = vec2.distance(from, c.centre)
  if (d <= c.radius) return undefined
  const base = Math.atan2(from[1] - c.centre[1], from[0] - c.centre[0])
  const half = Math.acos(c.radius / d)
  return [base + half, base - half]
    .map((a): Vec2 => [c.centre[0] + c.radius * Math.cos(a), c.centre[1] + c.radius * Math.sin(a)])
    .find((p) => vec2.distance(p, near) <= reach && nearestOn(c, p).distance < reach / 100)
}

/** Aligned with what was touched: level with one point, upright with another. */
function snapAligned(model: SheetModel, at: Vec2, o: SnapOptions): Snap | undefined {
  let level: Id | undefined
  let upright: Id | undefined
  let [x, y] = at
  for (const id of o.touched) {
    if (skips(o, id)) continue
    const p = model.byId.has(id) || id === ORIGIN ? model.at(id) : undefined
    if (!p) continue
    if (level === undefined && Math.abs(p[1] - at[1]) <= o.reach * 0.6) [level, y] = [id, p[1]]
    else if (upright === undefined && Math.abs(p[0] - at[0]) <= o.reach * 0.6) [upright, x] = [id, p[0]]
  }
  if (level === undefined && upright === undefined) return undefined
  const place: Vec2 = [x, y]
  const guides = [level, upright].flatMap((id) => (id === undefined ? [] : [[model.at(id), place] as const]))
  return {
    at: place,
    word:
      level !== undefined && upright !== undefined
        ? `level with ${nameOf(model, level)}, upright with ${nameOf(model, upright)}`
        : level !== undefined
          ? `level with ${nameOf(model, level)}`
          : `upright with ${nameOf(model, upright!)}`,
    ...(level === undefined ? {} : { level }),
    ...(upright === undefined ? {} : { upright }),
    guides,
  }
}

function snapGrid(at: Vec2, o: SnapOptions): Snap {
  if (o.grid <= 0) return { at }
  const on = (v: number): number => Math.round(v / o.grid) * o.grid
  const place: Vec2 = [on(at[0]), on(at[1])]
  return vec2.distance(place, at) <= o.reach * 0.6 ? { at: place } : { at }
}

/** A curve under a place is meant rather than one of its inner points that is farther away than this share of the reach. */
const INNER = 0.5

/**
 * What lies under a place, for picking: a point before a curve, what is drawn before the origin and axes. For measuring the origin is a point like
 * others, whatever passes by it.
 */
export function hitAt(
  model: SheetModel,
  at: Vec2,
  reach: number,
  only: 'all' | 'curves' | 'measured' = 'all',
): Id | undefined {
  let best: { id: Id; d: number } | undefined
  for (const e of model.entities) {
    if (e.kind !== 'point' || only === 'curves') continue
    const d = Math.hypot(e.x - at[0], e.y - at[1])
    if (d <= reach && (!best || d < best.d)) best = { id: e.id, d }
  }
  const point = best
  // Points that a free curve goes through may stand so thick that nothing would be left of it to press.
  if (point && (point.d <= INNER * reach || !innerPoints(model).has(point.id))) return point.id
  best = undefined
  for (const [id, pieces] of model.pieces) {
    for (const c of pieces) {
      const d = nearestOn(c, at).distance
      if (d <= reach && (!best || d < best.d)) best = { id, d }
    }
  }
  if (point && !(best && best.d < INNER * reach)) return point.id
  const toOrigin = Math.hypot(...at)
  if (
    only === 'measured' &&
    toOrigin <= reach &&
    (toOrigin <= INNER * reach || toOrigin <= (best?.d ?? Infinity))
  )
    return ORIGIN
  if (best) return best.id
  if (only === 'curves') return undefined
  if (toOrigin <= reach) return ORIGIN
  if (Math.abs(at[1]) <= reach / 2) return ACROSS
  return Math.abs(at[0]) <= reach / 2 ? UP : undefined
}

/** The points between the ends of splines. */
function innerPoints(model: SheetModel): ReadonlySet<Id> {
  return new Set(model.entities.flatMap((e) => (e.kind === 'spline' ? e.points.slice(1, -1) : [])))
}

/** The direction in which a curve would go on past one of its ends. */
export function directionFrom(model: SheetModel, curve: Id, point: Id): Vec2 | undefined {
  const pieces = model.pieces.get(curve)
  const e = model.byId.get(curve)
  if (!pieces?.length || !e) return undefined
  const ends =
    e.kind === 'line' || e.kind === 'arc'
      ? [e.from, e.to]
      : e.kind === 'spline'
        ? [e.points[0], e.points.at(-1)]
        : []
  if (ends[1] === point) return directionAt(pieces.at(-1)!, 1)
  if (ends[0] === point) return vec2.scale(directionAt(pieces[0]!, 0), -1)
  return undefined
}
