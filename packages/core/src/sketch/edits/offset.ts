import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { offsetChain, pointAt, reverseCurve, runsOn, vec2, type SimpleCurve } from '../../plane/index.ts'
import { chainOf } from '../chains.ts'
import { piecesOf, placesOf } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import type { SketchDraft } from './draft.ts'
import { entityIn } from './keeping.ts'

export interface OffsetOptions {
  /** To the left of the chain's travel, mm; negative to its right. */
  readonly distance: number
  /** What happens outside corners: the curves run on until they meet, or an arc goes round. */
  readonly corners: 'extended' | 'rounded'
  /** Keeps the distance by constraints and one dimension. */
  readonly linked: boolean
}

/** A stretch of the offset: what it goes beside, or the corner it goes round. */
interface Stretch {
  readonly of: Extract<SketchEntity, { kind: 'line' | 'arc' }> | undefined
  readonly round: Id | undefined
  readonly curve: SimpleCurve
}

/** Draws beside a chain of lines and arcs, or round a circle. Gives the new curves. */
export function offset(d: SketchDraft, picked: readonly Id[], o: OffsetOptions): Result<readonly Id[]> {
  const chain = chainOf(d.entities, picked)
  if (!chain.ok)
    return fail(fault('edit.no-chain', 'Choose curves that hang together end to end, without a fork.'))
  const first = entityIn(d, chain.value.links[0]!.curve)
  if (first?.kind === 'circle') return besideCircle(d, first, o)
  const at = placesOf(d.entities)
  const curves: SimpleCurve[] = []
  for (const { curve, forward } of chain.value.links) {
    const e = entityIn(d, curve)
    const [piece] = e && e.kind !== 'point' ? piecesOf(e, at) : []
    if ((e?.kind !== 'line' && e?.kind !== 'arc') || !piece || piece.kind === 'bezier')
      return fail(
        fault('edit.offset-kind', 'Lines, arcs and circles can be drawn beside; this is something else.'),
      )
    curves.push((forward ? piece : reverseCurve(piece)) as SimpleCurve)
  }
  const { closed, links } = chain.value
  const beside = offsetChain(curves, closed, o.distance, o.corners)
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
  const e = entityIn(d, l.curve) as Extract<SketchEntity, { kind: 'line' | 'arc' }>
  return l.forward ? e.from : e.to
}

function besideCircle(
  d: SketchDraft,
  e: Extract<SketchEntity, { kind: 'circle' }>,
  o: OffsetOptions,
): Result<readonly Id[]> {
  const radius = e.radius - o.distance
  if (!(radius > 0)) return fail(fault('edit.offset-wide', 'The circle is smaller than this distance.'))
  const made = d.add({ kind: 'circle', centre: e.centre, radius, ...(e.guide ? { guide: true } : {}) })
  if (o.linked) d.size({ of: 'between', a: e.id, b: made }, 'typed')
  return ok([made])
}

/** Puts the stretches into the drawing with their points shared, and ties them to what they go beside. */
function put(d: SketchDraft, stretches: readonly Stretch[], closed: boolean, o: OffsetOptions): Id[] {
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
  if (!o.linked) return made
  let size: Id | undefined
  const measure = (measured: Parameters<SketchDraft['size']>[0]): void => {
    const id = d.size(measured, size === undefined ? 'typed' : { like: size })
    size ??= id
  }
  // What is said first stays where a later one would say the same again.
  stretches.forEach(({ of, round, curve }, i) => {
    if (of?.kind === 'arc') measure({ of: 'between', a: of.id, b: made[i]! })
    else if (round !== undefined && curve.kind === 'arc') measure({ of: 'radius', round: made[i]! })
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
    if (of?.kind === 'line') measure({ of: 'off-line', point: points[i]!, line: of.id })
  })
  if (!closed) squareEnds(d, stretches, points)
  return made
}

/** Ends of an open offset stand square beside the chain's: a guide line holds each. */
function squareEnds(d: SketchDraft, stretches: readonly Stretch[], points: readonly Id[]): void {
  const at = placesOf(d.entities)
  for (const [stretch, end] of [
    [stretches[0]!, points[0]!],
    [stretches.at(-1)!, points.at(-1)!],
  ] as const) {
    const of = stretch.of!
    const [p] = [of.from, of.to].sort((a, b) => vec2.distance(at(a), at(end)) - vec2.distance(at(b), at(end)))
    const guide = d.add({ kind: 'line', from: p!, to: end, guide: true })
    if (of.kind === 'line') d.relate({ kind: 'perpendicular', a: of.id, b: guide })
    else d.relate({ kind: 'point-on', point: of.centre, curve: guide })
  }
}
