import type { Id } from '@flexum/core/base'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { BUILT_IN, endsOf, isBuiltIn, type SketchEntity } from '@flexum/core/sketch'
import type { SheetModel } from './model.ts'
import type { SketchMeasured } from '@flexum/core/recipe'

/** Two lines whose directions differ by less are side by side: their distance is meant and not their angle. */
const PARALLEL = 1e-6

const entity = (model: SheetModel, id: Id): SketchEntity | undefined =>
  model.byId.get(id) ?? BUILT_IN.find((e) => e.id === id)

/**
 * What a dimension on the picked things would measure, told from where the pointer is: between two points beside their
 * box across or up, else along; an arc near it its radius, further out its length; a circle inside its radius, outside
 * its diameter; two lines their angle on the pointer's side, or their distance.
 */
export function measuredFor(
  model: SheetModel,
  picks: readonly Id[],
  pointer: Vec2,
): SketchMeasured | undefined {
  const [a, b] = picks.map((id) => entity(model, id))
  if (!a || picks.length > 2) return undefined
  if (!b) return one(model, a, pointer)
  const [pa, pb] = [pointFor(a), pointFor(b)]
  if (isRound(a) && isRound(b) && vec2.distance(model.at(a.centre), model.at(b.centre)) <= 1e-9 * model.size)
    return a.id === b.id ? undefined : { of: 'between', a: a.id, b: b.id }
  if (pa !== undefined && pb !== undefined) return pa === pb ? undefined : between(model, pa, pb, pointer)
  if (pa !== undefined && b.kind === 'line') return { of: 'off-line', point: pa, line: b.id }
  if (pb !== undefined && a.kind === 'line') return { of: 'off-line', point: pb, line: a.id }
  if (a.kind === 'line' && b.kind === 'line') return lines(model, a, b, pointer)
  return undefined
}

const isRound = (e: SketchEntity): e is Extract<SketchEntity, { kind: 'arc' | 'circle' }> =>
  e.kind === 'arc' || e.kind === 'circle'

/** The point a thing is measured from: itself, or a round's centre. */
function pointFor(e: SketchEntity): Id | undefined {
  if (e.kind === 'point') return e.id
  return e.kind === 'arc' || e.kind === 'circle' || e.kind === 'ellipse' ? e.centre : undefined
}

function one(model: SheetModel, e: SketchEntity, pointer: Vec2): SketchMeasured | undefined {
  if (isBuiltIn(e.id)) return undefined
  if (e.kind === 'line') return between(model, e.from, e.to, pointer)
  if (e.kind === 'circle') {
    const inside = vec2.distance(model.at(e.centre), pointer) < e.radius
    return { of: inside ? 'radius' : 'diameter', round: e.id }
  }
  if (e.kind === 'arc') {
    const far = vec2.distance(model.at(e.centre), pointer) > 1.5 * e.radius
    return { of: far ? 'arc-length' : 'radius', round: e.id }
  }
  if (e.kind === 'spline') return { of: 'chain', curves: [e.id] }
  if (e.kind === 'ellipse') return ofEllipse(model, e, pointer)
  return undefined
}

/** Inside it the half width that the pointer lies nearer to; outside how long it is all round. */
function ofEllipse(
  model: SheetModel,
  e: Extract<SketchEntity, { kind: 'ellipse' }>,
  pointer: Vec2,
): SketchMeasured {
  const centre = model.at(e.centre)
  const [half, to] = [vec2.sub(model.at(e.end), centre), vec2.sub(pointer, centre)]
  const long = vec2.length(half)
  const [along, across] = [
    Math.abs(vec2.dot(to, half)) / long ** 2,
    Math.abs(vec2.cross(half, to)) / long / e.radius,
  ]
  if (along ** 2 + across ** 2 > 1) return { of: 'chain', curves: [e.id] }
  return along > across ? { of: 'distance', a: e.centre, b: e.end } : { of: 'radius', round: e.id }
}

function between(model: SheetModel, a: Id, b: Id, pointer: Vec2): SketchMeasured {
  const [p, q] = [model.at(a), model.at(b)]
  const within = (k: 0 | 1): boolean =>
    pointer[k] >= Math.min(p[k], q[k]) && pointer[k] <= Math.max(p[k], q[k])
  const slanted = Math.abs(p[0] - q[0]) > 1e-6 * model.size && Math.abs(p[1] - q[1]) > 1e-6 * model.size
  if (slanted && within(0) && !within(1)) return { of: 'across', a, b }
  if (slanted && within(1) && !within(0)) return { of: 'up', a, b }
  return { of: 'distance', a, b }
}

type Line = Extract<SketchEntity, { kind: 'line' }>

function lines(model: SheetModel, a: Line, b: Line, pointer: Vec2): SketchMeasured {
  const way = (l: Line): Vec2 => {
    const d = vec2.sub(model.at(l.to), model.at(l.from))
    return vec2.scale(d, 1 / Math.max(vec2.length(d), 1e-12))
  }
  const [u, v] = [way(a), way(b)]
  if (Math.abs(vec2.cross(u, v)) < PARALLEL) return { of: 'off-line', point: b.from, line: a.id }
  const corner = meeting(model, a, b)
  if (!corner) return { of: 'angle', a: a.id, b: b.id }
  // The pointer lies between u and v, or between u and -v (seen from the corner, either way round).
  const to = vec2.sub(pointer, corner)
  const sameSide = vec2.cross(u, to) * vec2.cross(u, v) > 0 === vec2.cross(to, v) * vec2.cross(u, v) > 0
  return sameSide ? { of: 'angle', a: a.id, b: b.id } : { of: 'angle', a: a.id, b: b.id, turned: true }
}

/** Where two lines, made longer, meet. */
export function meeting(model: SheetModel, a: Line, b: Line): Vec2 | undefined {
  const [p, q] = [model.at(a.from), model.at(b.from)]
  const [u, v] = [vec2.sub(model.at(a.to), p), vec2.sub(model.at(b.to), q)]
  const cross = vec2.cross(u, v)
  if (cross === 0) return undefined
  return vec2.add(p, vec2.scale(u, vec2.cross(vec2.sub(q, p), v) / cross))
}

/** The middle of what is measured: where a dimension's text is offset from. */
export function middleOf(model: SheetModel, m: SketchMeasured): Vec2 {
  switch (m.of) {
    case 'distance':
    case 'across':
    case 'up':
      return vec2.scale(vec2.add(model.at(m.a), model.at(m.b)), 0.5)
    case 'off-line': {
      const l = lineOf(model, m.line)
      const at = model.at(m.point)
      if (!l) return at
      return vec2.scale(vec2.add(at, foot(at, model.at(l.from), model.at(l.to))), 0.5)
    }
    case 'angle': {
      const [a, b] = [lineOf(model, m.a), lineOf(model, m.b)]
      if (!a || !b) return [0, 0]
      return meeting(model, a, b) ?? model.at(a.from)
    }
    case 'radius':
    case 'diameter':
    case 'arc-length':
    case 'sweep': {
      const e = model.byId.get(m.round)
      return e && 'centre' in e ? model.at(e.centre) : [0, 0]
    }
    case 'between': {
      const [a, b] = [model.byId.get(m.a), model.byId.get(m.b)]
      if (!a || !b || !isRound(a) || !isRound(b)) return [0, 0]
      return vec2.add(model.at(a.centre), [(a.radius + b.radius) / 2, 0])
    }
    case 'chain': {
      const ends = m.curves.flatMap((id) => {
        const e = model.byId.get(id)!
        return endsOf(e) ?? ('centre' in e ? [e.centre] : [])
      })
      const points = ends.map((id) => model.at(id))
      if (points.length === 0) return [0, 0]
      return vec2.scale(
        points.reduce((s, p) => vec2.add(s, p), [0, 0] as Vec2),
        1 / points.length,
      )
    }
  }
}

/** A line of the sketch, or an axis of the sheet as one. */
export function lineOf(model: SheetModel, id: Id): Line | undefined {
  const e = model.byId.get(id)
  if (e?.kind === 'line') return e
  if (!isBuiltIn(id)) return undefined
  return { kind: 'line', id, from: 'origin', to: id === 'up-axis' ? 'up-unit' : 'across-unit' }
}

/** The foot of a point on the line through a and b. */
export function foot(p: Vec2, a: Vec2, b: Vec2): Vec2 {
  const d = vec2.sub(b, a)
  const size = vec2.dot(d, d)
  return size === 0 ? a : vec2.add(a, vec2.scale(d, vec2.dot(vec2.sub(p, a), d) / size))
}
