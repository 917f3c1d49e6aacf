import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { TURN, tolerance } from '../../num/index.ts'
import { arc2, crossings, line2, nearestOn, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { referencesOf } from '../constraints/references.ts'
import { placesOf, type Places } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import { sizeOf } from '../unknowns.ts'
import type { SketchDraft } from './draft.ts'
import { curvesAt, dropUnused, entityIn, moveEnd } from './keeping.ts'

type Open = Extract<SketchEntity, { kind: 'line' | 'arc' }>

/** The two lines or arcs that meet at a point and end there. */
function cornerAt(d: SketchDraft, point: Id): Result<readonly [Open, Open]> {
  const [a, b, ...more] = curvesAt(d, point).filter((c) => !(c.kind === 'arc' && c.centre === point))
  const open = (e: typeof a): e is Open => e?.kind === 'line' || e?.kind === 'arc'
  if (!open(a) || !open(b) || more.length > 0)
    return fail(fault('edit.no-corner', 'A corner is where two lines or arcs end, and no third.'))
  return ok([a, b])
}

/** All of the line or circle that a curve lies on, moved aside by a distance to its left. */
function wholeAside(e: Open, at: Places, aside: number, reach: number): Curve2 | undefined {
  if (e.kind === 'arc') {
    const r = e.radius + aside
    return r > 0 ? arc2(at(e.centre), r, 0, TURN) : undefined
  }
  const way = vec2.sub(at(e.to), at(e.from))
  const long = vec2.length(way)
  if (!(long > 0)) return undefined
  const u = vec2.scale(way, 1 / long)
  const off = vec2.scale([-u[1], u[0]] as Vec2, aside)
  const middle = vec2.add(at(e.from), off)
  return line2(vec2.addScaled(middle, u, -reach), vec2.addScaled(middle, u, reach))
}

/** The foot of a centre on a curve, if it lies on the curve itself and not past an end. */
function touchOn(e: Open, centre: Vec2, at: Places): Vec2 | undefined {
  if (e.kind === 'line') {
    const n = nearestOn(line2(at(e.from), at(e.to)), centre)
    return n.t > tolerance.samePlace && n.t < 1 - tolerance.samePlace ? n.point : undefined
  }
  const c = at(e.centre)
  const way = vec2.sub(centre, c)
  const long = vec2.length(way)
  if (!(long > 0)) return undefined
  const p = vec2.addScaled(c, way, e.radius / long)
  const turn = (q: Vec2): number => Math.atan2(q[1] - c[1], q[0] - c[0])
  const travel = (to: number): number => {
    const t = (to - turn(at(e.from))) * (e.clockwise ? -1 : 1)
    return t - 2 * Math.PI * Math.floor(t / (2 * Math.PI))
  }
  const [here, all] = [travel(turn(p)), travel(turn(at(e.to))) || 2 * Math.PI]
  return here > tolerance.vanishes && here < all - tolerance.vanishes ? p : undefined
}

interface Rounding {
  readonly centre: Vec2
  readonly first: Vec2
  readonly second: Vec2
}

/** The circle of a radius that touches both curves of a corner, the one nearest to the corner. */
function roundingOf(
  d: SketchDraft,
  point: Id,
  [a, b]: readonly [Open, Open],
  radius: number,
): Rounding | undefined {
  const at = placesOf(d.entities)
  const size = sizeOf(d.entities)
  const corner = at(point)
  let best: (Rounding & { far: number }) | undefined
  for (const sideA of [radius, -radius])
    for (const sideB of [radius, -radius]) {
      const p = wholeAside(a, at, sideA, 4 * size + 4 * radius)
      const q = wholeAside(b, at, sideB, 4 * size + 4 * radius)
      if (!p || !q) continue
      for (const { point: centre } of crossings(p, q, tolerance.samePlace * size)) {
        const [first, second] = [touchOn(a, centre, at), touchOn(b, centre, at)]
        const far = vec2.distance(centre, corner)
        if (first && second && (!best || far < best.far)) best = { centre, first, second, far }
      }
    }
  return best
}

/**
 * A corner that other constraints still speak of stays as a point on both of its curves. Rounding and bevelling keep
 * what was measured to it that way.
 */
function keepCorner(d: SketchDraft, corner: Id, a: Id, b: Id): void {
  const spoken = d.constraints.some(
    (c) => referencesOf(c).includes(corner) && !(c.kind === 'tangent' || c.kind === 'curvature'),
  )
  if (!spoken) return dropUnused(d, [corner])
  d.relate({ kind: 'point-on', point: corner, curve: a })
  d.relate({ kind: 'point-on', point: corner, curve: b })
}

/**
 * Rounds corners with arcs tangent to both curves. All share one dimension: the first arc has it, the others are equal
 * to it. Gives the arcs; fails when a corner has no room, and says which.
 */
export function fillet(d: SketchDraft, corners: readonly Id[], radius: number): Result<readonly Id[]> {
  if (!(radius > 0)) return fail(fault('edit.radius', 'The radius has to be more than 0.'))
  const arcs: Id[] = []
  for (const [i, corner] of corners.entries()) {
    const found = cornerAt(d, corner)
    if (!found.ok) return found
    const [a, b] = found.value
    const round = roundingOf(d, corner, [a, b], radius)
    if (!round)
      return fail(
        fault(
          'edit.no-room',
          `${corners.length > 1 ? `Corner ${i + 1}` : 'The corner'} has no room for this radius.`,
        ),
      )
    const straight = a.kind === 'line' && b.kind === 'line'
    const [p, q] = [d.point(round.first), d.point(round.second)]
    moveEnd(d, a.id, corner, p, straight)
    moveEnd(d, b.id, corner, q, straight)
    if (straight) keepCorner(d, corner, a.id, b.id)
    const centre = d.point(round.centre)
    const [u, v] = [vec2.sub(round.first, round.centre), vec2.sub(round.second, round.centre)]
    const arc = d.add({
      kind: 'arc',
      centre,
      from: p,
      to: q,
      radius,
      clockwise: vec2.cross(u, v) < 0,
      ...(a.guide && b.guide ? { guide: true } : {}),
    })
    for (const [curve, end] of [
      [a, p],
      [b, q],
    ] as const) {
      if (curve.kind === 'line') d.relate({ kind: 'tangent', a: curve.id, b: arc, at: end, side: 1 })
      else d.relate({ kind: 'tangent', a: curve.id, b: arc, at: end, side: 1 })
    }
    if (arcs.length === 0) d.size({ of: 'radius', round: arc }, 'typed')
    else d.relate({ kind: 'equal', a: arcs[0]!, b: arc })
    arcs.push(arc)
  }
  return ok(arcs)
}

/** Bevels corners of lines by a setback along both; all share one dimension. Gives the new lines. */
export function chamfer(d: SketchDraft, corners: readonly Id[], setback: number): Result<readonly Id[]> {
  if (!(setback > 0)) return fail(fault('edit.setback', 'The setback has to be more than 0.'))
  const lines: Id[] = []
  let first: Id | undefined
  for (const corner of corners) {
    const found = cornerAt(d, corner)
    if (!found.ok) return found
    const pair = found.value
    if (pair.some((e) => e.kind !== 'line'))
      return fail(fault('edit.bevel-lines', 'A bevel needs two lines; round a corner with an arc instead.'))
    const at = placesOf(d.entities)
    const c = at(corner)
    const ends: Id[] = []
    for (const e of pair) {
      const far = at(e.from === corner ? e.to : e.from)
      const long = vec2.distance(c, far)
      if (!(long > setback))
        return fail(fault('edit.no-room', 'A line at this corner is shorter than the setback.'))
      const p = d.point(vec2.addScaled(c, vec2.sub(far, c), setback / long))
      moveEnd(d, e.id, corner, p, true)
      ends.push(p)
    }
    for (const e of pair) d.relate({ kind: 'point-on', point: corner, curve: e.id })
    const guide = pair.every((e) => e.guide) ? { guide: true } : {}
    lines.push(d.add({ kind: 'line', from: ends[0]!, to: ends[1]!, ...guide }))
    for (const p of ends) {
      const put = d.size({ of: 'distance', a: corner, b: p }, first === undefined ? 'typed' : { like: first })
      first ??= put
    }
  }
  return ok(lines)
}

/** The corners among chosen things: chosen points where two curves end, and points that two chosen curves share. */
export function cornersAmong(entities: readonly SketchEntity[], chosen: readonly Id[]): Id[] {
  const d = { entities } as SketchDraft
  const found: Id[] = []
  const curves = chosen.flatMap((id) => {
    const e = entityIn(d, id)
    return e?.kind === 'line' || e?.kind === 'arc' ? [e] : []
  })
  for (const id of chosen) if (entityIn(d, id)?.kind === 'point' && cornerAt(d, id).ok) found.push(id)
  curves.forEach((a, i) => {
    for (const b of curves.slice(i + 1))
      for (const p of [a.from, a.to])
        if ((p === b.from || p === b.to) && !found.includes(p) && cornerAt(d, p).ok) found.push(p)
  })
  return found
}
