import { TURN, tolerance as TOLERANCE } from '../num/index.ts'
import {
  arc2,
  arcThrough,
  crossings,
  directionAt,
  line2,
  vec2,
  type Curve2,
  type Vec2,
} from '../plane/index.ts'
import type { Fit } from './fit.ts'
import { chainOfStretches, stretchesOf, type Parted } from './segments.ts'

/** An outline or a drawn line as straights and arcs, px, y down. */
export interface TracedLoop {
  readonly curves: readonly Curve2[]
  readonly closed: boolean
  /** Whether the joint at the start of each curve runs on smoothly; a corner otherwise. */
  readonly smooth: readonly boolean[]
}

export interface FitOptions {
  /** How far the outline may lie off what was seen, px. */
  readonly tolerance: number
  /** The points go round; so they do when it is left out. */
  readonly closed?: boolean
}

/** Joints whose directions differ by less are meant to be smooth, rad. */
const SMOOTH = 0.22
/** A crossing counts as the corner when it is this near to where the stretches part, px, besides some tolerances. */
const NEAR_CORNER = 2.5
const REACH = 1e4
/** Past this many points a ring is thinned: the cheapest parting takes the square of it. */
const MOST_POINTS = 900

/** Points as straights and arcs that meet: corners where they cross, smooth joints where they run on. */
export function outlineFrom(points: readonly Vec2[], o: FitOptions): TracedLoop | undefined {
  const closed = o.closed ?? true
  const every = Math.ceil(points.length / MOST_POINTS)
  const fewer = every > 1 ? points.filter((_, i) => i % every === 0) : points
  const parted = closed ? stretchesOf(fewer, o.tolerance) : chainOfStretches(fewer, o.tolerance)
  const { stretches } = parted
  if (stretches.length === 0) return undefined
  const [only] = stretches
  if (closed && stretches.length === 1) {
    if (only!.fit.kind !== 'arc') return undefined
    return { closed, curves: [arc2(only!.fit.centre, only!.fit.radius, 0, TURN)], smooth: [true] }
  }
  const joints = stretches.map((s, i) =>
    closed || i > 0 ? jointBefore(parted, i, o.tolerance) : nearest(s.fit, parted.points[0]!),
  )
  if (!closed) joints.push(nearest(stretches.at(-1)!.fit, parted.points.at(-1)!))
  const curves = stretches.map((_, i) => curveOf(parted, i, joints[i]!, joints[(i + 1) % joints.length]!))
  const smooth = curves.map((c, i) => {
    if (!closed && i === 0) return false
    const before = curves[(i + curves.length - 1) % curves.length]!
    const [u, v] = [directionAt(before, 1), directionAt(c, 0)]
    return Math.abs(Math.atan2(vec2.cross(u, v), vec2.dot(u, v))) < SMOOTH
  })
  return { closed, curves, smooth }
}

/** Where a stretch and the one before it meet. */
function jointBefore({ points, stretches }: Parted, i: number, tolerance: number): Vec2 {
  const here = stretches[i]!
  const before = stretches[(i + stretches.length - 1) % stretches.length]!
  const a = points[(here.from - 1 + points.length) % points.length]!
  const seen = vec2.scale(vec2.add(a, points[here.from]!), 0.5)
  const [cross] = crossings(whole(before.fit), whole(here.fit), TOLERANCE.samePlace)
    .map((x) => x.point)
    .sort((p, q) => vec2.distance(p, seen) - vec2.distance(q, seen))
  if (cross && vec2.distance(cross, seen) <= NEAR_CORNER + 4 * tolerance) return cross
  // Curves that all but touch do not cross: between the nearest places of both.
  return vec2.scale(vec2.add(nearest(before.fit, seen), nearest(here.fit, seen)), 0.5)
}

function whole(f: Fit): Curve2 {
  if (f.kind === 'arc') return arc2(f.centre, f.radius, 0, TURN)
  return line2(vec2.addScaled(f.through, f.along, -REACH), vec2.addScaled(f.through, f.along, REACH))
}

function nearest(f: Fit, p: Vec2): Vec2 {
  if (f.kind === 'line') return vec2.addScaled(f.through, f.along, vec2.dot(vec2.sub(p, f.through), f.along))
  const out = vec2.sub(p, f.centre)
  const long = vec2.length(out)
  return long > 0 ? vec2.addScaled(f.centre, out, f.radius / long) : p
}

function curveOf({ points, stretches }: Parted, i: number, from: Vec2, to: Vec2): Curve2 {
  const s = stretches[i]!
  if (s.fit.kind === 'line') return line2(from, to)
  const middle = nearest(s.fit, points[Math.floor((s.from + s.to) / 2)]!)
  return arcThrough(from, middle, to) ?? line2(from, to)
}
