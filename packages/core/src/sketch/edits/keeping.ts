import type { Id } from '../../base/index.ts'
import { mapReferences, referencesOf, saysSomething, type Relation } from '../constraints/references.ts'
import { endsOf, isBuiltIn, pointsOf, type SketchEntity } from '../entities.ts'
import type { SketchDraft } from './draft.ts'

type Curve = Exclude<SketchEntity, { kind: 'point' }>

export function entityIn(d: SketchDraft, id: Id): SketchEntity | undefined {
  return d.entities.find((e) => e.id === id)
}

/** The curves that use a point. */
export function curvesAt(d: SketchDraft, point: Id): Curve[] {
  return d.entities.filter((e): e is Curve => e.kind !== 'point' && pointsOf(e).includes(point))
}

export function replace(d: SketchDraft, entity: SketchEntity): void {
  d.entities = d.entities.map((e) => (e.id === entity.id ? entity : e))
}

/**
 * Takes things out: curves with a removed point go too, points that only removed curves used go with them, and
 * constraints on what is gone go as well.
 */
export function exportFile(d: SketchDraft, ids: readonly Id[]): void {
  const gone = new Set(ids)
  for (const e of d.entities) if (e.kind !== 'point' && pointsOf(e).some((p) => gone.has(p))) gone.add(e.id)
  const usedBefore = new Set(d.entities.flatMap((e) => (e.kind === 'point' ? [] : pointsOf(e))))
  const curves = d.entities.filter((e) => e.kind !== 'point' && !gone.has(e.id))
  const used = new Set(curves.flatMap(pointsOf))
  for (const e of d.entities)
    if (e.kind === 'point' && usedBefore.has(e.id) && !used.has(e.id)) gone.add(e.id)
  d.entities = d.entities.filter((e) => !gone.has(e.id))
  d.constraints = d.constraints.filter((c) => !gone.has(c.id) && !referencesOf(c).some((r) => gone.has(r)))
}

/** Points that nothing draws with and nothing but the listed constraints refers to go. */
export function dropUnused(d: SketchDraft, points: readonly Id[]): void {
  const used = new Set(d.entities.flatMap((e) => (e.kind === 'point' ? [] : pointsOf(e))))
  const idle = points.filter((p) => !used.has(p) && !isBuiltIn(p))
  if (idle.length > 0) exportFile(d, idle)
}

/** Whether a constraint says how long a curve is, or what is in its middle: no longer true once an end has moved. */
function saysHowLong(c: Relation, curve: Curve, endsMove: boolean): boolean {
  const ends: readonly Id[] = endsMove ? (endsOf(curve) ?? []) : []
  const both = (a: Id, b: Id): boolean => ends.includes(a) && ends.includes(b)
  switch (c.kind) {
    case 'dimension': {
      const m = c.measured
      if (m.of === 'distance' || m.of === 'across' || m.of === 'up') return both(m.a, m.b)
      return (
        ((m.of === 'arc-length' || m.of === 'sweep') && m.round === curve.id) ||
        (m.of === 'chain' && m.curves.includes(curve.id))
      )
    }
    case 'equal':
      return curve.kind === 'line' && (c.a === curve.id || c.b === curve.id)
    case 'midpoint':
      return both(c.a, c.b)
    case 'arc-middle':
      return endsMove && c.round === curve.id
    default:
      return false
  }
}

/** Drops what says how long a curve is; what is measured between its ends stays where these stay. */
export function forgetLength(d: SketchDraft, curve: Curve, endsMove = true): void {
  d.constraints = d.constraints.filter((c) => !saysHowLong(c, curve, endsMove))
}

/**
 * Gives a curve another end. Level and upright of its two ends go along, as do all constraints on the curve itself;
 * what says how long it is goes, and so does its touching another at the old end. The old end goes if nothing needs it.
 */
export function moveEnd(d: SketchDraft, curve: Id, oldEnd: Id, newEnd: Id, keepOld = false): void {
  const before = entityIn(d, curve) as Curve
  const ends = endsOf(before)!
  if (!keepOld) forgetLength(d, before)
  d.constraints = d.constraints.flatMap((c): Relation[] => {
    if ((c.kind === 'horizontal' || c.kind === 'vertical') && ends.includes(c.a) && ends.includes(c.b)) {
      const moved = mapReferences(c, (id) => (id === oldEnd ? newEnd : id))
      return saysSomething(moved) ? [moved] : []
    }
    // An end lies on its own curve by itself.
    if (c.kind === 'point-on' && c.curve === curve && c.point === newEnd) return []
    const touches = (c.kind === 'tangent' || c.kind === 'curvature') && c.at === oldEnd
    return touches && referencesOf(c).includes(curve) ? [] : [c]
  })
  replace(d, withEnd(before, oldEnd, newEnd))
  if (!keepOld) dropUnused(d, [oldEnd])
}

/** The curve with another end, its other points as they are. */
export function withEnd<C extends Curve>(curve: C, oldEnd: Id, newEnd: Id): C {
  if (curve.kind === 'line' || curve.kind === 'arc')
    return curve.from === oldEnd ? { ...curve, from: newEnd } : { ...curve, to: newEnd }
  if (curve.kind === 'spline')
    return { ...curve, points: curve.points.map((p) => (p === oldEnd ? newEnd : p)) }
  return curve
}
