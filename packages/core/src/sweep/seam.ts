import { spend } from '../base/index.ts'
import { TURN, tolerance } from '../num/index.ts'
import type { Outline } from '../profile/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'
import { scaleAt, type Carriage } from './carriage.ts'
import { acrossJoint, frameOn } from './frames.ts'
import { shapeOutline } from './shape.ts'
import { angleFrom } from './upright.ts'

/** How the section that arrives at the seam of a closed path lies against the one that sets off there. */
export interface Seam {
  /** Angle by which it arrives turned, rad in (-pi, pi]. */
  readonly turned: number
  /** How far their outlines are apart at most, mm. */
  readonly apart: number
  /** Which point of the outline at the start each point at the end meets. */
  readonly meets: Uint32Array
}

/** The seam of a closed run; of the whole run, as it is carried. */
export function seamOf(c: Carriage, outline: Outline): Seam {
  spend(outline.x.length ** 2 / 5, 'the seam of the closed path')
  const { frames } = c
  const { path } = frames
  const last = path.segments.length - 1
  const [first, end] = [path.segments[0]!, path.segments[last]!]
  const start = frameOn(frames, 0, 0)
  const arriving = frameOn(frames, last, end.length)
  const up = frames.turning === 'fixed' ? arriving.b : acrossJoint(end, first, arriving.n, arriving.b)[1]
  const turned = angleFrom(start.n, start.b, up)
  const at = (station: number, angle: number): Vec2[] => {
    const o = c.shape ? shapeOutline(c.shape, station, outline) : outline
    const k = scaleAt(c, station)
    return Array.from(o.x, (x, i) => vec2.turn([x * k, o.y[i]! * k], angle))
  }
  const [from, to] = [at(0, 0), at(path.length, turned)]
  const off = Math.max(furthest(to, from, outline), furthest(from, to, outline))
  return { turned, apart: off, meets: meeting(outline, from, to) }
}

/** The largest distance of points from the sides of an outline with these points. */
function furthest(points: readonly Vec2[], of: readonly Vec2[], outline: Outline): number {
  let most = 0
  for (const p of points) {
    let least = Infinity
    for (let i = 0; i < outline.sideFrom.length && least > most; i++) {
      const [a, b] = [of[outline.sideFrom[i]!]!, of[outline.sideTo[i]!]!]
      const d = vec2.sub(b, a)
      const size = vec2.dot(d, d)
      const t = size > 0 ? Math.min(Math.max(vec2.dot(vec2.sub(p, a), d) / size, 0), 1) : 0
      least = Math.min(least, vec2.distance(p, vec2.add(a, vec2.scale(d, t))))
    }
    most = Math.max(most, least)
  }
  return most
}

/** Sides of an outline loop by loop, each in order. */
function loopsIn(o: Outline): number[][] {
  const loops: number[][] = []
  let open: number[] = []
  let start = 0
  for (let i = 0; i < o.sideFrom.length; i++) {
    if (open.length === 0) start = o.sideFrom[i]!
    open.push(i)
    const end = o.sideTo[i]!
    if (o.x[end] === o.x[start] && o.y[end] === o.y[start]) {
      loops.push(open)
      open = []
    }
  }
  if (open.length > 0) loops.push(open)
  return loops
}

/** Loop by loop onto the one that lies where it lies and reaches as far, turned on by as many sides as fit best. */
function meeting(o: Outline, from: readonly Vec2[], to: readonly Vec2[]): Uint32Array {
  const meets = Uint32Array.from(to, (_, i) => i)
  const loops = loopsIn(o)
  const known = loops.map((l) => middleOf(l, o, from))
  loops.forEach((loop, k) => {
    const here = middleOf(loop, o, to)
    const apart = (i: number): number =>
      vec2.distance(here.at, known[i]!.at) + Math.abs(here.reach - known[i]!.reach)
    // Itself first: another one must lie truly nearer.
    let best = k
    loops.forEach((other, i) => {
      if (other.length === loop.length && apart(i) < apart(best) - tolerance.samePlace * here.reach) best = i
    })
    const target = loops[best]!
    const n = loop.length
    let [on, least] = [0, Infinity]
    for (let shift = 0; shift < n; shift++) {
      let most = 0
      for (let i = 0; i < n && most < least; i++)
        most = Math.max(
          most,
          vec2.distance(to[o.sideFrom[loop[i]!]!]!, from[o.sideFrom[target[(i + shift) % n]!]!]!),
        )
      if (most < least) [on, least] = [shift, most]
    }
    for (let i = 0; i < n; i++) {
      const [own, other] = [loop[i]!, target[(i + on) % n]!]
      meets[o.sideFrom[own]!] = o.sideFrom[other]!
      meets[o.sideTo[own]!] = o.sideTo[other]!
    }
  })
  return meets
}

/** The middle of a loop's points, and how far they lie from it on average. */
function middleOf(
  sides: readonly number[],
  o: Outline,
  points: readonly Vec2[],
): { at: Vec2; reach: number } {
  const own = sides.map((i) => points[o.sideFrom[i]!]!)
  const at = vec2.scale(own.reduce(vec2.add), 1 / own.length)
  return { at, reach: own.reduce((sum, p) => sum + vec2.distance(p, at), 0) / own.length }
}

/** Turns about the anchor by which an outline comes to lie on itself: its order, 1 for none but a whole turn; 0 if it is round. */
export function turnsOnto(o: Outline, near: number): number {
  const points = Array.from(o.x, (x, i): Vec2 => [x, o.y[i]!])
  const fits = (angle: number): boolean =>
    furthest(
      points.map((p) => vec2.turn(p, angle)),
      points,
      o,
    ) <= near
  if (fits(TURN / 7.3) && fits(TURN / 11.7)) return 0
  for (let n = MOST_ORDER; n > 1; n--) if (fits(TURN / n)) return n
  return 1
}

const MOST_ORDER = 24
