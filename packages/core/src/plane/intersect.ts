import { TURN } from '../num/index.ts'
import { bezierAt, bezierPiece } from './bezier.ts'
import { arc2, curveLength, line2, pointAt, type Arc2, type Curve2, type Line2 } from './curve.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** A place two curves share, by the shares of both. */
export interface Crossing {
  readonly a: number
  readonly b: number
  readonly point: Vec2
}

/** The piece of a curve between two of its shares, from < to. */
export function pieceOf(c: Curve2, from: number, to: number): Curve2 {
  if (from === 0 && to === 1) return c
  switch (c.kind) {
    case 'line':
      return line2(pointAt(c, from), pointAt(c, to))
    case 'arc':
      return arc2(c.centre, c.radius, c.start + c.sweep * from, c.sweep * (to - from))
    case 'bezier':
      return bezierPiece(c, from, to)
  }
}

/** The place of a curve nearest to a point. */
export function nearestOn(
  c: Curve2,
  p: Vec2,
): { readonly t: number; readonly point: Vec2; readonly distance: number } {
  const at = (t: number) => {
    const point = pointAt(c, t)
    return { t, point, distance: vec2.distance(point, p) }
  }
  if (c.kind === 'line') {
    const d = vec2.sub(c.to, c.from)
    const size = vec2.dot(d, d)
    return at(size > 0 ? Math.min(Math.max(vec2.dot(vec2.sub(p, c.from), d) / size, 0), 1) : 0)
  }
  if (c.kind === 'arc') {
    const t = shareOfAngle(c, Math.atan2(p[1] - c.centre[1], p[0] - c.centre[0]))
    const inside = t <= 1 ? at(t) : undefined
    const ends = [at(0), at(1)].sort((x, y) => x.distance - y.distance)[0]!
    return inside && inside.distance <= ends.distance ? inside : ends
  }
  // From every look that is nearer than its neighbours: which of them leads nearest is only known at the end.
  const looks = Array.from({ length: BEZIER_LOOKS + 1 }, (_, i) => at(i / BEZIER_LOOKS))
  const isLow = (i: number): boolean =>
    [i - 1, i + 1].every((k) => !(looks[k] && looks[k].distance < looks[i]!.distance))
  return looks
    .filter((_, i) => isLow(i))
    .map((from) => nearerOn(c, p, from, at))
    .reduce((best, here) => (here.distance < best.distance ? here : best))
}

type Near = ReturnType<typeof nearestOn>

/** Newton on (c(t) - p) . c'(t) = 0 from a place; only steps that come nearer count, and where one does not, its half does. */
function nearerOn(
  c: Extract<Curve2, { kind: 'bezier' }>,
  p: Vec2,
  from: Near,
  at: (t: number) => Near,
): Near {
  let best = from
  for (let k = 0; k < NEWTON_STEPS; k++) {
    const { point, first, second } = bezierAt(c, best.t)
    const off = vec2.sub(point, p)
    const slope = vec2.dot(first, first) + vec2.dot(off, second)
    // Where the distance bows the other way, down it by a share of a look.
    let step =
      slope > 0 ? -vec2.dot(off, first) / slope : -Math.sign(vec2.dot(off, first)) / (4 * BEZIER_LOOKS)
    let next = at(Math.min(Math.max(best.t + step, 0), 1))
    for (let n = 0; n < HALVINGS && !(next.distance < best.distance); n++) {
      step /= 2
      next = at(Math.min(Math.max(best.t + step, 0), 1))
    }
    if (!(next.distance < best.distance)) break
    best = next
  }
  return best
}

const BEZIER_LOOKS = 48
const HALVINGS = 6
const NEWTON_STEPS = 12

/** The share of an arc at an angle; over 1 where the arc does not pass it. */
function shareOfAngle(c: Arc2, angle: number): number {
  const travel = c.sweep >= 0 ? angle - c.start : c.start - angle
  const turn = Math.abs(c.sweep)
  const along = travel - TURN * Math.floor(travel / TURN)
  return turn > 0 ? along / turn : 0
}

/**
 * All places two curves share within `eps` mm. Where they run on top of each other the ends of the common stretch
 * are given.
 */
export function crossings(a: Curve2, b: Curve2, eps: number): Crossing[] {
  const found: Crossing[] = []
  const add = (ta: number, tb: number): void => {
    const [sa, sb] = [snapped(a, ta, eps), snapped(b, tb, eps)]
    const point = pointAt(a, sa)
    if (vec2.distance(point, pointAt(b, sb)) > 2 * eps) return
    if (found.some((f) => vec2.distance(f.point, point) <= eps)) return
    found.push({ a: sa, b: sb, point })
  }
  // Ends that lie on the other curve first, so that touching corners come out as ends.
  for (const t of [0, 1]) {
    const onB = nearestOn(b, pointAt(a, t))
    if (onB.distance <= eps) add(t, onB.t)
    const onA = nearestOn(a, pointAt(b, t))
    if (onA.distance <= eps) add(onA.t, t)
  }
  if (a.kind === 'bezier' || b.kind === 'bezier') byPieces(a, b, add)
  else if (a.kind === 'line' && b.kind === 'line') lines(a, b, add)
  else if (a.kind === 'line' && b.kind === 'arc') lineAndArc(a, b, eps, add)
  else if (a.kind === 'arc' && b.kind === 'line') lineAndArc(b, a, eps, (tb, ta) => add(ta, tb))
  else if (a.kind === 'arc' && b.kind === 'arc') arcs(a, b, eps, add)
  return found
}

/** A share that lies within eps of an end is that end. */
function snapped(c: Curve2, t: number, eps: number): number {
  const p = pointAt(c, t)
  if (vec2.distance(p, pointAt(c, 0)) <= eps && t < 0.5) return 0
  if (vec2.distance(p, pointAt(c, 1)) <= eps && t > 0.5) return 1
  return t
}

type Add = (ta: number, tb: number) => void

function lines(a: Line2, b: Line2, add: Add): void {
  const p = vec2.sub(a.to, a.from)
  const q = vec2.sub(b.to, b.from)
  const between = vec2.sub(b.from, a.from)
  const det = vec2.cross(p, q)
  if (det === 0) return
  const [s, t] = [vec2.cross(between, q) / det, vec2.cross(between, p) / det]
  if (s >= 0 && s <= 1 && t >= 0 && t <= 1) add(s, t)
}

function lineAndArc(line: Line2, arc: Arc2, eps: number, add: Add): void {
  const d = vec2.sub(line.to, line.from)
  const length = vec2.length(d)
  if (length === 0) return
  const u = vec2.scale(d, 1 / length)
  const w = vec2.sub(arc.centre, line.from)
  const foot = vec2.dot(w, u)
  const off = vec2.cross(u, w)
  // A line that only just misses the circle touches it.
  if (Math.abs(off) > arc.radius + eps) return
  const half = Math.sqrt(Math.max(arc.radius ** 2 - off ** 2, 0))
  for (const along of [foot - half, foot + half]) {
    const s = along / length
    if (s < 0 || s > 1) continue
    const p = pointAt(line, s)
    const t = shareOfAngle(arc, Math.atan2(p[1] - arc.centre[1], p[0] - arc.centre[0]))
    if (t <= 1) add(s, t)
  }
}

function arcs(a: Arc2, b: Arc2, eps: number, add: Add): void {
  const d = vec2.sub(b.centre, a.centre)
  const distance = vec2.length(d)
  if (distance <= eps && Math.abs(a.radius - b.radius) <= eps) return
  if (distance === 0 || distance > a.radius + b.radius + eps) return
  if (distance < Math.abs(a.radius - b.radius) - eps) return
  const u = vec2.scale(d, 1 / distance)
  const along = (distance ** 2 + a.radius ** 2 - b.radius ** 2) / (2 * distance)
  const half = Math.sqrt(Math.max(a.radius ** 2 - along ** 2, 0))
  for (const side of [half, -half]) {
    const p = vec2.add(a.centre, [u[0] * along - u[1] * side, u[1] * along + u[0] * side])
    const angle = (c: Arc2): number => shareOfAngle(c, Math.atan2(p[1] - c.centre[1], p[0] - c.centre[0]))
    const [ta, tb] = [angle(a), angle(b)]
    if (ta <= 1 && tb <= 1) add(ta, tb)
  }
}

/** Crossings with a spline: chords of both are crossed, then Newton on a(s) = b(t). */
function byPieces(a: Curve2, b: Curve2, add: Add): void {
  const [na, nb] = [chordsOf(a), chordsOf(b)]
  const pa = Array.from({ length: na + 1 }, (_, i) => pointAt(a, i / na))
  const pb = Array.from({ length: nb + 1 }, (_, i) => pointAt(b, i / nb))
  const reach = curveLength(a) / na + curveLength(b) / nb
  for (let i = 0; i < na; i++) {
    for (let j = 0; j < nb; j++) {
      if (vec2.distance(pa[i]!, pb[j]!) > 2 * reach) continue
      const root = newton(a, b, (i + 0.5) / na, (j + 0.5) / nb)
      if (root) add(...root)
    }
  }
}

const chordsOf = (c: Curve2): number => (c.kind === 'line' ? 1 : 32)

function newton(a: Curve2, b: Curve2, s: number, t: number): readonly [number, number] | undefined {
  for (let k = 0; k < NEWTON_STEPS; k++) {
    const off = vec2.sub(pointAt(a, s), pointAt(b, t))
    const [da, db] = [velocity(a, s), velocity(b, t)]
    const det = -vec2.cross(da, db)
    if (Math.abs(det) < Number.MIN_VALUE) return undefined
    const ds = vec2.cross(off, db) / det
    const dt = vec2.cross(off, da) / det
    ;[s, t] = [clamp(s + ds), clamp(t + dt)]
    if (Math.abs(ds) + Math.abs(dt) < 1e-14) break
  }
  return [s, t]
}

const clamp = (t: number): number => Math.min(Math.max(t, 0), 1)

/** Derivative of a curve's point by its share. */
function velocity(c: Curve2, t: number): Vec2 {
  if (c.kind === 'line') return vec2.sub(c.to, c.from)
  if (c.kind === 'bezier') return bezierAt(c, t).first
  const angle = c.start + c.sweep * t
  return [-Math.sin(angle) * c.radius * c.sweep, Math.cos(angle) * c.radius * c.sweep]
}
