import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { offsetChain, pointAt, reverseCurve, runsOn, vec2, type SimpleCurve } from '../../plane/index.ts'
import { chainOf, type Chain } from '../chains.ts'
import type { Measured } from '../constraints/dimensions.ts'
import { piecesOf, placesOf } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import { besideFree } from './free.ts'
import type { SketchDraft } from './draft.ts'
import { entityIn } from './keeping.ts'

export interface OffsetOptions {
  /** How far off, mm, more than 0. */
  readonly distance: number
  /** As one looks along the chain's travel; the left of a circle is its inside. */
  readonly side: 'left' | 'right' | 'both'
  /** How the ends of an open chain are joined where it is drawn beside on both sides; `open` leaves them. */
  readonly caps?: 'open' | 'straight' | 'round'
  /** What happens outside corners: the curves run on until they meet, or an arc goes round. */
  readonly corners: 'extended' | 'rounded'
  /** Keeps the distance by constraints and one dimension. */
  readonly linked: boolean
}

type Open = Extract<SketchEntity, { kind: 'line' | 'arc' }>

/** A stretch of the offset: what it goes beside, or the corner it goes round. */
interface Stretch {
  readonly of: Open | undefined
  readonly round: Id | undefined
  readonly curve: SimpleCurve
}

/** One of the two sides, and the figure that all of both share. */
interface SideOptions {
  readonly corners: OffsetOptions['corners']
  readonly linked: boolean
  /** To the left of the chain's travel, mm; negative to its right. */
  readonly aside: number
  /** A dimension of the figure typed, or one that follows the first. */
  readonly measure: (measured: Measured) => void
}

/**
 * Draws beside a chain of lines and arcs, or round a circle, on one side or both with one distance for both. Gives the new
 * curves, the caps last.
 */
export function offset(d: SketchDraft, picked: readonly Id[], o: OffsetOptions): Result<readonly Id[]> {
  if (!(o.distance > 0)) return fail(fault('edit.offset-distance', 'The distance has to be more than 0.'))
  const chain = chainOf(d.entities, picked)
  if (!chain.ok)
    return fail(fault('edit.no-chain', 'Choose curves that hang together end to end, without a fork.'))
  let size: Id | undefined
  const measure = (measured: Measured): void => {
    const id = d.size(measured, size === undefined ? 'typed' : { like: size })
    size ??= id
  }
  const { corners, linked } = o
  const sides: Beside[] = []
  for (const way of o.side === 'both' ? [1, -1] : [o.side === 'left' ? 1 : -1]) {
    const beside = besideChain(d, chain.value, { corners, linked, measure, aside: way * o.distance })
    if (!beside.ok) return beside
    sides.push(beside.value)
  }
  const made = sides.flatMap((s) => s.made)
  const [left, right] = sides
  const caps =
    left && right && !chain.value.closed && (o.caps ?? 'open') !== 'open'
      ? capEnds(d, left, right, o.caps === 'round', linked)
      : []
  // Ends without a cap stand square beside the chain's.
  if (linked && caps.length === 0) for (const side of sides) squareEnds(d, side)
  return ok([...made, ...caps])
}

function besideChain(d: SketchDraft, { closed, links }: Chain, o: SideOptions): Result<Beside> {
  const first = entityIn(d, links[0]!.curve)
  if (links.length === 1 && (first?.kind === 'spline' || first?.kind === 'ellipse')) {
    if (o.linked)
      return fail(
        fault('edit.offset-free', 'What runs beside a free curve is drawn once; say so of the distance.'),
      )
    const made = besideFree(d, first, o.aside)
    return made.ok ? ok({ made: made.value, ends: [] }) : made
  }
  if (first?.kind === 'circle') return besideCircle(d, first, o)
  const at = placesOf(d.entities)
  const curves: SimpleCurve[] = []
  for (const { curve, forward } of links) {
    const e = entityIn(d, curve)
    const [piece] = e && e.kind !== 'point' ? piecesOf(e, at) : []
    if ((e?.kind !== 'line' && e?.kind !== 'arc') || !piece || piece.kind === 'bezier')
      return fail(
        fault('edit.offset-kind', 'A chain of lines and arcs is drawn beside, or a free curve by itself.'),
      )
    curves.push((forward ? piece : reverseCurve(piece)) as SimpleCurve)
  }
  const beside = offsetChain(curves, closed, o.aside, o.corners)
  if ('kind' in beside)
    return beside.kind === 'tight'
      ? fail(
          fault(
            'edit.offset-wide',
            `Curve ${beside.at + 1} of the chain is an arc too tight for this distance.`,
          ),
        )
      : fail(fault('edit.offset-corner', `At corner ${beside.at + 1} there is no room for this distance.`))
  const stretches = beside.map((s): Stretch => ({
    of: s.beside === undefined ? undefined : (entityIn(d, links[s.beside]!.curve) as Stretch['of']),
    round: s.round === undefined ? undefined : startOf(d, links[s.round]!),
    curve: s.curve,
  }))
  return ok(put(d, stretches, closed, o))
}

function startOf(d: SketchDraft, l: { readonly curve: Id; readonly forward: boolean }): Id {
  const e = entityIn(d, l.curve) as Open
  return l.forward ? e.from : e.to
}

function besideCircle(
  d: SketchDraft,
  e: Extract<SketchEntity, { kind: 'circle' }>,
  o: SideOptions,
): Result<Beside> {
  const radius = e.radius - o.aside
  if (!(radius > 0)) return fail(fault('edit.offset-wide', 'The circle is smaller than this distance.'))
  const made = d.add({ kind: 'circle', centre: e.centre, radius, ...(e.guide ? { guide: true } : {}) })
  if (o.linked) o.measure({ of: 'between', a: e.id, b: made })
  return ok({ made: [made], ends: [] })
}

/** What was drawn on one side: its curves, and where an open one ends. */
interface Beside {
  readonly made: readonly Id[]
  /** At the chain's start and end: the curve beside, its end, and what it goes beside. */
  readonly ends: readonly { readonly curve: Id; readonly point: Id; readonly of: Open }[]
}

/** Puts the stretches into the drawing with their points shared, and ties them to what they go beside. */
function put(d: SketchDraft, stretches: readonly Stretch[], closed: boolean, o: SideOptions): Beside {
  const n = stretches.length
  const points = stretches.map((s) => d.point(pointAt(s.curve, 0)))
  if (!closed) points.push(d.point(pointAt(stretches[n - 1]!.curve, 1)))
  const made = stretches.map(({ of, round, curve }, i): Id => {
    const [from, to] = [points[i]!, points[(i + 1) % points.length]!]
    const guide = of?.guide ? { guide: true } : {}
    if (curve.kind === 'line') return d.add({ kind: 'line', from, to, ...guide })
    const centre = of?.kind === 'arc' ? of.centre : round!
    return d.add({
      kind: 'arc',
      centre,
      from,
      to,
      radius: curve.radius,
      clockwise: curve.sweep < 0,
      ...guide,
    })
  })
  const ends = closed
    ? []
    : [
        { curve: made[0]!, point: points[0]!, of: stretches[0]!.of! },
        { curve: made.at(-1)!, point: points.at(-1)!, of: stretches.at(-1)!.of! },
      ]
  if (!o.linked) return { made, ends }
  // What is said first stays where a later one would say the same again.
  stretches.forEach(({ of, round, curve }, i) => {
    if (of?.kind === 'arc') o.measure({ of: 'between', a: of.id, b: made[i]! })
    else if (round !== undefined && curve.kind === 'arc') o.measure({ of: 'radius', round: made[i]! })
  })
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [a, b] = [stretches[i]!, stretches[(i + 1) % n]!]
    if (!runsOn(a.curve, b.curve) || (a.curve.kind === 'line' && b.curve.kind === 'line')) continue
    const [p, q] = [made[i]!, made[(i + 1) % n]!]
    const [first, second] = b.curve.kind === 'line' ? [q, p] : [p, q]
    d.relate({ kind: 'tangent', a: first, b: second, at: points[(i + 1) % points.length]!, side: 1 })
  }
  stretches.forEach(({ of }, i) => {
    if (of?.kind === 'line') d.relate({ kind: 'parallel', a: of.id, b: made[i]! })
  })
  stretches.forEach(({ of }, i) => {
    if (of?.kind === 'line') o.measure({ of: 'off-line', point: points[i]!, line: of.id })
  })
  return { made, ends }
}

/** The end of the chain that an end beside it stands by. */
function besideEnd(d: SketchDraft, of: Open, end: Id): Id {
  const at = placesOf(d.entities)
  const far = (p: Id): number => vec2.distance(at(p), at(end))
  return far(of.from) <= far(of.to) ? of.from : of.to
}

/** Ends of an open offset stand square beside the chain's: a guide line holds each. */
function squareEnds(d: SketchDraft, { ends }: Beside): void {
  for (const { point, of } of ends) {
    const guide = d.add({ kind: 'line', from: besideEnd(d, of, point), to: point, guide: true })
    squareTo(d, of, guide)
  }
}

function squareTo(d: SketchDraft, of: Open, line: Id): void {
  if (of.kind === 'line') d.relate({ kind: 'perpendicular', a: of.id, b: line })
  else d.relate({ kind: 'point-on', point: of.centre, curve: line })
}

/** Joins both sides at the ends of the chain: by a line through its end, square to it, or by half a circle about it. */
function capEnds(d: SketchDraft, left: Beside, right: Beside, round: boolean, linked: boolean): Id[] {
  return left.ends.map(({ curve, point, of }, i): Id => {
    const other = right.ends[i]!
    const end = besideEnd(d, of, point)
    const guide = of.guide ? { guide: true } : {}
    if (!round) {
      const cap = d.add({ kind: 'line', from: point, to: other.point, ...guide })
      if (linked) {
        squareTo(d, of, cap)
        d.relate({ kind: 'point-on', point: end, curve: cap })
      }
      return cap
    }
    const at = placesOf(d.entities)
    const cap = d.add({
      kind: 'arc',
      centre: end,
      from: point,
      to: other.point,
      radius: vec2.distance(at(end), at(point)),
      // Out past the end: from the left one goes left about at the start, right about at the far end.
      clockwise: i === 1,
      ...guide,
    })
    if (linked)
      for (const [side, p] of [
        [curve, point],
        [other.curve, other.point],
      ] as const)
        d.relate({ kind: 'tangent', a: side, b: cap, at: p, side: 1 })
    return cap
  })
}
