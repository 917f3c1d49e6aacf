import { spend } from '../base/index.ts'
import { gaussRule, tolerance, leastBetween } from '../num/index.ts'
import {
  bezier2,
  bezierAt,
  bezierCurvature,
  bezierPiece,
  bezierSpeed,
  type Bezier2,
  type Vec2,
} from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { LineSegment } from './line-segment.ts'

/** A plane in space with its own axes: right-handed with `normal` toward whoever looks at it. */
export interface PlaneFrame {
  readonly origin: Vec3
  readonly x: Vec3
  readonly y: Vec3
}

/**
 * A piece of a plane spline that turns one way only. `shares[k]` is the curve's parameter at arc length k/(n) of the
 * whole; between them it is found by Newton.
 */
export interface SplineSegment {
  readonly kind: 'spline'
  readonly plane: PlaneFrame
  readonly curve: Bezier2
  readonly length: number
  readonly shares: readonly number[]
  /** Smallest radius of curvature along it. */
  readonly radius: number
  /** Total turn, >= 0. */
  readonly turn: number
}

const TABLE = 32
const NEWTON = 8
const SAMPLES = 64

/** Panels of 16 Gauss points: on the short pieces asked of it, round-off is all that is left. */
function lengthBetween(c: Bezier2, a: number, b: number): number {
  const { nodes, weights } = gaussRule(16)
  spend(nodes.length, 'the lengths of a spline')
  const half = (b - a) / 2
  let sum = 0
  for (let i = 0; i < nodes.length; i++) sum += weights[i]! * bezierSpeed(c, a + half * (1 + nodes[i]!))
  return sum * half
}

/** The spline segments of one Bezier piece, cut where its curvature changes sign. */
export function splineSegments(plane: PlaneFrame, curve: Bezier2): (SplineSegment | LineSegment)[] {
  const cuts = [0, ...inflections(curve), 1]
  return cuts.slice(1).flatMap((to, i): (SplineSegment | LineSegment)[] => {
    const piece = bezierPiece(curve, cuts[i]!, to)
    const made = oneSegment(plane, piece)
    if (!(made.length > 0)) return []
    // Control points in a row make a straight.
    if (made.radius > made.length / tolerance.sameDirection)
      return [
        {
          kind: 'line',
          start: splinePoint(made, 0),
          direction: splineTangent(made, 0),
          length: made.length,
        },
      ]
    return [made]
  })
}

function inflections(c: Bezier2): number[] {
  const found: number[] = []
  const bend = (t: number): number => {
    const { first, second } = bezierAt(c, t)
    return first[0] * second[1] - first[1] * second[0]
  }
  let [last, at] = [0, bend(0)]
  for (let i = 1; i <= SAMPLES; i++) {
    const end = bend(i / SAMPLES)
    // Where it is none at a look, the next one tells.
    if (end === 0) continue
    let [low, high] = [last, i / SAMPLES]
    const turns = at * end < 0
    const before = at
    ;[last, at] = [high, end]
    if (!turns) continue
    for (let k = 0; k < 60; k++) {
      const mid = (low + high) / 2
      if (bend(mid) * before > 0) low = mid
      else high = mid
    }
    const t = (low + high) / 2
    if (t > tolerance.straightVanishes && t < 1 - tolerance.straightVanishes) found.push(t)
  }
  return found
}

function oneSegment(plane: PlaneFrame, curve: Bezier2): SplineSegment {
  const lengths = [0]
  for (let k = 0; k < TABLE; k++) lengths.push(lengths[k]! + lengthBetween(curve, k / TABLE, (k + 1) / TABLE))
  const length = lengths[TABLE]!
  const shares = [0]
  for (let k = 1; k < TABLE; k++) shares.push(shareFor(curve, lengths, (length * k) / TABLE))
  shares.push(1)
  const { turn, sharpest } = bendingOf(curve)
  return {
    kind: 'spline',
    plane,
    curve,
    length,
    shares,
    radius: sharpest > 0 ? 1 / sharpest : Infinity,
    turn,
  }
}

/** A stretch that turns by less than this is one look, rad; a sharp place so gets as many looks as it needs. */
const LOOK_TURN = 0.1
/** Halvings of a stretch between two of the even looks. */
const LOOK_HALVINGS = 20

/**
 * How far a piece turns in all, and its largest curvature. The turn is the sum of the angles between the tangents at looks that
 * stand so close that none can have gone round unseen: even ones, and more where the direction changes fast. The largest
 * curvature lies beside the look where it is largest, and is narrowed down by golden section (Kiefer 1953).
 */
function bendingOf(c: Bezier2): { turn: number; sharpest: number } {
  const shares: number[] = [0]
  let turn = 0
  const between = (t0: number, p: Vec2, t1: number, q: Vec2, left: number): void => {
    const angle = Math.abs(Math.atan2(p[0] * q[1] - p[1] * q[0], p[0] * q[0] + p[1] * q[1]))
    if (left === 0 || angle <= LOOK_TURN) {
      turn += angle
      shares.push(t1)
      return
    }
    const mid = (t0 + t1) / 2
    const m = tangentAt(c, mid)
    between(t0, p, mid, m, left - 1)
    between(mid, m, t1, q, left - 1)
  }
  let before = tangentAt(c, 0)
  for (let i = 1; i <= SAMPLES; i++) {
    const next = tangentAt(c, i / SAMPLES)
    between((i - 1) / SAMPLES, before, i / SAMPLES, next, LOOK_HALVINGS)
    before = next
  }
  const bend = (t: number): number => Math.abs(bezierCurvature(c, t))
  const bends = shares.map(bend)
  let sharpest = bends.reduce((a, b) => Math.max(a, b), 0)
  bends.forEach((b, i) => {
    const [left, right] = [Math.max(i - 1, 0), Math.min(i + 1, bends.length - 1)]
    // Between three looks the curvature rises little above the middle one: lesser peaks need no narrowing.
    if (b < bends[left]! || b < bends[right]! || b < sharpest / 2) return
    const at = leastBetween((t) => -bend(t), shares[left]!, shares[right]!)
    sharpest = Math.max(sharpest, bend(at))
  })
  return { turn, sharpest }
}

function shareFor(c: Bezier2, lengths: readonly number[], s: number): number {
  let k = 0
  while (k < TABLE - 1 && lengths[k + 1]! <= s) k++
  const base = k / TABLE
  const inStep = (s - lengths[k]!) / Math.max(lengths[k + 1]! - lengths[k]!, Number.MIN_VALUE)
  return refine(c, base, s - lengths[k]!, base + inStep / TABLE)
}

/** The parameter at arc length `rest` past parameter `base`, by Newton from a guess. */
function refine(c: Bezier2, base: number, rest: number, guess: number): number {
  let t = guess
  for (let i = 0; i < NEWTON; i++) {
    const speed = bezierSpeed(c, t)
    if (!(speed > tolerance.noDirection)) break
    const step = (lengthBetween(c, base, t) - rest) / speed
    t = Math.min(Math.max(t - step, 0), 1)
    if (Math.abs(step) < tolerance.negligible) break
  }
  return t
}

/** The curve's parameter at arc length s. */
export function splineShare(g: SplineSegment, s: number): number {
  if (s <= 0) return 0
  if (s >= g.length) return 1
  const at = (s / g.length) * TABLE
  const k = Math.min(Math.floor(at), TABLE - 1)
  const base = g.shares[k]!
  const guess = base + (g.shares[k + 1]! - base) * (at - k)
  return refine(g.curve, base, s - (g.length * k) / TABLE, guess)
}

function tangentAt(c: Bezier2, t: number): Vec2 {
  const { first } = bezierAt(c, t)
  const speed = Math.hypot(...first)
  if (speed > tolerance.noDirection) return [first[0] / speed, first[1] / speed]
  // Control points on top of each other: the next one gives the direction.
  const near = bezierAt(c, t < 0.5 ? 1e-4 : 1 - 1e-4).first
  const size = Math.max(Math.hypot(...near), tolerance.noDirection)
  return [near[0] / size, near[1] / size]
}

const inSpace = (f: PlaneFrame, v: Vec2): Vec3 => vec3.addScaled(vec3.scale(f.x, v[0]), f.y, v[1])

export function splinePoint(g: SplineSegment, s: number): Vec3 {
  return vec3.add(g.plane.origin, inSpace(g.plane, bezierAt(g.curve, splineShare(g, s)).point))
}

export function splineTangent(g: SplineSegment, s: number): Vec3 {
  return inSpace(g.plane, tangentAt(g.curve, splineShare(g, s)))
}

export function splineCurvature(g: SplineSegment, s: number): Vec3 {
  const t = splineShare(g, s)
  const d = tangentAt(g.curve, t)
  const k = bezierCurvature(g.curve, t)
  return inSpace(g.plane, [-d[1] * k, d[0] * k])
}

/** The stretch between two arc lengths. */
export function splinePart(g: SplineSegment, from: number, to: number): SplineSegment {
  return oneSegment(g.plane, bezierPiece(g.curve, splineShare(g, from), splineShare(g, to)))
}

export function reverseSpline(g: SplineSegment): SplineSegment {
  const curve = bezier2([...g.curve.points].reverse(), g.curve.weights && [...g.curve.weights].reverse())
  return oneSegment(g.plane, curve)
}
