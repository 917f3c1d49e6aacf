import { TURN } from '../num/index.ts'
import {
  arcThrough,
  curveLength,
  directionAt,
  line2,
  pointAt,
  vec2,
  type Curve2,
  type Vec2,
} from '../plane/index.ts'
import type { TracedLoop } from './outline.ts'

/** A heap of straights leads only where it weighs more than another by more than round-off. */
const HEAVIER = 1e-9

/** Most that a straight is turned to be square to the others, rad, however short it is. */
const MOST_TURN = 0.06
/** The straight may be off by so many tolerances at both ends. */
const WITHIN = 2.5
/** Two corners are moved no farther than this many tolerances. */
const MOST_MOVE = 4

/** A traced outline whose straights are level or upright to each other: which, and how they lie. */
export interface Squared extends TracedLoop {
  /** Of each curve, whether it is a straight along one of the two ways. */
  readonly square: readonly boolean[]
  /** How the two ways are turned off level and upright, rad, -45 to 45 degrees; 0 when no straight is square. */
  readonly turn: number
}

const off = (angle: number, turn: number): number => {
  const d = angle - turn
  return d - Math.round(d / (TURN / 4)) * (TURN / 4)
}

/**
 * Straights that are all but parallel or square to most of the others made so: each turned about its middle, and the corners
 * put where they cross then. What would move a corner farther than some tolerances stays as it was.
 */
export function squared(loop: TracedLoop, tolerance: number): Squared {
  const first = turnedSquare(loop, tolerance)
  const fewer = joined(first)
  // Those that were joined are turned anew.
  return fewer === first ? first : turnedSquare(fewer, tolerance)
}

/** Straights of one way that follow each other are one. */
function joined(s: Squared): Squared {
  const n = s.curves.length
  const goesOn = s.curves.map((c, i) => {
    const before = (i + n - 1) % n
    if ((i === 0 && !s.closed) || before === i || !s.square[i] || !s.square[before]) return false
    return vec2.dot(directionAt(s.curves[before]!, 0), directionAt(c, 0)) > 0.5
  })
  const first = goesOn.indexOf(false)
  if (first < 0 || !goesOn.some(Boolean)) return s
  const curves: Curve2[] = []
  const smooth: boolean[] = []
  const square: boolean[] = []
  for (let k = 0; k < n; k++) {
    const i = (first + k) % n
    const c = s.curves[i]!
    if (goesOn[i]) curves.push(line2(pointAt(curves.pop()!, 0), pointAt(c, 1)))
    else {
      curves.push(c)
      smooth.push(s.smooth[i]!)
      square.push(s.square[i]!)
    }
  }
  return { ...s, curves, smooth, square }
}

function turnedSquare(loop: TracedLoop, tolerance: number): Squared {
  const { curves, closed } = loop
  const bare = { ...loop, square: curves.map(() => false), turn: 0 }
  const straights = curves.flatMap((c, i) =>
    c.kind === 'line' ? [{ i, angle: angleOf(c), long: curveLength(c) }] : [],
  )
  if (straights.length < 2) return bare
  const bound = (long: number): number => Math.min(MOST_TURN, Math.atan2(2 * WITHIN * tolerance, long))
  const weightAbout = (turn: number): number =>
    straights.reduce((sum, s) => sum + (Math.abs(off(s.angle, turn)) < bound(s.long) ? s.long : 0), 0)
  const lead = straights.reduce((a, b) => (weightAbout(b.angle) > weightAbout(a.angle) + HEAVIER ? b : a))
  const among = straights.filter((s) => Math.abs(off(s.angle, lead.angle)) < bound(s.long) + bound(lead.long))
  if (among.length < 2) return bare
  // The longer a straight, the better its way is known: with the square of its length.
  let [sum, weight] = [0, 0]
  for (const s of among) {
    sum += off(s.angle, lead.angle) * s.long ** 3
    weight += s.long ** 3
  }
  const turn = off(lead.angle + sum / weight, 0)
  const square = curves.map((_, i) => among.some((s) => s.i === i))
  const ways = curves.map((c, i) => (square[i] ? straightened(c, turn) : c))
  const n = curves.length
  const moved = curves.map((c, i): Vec2 => {
    const was = pointAt(c, 0)
    if (i === 0 && !closed) return square[0] ? footOn(ways[0]!, was) : was
    const before = (i + n - 1) % n
    if (!square[i] && !square[before]) return was
    if (square[i] && square[before]) return crossing(ways[before]!, ways[i]!) ?? was
    return footOn(square[i] ? ways[i]! : ways[before]!, was)
  })
  if (!closed) {
    const end = pointAt(curves[n - 1]!, 1)
    moved.push(square[n - 1] ? footOn(ways[n - 1]!, end) : end)
  }
  const far = moved.some((p, i) => {
    const was = i < n ? pointAt(curves[i]!, 0) : pointAt(curves[n - 1]!, 1)
    return vec2.distance(p, was) > MOST_MOVE * tolerance
  })
  if (far) return { ...bare, turn }
  return {
    ...loop,
    curves: curves.map((c, i) => between(c, moved[i]!, moved[(i + 1) % moved.length]!)),
    square,
    turn,
  }
}

function angleOf(c: Curve2): number {
  const [x, y] = directionAt(c, 0)
  return Math.atan2(y, x)
}

/** The straight through the same middle, along the nearest of the two ways. */
function straightened(c: Curve2, turn: number): Curve2 {
  const way = angleOf(c) - off(angleOf(c), turn)
  const [middle, half] = [pointAt(c, 0.5), curveLength(c) / 2]
  const along: Vec2 = [Math.cos(way), Math.sin(way)]
  return line2(vec2.addScaled(middle, along, -half), vec2.addScaled(middle, along, half))
}

function footOn(line: Curve2, p: Vec2): Vec2 {
  const [from, along] = [pointAt(line, 0), directionAt(line, 0)]
  return vec2.addScaled(from, along, vec2.dot(vec2.sub(p, from), along))
}

/** Where two straights cross, run on; undefined for parallel ones. */
function crossing(a: Curve2, b: Curve2): Vec2 | undefined {
  const [p, u] = [pointAt(a, 0), directionAt(a, 0)]
  const [q, v] = [pointAt(b, 0), directionAt(b, 0)]
  const across = vec2.cross(u, v)
  if (Math.abs(across) < 0.1) return undefined
  return vec2.addScaled(p, u, vec2.cross(vec2.sub(q, p), v) / across)
}

/** The curve between two other ends; an arc keeps its middle. */
function between(c: Curve2, from: Vec2, to: Vec2): Curve2 {
  if (c.kind !== 'arc') return line2(from, to)
  return arcThrough(from, pointAt(c, 0.5), to) ?? line2(from, to)
}
