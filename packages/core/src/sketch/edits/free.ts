import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import {
  directionAt,
  bezierCurvature,
  marksAlong,
  nearestOn,
  pointAt,
  vec2,
  type Bezier2,
  type Vec2,
} from '../../plane/index.ts'
import { referencesOf } from '../constraints/references.ts'
import { piecesOf, placesOf } from '../curves.ts'
import { pointsOf, type SketchEntity } from '../entities.ts'
import { sizeOf } from '../unknowns.ts'
import { cutsOn, type Cut } from './contact.ts'
import type { SketchDraft } from './draft.ts'
import { dropUnused, replace, exportFile } from './keeping.ts'

export type Free = Extract<SketchEntity, { kind: 'spline' | 'ellipse' }>

/** A spline drawn anew follows what it was within this share of the sketch. */
const WITHIN = 1e-4
const MOST_POINTS = 80

/** A free curve by one parameter: the number of its piece and the share of that. An ellipse goes round. */
interface Whole {
  readonly pieces: readonly Bezier2[]
  readonly round: boolean
  at(s: number): Vec2
}

export function wholeOf(d: Pick<SketchDraft, 'entities'>, e: Free): Whole {
  const pieces = piecesOf(e, placesOf(d.entities)) as Bezier2[]
  const n = pieces.length
  const round = e.kind === 'ellipse'
  const at = (s: number): Vec2 => {
    const turned = round ? ((s % n) + n) % n : Math.min(n, Math.max(0, s))
    const i = Math.min(n - 1, Math.floor(turned))
    return pointAt(pieces[i]!, turned - i)
  }
  return { pieces, round, at }
}

/** All places where others meet a free curve, by its parameter. */
function cutsOf(d: SketchDraft, id: Id, w: Whole): Cut[] {
  const all = w.pieces.flatMap((piece, i) => cutsOn(d, id, piece).map((c) => ({ ...c, share: i + c.share })))
  // Where two pieces join both have it.
  return all.filter((c, i) => i === 0 || c.share - all[i - 1]!.share > tolerance.sameShare)
}

/** The stretch of a free curve between the crossings on both sides of a place, by its parameter; undefined where it is all of it. */
export function freeStretch(
  d: SketchDraft,
  e: Free,
  near: Vec2,
): { readonly from: number; readonly to: number; readonly cuts: readonly Cut[] } | undefined {
  const w = wholeOf(d, e)
  const n = w.pieces.length
  const s = nearestShare(w, near)
  const cuts = cutsOf(d, e.id, w).filter(
    // A round one has its seam but once.
    (c) => (w.round || c.share > tolerance.sameShare) && c.share < n - tolerance.sameShare,
  )
  if (cuts.length < (w.round ? 2 : 1)) return undefined
  const before = cuts.findLast((c) => c.share <= s)?.share
  const after = cuts.find((c) => c.share > s)?.share
  if (!w.round) return { from: before ?? 0, to: after ?? n, cuts }
  return { from: before ?? cuts.at(-1)!.share - n, to: after ?? cuts[0]!.share + n, cuts }
}

export function nearestShare(w: Whole, near: Vec2): number {
  let best = { s: 0, distance: Infinity }
  w.pieces.forEach((piece, i) => {
    const { t, distance } = nearestOn(piece, near)
    if (distance < best.distance) best = { s: i + t, distance }
  })
  return best.s
}

/** Cuts the stretch round a place out of a free curve; what is left is drawn anew as splines through its own points and more. */
export function trimFree(
  d: SketchDraft,
  e: Free,
  near: Vec2,
  pointFor: (cut: Cut) => Id,
): Result<readonly Id[]> {
  const stretch = freeStretch(d, e, near)
  if (!stretch) {
    exportFile(d, [e.id])
    return ok([])
  }
  const w = wholeOf(d, e)
  const n = w.pieces.length
  const { from, to, cuts } = stretch
  const cutAt = (s: number): Id => {
    const same = (share: number): boolean => Math.abs(share - s) <= tolerance.sameShare
    return pointFor(cuts.find((c) => same(c.share) || same(c.share + n) || same(c.share - n))!)
  }
  if (e.kind === 'ellipse') {
    drawAnew(d, e, w, [{ from: to, to: from + n, start: cutAt(to), end: cutAt(from) }])
    return ok([e.id])
  }
  const parts: Part[] = []
  if (from > 0) parts.push({ from: 0, to: from, start: e.points[0]!, end: cutAt(from) })
  if (to < n) parts.push({ from: to, to: n, start: cutAt(to), end: e.points.at(-1)! })
  return ok(drawAnew(d, e, w, parts))
}

/** Splits a spline in a place into two that share a point there; an ellipse also opposite. */
export function splitFree(d: SketchDraft, e: Free, near: Vec2): Result<readonly Id[]> {
  const w = wholeOf(d, e)
  const n = w.pieces.length
  const s = nearestShare(w, near)
  const here = (at: number): Id => d.point(w.at(at))
  if (e.kind === 'ellipse') {
    const [start, end] = [here(s), here(s + n / 2)]
    return ok(
      drawAnew(d, e, w, [
        { from: s, to: s + n / 2, start, end },
        { from: s + n / 2, to: s + n, start: end, end: start },
      ]),
    )
  }
  if (s <= tolerance.sameShare || s >= n - tolerance.sameShare)
    return fail(fault('edit.at-end', 'It ends there already; choose a place along it.'))
  const at = here(s)
  return ok(
    drawAnew(d, e, w, [
      { from: 0, to: s, start: e.points[0]!, end: at },
      { from: s, to: n, start: at, end: e.points.at(-1)! },
    ]),
  )
}

interface Part {
  readonly from: number
  readonly to: number
  readonly start: Id
  readonly end: Id
}

/** The parts of a free curve as splines through points; the first takes its place. Gives their ids. */
function drawAnew(d: SketchDraft, e: Free, w: Whole, parts: readonly Part[]): Id[] {
  const within = WITHIN * sizeOf(d.entities)
  const old = pointsOf(e)
  const guide = e.guide ? { guide: true } : {}
  const made = parts.map((part, k): Id => {
    // Its own points stay, so that what was said of them holds.
    const own = e.kind === 'spline' && e.form === 'through' ? e.points : []
    const kept = own.flatMap((id, s) =>
      s > part.from + LEAST_APART && s < part.to - LEAST_APART ? [{ s, id }] : [],
    )
    const first = kept.length > 0 ? [] : [part.from + (part.to - part.from) / 2]
    const given = [part.from, ...kept.map((x) => x.s), ...first, part.to]
    const { marks } = marksAlong((s) => w.at(s), given, within, MOST_POINTS)
    const points = marks.map((s, i): Id => {
      if (i === 0) return part.start
      if (i === marks.length - 1) return part.end
      return kept.find((x) => x.s === s)?.id ?? d.point(w.at(s))
    })
    const spline = { kind: 'spline' as const, points, form: 'through' as const, degree: 3 as const, ...guide }
    if (k > 0) return d.add(spline)
    replace(d, { ...spline, id: e.id })
    return e.id
  })
  keepWhatFits(d, e.id, parts, made)
  dropUnused(d, old)
  return made
}

/** A point nearer than this to a cut, by the parameter, is left out. */
const LEAST_APART = 0.25

/** What was said of the whole curve goes, but for points on it and its running on at an end that it or a later part has. */
function keepWhatFits(d: SketchDraft, id: Id, parts: readonly Part[], made: readonly Id[]): void {
  d.constraints = d.constraints.flatMap((c) => {
    if (!referencesOf(c).includes(id)) return [c]
    if (c.kind === 'point-on') return parts[0]!.start === c.point || parts[0]!.end === c.point ? [] : [c]
    if (c.kind !== 'curvature') return []
    const part = parts.findIndex((p) => p.start === c.at || p.end === c.at)
    if (part < 0) return []
    const put = (x: Id): Id => (x === id ? made[part]! : x)
    return [{ ...c, spline: put(c.spline), with: put(c.with) }]
  })
}

/** The tightest a free curve bends to its left, or to its right, 1/mm; 0 where it never does. */
export function tightest(w: Whole, side: 1 | -1): number {
  let most = 0
  for (const piece of w.pieces)
    for (let k = 0; k <= 32; k++) most = Math.max(most, side * bezierCurvature(piece, k / 32))
  return most
}

/** Draws beside a free curve, to its left where `aside` is positive: splines through points square beside it. */
export function besideFree(d: SketchDraft, e: Free, aside: number): Result<readonly Id[]> {
  const w = wholeOf(d, e)
  const n = w.pieces.length
  const bend = tightest(w, aside > 0 ? 1 : -1)
  if (bend * Math.abs(aside) >= 1)
    return fail(
      fault(
        'edit.offset-wide',
        'The curve bends tighter than this distance somewhere; beside it there would be a fold.',
      ),
    )
  const at = (s: number): Vec2 => {
    const turned = w.round ? ((s % n) + n) % n : s
    const i = Math.min(n - 1, Math.floor(turned))
    const u = directionAt(w.pieces[i]!, turned - i)
    return vec2.add(w.at(s), [-u[1] * aside, u[0] * aside])
  }
  const within = WITHIN * sizeOf(d.entities)
  const guide = e.guide ? { guide: true } : {}
  const along = (from: number, to: number, start: Id, end: Id): Id => {
    const given = Array.from({ length: to - from + 1 }, (_, i) => from + i)
    const { marks } = marksAlong(at, given, within, MOST_POINTS)
    const inner = marks.slice(1, -1).map((s) => d.point(at(s)))
    return d.add({ kind: 'spline', points: [start, ...inner, end], form: 'through', degree: 3, ...guide })
  }
  const [start, far] = [d.point(at(0)), d.point(at(w.round ? n / 2 : n))]
  if (!w.round) return ok([along(0, n, start, far)])
  return ok([along(0, n / 2, start, far), along(n / 2, n, far, start)])
}

/**
 * A straight or an arc as a spline through its ends and so many points between, which are free to be pulled. What was said of it
 * as a straight goes; with `held` its ends stay where they are.
 */
export function smoothen(d: SketchDraft, id: Id, inner: number, held: boolean): Result<readonly Id[]> {
  const e = d.entities.find((x) => x.id === id)
  if (e?.kind !== 'line' && e?.kind !== 'arc')
    return fail(fault('edit.cannot-smooth', 'A straight or an arc can become a smooth curve.'))
  if (!Number.isInteger(inner) || inner < 1 || inner > MOST_POINTS)
    return fail(fault('edit.smooth-points', `Between 1 and ${MOST_POINTS} points can lie between its ends.`))
  const [piece] = piecesOf(e, placesOf(d.entities))
  if (!piece) return fail(fault('edit.no-length', 'This has no length.'))
  const at = placesOf(d.entities)
  const points = Array.from({ length: inner }, (_, i) => d.point(pointAt(piece, (i + 1) / (inner + 1))))
  const { from, to } = e
  const guide = e.guide ? { guide: true } : {}
  replace(d, { kind: 'spline', id, points: [from, ...points, to], form: 'through', degree: 3, ...guide })
  d.constraints = d.constraints.filter((c) => !referencesOf(c).includes(id) || c.kind === 'point-on')
  if (e.kind === 'arc') dropUnused(d, [e.centre])
  const level = (c: SketchDraft['constraints'][number]): boolean =>
    (c.kind === 'horizontal' || c.kind === 'vertical') && [c.a, c.b].every((p) => p === from || p === to)
  // Ends that are held are level by that.
  if (!held) return ok([id])
  d.constraints = d.constraints.filter((c) => !level(c))
  for (const end of [from, to]) {
    if (d.constraints.some((c) => c.kind === 'fixed' && c.point === end)) continue
    const [x, y] = at(end)
    d.relate({ kind: 'fixed', point: end, x, y })
  }
  return ok([id])
}
