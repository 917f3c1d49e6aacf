import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { TURN, tolerance } from '../../num/index.ts'
import { arc2, crossings, line2, nearestOn, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { placesOf, type Places } from '../curves.ts'
import type { SketchEntity } from '../entities.ts'
import { sizeOf } from '../unknowns.ts'
import type { SketchDraft } from './draft.ts'
import { curvesAt } from './keeping.ts'

export type Open = Extract<SketchEntity, { kind: 'line' | 'arc' }>

/** The two lines or arcs that meet at a point and end there. */
export function cornerAt(d: SketchDraft, point: Id): Result<readonly [Open, Open]> {
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

export interface Rounding {
  readonly centre: Vec2
  readonly first: Vec2
  readonly second: Vec2
}

/** The circle of a radius that touches both curves of a corner, the one nearest to the corner. */
export function roundingOf(
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
