import { TURN, tolerance as TOLERANCE } from '../num/index.ts'
import { bezierAt } from './bezier.ts'
import { arc2, line2, pointAt, type Arc2, type Curve2 } from './curve.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** Shares at which a free-form curve is compared with a simple one. */
const SAMPLE_SHARES = [0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875]

/** The circle through three points; undefined for three in a row. */
export function circleThrough(
  a: Vec2,
  b: Vec2,
  c: Vec2,
): { readonly centre: Vec2; readonly radius: number } | undefined {
  const [u, v] = [vec2.sub(b, a), vec2.sub(c, a)]
  const d = 2 * vec2.cross(u, v)
  if (d === 0) return undefined
  const [uu, vv] = [vec2.dot(u, u), vec2.dot(v, v)]
  const off: Vec2 = [(v[1] * uu - u[1] * vv) / d, (u[0] * vv - v[0] * uu) / d]
  const radius = vec2.length(off)
  return Number.isFinite(radius) ? { centre: vec2.add(a, off), radius } : undefined
}

/** The arc from a through b to c. */
export function arcThrough(a: Vec2, b: Vec2, c: Vec2): Arc2 | undefined {
  const circle = circleThrough(a, b, c)
  if (!circle) return undefined
  const angle = (p: Vec2): number => Math.atan2(p[1] - circle.centre[1], p[0] - circle.centre[0])
  const positive = (x: number): number => x - TURN * Math.floor(x / TURN)
  const start = angle(a)
  const [toB, toC] = [positive(angle(b) - start), positive(angle(c) - start)]
  const sweep = toB < toC ? toC : toC - TURN
  return arc2(circle.centre, circle.radius, start, sweep)
}

/** A free-form curve as a line or an arc where it is one within a tolerance, mm; itself otherwise. */
function simplest(c: Curve2, tolerance: number): Curve2 {
  if (c.kind !== 'bezier') return c
  const [a, b] = [pointAt(c, 0), pointAt(c, 1)]
  const at = (t: number): Vec2 => bezierAt(c, t).point
  const chord = vec2.distance(a, b)
  if (chord > 0) {
    const u = vec2.scale(vec2.sub(b, a), 1 / chord)
    const straight = SAMPLE_SHARES.every((t) => {
      const w = vec2.sub(at(t), a)
      const along = vec2.dot(w, u)
      return Math.abs(vec2.cross(u, w)) <= tolerance && along >= -tolerance && along <= chord + tolerance
    })
    if (straight) return line2(a, b)
  }
  const arc = arcThrough(a, at(0.5), b)
  const near = (p: Vec2): boolean => Math.abs(vec2.distance(p, arc!.centre) - arc!.radius) <= tolerance
  return arc && SAMPLE_SHARES.every((t) => near(at(t))) ? arc : c
}

/** Two arcs that follow each other on one circle within a tolerance, as one. */
function joined(a: Curve2, b: Curve2, tolerance: number): Arc2 | undefined {
  if (a.kind !== 'arc' || b.kind !== 'arc' || Math.sign(a.sweep) !== Math.sign(b.sweep)) return undefined
  if (Math.abs(a.radius - b.radius) > 2 * tolerance) return undefined
  if (vec2.distance(a.centre, b.centre) > 4 * tolerance) return undefined
  const sweep = a.sweep + b.sweep
  if (Math.abs(sweep) > TURN * (1 + TOLERANCE.wholeTurn)) return undefined
  if (Math.abs(sweep) > 0.999 * TURN) return arc2(a.centre, a.radius, a.start, Math.sign(sweep) * TURN)
  const [p, q, r] = [pointAt(a, 0), pointAt(a, 1), pointAt(b, 1)]
  const whole = arcThrough(p, q, r)
  if (!whole) return undefined
  const fits = [a, b].every((c) =>
    SAMPLE_SHARES.every(
      (t) => Math.abs(vec2.distance(pointAt(c, t), whole.centre) - whole.radius) <= tolerance,
    ),
  )
  return fits ? whole : undefined
}

/** A chain of curves with its straights and arcs found, within a tolerance, mm; neighbours on one circle become one arc. */
export function recognised(chain: readonly Curve2[], tolerance: number): Curve2[] {
  const found: Curve2[] = []
  for (const c of chain) {
    const simple = simplest(c, tolerance)
    const before = found.at(-1)
    const both = before && joined(before, simple, tolerance)
    if (both) found[found.length - 1] = both
    else found.push(simple)
  }
  return found
}
