import { fail, fault, lengthFault, ok, type Id, type Result } from '../../base/index.ts'
import { lastHolding } from '../../num/index.ts'
import { curveLength, vec2 } from '../../plane/index.ts'
import { referencesOf } from '../constraints/references.ts'
import { piecesOf, placesOf } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import { scratchOf, type SketchDraft } from './draft.ts'
import { curvesAt, dropUnused, entityIn, moveEnd, exportFile } from './keeping.ts'
import { cornerAt, roundingOf, type Open, type Rounding } from './rounding.ts'

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

export interface FilletOptions {
  /** Takes out short curves next to a corner that leave no room, and rounds to the curve behind them. */
  readonly swallow?: boolean
}

/**
 * Rounds corners with arcs tangent to both curves. All share one dimension: the first arc has it, the others are equal
 * to it. Gives the arcs; fails when a corner has no room, and says which and what radius fits in all of them.
 */
export function fillet(
  d: SketchDraft,
  corners: readonly Id[],
  radius: number,
  options: FilletOptions = {},
): Result<readonly Id[]> {
  if (!(radius > 0)) return fail(fault('edit.radius', 'The radius has to be more than 0.'))
  const before = scratchOf(d)
  const made = roundAll(d, corners, radius, options)
  return typeof made === 'number' ? noRoom(before, corners, made, radius, options) : made
}

/** Rounds all the corners; gives the arcs, what is wrong with a corner, or which of them has no room. */
function roundAll(
  d: SketchDraft,
  corners: readonly Id[],
  radius: number,
  { swallow = false }: FilletOptions,
): Result<readonly Id[]> | number {
  const [entities, constraints] = [[...d.entities], [...d.constraints]]
  const through = new Set<Id>()
  // Each turn but the last takes one more curve out that lies between two of the corners.
  for (let left = corners.length; ; left--) {
    const arcs: Id[] = []
    const passed = new Set<Id>()
    const stuck = corners.findIndex((corner) => {
      if (passed.has(corner)) return false
      const found = cornerAt(d, corner)
      if (!found.ok) return true
      const site = siteOf(d, corner, found.value, radius, swallow ? { through, rounds: arcs } : undefined)
      if (!site) return true
      for (const c of site.gone) passed.add(c.from).add(c.to)
      arcs.push(putRound(d, site, radius, arcs[0]))
      return false
    })
    if (stuck < 0) return ok(arcs)
    const found = cornerAt(d, corners[stuck]!)
    if (!found.ok) return found
    const between = found.value.find(
      (c) => !through.has(c.id) && curvesAt(d, otherEnd(c, corners[stuck]!)).some((x) => arcs.includes(x.id)),
    )
    if (!swallow || !between || left === 0) return stuck
    through.add(between.id)
    d.entities = [...entities]
    d.constraints = [...constraints]
  }
}

/** Where a corner is rounded: the two curves, the end of each that goes, and the short curves between that go with it. */
interface Site {
  readonly round: Rounding
  readonly sides: readonly [Side, Side]
  readonly gone: readonly Open[]
}

interface Side {
  readonly curve: Open
  readonly end: Id
}

/** What may go for a round: these curves in any case, others where there is no room, but no round made before. */
interface Swallowing {
  readonly through: ReadonlySet<Id>
  readonly rounds: readonly Id[]
}

const otherEnd = (c: Open, end: Id): Id => (c.from === end ? c.to : c.from)

/**
 * The room for a round at a corner: between its two curves, or, where short ones may go, behind the shorter of them. Rounds made
 * with it stay.
 */
function siteOf(
  d: SketchDraft,
  corner: Id,
  [a, b]: readonly [Open, Open],
  radius: number,
  swallow: Swallowing | undefined,
): Site | undefined {
  let sides: readonly [Side, Side] = [
    { curve: a, end: corner },
    { curve: b, end: corner },
  ]
  const gone: Open[] = []
  // Each turn takes one curve of the drawing away.
  for (let left = d.entities.length; left > 0; left--) {
    const sure = sides.findIndex((s) => swallow?.through.has(s.curve.id))
    const round = sure < 0 ? roundingOf(d, corner, [sides[0].curve, sides[1].curve], radius) : undefined
    if (round) return { round, sides, gone }
    if (!swallow) return undefined
    const short = sure >= 0 ? sure : longOf(d, sides[0].curve) <= longOf(d, sides[1].curve) ? 0 : 1
    const [from, other] = [sides[short]!, sides[1 - short]!]
    const end = otherEnd(from.curve, from.end)
    const next = cornerAt(d, end)
    const behind = next.ok ? next.value.find((c) => c.id !== from.curve.id) : undefined
    if (!behind || behind.id === other.curve.id || swallow.rounds.includes(behind.id)) return undefined
    gone.push(from.curve)
    const past: Side = { curve: behind, end }
    sides = short === 0 ? [past, other] : [other, past]
  }
  return undefined
}

const longOf = (d: SketchDraft, c: Open): number =>
  piecesOf(c, placesOf(d.entities)).reduce((sum, piece) => sum + curveLength(piece), 0)

/** Puts the round in: its dimension, or as large as the first one. Gives the arc. */
function putRound(d: SketchDraft, { round, sides, gone }: Site, radius: number, first: Id | undefined): Id {
  const [a, b] = sides
  const straight = a.curve.kind === 'line' && b.curve.kind === 'line'
  const [p, q] = [d.point(round.first), d.point(round.second)]
  moveEnd(d, a.curve.id, a.end, p, straight && gone.length === 0)
  moveEnd(d, b.curve.id, b.end, q, straight && gone.length === 0)
  if (gone.length > 0)
    exportFile(
      d,
      gone.map((c) => c.id),
    )
  else if (straight) keepCorner(d, a.end, a.curve.id, b.curve.id)
  const centre = d.point(round.centre)
  const [u, v] = [vec2.sub(round.first, round.centre), vec2.sub(round.second, round.centre)]
  const arc = d.add({
    kind: 'arc',
    centre,
    from: p,
    to: q,
    radius,
    clockwise: vec2.cross(u, v) < 0,
    ...(a.curve.guide && b.curve.guide ? { guide: true } : {}),
  })
  d.relate({ kind: 'tangent', a: a.curve.id, b: arc, at: p, side: 1 })
  d.relate({ kind: 'tangent', a: b.curve.id, b: arc, at: q, side: 1 })
  if (first === undefined) d.size({ of: 'radius', round: arc }, 'typed')
  else d.relate({ kind: 'equal', a: first, b: arc })
  return arc
}

/** Why a radius does not fit, with the largest that does in all the corners. */
function noRoom(
  before: SketchDraft,
  corners: readonly Id[],
  at: number,
  radius: number,
  options: FilletOptions,
): Result<never> {
  const which = corners.length > 1 ? `Corner ${at + 1}` : 'The corner'
  const fits = (r: number): boolean => {
    const made = roundAll(scratchOf(before), corners, r, options)
    return typeof made !== 'number' && made.ok
  }
  const largest = lastHolding(0, radius, fits)
  if (!(largest > 0)) return fail(fault('edit.no-room', `${which} has no room for a round.`))
  return fail(
    lengthFault('edit.no-room')([`${which} has no room for this radius; up to `, ' fits.'], largest),
  )
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
