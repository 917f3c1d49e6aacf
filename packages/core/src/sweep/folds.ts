import { reach, type Outline, type Region } from '../profile/index.ts'
import { kinksOf, segmentCurvature, segmentRadius, segmentTangent, type Kink } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { frameOn, type SquareFrames } from './frames.ts'

/** A place where the section runs into itself. */
export type Fold =
  /** The section reaches to or past the centre of curvature; `reach` is how far it reaches inward. */
  | {
      readonly kind: 'bend'
      readonly segment: number
      readonly from: number
      readonly to: number
      readonly radius: number
      readonly reach: number
    }
  /** A straight between sharp corners is shorter than its mitres need; `missing` is by how much. */
  | {
      readonly kind: 'mitre'
      readonly segment: number
      readonly from: number
      readonly to: number
      readonly missing: number
    }

/** How far the placed section reaches toward the inside of a curved segment, and out of it: the most over its length. */
export function reachInBend(
  f: SquareFrames,
  section: Region,
  segment: number,
): { inside: number; outside: number } {
  const g = f.path.segments[segment]!
  let inside = -Infinity
  let outside = -Infinity
  const turning = f.roll !== 0 || g.kind === 'helix'
  const looks = turning ? LOOKS : 1
  for (let i = 0; i < looks; i++) {
    const s = turning ? (g.length * i) / (LOOKS - 1) : 0
    const frame = frameOn(f, segment, s)
    const inward = vec3.unit(segmentCurvature(g, s))
    const d: Vec2 = [vec3.dot(inward, frame.n), vec3.dot(inward, frame.b)]
    inside = Math.max(inside, reach(section, d))
    outside = Math.max(outside, reach(section, [-d[0], -d[1]]))
  }
  return { inside, outside }
}

/** Stations looked at where the section turns against the bend; a section's reach changes by under 0.1% between them in one turn. */
const LOOKS = 145

/** All places where the section folds into itself in bends and mitres. */
export function foldsOf(f: SquareFrames, section: Region, outline: Outline): Fold[] {
  const { path } = f
  const folds: Fold[] = []
  const kinks = kinksOf(path)
  path.segments.forEach((g, segment) => {
    const from = path.starts[segment]!
    const to = path.starts[segment + 1]!
    if (g.kind !== 'line') {
      const radius = segmentRadius(g)
      const { inside } = reachInBend(f, section, segment)
      if (inside >= radius) folds.push({ kind: 'bend', segment, from, to, radius, reach: inside })
      return
    }
    const missing = shortage(f, outline, segment, kinks)
    if (missing > 0) folds.push({ kind: 'mitre', segment, from, to, missing })
  })
  return folds
}

/** By how much the shortest fibre of a straight falls below zero between its mitres; 0 when it does not. */
function shortage(f: SquareFrames, outline: Outline, segment: number, kinks: readonly Kink[]): number {
  const g = f.path.segments[segment]!
  const leans = kinks
    .filter((k) => k.after === segment || k.before === segment)
    .map((k) => {
      const before = f.path.segments[k.before]!
      const a = segmentTangent(before, before.length)
      const b = segmentTangent(f.path.segments[k.after]!, 0)
      const plane = vec3.unit(vec3.add(a, b))
      const atEnd = k.before === segment
      const frame = frameOn(f, segment, atEnd ? g.length : 0)
      const along = (axis: Vec3): number => -vec3.dot(axis, plane) / vec3.dot(frame.t, plane)
      return { sign: atEnd ? 1 : -1, x: along(frame.n), y: along(frame.b) }
    })
  if (leans.length === 0) return 0
  let shortest = Infinity
  for (let i = 0; i < outline.x.length; i++) {
    const fibre = leans.reduce(
      (sum, l) => sum + l.sign * (l.x * outline.x[i]! + l.y * outline.y[i]!),
      g.length,
    )
    shortest = Math.min(shortest, fibre)
  }
  return Math.max(0, -shortest)
}
