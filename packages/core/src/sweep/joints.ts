import { tolerance } from '../num/index.ts'
import { ok, fail, fault, type Result } from '../base/index.ts'
import {
  arcSegment,
  kinksOf,
  lineSegment,
  makePath,
  segmentPoint,
  segmentTangent,
  type Kink,
  type Origin,
  type Path,
  type Segment,
} from '../path/index.ts'
import { reach, type Outline, type Section } from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { SQUARE_END, type Chunk, type ChunkEnd } from './carriage.ts'
import { frameOn, type Frames } from './frames.ts'
import { mitreLean } from './rings.ts'

/** What is made of a corner where the direction breaks. */
export type Joint = 'mitre' | 'round' | 'butt'

export interface RoundedPath {
  readonly path: Path
  readonly rounded: number
  /** Where each segment starts on the path as it was, and where the last one ends; an arc goes on round its corner. */
  readonly sourceStarts: readonly number[]
}

/**
 * The path with some corners rounded so that the section turns about its own innermost point there: arcs whose radius is
 * how far it reaches inward (and a hair). `frames` are those of the path as it is.
 */
export function roundedPath(
  frames: Frames,
  section: Section,
  isRound: (kink: Kink) => boolean,
): Result<RoundedPath> {
  const { path } = frames
  const round = kinksOf(path).filter(isRound)
  if (round.length === 0) return ok({ path, rounded: 0, sourceStarts: path.starts })
  const arcs = new Map<number, { arc: Segment; taken: number }>()
  for (const k of round) {
    const [before, after] = [path.segments[k.before]!, path.segments[k.after]!]
    if (before.kind !== 'line' || after.kind !== 'line')
      return fail(
        fault(
          'joint.curve',
          `the corner at ${k.station.toFixed(1)} mm lies on a curve; only corners between straights can be rounded`,
        ),
      )
    const [a, b] = [before.direction, after.direction]
    const inward = vec3.unit(vec3.addScaled(b, a, -vec3.dot(a, b)))
    const frame = frameOn(frames, k.before, before.length)
    const inside = reach(section, [vec3.dot(inward, frame.n), vec3.dot(inward, frame.b)])
    const outside = reach(section, [-vec3.dot(inward, frame.n), -vec3.dot(inward, frame.b)])
    const radius = Math.max(inside, 0) + tolerance.roundedClear * (Math.max(inside, 0) + Math.max(outside, 0))
    const taken = radius * Math.tan(k.deflection / 2)
    const start = segmentPoint(before, before.length - taken)
    const centre = vec3.addScaled(start, inward, radius)
    arcs.set(k.after, { arc: arcSegment(centre, vec3.scale(inward, -1), a, radius, k.deflection), taken })
  }
  const n = path.segments.length
  const parts: { segment: Segment; origin: Origin }[] = []
  const sourceStarts: number[] = []
  const put = (segment: Segment, i: number, station: number): void => {
    parts.push({ segment, origin: path.origins[i]! })
    sourceStarts.push(station)
  }
  for (let i = 0; i < n; i++) {
    const g = path.segments[i]!
    const head = arcs.get(i)
    const tail = arcs.get(i + 1 < n ? i + 1 : path.closed ? 0 : -1)
    const [from, to] = [head?.taken ?? 0, g.length - (tail?.taken ?? 0)]
    if (to - from < 0)
      return fail(
        fault(
          'joint.room',
          `the straight from ${path.starts[i]!.toFixed(1)} mm is too short to round its corners`,
        ),
      )
    const start = path.starts[i]!
    if (head && i > 0) put(head.arc, i, start - head.taken)
    if (g.kind === 'line') {
      if (to - from > tolerance.vanishes)
        put(lineSegment(segmentPoint(g, from), g.direction, to - from), i, start + from)
    } else put(g, i, start)
  }
  const seam = arcs.get(0)
  if (seam) put(seam.arc, 0, path.length - seam.taken)
  sourceStarts.push(path.length + (seam?.taken ?? 0))
  return ok({ path: makePath(parts, path.closed), rounded: round.length, sourceStarts })
}

/** Angle by which the frames before and after a corner do not meet over its mitre plane, rad. */
export function rollJump(f: Frames, kink: Kink): number {
  if (f.turning === 'fixed') return 0
  const before = f.path.segments[kink.before]!
  const a = frameOn(f, kink.before, before.length)
  const b = frameOn(f, kink.after, 0)
  const axis = vec3.cross(a.t, b.t)
  if (!(vec3.length(axis) > 0)) return 0
  const turned = vec3.turnAbout(a.b, vec3.unit(axis), kink.deflection)
  return Math.atan2(vec3.dot(vec3.cross(turned, b.b), b.t), vec3.dot(turned, b.b))
}

/**
 * The stretches that are carried in one go: the path parted at butt corners, and where the frames do not meet (each side
 * then ends in the mitre plane by itself). At a butt the piece before runs on past the corner to cover the piece after,
 * which stops at its side.
 */
export function chunksOf(
  f: Frames,
  outline: Outline,
  jointAt: (kink: Kink) => Joint,
  start: ChunkEnd,
  end: ChunkEnd,
): Chunk[] {
  const { path } = f
  const parted = kinksOf(path).filter((k) => {
    const lines = path.segments[k.before]!.kind === 'line' && path.segments[k.after]!.kind === 'line'
    return (jointAt(k) === 'butt' && lines) || Math.abs(rollJump(f, k)) > tolerance.framesMeet
  })
  const last = path.segments.length - 1
  if (parted.length === 0) return [{ first: 0, last, closed: path.closed, start, end }]
  const ends = parted.map((k) => ({ k, ...endsAt(f, outline, k, jointAt(k)) }))
  const chunks: Chunk[] = []
  const seam = ends.find((e) => e.k.after === 0)
  let first = 0
  let begin: ChunkEnd = seam ? seam.after : path.closed ? mitreEnd(f) : start
  for (const e of ends) {
    if (e.k.after === 0) continue
    chunks.push({ first, last: e.k.before, closed: false, start: begin, end: e.before })
    first = e.k.after
    begin = e.after
  }
  chunks.push({
    first,
    last,
    closed: false,
    start: begin,
    end: seam ? seam.before : path.closed ? mitreEnd(f) : end,
  })
  return chunks
}

/** How a chunk of a closed path ends at its seam when the seam itself is no place to part: in the mitre's plane, or square. */
function mitreEnd(f: Frames): ChunkEnd {
  const seam = kinksOf(f.path).find((k) => k.after === 0)
  return seam ? { shift: 0, plane: mitreLean(f, seam) } : SQUARE_END
}

function endsAt(f: Frames, outline: Outline, k: Kink, joint: Joint): { before: ChunkEnd; after: ChunkEnd } {
  if (joint !== 'butt') {
    const plane = mitreLean(f, k)
    return { before: { shift: 0, plane }, after: { shift: 0, plane } }
  }
  const a = f.path.segments[k.before]!
  const [tA, tB] = [segmentTangent(a, a.length), segmentTangent(f.path.segments[k.after]!, 0)]
  // The side of the piece before that the piece after stops at: its outermost point toward the way on.
  const m = vec3.unit(vec3.addScaled(tB, tA, -vec3.dot(tA, tB)))
  const frameA = frameOn(f, k.before, a.length)
  const sideOf = (x: number, y: number): number => x * vec3.dot(frameA.n, m) + y * vec3.dot(frameA.b, m)
  let out = -Infinity
  for (let i = 0; i < outline.x.length; i++) out = Math.max(out, sideOf(outline.x[i]!, outline.y[i]!))
  const sine = vec3.dot(tB, m)
  const back = out / sine
  // How far the piece after reaches along the piece before, in the plane of that side.
  const frameB = frameOn(f, k.after, 0)
  const leanTo = (axis: Vec3): number => -vec3.dot(axis, m) / sine
  let forward = -Infinity
  for (let i = 0; i < outline.x.length; i++) {
    const [x, y] = [outline.x[i]!, outline.y[i]!]
    const z = back + leanTo(frameB.n) * x + leanTo(frameB.b) * y
    const p = vec3.addScaled(vec3.addScaled(vec3.scale(tB, z), frameB.n, x), frameB.b, y)
    forward = Math.max(forward, vec3.dot(p, tA))
  }
  return { before: { shift: forward }, after: { shift: -back, plane: m } }
}
