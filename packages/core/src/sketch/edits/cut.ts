import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { TURN, tolerance } from '../../num/index.ts'
import {
  arc2,
  directionAt,
  line2,
  nearestOn,
  pointAt,
  vec2,
  type Arc2,
  type Curve2,
  type Line2,
  type Vec2,
} from '../../plane/index.ts'
import type { Tangent } from '../constraints/relating.ts'
import { piecesOf, placesOf } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import { sizeOf } from '../unknowns.ts'
import { cutsOn, pairs, type Cut } from './contact.ts'
import type { SketchDraft } from './draft.ts'
import { freeStretch, splitFree, trimFree, type Free } from './free.ts'
import { curvesAt, entityIn, forgetLength, moveEnd, replace, exportFile, withEnd } from './keeping.ts'

type Cuttable = Extract<SketchEntity, { kind: 'line' | 'arc' | 'circle' }>
type Open = Extract<SketchEntity, { kind: 'line' | 'arc' }>

function cuttable(d: SketchDraft, id: Id): Result<Cuttable | Free> {
  const e = entityIn(d, id)
  if (e && e.kind !== 'point') return ok(e)
  const what = e ? 'a point has no length' : 'it is gone'
  return fail(fault('edit.cannot-cut', `Curves can be cut; ${what}.`))
}

const isFreeCurve = (e: SketchEntity): e is Free => e.kind === 'spline' || e.kind === 'ellipse'

function curveOf(d: SketchDraft, e: Cuttable): Line2 | Arc2 | undefined {
  const [piece] = piecesOf(e, placesOf(d.entities))
  return piece?.kind === 'bezier' ? undefined : piece
}

/**
 * A point where a curve is cut: an end of the other curve that is there already, or a new one on it. Where the two only touch,
 * they touch in that point from then on.
 */
function pointFor(d: SketchDraft, id: Id, cut: Cut): Id {
  const other = entityIn(d, cut.with)
  const at = placesOf(d.entities)
  const near = tolerance.notSeen * sizeOf(d.entities)
  const there =
    other?.kind === 'line' || other?.kind === 'arc'
      ? [other.from, other.to].find((p) => vec2.distance(at(p), cut.point) <= near)
      : undefined
  const point = there ?? d.point(cut.point)
  if (other && there === undefined) d.relate({ kind: 'point-on', point, curve: other.id })
  if (cut.touches) touchAt(d, id, cut.with, point)
  return point
}

/** Says that two curves touch at a point that they share, in place of that they touch somewhere. */
function touchAt(d: SketchDraft, a: Id, b: Id, at: Id): void {
  const said = (c: SketchDraft['constraints'][number]): boolean => c.kind === 'tangent' && pairs(c, a, b)
  const known = d.constraints.find((c) => said(c))
  const side = known?.kind === 'tangent' ? known.side : 1
  d.constraints = d.constraints.filter((c) => !(said(c) && (c as Tangent).at === undefined))
  if (d.constraints.some((c) => c.kind === 'tangent' && c.at === at && pairs(c, a, b))) return
  // A line comes first.
  const [first, second] = entityIn(d, b)?.kind === 'line' ? [b, a] : [a, b]
  d.relate({ kind: 'tangent', a: first, b: second, at, side })
}

/**
 * The stretch of a curve between the crossings on both sides of a place; 0 and 1 where there is none. Of a free curve by the
 * number of its piece and the share of that.
 */
export function stretchAt(
  d: Pick<SketchDraft, 'entities' | 'constraints'>,
  id: Id,
  near: Vec2,
): { readonly from: number; readonly to: number } | undefined {
  const e = entityIn(d as SketchDraft, id)
  if (e && isFreeCurve(e))
    return freeStretch(d as SketchDraft, e, near) ?? { from: 0, to: piecesOf(e, placesOf(d.entities)).length }
  if (e?.kind !== 'line' && e?.kind !== 'arc' && e?.kind !== 'circle') return undefined
  const curve = curveOf(d as SketchDraft, e)
  if (!curve) return undefined
  const { t } = nearestOn(curve, near)
  const inside = cutsOn(d as SketchDraft, id, curve).filter(
    (c) => e.kind === 'circle' || (c.share > tolerance.sameShare && c.share < 1 - tolerance.sameShare),
  )
  const before = inside.findLast((c) => c.share <= t)
  const after = inside.find((c) => c.share > t)
  if (e.kind !== 'circle') return { from: before?.share ?? 0, to: after?.share ?? 1 }
  if (inside.length < 2) return { from: 0, to: 1 }
  const from = before?.share ?? inside.at(-1)!.share - 1
  return { from, to: after?.share ?? inside[0]!.share + 1 }
}

/**
 * Cuts a curve back: takes out the stretch round a place, as far as the next curves that cross it on both sides; all of
 * it where none does. What is left keeps its constraints but those that said how long it is.
 */
export function trim(d: SketchDraft, id: Id, near: Vec2): Result<readonly Id[]> {
  const found = cuttable(d, id)
  if (!found.ok) return found
  const e = found.value
  if (isFreeCurve(e)) return trimFree(d, e, near, (cut) => pointFor(d, id, cut))
  const curve = curveOf(d, e)
  const stretch = stretchAt(d, id, near)
  if (!curve || !stretch || (stretch.from === 0 && stretch.to === 1)) {
    exportFile(d, [id])
    return ok([])
  }
  const cuts = cutsOn(d, id, curve)
  const cutAt = (share: number): Id => {
    const turned = ((share % 1) + 1) % 1
    const cut = cuts.find(
      (c) =>
        Math.abs(c.share - share) <= tolerance.sameShare || Math.abs(c.share - turned) <= tolerance.sameShare,
    )
    return pointFor(d, id, cut!)
  }
  if (e.kind === 'circle') {
    const [from, to] = [cutAt(stretch.to), cutAt(stretch.from)]
    return ok([circleToArc(d, e, from, to)])
  }
  if (stretch.from === 0) {
    moveEnd(d, id, e.from, cutAt(stretch.to))
    return ok([id])
  }
  if (stretch.to === 1) {
    moveEnd(d, id, e.to, cutAt(stretch.from))
    return ok([id])
  }
  const [end, begin] = [cutAt(stretch.from), cutAt(stretch.to)]
  return ok([id, cutInTwo(d, e, end, begin)])
}

/** A circle becomes the arc of it from one point round to another, with its constraints. */
function circleToArc(d: SketchDraft, e: Extract<Cuttable, { kind: 'circle' }>, from: Id, to: Id): Id {
  const { centre, radius } = e
  replace(d, {
    kind: 'arc',
    id: e.id,
    centre,
    from,
    to,
    radius,
    clockwise: false,
    ...(e.guide ? { guide: true } : {}),
  })
  // Ends of an arc lie on it by themselves.
  d.constraints = d.constraints.filter(
    (c) => !(c.kind === 'point-on' && c.curve === e.id && (c.point === from || c.point === to)),
  )
  return e.id
}

/** Ends a curve at one point and goes on from another with a new curve tied to the first. */
function cutInTwo(d: SketchDraft, e: Open, end: Id, begin: Id): Id {
  const old = e.to
  forgetLength(d, e, end !== begin)
  const guide = e.guide ? { guide: true } : {}
  replace(d, withEnd(e, old, end))
  const rest =
    e.kind === 'line'
      ? d.add({ kind: 'line', from: begin, to: old, ...guide })
      : d.add({ ...e, kind: 'arc', from: begin, to: old, ...guide })
  // What held at the old end holds for the curve that has it now; level and upright hold for the first part.
  d.constraints = d.constraints.map((c) => {
    if ((c.kind === 'tangent' || c.kind === 'curvature') && c.at === old) return swapped(c, e.id, rest)
    if ((c.kind === 'horizontal' || c.kind === 'vertical') && samePair(c, e.from, old))
      return { ...c, a: e.from, b: end }
    return c
  })
  d.constraints = d.constraints.filter(
    (c) => !(c.kind === 'point-on' && c.curve === e.id && (c.point === end || c.point === begin)),
  )
  // Where both share the cut they are in line as soon as they are parallel.
  if (e.kind === 'line') d.relate({ kind: end === begin ? 'parallel' : 'collinear', a: e.id, b: rest })
  // Arcs that share their centre and the cut are of one radius by that.
  else if (end !== begin) d.relate({ kind: 'equal', a: e.id, b: rest })
  return rest
}

const samePair = (c: { readonly a: Id; readonly b: Id }, p: Id, q: Id): boolean =>
  (c.a === p && c.b === q) || (c.a === q && c.b === p)

function swapped<C extends SketchDraft['constraints'][number]>(c: C, from: Id, to: Id): C {
  const put = (id: Id): Id => (id === from ? to : id)
  if (c.kind === 'tangent') return { ...c, a: put(c.a), b: put(c.b) }
  if (c.kind === 'curvature') return { ...c, spline: put(c.spline), with: put(c.with) }
  return c
}

/** Splits a curve at a place into two that share a point there; a circle also opposite. */
export function split(d: SketchDraft, id: Id, near: Vec2): Result<readonly Id[]> {
  const found = cuttable(d, id)
  if (!found.ok) return found
  const e = found.value
  if (isFreeCurve(e)) return splitFree(d, e, near)
  const curve = curveOf(d, e)
  if (!curve) return fail(fault('edit.no-length', 'This has no length that could be split.'))
  const { t } = nearestOn(curve, near)
  if (e.kind === 'circle') {
    const [from, to] = [d.point(pointAt(curve, t)), d.point(pointAt(curve, (t + 0.5) % 1))]
    circleToArc(d, e, from, to)
    const other = d.add({
      kind: 'arc',
      centre: e.centre,
      from: to,
      to: from,
      radius: e.radius,
      clockwise: false,
    })
    return ok([id, other])
  }
  if (t <= tolerance.sameShare || t >= 1 - tolerance.sameShare)
    return fail(fault('edit.at-end', 'It ends there already; choose a place along it.'))
  const at = d.point(pointAt(curve, t))
  return ok([id, cutInTwo(d, e, at, at)])
}

/** A line longer than the sketch, or the rest of an arc's circle, from an end on. */
function beyond(d: SketchDraft, e: Open, end: Id): Curve2 | undefined {
  const curve = curveOf(d, e)
  if (!curve) return undefined
  const atStart = end === e.from
  if (curve.kind === 'line') {
    const tip = pointAt(curve, atStart ? 0 : 1)
    const way = vec2.scale(directionAt(curve, 0), (atStart ? -1 : 1) * 10 * sizeOf(d.entities))
    return line2(tip, vec2.add(tip, way))
  }
  const rest = Math.sign(curve.sweep) * (TURN - Math.abs(curve.sweep))
  return atStart
    ? arc2(curve.centre, curve.radius, curve.start, -rest)
    : arc2(curve.centre, curve.radius, curve.start + curve.sweep, rest)
}

/** Lengthens a line or arc from its end nearest to a place, to the next curve it comes to. */
export function extend(d: SketchDraft, id: Id, near: Vec2): Result<readonly Id[]> {
  const e = entityIn(d, id)
  if (e?.kind !== 'line' && e?.kind !== 'arc')
    return fail(fault('edit.cannot-extend', 'Lines and arcs can be lengthened.'))
  const at = placesOf(d.entities)
  const end = vec2.distance(at(e.from), near) < vec2.distance(at(e.to), near) ? e.from : e.to
  if (curvesAt(d, end).length > 1)
    return fail(fault('edit.joined', 'This end is joined to another curve; lengthen from a loose end.'))
  const onward = beyond(d, e, end)
  const [hit] = onward ? cutsOn(d, id, onward).filter((c) => c.share > tolerance.sameShare) : []
  if (!hit) return fail(fault('edit.nothing-ahead', 'It would meet nothing on its way.'))
  const target = pointFor(d, id, hit)
  moveEnd(d, id, end, target)
  return ok([id])
}

/** Gives every curve at a point an end of its own there, so that they can come apart. */
export function detach(d: SketchDraft, point: Id): Result<readonly Id[]> {
  const at = placesOf(d.entities)(point)
  const [, ...others] = curvesAt(d, point)
  if (others.length === 0) return fail(fault('edit.alone', 'Only one curve is here; nothing to take apart.'))
  return ok(
    others.map((curve) => {
      const own = d.point(at)
      d.constraints = d.constraints.filter(
        (c) => !((c.kind === 'tangent' || c.kind === 'curvature') && c.at === point),
      )
      replace(
        d,
        curve.kind === 'circle' || curve.kind === 'ellipse'
          ? { ...curve, centre: own }
          : curve.kind === 'arc' && curve.centre === point
            ? { ...curve, centre: own }
            : withEnd(curve, point, own),
      )
      return own
    }),
  )
}
