import { spend } from '../base/index.ts'
import { gaussRule, integrate, TURN } from '../num/index.ts'
import { segmentCurvature, segmentTangent } from '../path/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { scaleAt, type Carriage } from './carriage.ts'
import { courseMost, courseSlope } from './course.ts'
import { frameOn, leanRate, type Frames } from './frames.ts'

/** How fast the section rolls about the path by what closes it and by its twist, rad/mm. */
export const rollRate = (f: Frames, station: number): number =>
  f.rolls.reduce((sum, r) => sum + courseSlope(r, station), 0)

/** The fastest of that anywhere, whichever way; and whether it rolls as fast all along. */
export function rollRates(f: Frames): { readonly most: number; readonly even: boolean } {
  const { length } = f.path
  const most = f.rolls.reduce((sum, r) => sum + courseMost(r, 0, length).slope, 0)
  const even = f.rolls.every(
    (r) => courseMost(r, 0, length).bend * length <= EVEN * courseMost(r, 0, length).slope,
  )
  return { most, even }
}

const EVEN = 1e-9

/**
 * Length of the line that a point of the section, at `at` in the path's frame, goes along between two stations, mm. Its speed is
 * t (1 - curvature . d) + w (axis x d) + (k'/k) d for d from the path to it, scale k and roll rate w: for a helix of radius R about a
 * straight path sqrt(1 + (R w)^2). One that only travels has no first part of the bend. What mitres give or take at corners is not
 * in it. On a closed path `to` may be beyond its length.
 */
export function strandLine(c: Carriage, at: Vec2, from: number, to: number): number {
  const { path } = c.frames
  const { length } = path
  if (to > length && path.closed) return strandLine(c, at, from, length) + strandLine(c, at, 0, to - length)
  let all = 0
  path.segments.forEach((_, i) => {
    const start = path.starts[i]!
    const [a, b] = [Math.max(from, start) - start, Math.min(to, path.starts[i + 1]!) - start]
    if (b > a) all += overSegment(c, at, i, a, b)
  })
  return all
}

function overSegment(c: Carriage, at: Vec2, i: number, a: number, b: number): number {
  if (at[0] === 0 && at[1] === 0) return b - a
  const { frames } = c
  const start = frames.path.starts[i]!
  const speed = (s: number): number => vec3.length(wayOf(c, at, i, s))
  const line = frames.path.segments[i]!.kind === 'line' && frames.turning !== 'fixed'
  if (line && !c.scale && !frames.upright && rollRates(frames).even) return speed((a + b) / 2) * (b - a)
  // In a bend it goes from inside to outside with every half turn.
  const turns = frames.rolls.reduce((sum, r) => sum + courseMost(r, start + a, start + b).slope, 0) * (b - a)
  const parts = Math.min(MOST_PARTS, LEAST_PARTS + Math.ceil((PARTS_A_TURN * turns) / TURN))
  // Where the path nears what they stand toward, upright frames roll all of a sudden.
  if (!frames.upright) return evenly(speed, a, b, parts)
  const breaks = frames.upright.steep
    .flatMap((x) => [x.from - start, x.to - start])
    .filter((s) => s > a && s < b)
  const ends = Array.from({ length: parts + 1 }, (_, k) => a + ((b - a) * k) / parts)
  const all = [...ends, ...breaks].sort((x, y) => x - y)
  return all.slice(1).reduce((sum, to, k) => sum + integrate(speed, all[k]!, to), 0)
}

const PARTS_A_TURN = 2
/** Of a segment at the least: a roll by formula goes in pieces. */
const LEAST_PARTS = 8
const MOST_PARTS = 2000

/** Gauss-Legendre with 16 points in each of so many even parts. */
function evenly(f: (s: number) => number, a: number, b: number, parts: number): number {
  const { nodes, weights } = gaussRule(16)
  spend(16 * COST * parts, 'the strands')
  const half = (b - a) / (2 * parts)
  let all = 0
  for (let k = 0; k < parts; k++) {
    const middle = a + (2 * k + 1) * half
    for (let i = 0; i < nodes.length; i++) all += weights[i]! * f(middle + half * nodes[i]!)
  }
  return all * half
}

/** Units of work of one look at a strand's way. */
const COST = 8

/** The way of a point of the section with every mm of the path. */
function wayOf(c: Carriage, at: Vec2, i: number, s: number): Vec3 {
  const { frames } = c
  const station = frames.path.starts[i]! + s
  const g = frames.path.segments[i]!
  const f = frameOn(frames, i, s)
  const k = scaleAt(c, station)
  const d = vec3.addScaled(vec3.scale(f.n, k * at[0]), f.b, k * at[1])
  const t = segmentTangent(g, s)
  const fixed = frames.turning === 'fixed'
  const along = fixed ? t : vec3.scale(t, 1 - vec3.dot(segmentCurvature(g, s), d))
  const rate = rollRate(frames, station) + leanRate(frames, i, s)
  const round = vec3.addScaled(along, vec3.cross(f.t, d), rate)
  return c.scale ? vec3.addScaled(round, d, courseSlope(c.scale, station) / k) : round
}
