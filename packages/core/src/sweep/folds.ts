import { spend } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { type Outline, type Section } from '../profile/index.ts'
import {
  kinksOf,
  segmentCurvature,
  segmentRadius,
  segmentTangent,
  type Kink,
  type Segment,
} from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { isPlain, reachAt, scaleAt, wholeChunk, type Carriage, type Chunk } from './carriage.ts'
import { frameOn, type Frame, wayOn } from './frames.ts'
import { shapeOutline } from './shape.ts'

/** A place where the section runs into itself. */
export type Fold =
  /** The section reaches to or past the centre of curvature; `reach` is how far it reaches inward at the worst place. */
  | {
      readonly kind: 'bend'
      readonly segment: number
      readonly from: number
      readonly to: number
      /** Of the path at the worst place, where `reach` is the largest share of it. */
      readonly radius: number
      readonly reach: number
      /** It reaches the centre at the worst place and nowhere past it: possible, with no inside radius left. */
      readonly touches: boolean
    }
  /** A straight between corners or leaning ends is shorter than they need; `missing` is by how much. */
  | {
      readonly kind: 'mitre'
      readonly segment: number
      readonly from: number
      readonly to: number
      readonly missing: number
    }
  /** A section that only travels is carried along its own plane or backward. */
  | { readonly kind: 'across'; readonly segment: number; readonly from: number; readonly to: number }

/** How far the placed section reaches toward the inside of a curved segment, and out of it: the most over its length. */
export function reachInBend(
  c: Carriage,
  section: Section,
  segment: number,
): { inside: number; outside: number } {
  const g = c.frames.path.segments[segment]!
  let inside = -Infinity
  let outside = -Infinity
  for (const s of looksAt(c, g)) {
    const found = inwardAt(c, segment, s)
    if (!found) continue
    const station = c.frames.path.starts[segment]! + s
    const { x, y } = found
    inside = Math.max(inside, reachAt(c, section, station, [x, y]))
    outside = Math.max(outside, reachAt(c, section, station, [-x, -y]))
  }
  return { inside, outside }
}

/** Stations looked at where the section turns against the bend; a section's reach changes by under 0.1% between them in one turn. */
const SAMPLES = 145

function looksAt(c: Carriage, g: Segment): number[] {
  const changing = !isPlain(c) || g.kind === 'helix' || g.kind === 'spline' || g.kind === 'curve'
  if (!changing) return [0]
  const looks = Math.min(4000, Math.max(SAMPLES, c.shape ? 2 * c.shape.stations.length : 0))
  spend(looks * (c.shape?.around ?? 10), 'looking for folds')
  // Not at the very ends, where a spline may run straight.
  return Array.from({ length: looks }, (_, i) => (g.length * (i + 0.5)) / looks)
}

/** The direction to the centre of curvature in the section's axes, and the radius; undefined where the path is straight. */
function inwardAt(
  c: Carriage,
  segment: number,
  s: number,
): { x: number; y: number; radius: number } | undefined {
  const bend = segmentCurvature(c.frames.path.segments[segment]!, s)
  const size = vec3.length(bend)
  if (size === 0) return undefined
  const frame = frameOn(c.frames, segment, s)
  const inward = vec3.scale(bend, 1 / size)
  return { x: vec3.dot(inward, frame.n), y: vec3.dot(inward, frame.b), radius: 1 / size }
}

/** All places where the section folds into itself in bends, corners and leaning ends. */
export function foldsOf(
  c: Carriage,
  section: Section,
  outline: Outline,
  chunks: readonly Chunk[] = [wholeChunk(c.frames)],
): Fold[] {
  const { path, turning } = c.frames
  const folds: Fold[] = []
  if (turning === 'fixed') {
    path.segments.forEach((_, i) => {
      const fold = acrossIn(c, i)
      if (fold) folds.push(fold)
    })
    return folds
  }
  const kinks = kinksOf(path)
  for (const chunk of chunks)
    for (let i = chunk.first; i <= chunk.last; i++) {
      const fold =
        path.segments[i]!.kind === 'line' ? shortIn(c, outline, i, kinks, chunk) : bendFold(c, section, i)
      if (fold) folds.push(fold)
    }
  return folds
}

/** The stretch of a bend where the section reaches to its centre of curvature or past it. */
function bendFold(c: Carriage, section: Section, segment: number): Fold | undefined {
  const { path } = c.frames
  const g = path.segments[segment]!
  const start = path.starts[segment]!
  const looks = looksAt(c, g)
  if (looks.length === 1) {
    const radius = segmentRadius(g)
    const { inside } = reachInBend(c, section, segment)
    const to = path.starts[segment + 1]!
    if (inside < radius * (1 - tolerance.reachesCentre)) return undefined
    return { kind: 'bend', segment, from: start, to, radius, reach: inside, touches: touches(inside, radius) }
  }
  const half = g.length / looks.length / 2
  let fold: Extract<Fold, { kind: 'bend' }> | undefined
  for (const s of looks) {
    const at = inwardAt(c, segment, s)
    if (!at) continue
    const inside = reachAt(c, section, start + s, [at.x, at.y])
    if (inside < at.radius * (1 - tolerance.reachesCentre)) continue
    const [from, to] = [start + Math.max(s - half, 0), start + Math.min(s + half, g.length)]
    const worse = !fold || inside / at.radius > fold.reach / fold.radius
    fold = {
      kind: 'bend',
      segment,
      from: fold?.from ?? from,
      to,
      radius: worse ? at.radius : fold!.radius,
      reach: worse ? inside : fold!.reach,
      touches: (fold?.touches ?? true) && touches(inside, at.radius),
    }
  }
  return fold
}

const touches = (reach: number, radius: number): boolean => reach <= radius * (1 + tolerance.reachesCentre)

function acrossIn(c: Carriage, segment: number): Fold | undefined {
  const { path } = c.frames
  const g = path.segments[segment]!
  const start = path.starts[segment]!
  const looks = g.kind === 'line' ? 1 : 4 * SAMPLES
  let [from, to] = [Infinity, -Infinity]
  for (let i = 0; i <= looks; i++) {
    const s = (g.length * i) / looks
    const forward = vec3.dot(segmentTangent(g, s), frameOn(c.frames, segment, s).t)
    if (forward > tolerance.noThickness) continue
    from = Math.min(from, start + s)
    to = Math.max(to, start + s)
  }
  return to >= from ? { kind: 'across', segment, from, to } : undefined
}

/** A straight whose shortest fibre falls below zero between its corners and ends; undefined when none does. */
function shortIn(
  c: Carriage,
  outline: Outline,
  segment: number,
  kinks: readonly Kink[],
  chunk: Chunk,
): Fold | undefined {
  const { frames: f } = c
  const g = f.path.segments[segment]!
  const [from, to] = [f.path.starts[segment]!, f.path.starts[segment + 1]!]
  const leaning = (plane: Vec3, atEnd: boolean): Leaning => {
    const frame = frameOn(f, segment, atEnd ? g.length : 0)
    const points = c.shape ? shapeOutline(c.shape, atEnd ? to : from, outline) : outline
    const way = wayOn(f, segment, atEnd ? g.length : 0)
    return { sign: atEnd ? 1 : -1, plane, way, frame, points, scale: scaleAt(c, atEnd ? to : from) }
  }
  const leans: Leaning[] = []
  const { start, end } = chunk
  let length = g.length
  if (segment === chunk.first && !chunk.closed) {
    length += start.shift
    if (start.plane) leans.push(leaning(start.plane, false))
  }
  if (segment === chunk.last && !chunk.closed) {
    length += end.shift
    if (end.plane) leans.push(leaning(end.plane, true))
  }
  for (const k of kinks) {
    const inside = k.before >= chunk.first && k.after <= chunk.last && (chunk.closed || k.after > k.before)
    if (!inside || (k.after !== segment && k.before !== segment)) continue
    const before = f.path.segments[k.before]!
    const plane = vec3.unit(
      vec3.add(segmentTangent(before, before.length), segmentTangent(f.path.segments[k.after]!, 0)),
    )
    if (k.after === segment) leans.push(leaning(plane, false))
    if (k.before === segment) leans.push(leaning(plane, true))
  }
  let shortest = leans.length === 0 ? length : Infinity
  if (leans.length > 0)
    for (let i = 0; i < outline.x.length; i++) {
      const fibre = leans.reduce((sum, l) => sum + leanAt(l, i), length)
      shortest = Math.min(shortest, fibre)
    }
  return shortest < -tolerance.vanishes ? { kind: 'mitre', segment, from, to, missing: -shortest } : undefined
}

interface Leaning {
  readonly sign: number
  readonly plane: Vec3
  readonly way: Vec3
  readonly frame: Frame
  readonly points: Outline
  readonly scale: number
}

/** How much longer a point's fibre is for the plane its end lies in. */
function leanAt({ sign, plane, way, frame, points, scale }: Leaning, i: number): number {
  const along = (axis: Vec3): number => -vec3.dot(axis, plane) / vec3.dot(way, plane)
  return sign * scale * (along(frame.n) * points.x[i]! + along(frame.b) * points.y[i]!)
}
