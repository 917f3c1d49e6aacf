import { fail, fault, lengthFault, ok, type Result } from '../base/index.ts'
import { tolerance, rootBetween } from '../num/index.ts'
import { boxSizes, shifted, vec3, type Vec3 } from '../space/index.ts'
import { analysePath } from './analysis.ts'
import { fittedCubics, type Asked } from './fitted.ts'
import { segmentPart } from './part.ts'
import { makePath, pathPoint, reversePath, type Origin, type Path } from './path.ts'
import { transformedSegment } from './moved.ts'
import { lineSegment, segmentPoint, segmentTangent, type Segment } from './segment.ts'
import { stretchesOf, type Stretch } from './view-stretches.ts'

/** One view of a line: its path in the plane of the view, and the way that the view is looked at. */
export interface View {
  readonly path: Path
  readonly normal: Vec3
}

/** The line of two views, and how much of either view's length is no part of it, mm. */
export interface OfViews {
  readonly path: Path
  readonly left: readonly [number, number]
}

/** Views looked at from ways nearer than this, rad, show the same twice. */
const SAME_WAY = 0.02

/**
 * The line in space of which two flat paths are the views: seen along one's normal it is the one, along the other's the other. Along the line
 * where the planes cross both must be at the same place, so the views are travelled together: where one turns back the other must too, and
 * one stands still while the other goes square to that line. A view drawn the other way round is travelled the other way. Straights of both,
 * and whatever stands beside a straight along that line, are exact; all else is fitted by cubics.
 */
export function pathOfViews(first: View, second: View): Result<OfViews> {
  if (first.path.closed || second.path.closed)
    return fail(fault('views.closed', 'a closed path is no view of one line; a part of it is'))
  const crossed = vec3.cross(first.normal, second.normal)
  if (!(vec3.length(crossed) > Math.sin(SAME_WAY)))
    return fail(
      fault('views.same-way', 'both paths lie in planes that look the same way; one must lie across'),
    )
  const along = vec3.unit(crossed)
  const frame = frameOf(along, first.normal, second.normal)
  const at = (p: Path, s: number): number => vec3.dot(pathPoint(p, s), along)
  const [a0, a1] = [at(first.path, 0), at(first.path, first.path.length)]
  const [b0, b1] = [at(second.path, 0), at(second.path, second.path.length)]
  const turned = Math.abs(a0 - b1) + Math.abs(a1 - b0) < Math.abs(a0 - b0) + Math.abs(a1 - b1)
  const other = turned ? reversePath(second.path) : second.path
  const size = Math.max(...[first.path, other].map((p) => vec3.length(boxSizes(analysePath(p).box))))
  const same = tolerance.samePlace * size + tolerance.pointCoincidence
  const travel = travelled(stretchesOf(first.path, along, same), stretchesOf(other, along, same), same)
  if (!travel.ok) return travel
  const parts = travel.value.together.flatMap((pair) =>
    segmentsOf(pair, frame, tolerance.followsCurve * size),
  )
  const kept = parts.filter((g) => g.length > tolerance.vanishes)
  if (kept.length === 0)
    return fail(fault('views.apart', 'no place of one view lies beside a place of the other'))
  const path = makePath(
    kept.map((segment, index): { segment: Segment; origin: Origin } => ({
      segment,
      origin: { kind: 'leg', index },
    })),
    false,
  )
  return ok({ path, left: travel.value.left })
}

/** How a place is put together: `on` along the line where the planes cross, and how far up in either view. */
interface Frame {
  readonly along: Vec3
  /** Ways up in the views. */
  readonly ups: readonly [Vec3, Vec3]
  /** What one step up in a view, and none in the other, is in space. */
  readonly steps: readonly [Vec3, Vec3]
}

function frameOf(along: Vec3, first: Vec3, second: Vec3): Frame {
  const ups = [vec3.cross(first, along), vec3.cross(second, along)] as const
  // Going up in one view and not in the other is going the way that the other is looked at.
  const step = (up: Vec3, way: Vec3): Vec3 => vec3.scale(way, 1 / vec3.dot(way, up))
  return { along, ups, steps: [step(ups[0], second), step(ups[1], first)] }
}

const together = (f: Frame, on: number, up: readonly [number, number]): Vec3 =>
  vec3.addScaled(vec3.addScaled(vec3.scale(f.along, on), f.steps[0], up[0]), f.steps[1], up[1])

/** Stretches of both views that are travelled at once; one of them may stand still. */
type Pair = readonly [Stretch, Stretch]

/** Goes along both views at once, and pairs what lies beside each other. Each round leaves a stretch behind, so that there are no more than both have. */
function travelled(
  first: readonly Stretch[],
  second: readonly Stretch[],
  same: number,
): Result<{ readonly together: readonly Pair[]; readonly left: readonly [number, number] }> {
  const queues: readonly [Stretch[], Stretch[]] = [[...first], [...second]]
  const left: [number, number] = [0, 0]
  const [a, b] = queues
  const start = a[0]!.on[0] - b[0]!.on[0]
  const way = [...a, ...b].find((s) => s.way !== 0)?.way ?? 0
  // The view that begins further back is travelled alone up to where the other begins.
  if (Math.abs(start) > same && way !== 0) {
    const behind = start * way < 0 ? 0 : 1
    left[behind] = skipTo(queues[behind], queues[1 - behind]![0]!.on[0], same)
  }
  const pairs: Pair[] = []
  while (a.length > 0 && b.length > 0) {
    const [p, q] = [a[0]!, b[0]!]
    if (p.way === 0 || q.way === 0) {
      // Both go across at once: they share the way there evenly.
      pairs.push([p.way === 0 ? p : stillAt(p), q.way === 0 ? q : stillAt(q)])
      if (p.way === 0) a.shift()
      if (q.way === 0) b.shift()
      continue
    }
    if (p.way !== q.way)
      return fail(turnsBack(segmentPoint(p.segment, p.from), segmentPoint(q.segment, q.from)))
    const to = p.way > 0 ? Math.min(p.on[1], q.on[1]) : Math.max(p.on[1], q.on[1])
    const [p1, p2] = splitAt(p, to, same)
    const [q1, q2] = splitAt(q, to, same)
    pairs.push([p1, q1])
    a.splice(0, 1, ...(p2 ? [p2] : []))
    b.splice(0, 1, ...(q2 ? [q2] : []))
  }
  // What goes straight across at the very end is still beside the other's end.
  for (const [k, rest] of queues.entries()) {
    const still = pairs.at(-1)
    while (still && rest[0]?.way === 0) {
      const ended = stillAt(still[1 - k]!, 1)
      const own = rest.shift()!
      pairs.push(k === 0 ? [own, ended] : [ended, own])
    }
    left[k] = left[k]! + rest.reduce((sum, s) => sum + s.to - s.from, 0)
  }
  return ok({ together: pairs, left })
}

const turnsBack = ([x, y, z]: Vec3, [u, v, w]: Vec3) =>
  lengthFault(
    'views.turn-back',
  )`at (${x}, ${y}, ${z}) in the one view and (${u}, ${v}, ${w}) in the other, one turns back and the other goes on; both must turn back at the same place`

/** Leaves out what lies before a place; how long that is, mm. */
function skipTo(queue: Stretch[], on: number, same: number): number {
  let left = 0
  for (let s = queue[0]; s; s = queue[0]) {
    const reaches = s.way !== 0 && (s.on[1] - on) * s.way > same
    if (!reaches) {
      left += s.to - s.from
      queue.shift()
      continue
    }
    const [before, after] = splitAt(s, on, same)
    left += before.to - before.from
    queue.splice(0, 1, ...(after ? [after] : []))
    break
  }
  return left
}

/** A stretch that stands still at its start, or its end. */
const stillAt = (s: Stretch, end: 0 | 1 = 0): Stretch => {
  const at = end === 0 ? s.from : s.to
  return { ...s, from: at, to: at, on: [s.on[end], s.on[end]], way: 0 }
}

/** A stretch up to a place, and what is left of it. */
function splitAt(s: Stretch, on: number, same: number): readonly [Stretch, Stretch | undefined] {
  if (Math.abs(s.on[1] - on) <= same) return [s, undefined]
  const at = stationAtPlace(s, on)
  return [
    { ...s, to: at, on: [s.on[0], on] },
    { ...s, from: at, on: [on, s.on[1]] },
  ]
}

/** The station within a stretch's segment at a place along the line; the stretch goes one way. */
function stationAtPlace({ segment: g, from, to, on, way, along }: Stretch, place: number): number {
  if (g.kind === 'line') {
    const span = on[1] - on[0]
    return span === 0 ? from : from + ((to - from) * (place - on[0])) / span
  }
  return rootBetween((s) => (vec3.dot(segmentPoint(g, s), along) - place) * way, from, to)
}

const upIn = (s: Stretch, up: Vec3, at: number): number => vec3.dot(segmentPoint(s.segment, at), up)

/** The line in space of two stretches that are travelled at once. */
function segmentsOf([p, q]: Pair, f: Frame, within: number): readonly Segment[] {
  const place = (end: 0 | 1): Vec3 => {
    const ends = (s: Stretch): number => (end === 0 ? s.from : s.to)
    const on = p.way === 0 && q.way !== 0 ? q.on[end] : p.on[end]
    return together(f, on, [upIn(p, f.ups[0], ends(p)), upIn(q, f.ups[1], ends(q))])
  }
  const straight = (s: Stretch): boolean => s.way === 0 || s.segment.kind === 'line'
  if (straight(p) && straight(q)) {
    const [from, to] = [place(0), place(1)]
    const way = vec3.sub(to, from)
    const length = vec3.length(way)
    return length > tolerance.vanishes ? [lineSegment(from, vec3.scale(way, 1 / length), length)] : []
  }
  // Beside a straight that goes along the line, a curve is only moved.
  for (const [own, other] of [
    [p, q],
    [q, p],
  ] as const) {
    if (other.segment.kind !== 'line') continue
    if (vec3.length(vec3.cross(other.segment.direction, f.along)) > tolerance.sameDirection) continue
    const piece = segmentPart(own.segment, own.from, own.to)
    return [transformedSegment(piece, shifted(vec3.sub(place(0), segmentPoint(piece, 0))))]
  }
  const cut = (p.on[0] + p.on[1]) / 2
  const half = (s: Stretch): number => stationAtPlace(s, cut)
  const leads = ([0, 1] as const).map((end) => leading(p, q, f.along, end))
  const asks = (own: Stretch, other: Stretch): ((s: number) => Asked) => askedBy(own, other, f, own === p)
  if (leads[0] === leads[1]) {
    const [own, other] = leads[0] === 0 ? [p, q] : [q, p]
    return fittedCubics(asks(own, other), own.from, own.to, within)
  }
  return leads.flatMap((lead, end) => {
    const [own, other] = lead === 0 ? [p, q] : [q, p]
    const [from, to] = end === 0 ? [own.from, half(own)] : [half(own), own.to]
    return fittedCubics(asks(own, other), from, to, within)
  })
}

/** Which of two goes more nearly across the line at an end: what is known along that one is known well along both. */
function leading(p: Stretch, q: Stretch, along: Vec3, end: 0 | 1): 0 | 1 {
  const slope = (s: Stretch): number =>
    Math.abs(vec3.dot(segmentTangent(s.segment, end === 0 ? s.from : s.to), along))
  return slope(p) <= slope(q) ? 0 : 1
}

/** The place of the line, and its derivative, by the station of one of two stretches. */
function askedBy(own: Stretch, other: Stretch, f: Frame, ownFirst: boolean): (s: number) => Asked {
  const [ownUp, otherUp] = ownFirst ? f.ups : [f.ups[1], f.ups[0]]
  const ups = (a: number, b: number): [number, number] => (ownFirst ? [a, b] : [b, a])
  const inside = (own.to - own.from) * tolerance.viewAcross
  /** How fast the other goes when this one goes by one. */
  const ratio = (s: number, on: number): number => {
    const [da, db] = [
      vec3.dot(segmentTangent(own.segment, s), f.along),
      vec3.dot(segmentTangent(other.segment, stationAtPlace(other, on)), f.along),
    ]
    if (Math.abs(db) > tolerance.viewAcross) return da / db
    // Both turn back here, and their stations go as each other's.
    const near = s + (s - own.from < own.to - s ? inside : -inside)
    const there = stationAtPlace(other, vec3.dot(segmentPoint(own.segment, near), f.along))
    return (there - stationAtPlace(other, on)) / (near - s)
  }
  return (s) => {
    const point = segmentPoint(own.segment, s)
    const on = vec3.dot(point, f.along)
    const beside = stationAtPlace(other, on)
    const way = segmentTangent(own.segment, s)
    const fast = ratio(s, on)
    const otherWay = segmentTangent(other.segment, beside)
    return {
      point: together(f, on, ups(vec3.dot(point, ownUp), upIn(other, otherUp, beside))),
      first: together(
        f,
        vec3.dot(way, f.along),
        ups(vec3.dot(way, ownUp), fast * vec3.dot(otherWay, otherUp)),
      ),
    }
  }
}
