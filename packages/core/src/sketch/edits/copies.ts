import { tolerance } from '../../num/index.ts'
import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { vec2, type Vec2 } from '../../plane/index.ts'
import { mapReferences, referencesOf, saysSomething, type Relation } from '../constraints/references.ts'
import { placesOf } from '../curves.ts'
import { isBuiltIn, pointsOf, withPoints, type SketchEntity } from '../entities.ts'
import { sizeOf } from '../unknowns.ts'
import type { NewEntity, NewTie, SketchDraft } from './draft.ts'
import { entityIn, replace } from './keeping.ts'

/** A move of the plane: a place goes to another; sizes grow by `scale`; `flips` where left becomes right. */
export interface Transform2 {
  readonly place: (p: Vec2) => Vec2
  readonly scale: number
  readonly flips: boolean
  /** Level lines stay level, upright ones upright. */
  readonly keepsAxes: boolean
}

export const shift = (by: Vec2): Transform2 => ({
  place: (p) => vec2.add(p, by),
  scale: 1,
  flips: false,
  keepsAxes: true,
})
export const rotation = (about: Vec2, angle: number): Transform2 => ({
  place: (p) => vec2.add(about, vec2.turn(vec2.sub(p, about), angle)),
  scale: 1,
  flips: false,
  keepsAxes: Math.abs(Math.sin(angle)) < tolerance.negligible,
})
export const scaling = (about: Vec2, factor: number): Transform2 => ({
  place: (p) => vec2.addScaled(about, vec2.sub(p, about), factor),
  scale: factor,
  flips: false,
  keepsAxes: true,
})
/** Mirrored in the line through a and b. */
export const reflection = (a: Vec2, b: Vec2): Transform2 => {
  const way = vec2.sub(b, a)
  const u = vec2.scale(way, 1 / vec2.length(way))
  return {
    place(p) {
      const w = vec2.sub(p, a)
      return vec2.addScaled(vec2.addScaled(a, u, 2 * vec2.dot(w, u)), w, -1)
    },
    scale: 1,
    flips: true,
    keepsAxes: Math.abs(u[0] * u[1]) < tolerance.negligible,
  }
}

/** The chosen curves and points, with the points the curves hang on. */
function closure(d: SketchDraft, chosen: readonly Id[]): { curves: SketchEntity[]; points: Set<Id> } {
  const things = chosen.flatMap((id) => entityIn(d, id) ?? [])
  const curves = things.filter((e) => e.kind !== 'point')
  return { curves, points: new Set(things.flatMap(pointsOf).filter((p) => !isBuiltIn(p))) }
}

const NOTHING = fault('edit.nothing-chosen', 'Choose what should be moved or copied first.')

/**
 * Moves, turns or scales what is chosen. Constraints among the moved things stay as far as they still hold; what tied
 * them to things that stay is let go where it no longer does, as `holds` tells.
 */
export function transform(
  d: SketchDraft,
  chosen: readonly Id[],
  m: Transform2,
  holds: (c: Relation) => boolean,
): Result<readonly Id[]> {
  const { points } = closure(d, chosen)
  if (points.size === 0) return fail(NOTHING)
  for (const id of points) {
    const e = entityIn(d, id)
    if (e?.kind !== 'point') continue
    const [x, y] = m.place([e.x, e.y])
    replace(d, { ...e, x, y })
  }
  const moved = new Set(points)
  for (const e of d.entities)
    if (e.kind !== 'point' && pointsOf(e).every((p) => points.has(p))) {
      moved.add(e.id)
      if ('radius' in e) replace(d, { ...e, radius: e.radius * m.scale })
    }
  d.constraints = d.constraints.filter((c) => !referencesOf(c).some((r) => moved.has(r)) || holds(c))
  return ok([...points])
}

export interface Copied {
  /** The new entities, in the order of those they are copies of. */
  readonly made: readonly Id[]
  /** What each copied entity and point became. */
  readonly twin: ReadonlyMap<Id, Id>
}

/**
 * Copies what is chosen to another place, with the constraints among it that are true there. Points that are `known` to have a
 * twin are not copied again.
 */
export function copy(
  d: SketchDraft,
  chosen: readonly Id[],
  m: Transform2,
  known: ReadonlyMap<Id, Id> = new Map(),
): Result<Copied> {
  const { curves, points } = closure(d, chosen)
  if (points.size === 0) return fail(NOTHING)
  const at = placesOf(d.entities)
  // What a mirror moves by too little to be seen was meant to lie in it.
  const near = (m.flips ? 2 * tolerance.notSeen : tolerance.samePlace) * sizeOf(d.entities)
  const twin = new Map<Id, Id>()
  for (const p of points) {
    const before = known.get(p)
    if (before !== undefined) {
      twin.set(p, before)
      continue
    }
    const from = at(p)
    const to = m.place(from)
    const stays = vec2.distance(to, from) <= near
    // A point that stays where it is is shared.
    twin.set(p, stays ? p : d.point(to))
    const e = entityIn(d, p)
    if (stays && m.flips && e?.kind === 'point' && !isFixed(d, p))
      replace(d, { ...e, x: (from[0] + to[0]) / 2, y: (from[1] + to[1]) / 2 })
  }
  const made: Id[] = []
  for (const e of curves) {
    const { id: _, ...placed } = withPoints(e, (p) => twin.get(p) ?? p)
    const sized = 'radius' in placed ? { ...placed, radius: placed.radius * m.scale } : placed
    const sensed = m.flips && sized.kind === 'arc' ? { ...sized, clockwise: !sized.clockwise } : sized
    const id = d.add(sensed as NewEntity)
    twin.set(e.id, id)
    made.push(id)
  }
  // The copies' own constraints join the list while it is gone through.
  const before = d.constraints.slice()
  for (const c of before) {
    const refs = referencesOf(c)
    if (c.kind === 'dimension' || c.kind === 'fixed' || c.kind === 'symmetric') continue
    if (!refs.every((r) => twin.has(r)) || refs.every((r) => twin.get(r) === r)) continue
    const axial = c.kind === 'horizontal' || c.kind === 'vertical'
    if (axial && !m.keepsAxes) continue
    const { id: _, ...tie } = mapReferences(c, (r) => twin.get(r)!)
    if (saysSomething({ ...tie, id: '' } as Relation)) d.relate(tie as NewTie)
  }
  return ok({ made, twin })
}

/** Points that are tied to a twin in a line already, both ways. */
function twinsIn(d: SketchDraft, axis: Id): Map<Id, Id> {
  const twins = new Map<Id, Id>()
  for (const c of d.constraints)
    if (c.kind === 'symmetric' && c.line === axis) twins.set(c.a, c.b).set(c.b, c.a)
  return twins
}

/** Whether a curve lies in the line it would be mirrored in, so that its twin would be itself. */
export function liesInMirror(d: SketchDraft, curve: Id, axis: Id): boolean {
  const e = entityIn(d, curve)
  if (e?.kind !== 'line') return false
  const line = d.entities.find((x) => x.id === axis)
  const at = placesOf(d.entities)
  const [a, b]: readonly [Vec2, Vec2] =
    line?.kind === 'line'
      ? [at(line.from), at(line.to)]
      : axis === 'up-axis'
        ? [
            [0, 0],
            [0, 1],
          ]
        : [
            [0, 0],
            [1, 0],
          ]
  const near = 2 * tolerance.notSeen * sizeOf(d.entities)
  const image = reflection(a, b)
  return [e.from, e.to].every((p) => vec2.distance(image.place(at(p)), at(p)) <= near)
}

const isFixed = (d: SketchDraft, point: Id): boolean =>
  d.constraints.some((c) => c.kind === 'fixed' && c.point === point)

/** Whether a point lies on a line by what is drawn or said already: as its end, or by a constraint of its own. */
function liesOn(d: SketchDraft, point: Id, line: Id): boolean {
  const e = entityIn(d, line)
  if (e?.kind === 'line' && (e.from === point || e.to === point)) return true
  return d.constraints.some(
    (c) =>
      (c.kind === 'point-on' && c.point === point && c.curve === line) ||
      (c.kind === 'fixed' && c.point === point),
  )
}

/** Ties copies to what they are copies of in size: equal lines, equal rounds. */
export function equalSizes(d: SketchDraft, twin: ReadonlyMap<Id, Id>): void {
  for (const [from, to] of twin) {
    const e = entityIn(d, from)
    if (from !== to && (e?.kind === 'line' || e?.kind === 'arc' || e?.kind === 'circle'))
      d.relate({ kind: 'equal', a: from, b: to })
  }
}

/**
 * Mirrors what is chosen in a line: once, with the constraints among the copies; or linked, every point symmetric to its
 * twin from then on.
 */
export function mirror(
  d: SketchDraft,
  chosen: readonly Id[],
  axis: Id,
  linked: boolean,
): Result<readonly Id[]> {
  const at = placesOf(d.entities)
  const line = entityIn(d, axis)
  const [a, b]: readonly [Vec2, Vec2] =
    line?.kind === 'line'
      ? [at(line.from), at(line.to)]
      : axis === 'up-axis'
        ? [
            [0, 0],
            [0, 1],
          ]
        : [
            [0, 0],
            [1, 0],
          ]
  if (!(vec2.distance(a, b) > 0)) return fail(fault('edit.axis', 'The line to mirror in has no length.'))
  const things = chosen.filter((id) => id !== axis)
  const before = d.constraints.slice()
  const known = linked ? twinsIn(d, axis) : new Map<Id, Id>()
  const copied = copy(d, things, reflection(a, b), known)
  if (!copied.ok) return copied
  const { made, twin } = copied.value
  if (linked) {
    d.constraints = before
    for (const [from, to] of twin) {
      const e = entityIn(d, from)
      if (from === to) {
        // What lies in the mirror stays in it.
        if (e?.kind === 'point' && !liesOn(d, from, axis))
          d.relate({ kind: 'point-on', point: from, curve: axis })
      } else if (known.get(from) === to) continue
      else if (e?.kind === 'point') d.relate({ kind: 'symmetric', a: from, b: to, line: axis })
      else if (e?.kind === 'circle' || e?.kind === 'ellipse') d.relate({ kind: 'equal', a: from, b: to })
    }
  }
  return ok(made)
}

/** Repeats what is chosen: each copy stands one placement further, as large as the first. Gives the new curves. */
export function repeat(
  d: SketchDraft,
  chosen: readonly Id[],
  count: number,
  placement: (k: number) => Transform2,
): Result<readonly Id[]> {
  const all: Id[] = []
  for (let k = 1; k < count; k++) {
    const copied = copy(d, chosen, placement(k))
    if (!copied.ok) return copied
    equalSizes(d, copied.value.twin)
    all.push(...copied.value.made)
  }
  return ok(all)
}
