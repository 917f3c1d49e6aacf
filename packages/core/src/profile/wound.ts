import { tolerance } from '../num/index.ts'
import { bezier2, bezierAt, directionAt, pointAt, vec2, type Curve2, type Vec2 } from '../plane/index.ts'
import { loopsOf, regionsOf, type Section } from './region.ts'

/** The section of a strand square across its own line, where that lies in the group, and how fast the group turns, rad/mm. */
export interface Winding {
  readonly section: Section
  readonly centre: Vec2
  readonly rate: number
}

/** By how much the plane across the path cuts more of a strand than a plane square to its own line: sqrt(1 + (R w)^2). */
export const woundStretch = ({ centre, rate }: Pick<Winding, 'centre' | 'rate'>): number =>
  Math.hypot(1, vec2.length(centre) * rate)

/**
 * The angle from the middle of a round strand, radius r, on a circle about the path within which the plane across the path cuts it:
 * the greatest of a + atan2(v/c, R + u) over its outline.
 */
export function woundHalfAngle(r: number, circle: number, rate: number): number {
  const k = circle * rate
  const c = Math.hypot(1, k)
  let most = 0
  for (let i = 1; i < HALF_LOOKS; i++) {
    const a = (Math.PI * i) / HALF_LOOKS
    const v = r * Math.sin(a)
    most = Math.max(most, (rate * k * v) / c + Math.atan2(v / c, circle + r * Math.cos(a)))
  }
  return most
}

const HALF_LOOKS = 720

/** Into how many pieces each curve of a section is parted, in the order of its edges. */
export type WoundPieces = readonly number[]

/** How far the pieces may leave the true outline, as a share of the strand's reach. */
export const WOUND_OFF = 5e-6
const MOST_PIECES = 64

/**
 * A strand that winds about the path stands askew to it: square across its own line it keeps its section, so that the plane across the
 * path cuts it longer along the way that it goes round. With R from the middle, rate w, k = R w and c = sqrt(1 + k^2), the
 * point u outward and v along the way of the strand's own section lies v k/c back along the path; carried on to the plane it is turned by
 * a = w k v/c and stands at (R + u) outward and v/c along the way. Exact for a helix about a straight path; its area is c times that
 * of the strand. Undefined where the strand is too thick for its winding: it would fold, 1 + k^2 + u R w^2 <= 0.
 */
export function wound(of: Winding, pieces: WoundPieces): Section | undefined {
  const map = mapOf(of)
  if (!map) return of.section
  let edge = 0
  let folds = false
  const loop = (curves: readonly Curve2[]): Curve2[] =>
    curves.flatMap((c) => {
      const n = pieces[edge++]!
      const at = (t: number): Placed => {
        const p = map(pointAt(c, t), derivative(c, t))
        if (!(p.grows > 0)) folds = true
        return p
      }
      const all = Array.from({ length: n + 1 }, (_, i) => at(i / n))
      return all.slice(1).map((b, i) => cubic(all[i]!, at((i + 0.5) / n).at, b, 1 / n))
    })
  const regions = regionsOf(of.section).map((r) => ({ outer: loop(r.outer), holes: r.holes.map(loop) }))
  return folds ? undefined : regions
}

/** Pieces that keep to the true outline at a rate. */
export function woundPieces(of: Winding): WoundPieces {
  const map = mapOf(of)
  const curves = loopsOf(of.section).flat()
  if (!map) return curves.map(() => 1)
  const reach = curves.reduce((most, c) => Math.max(most, vec2.distance(pointAt(c, 0), of.centre)), 0)
  return curves.map((c) => {
    const at = (t: number): Placed => map(pointAt(c, t), derivative(c, t))
    for (let n = 1; n < MOST_PIECES; n *= 2) if (off(at, n) <= WOUND_OFF * reach) return n
    return MOST_PIECES
  })
}

/** A point of the outline and its derivative; by how much the area grows there. */
interface Placed {
  readonly at: Vec2
  readonly along: Vec2
  readonly grows: number
}

function mapOf({ centre, rate }: Winding): ((p: Vec2, d: Vec2) => Placed) | undefined {
  const radius = vec2.length(centre)
  const k = radius * rate
  if (radius === 0) return undefined
  const c = Math.hypot(1, k)
  const out = vec2.scale(centre, 1 / radius)
  const way: Vec2 = [-out[1], out[0]]
  const turn = (rate * k) / c
  return (p, d) => {
    const off = vec2.sub(p, centre)
    const [u, v] = [vec2.dot(off, out), vec2.dot(off, way)]
    const [du, dv] = [vec2.dot(d, out), vec2.dot(d, way)]
    const [x, y] = [radius + u, v / c]
    const [dx, dy] = [du - y * turn * dv, dv / c + x * turn * dv]
    const [outThere, wayThere] = [vec2.turn(out, turn * v), vec2.turn(way, turn * v)]
    return {
      at: vec2.addScaled(vec2.scale(outThere, x), wayThere, y),
      along: vec2.addScaled(vec2.scale(outThere, dx), wayThere, dy),
      grows: 1 / c + x * turn,
    }
  }
}

/** The derivative of a curve's point by its parameter. */
function derivative(c: Curve2, t: number): Vec2 {
  if (c.kind === 'line') return vec2.sub(c.to, c.from)
  if (c.kind === 'bezier') return bezierAt(c, t).first
  return vec2.scale(directionAt(c, t), c.radius * Math.abs(c.sweep))
}

/**
 * The cubic between two places of a curve, along it at both ends and through the place in the middle: on an arc of angle a it is off by
 * 2.7e-4 (a / 90 degrees)^6 of the radius. Where both ends go one way, by their derivatives over `width` of the parameter.
 */
function cubic(a: Placed, middle: Vec2, b: Placed, width: number): Curve2 {
  const half = vec2.scale(vec2.add(a.at, b.at), 0.5)
  const bow = vec2.scale(vec2.sub(middle, half), 8 / 3)
  const across = vec2.cross(a.along, b.along)
  const [from, to] =
    Math.abs(across) > tolerance.woundStraight * vec2.length(a.along) * vec2.length(b.along)
      ? [vec2.cross(bow, b.along) / across, vec2.cross(bow, a.along) / across]
      : [width / 3, width / 3]
  return bezier2([a.at, vec2.addScaled(a.at, a.along, from), vec2.addScaled(b.at, b.along, -to), b.at])
}

/** How far the cubics of so many pieces leave the curve, by looks between: beside it, wherever along it. */
function off(at: (t: number) => Placed, n: number): number {
  let most = 0
  for (let i = 0; i < n; i++) {
    const piece = cubic(at(i / n), at((i + 0.5) / n).at, at((i + 1) / n), 1 / n)
    for (const u of [0.2, 0.4, 0.5, 0.6, 0.8]) {
      const there = at((i + u) / n)
      const by = vec2.sub(pointAt(piece, u), there.at)
      most = Math.max(most, Math.abs(vec2.cross(by, there.along)) / vec2.length(there.along))
    }
  }
  return most
}
