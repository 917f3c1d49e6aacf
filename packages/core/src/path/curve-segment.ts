import { recent, spend } from '../base/index.ts'
import { gaussRule, tolerance, leastBetween, rootBetween } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  curvatureOf,
  curveAt,
  firstAt,
  placeAt,
  planeOfCurve,
  speedAt,
  torsionOf,
  type SpaceCurve,
} from './space-curve.ts'

/**
 * A stretch of a smooth space curve from one parameter to another (which may be less: it is then travelled the other way). `lengths[k]` is
 * the arc length to the k-th of even steps of the parameter; `sides` holds a unit vector square to the curve at each, carried along without roll.
 */
export interface CurveSegment {
  readonly kind: 'curve'
  readonly curve: SpaceCurve
  readonly from: number
  readonly to: number
  readonly length: number
  readonly lengths: Float64Array
  readonly sides: Float64Array
  /** Smallest radius of curvature along it. */
  readonly radius: number
  /** Total turn of the direction, >= 0. */
  readonly turn: number
  /** Unit normal of the plane that it lies in, if there is just one. */
  readonly normal: Vec3 | undefined
}

/** A panel turns by no more than this, rad; there are no fewer and no more of them than these. */
const PANEL_TURN = 0.1
const FEWEST = 16
const MOST_PANELS = 8192
/** Steps by which a side is carried over a panel: each turns by a hundredth of a radian. */
const STEPS = 8
const SAMPLES = 64
const NEWTON = 12

/** The stretch of a curve between two parameters, measured. */
export function curveSegment(curve: SpaceCurve, from: number, to: number): CurveSegment {
  const looks = Math.max(SAMPLES, Math.min(MOST_PANELS, Math.ceil(Math.abs(to - from) * 16)))
  const turn = turnBetween(curve, from, to, looks)
  const panels = Math.min(MOST_PANELS, Math.max(FEWEST, Math.ceil(turn / PANEL_TURN)))
  spend(panels * 40, 'the lengths of a curve')
  const lengths = new Float64Array(panels + 1)
  const sides = new Float64Array(3 * (panels + 1))
  const at = (k: number): number => from + ((to - from) * k) / panels
  let side = vec3.squareTo(directionAt(curve, from, to, from))
  sides.set(side, 0)
  for (let k = 0; k < panels; k++) {
    const half = (at(k) + at(k + 1)) / 2
    lengths[k + 1] = lengths[k]! + lengthBetween(curve, at(k), half) + lengthBetween(curve, half, at(k + 1))
    side = carriedSide(curve, from, to, at(k), at(k + 1), side)
    sides.set(side, 3 * (k + 1))
  }
  return {
    kind: 'curve',
    curve,
    from,
    to,
    length: lengths[panels]!,
    lengths,
    sides,
    radius: leastRadius(curve, from, to, Math.max(panels, looks)),
    turn,
    normal: planeOfCurve(curve),
  }
}

/** Gauss points over a stretch of a panel, that turns little; over a whole one, which is halved. */
const POINTS = 8

/** Where a curve slows down to this share of its speed within a stretch, as it does in a tight turn, that is halved; so often at most. */
const SLOWS = 0.5
const SLOW_HALVINGS = 16

function lengthBetween(c: SpaceCurve, a: number, b: number, halvings = SLOW_HALVINGS): number {
  const { nodes, weights } = gaussRule(POINTS)
  const half = (b - a) / 2
  let [sum, slowest, fastest] = [0, Infinity, 0]
  for (let i = 0; i < nodes.length; i++) {
    const speed = speedAt(c, a + half * (1 + nodes[i]!))
    sum += weights[i]! * speed
    slowest = Math.min(slowest, speed)
    fastest = Math.max(fastest, speed)
  }
  if (halvings === 0 || slowest >= SLOWS * fastest) return Math.abs(sum * half)
  const middle = a + half
  return lengthBetween(c, a, middle, halvings - 1) + lengthBetween(c, middle, b, halvings - 1)
}

/** The unit tangent along the travel. */
function directionAt(c: SpaceCurve, from: number, to: number, t: number): Vec3 {
  const way = to < from ? -1 : 1
  const quick = firstAt(c, t)
  const speed = vec3.length(quick)
  if (speed > tolerance.noDirection) return vec3.scale(quick, way / speed)
  const { first, second, third } = curveAt(c, t)
  for (const v of [first, vec3.scale(second, t === to ? -way : way), third])
    if (vec3.length(v) > tolerance.noDirection) return vec3.scale(v, way / vec3.length(v))
  return [1, 0, 0]
}

function turnBetween(c: SpaceCurve, from: number, to: number, looks: number): number {
  let [turn, before] = [0, directionAt(c, from, to, from)]
  for (let i = 1; i <= looks; i++) {
    const next = directionAt(c, from, to, from + ((to - from) * i) / looks)
    turn += vec3.angleBetween(before, next)
    before = next
  }
  return turn
}

/** The least radius of curvature: beside the sharpest look, narrowed down by golden section (Kiefer 1953). */
function leastRadius(c: SpaceCurve, from: number, to: number, looks: number): number {
  const bend = (t: number): number => vec3.length(curvatureOf(curveAt(c, t)))
  const at = (i: number): number => from + ((to - from) * i) / looks
  let [most, sharpest] = [0, 0]
  for (let i = 0; i <= looks; i++) {
    const b = bend(at(i))
    if (b > most) [most, sharpest] = [b, i]
  }
  const near = leastBetween((t) => -bend(t), at(Math.max(0, sharpest - 1)), at(Math.min(looks, sharpest + 1)))
  most = Math.max(most, bend(near))
  return most > 0 ? 1 / most : Infinity
}

/**
 * A side carried along a stretch without roll, by double reflection (Wang, Juettler, Zheng and Liu 2008), whose error goes with the fourth power of the step.
 */
function carriedSide(
  c: SpaceCurve,
  from: number,
  to: number,
  a: number,
  b: number,
  start: Vec3,
  steps = STEPS,
): Vec3 {
  let side = start
  let [p, t] = [placeAt(c, a), directionAt(c, from, to, a)]
  for (let i = 1; i <= steps; i++) {
    const u = a + ((b - a) * i) / steps
    const [q, d] = [placeAt(c, u), directionAt(c, from, to, u)]
    const chord = vec3.sub(q, p)
    const size = vec3.dot(chord, chord)
    if (size > 0) {
      const mirrored = (v: Vec3): Vec3 => vec3.addScaled(v, chord, (-2 * vec3.dot(chord, v)) / size)
      const [left, way] = [mirrored(side), mirrored(t)]
      const off = vec3.sub(d, way)
      const far = vec3.dot(off, off)
      side = far > 0 ? vec3.addScaled(left, off, (-2 * vec3.dot(off, left)) / far) : left
    }
    ;[p, t] = [q, d]
  }
  return vec3.unit(vec3.addScaled(side, t, -vec3.dot(side, t)))
}

const panelsOf = (g: CurveSegment): number => g.lengths.length - 1
const parameterAt = (g: CurveSegment, k: number): number => g.from + ((g.to - g.from) * k) / panelsOf(g)

/** The panel that an arc length lies in. */
function panelOf({ lengths }: CurveSegment, s: number): number {
  let [low, high] = [0, lengths.length - 2]
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (lengths[mid]! <= s) low = mid
    else high = mid - 1
  }
  return low
}

/** The parameter at an arc length. */
function shareAt(g: CurveSegment, s: number): number {
  if (s <= 0) return g.from
  return s >= g.length ? g.to : shareWithin(g, s)
}

/** By Newton within its panel; a frame asks for the same one several times. */
const shareWithin = recent((g: CurveSegment, s: number): number => {
  const k = panelOf(g, s)
  const [a, b] = [parameterAt(g, k), parameterAt(g, k + 1)]
  const [rest, whole] = [s - g.lengths[k]!, g.lengths[k + 1]! - g.lengths[k]!]
  const way = Math.sign(b - a)
  let t = a + ((b - a) * rest) / whole
  for (let i = 0; i < NEWTON; i++) {
    const speed = speedAt(g.curve, t)
    if (!(speed > tolerance.noDirection)) break
    const step = (lengthBetween(g.curve, a, t) - rest) / speed
    t = way > 0 ? Math.min(Math.max(t - step, a), b) : Math.max(Math.min(t + step, a), b)
    if (Math.abs(step) < tolerance.negligible) break
  }
  return t
})

export const curvePoint = (g: CurveSegment, s: number): Vec3 => placeAt(g.curve, shareAt(g, s))
export const curveTangent = (g: CurveSegment, s: number): Vec3 =>
  directionAt(g.curve, g.from, g.to, shareAt(g, s))
export const curveCurvature = (g: CurveSegment, s: number): Vec3 =>
  curvatureOf(curveAt(g.curve, shareAt(g, s)))
export const curveTorsion = (g: CurveSegment, s: number): number => torsionOf(curveAt(g.curve, shareAt(g, s)))

/** A unit vector square to the curve at an arc length, carried from its start without roll. */
export const curveSide = recent((g: CurveSegment, s: number): Vec3 => {
  const k = panelOf(g, Math.min(Math.max(s, 0), g.length))
  const [x, y, z] = g.sides.subarray(3 * k, 3 * k + 3) as unknown as Vec3
  const [a, b] = [parameterAt(g, k), parameterAt(g, k + 1)]
  const t = shareAt(g, s)
  const steps = Math.ceil(STEPS * Math.abs((t - a) / (b - a)))
  return carriedSide(g.curve, g.from, g.to, a, t, [x, y, z], steps)
})

/** The stretch between two arc lengths. */
export const curvePart = (g: CurveSegment, from: number, to: number): CurveSegment =>
  curveSegment(g.curve, shareAt(g, from), shareAt(g, to))

export const reverseCurve = (g: CurveSegment): CurveSegment => curveSegment(g.curve, g.to, g.from)

/** Places at which it is furthest along any of the axes, with its ends. */
export function curveExtremes(g: CurveSegment): Vec3[] {
  const found = [curvePoint(g, 0), curvePoint(g, g.length)]
  const slope = (t: number, axis: number): number => curveAt(g.curve, t).first[axis]!
  for (let k = 0; k < panelsOf(g); k++) {
    found.push(curveAt(g.curve, parameterAt(g, k)).point)
    for (const axis of [0, 1, 2]) {
      let [low, high] = [parameterAt(g, k), parameterAt(g, k + 1)]
      const before = slope(low, axis)
      if (before * slope(high, axis) >= 0) continue
      const at = rootBetween((t) => slope(t, axis), low, high)
      found.push(curveAt(g.curve, at).point)
    }
  }
  return found
}

/** Arc length of the place nearest to p: beside the nearest of its panels' ends, narrowed down. */
export function nearestOnCurve(g: CurveSegment, p: Vec3): number {
  const away = (t: number): number => vec3.distance(placeAt(g.curve, t), p)
  let [best, least] = [0, Infinity]
  for (let k = 0; k <= panelsOf(g); k++) {
    const d = away(parameterAt(g, k))
    if (d < least) [best, least] = [k, d]
  }
  const [low, high] = [parameterAt(g, Math.max(0, best - 1)), parameterAt(g, Math.min(panelsOf(g), best + 1))]
  const t = leastBetween(away, low, high)
  const k = Math.min(panelsOf(g) - 1, Math.max(0, Math.floor(((t - g.from) / (g.to - g.from)) * panelsOf(g))))
  return g.lengths[k]! + lengthBetween(g.curve, parameterAt(g, k), t)
}
