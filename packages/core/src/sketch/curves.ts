import { keptWith, type Id } from '../base/index.ts'
import { TURN } from '../num/index.ts'
import {
  arc2,
  ellipsePieces,
  line2,
  splineByControl,
  splineThrough,
  vec2,
  type Curve2,
  type Vec2,
} from '../plane/index.ts'
import { BUILT_IN, pointsOf, type SketchEntity } from './entities.ts'

/** Finds where a point stands. */
export type Places = (point: Id) => Vec2

export function placesOf(entities: readonly SketchEntity[]): Places {
  const at = new Map<Id, Vec2>()
  for (const e of [...BUILT_IN, ...entities]) if (e.kind === 'point') at.set(e.id, [e.x, e.y])
  return (id) => {
    const p = at.get(id)
    if (!p) throw new Error(`the sketch has no point "${id}"`)
    return p
  }
}

/** How far an arc turns, positive counter-clockwise, by its sense; ends on top of each other make a whole turn. */
export function arcSweep(centre: Vec2, from: Vec2, to: Vec2, clockwise: boolean): number {
  const a = vec2.sub(from, centre)
  const b = vec2.sub(to, centre)
  const turn = Math.atan2(vec2.cross(a, b), vec2.dot(a, b)) * (clockwise ? -1 : 1)
  const sweep = turn <= 0 ? turn + TURN : turn
  return clockwise ? -sweep : sweep
}

/** The curve an entity draws, as pieces end to start; a point and what has no extent draw nothing. */
export function piecesOf(e: SketchEntity, at: Places): Curve2[] {
  switch (e.kind) {
    case 'point':
      return []
    case 'line': {
      const [from, to] = [at(e.from), at(e.to)]
      return vec2.distance(from, to) > 0 ? [line2(from, to)] : []
    }
    case 'arc': {
      const [c, from, to] = [at(e.centre), at(e.from), at(e.to)]
      const start = Math.atan2(from[1] - c[1], from[0] - c[0])
      return e.radius > 0 ? [arc2(c, e.radius, start, arcSweep(c, from, to, e.clockwise))] : []
    }
    case 'circle':
      return e.radius > 0 ? [arc2(at(e.centre), e.radius, 0, TURN)] : []
    case 'ellipse': {
      const centre = at(e.centre)
      const half = vec2.sub(at(e.end), centre)
      return e.radius > 0 && vec2.length(half) > 0 ? ellipsePieces(centre, half, e.radius) : []
    }
    case 'spline': {
      const points = e.points.map(at)
      if (points.every((p) => vec2.distance(p, points[0]!) === 0)) return []
      return e.form === 'through' ? splineThrough(points) : splineByControl(points, e.degree)
    }
  }
}

interface Drawn {
  readonly points: readonly Vec2[]
  readonly pieces: readonly Curve2[]
}
const drawn = keptWith<SketchEntity, Drawn>()
const same = (a: readonly Vec2[], b: readonly Vec2[]): boolean =>
  a.length === b.length && a.every((p, i) => p[0] === b[i]![0] && p[1] === b[i]![1])

/** What each entity draws, as `piecesOf`; the same lists as the last time where its points stand where they stood. */
export function drawnBy(entities: readonly SketchEntity[], at: Places): ReadonlyMap<Id, readonly Curve2[]> {
  const all = new Map<Id, readonly Curve2[]>()
  for (const e of entities) {
    if (e.kind === 'point') continue
    const points = pointsOf(e).map(at)
    let known = drawn.get(e)
    if (!known || !same(known.points, points)) drawn.put(e, (known = { points, pieces: piecesOf(e, at) }))
    all.set(e.id, known.pieces)
  }
  return all
}
