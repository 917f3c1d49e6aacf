import { TURN, tolerance } from '../../num/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import { directionAt, pointAt, vec2, type Arc2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { loopsOf } from '../../profile/index.ts'
import { untransformDirection, untransformPoint, vec3, type Transform, type Vec3 } from '../../space/index.ts'
import {
  courseAt,
  frameOn,
  type Chunk,
  type Course,
  type Frames,
  type CarriedGiven,
} from '../../sweep/index.ts'
import { downOn, liesFlat, parallel, THROUGH, type Takable, type TakableCurve } from './takable.ts'

/** Where a section stands along a run: on segment `index`, s from its start. */
type Along = (p: Vec2, index: number, s: number) => Vec3

/**
 * What can be taken over of the body of a run, and of each copy of it: the outlines of its ends where these are square, and the
 * edges along it where corners of its section go. A run whose section changes its shape on its way gives nothing.
 */
export function takableOfRun(frame: PlaneFrame, carried: CarriedGiven): Takable {
  const places = new Map<string, Vec2>()
  const of = 'carried' as const
  if (carried.carriage.shape) return { of, places, curves: [] }
  const curves = carried.instances.flatMap((place, k) =>
    takableInPlace(seenFrom(frame, place), carried, k === 0 ? '' : `copy/${k}/`, places),
  )
  return { of, places, curves }
}

/** The plane as it lies to the run itself when the run stands in a place. */
const seenFrom = (frame: PlaneFrame, place: Transform): PlaneFrame => ({
  origin: untransformPoint(place, frame.origin),
  x: untransformDirection(place, frame.x),
  y: untransformDirection(place, frame.y),
})

function takableInPlace(
  frame: PlaneFrame,
  carried: CarriedGiven,
  before: string,
  places: Map<string, Vec2>,
): TakableCurve[] {
  const { frames, scale } = carried.carriage
  const put = (name: string, p: Vec3): string => {
    places.set(before + name, downOn(frame, p))
    return before + name
  }
  const along: Along = ([x, y], index, s) => {
    const f = frameOn(frames, index, s)
    const size = sizeAt(frames, scale, index, s)
    return vec3.addScaled(vec3.addScaled(f.origin, f.n, size * x), f.b, size * y)
  }
  const loops = loopsOf(carried.section)
  const curves = carried.chunks.flatMap((chunk, c): TakableCurve[] => [
    ...(chunk.closed ? [] : endsOf(frame, frames, scale, chunk, c, loops, along, put)),
    ...loops.flatMap((loop, l) =>
      cornersOf(loop).flatMap((k) =>
        edgeOf(frame, frames, scale, chunk, `edge/${c}/${l}/${k}`, pointAt(loop[k]!, 0), along, put),
      ),
    ),
  ])
  return curves.map((c) => ({ ...c, key: before + c.key }))
}

/** Size of the section about its anchor, on segment `index`, s from its start. */
const sizeAt = (frames: Frames, scale: Course | undefined, index: number, s: number): number =>
  scale ? courseAt(scale, frames.path.starts[index]! + s) : 1

/** Curves of a loop that set off at a corner from the one before. */
function cornersOf(loop: readonly Curve2[]): number[] {
  return loop.flatMap((c, i) => {
    const before = loop[(i + loop.length - 1) % loop.length]!
    const [u, v] = [directionAt(before, 1), directionAt(c, 0)]
    return Math.abs(vec2.cross(u, v)) > tolerance.runsOnSmoothly || vec2.dot(u, v) < 0 ? [i] : []
  })
}

/** The outlines of both ends of a stretch, of those that are square. */
function endsOf(
  frame: PlaneFrame,
  frames: Frames,
  scale: Course | undefined,
  chunk: Chunk,
  c: number,
  loops: readonly (readonly Curve2[])[],
  along: Along,
  put: (name: string, p: Vec3) => string,
): TakableCurve[] {
  const normal = vec3.cross(frame.x, frame.y)
  const last = frames.path.segments[chunk.last]!.length
  const ends = [
    { name: `start/${c}`, end: chunk.start, index: chunk.first, s: -chunk.start.shift },
    { name: `end/${c}`, end: chunk.end, index: chunk.last, s: last + chunk.end.shift },
  ]
  return ends.flatMap(({ name, end, index, s }) => {
    if (end.plane) return []
    const { n, b } = frameOn(frames, index, s)
    const flat = parallel(vec3.cross(n, b), normal)
    const flipped = vec3.dot(vec3.cross(n, b), normal) < 0
    const at = (which: string, p: Vec2): string => put(`${name}/${which}`, along(p, index, s))
    return loops.flatMap((loop, l) =>
      loop.flatMap((curve, k): TakableCurve[] => {
        const key = `${name}/${l}/${k}`
        const [from, to] = [
          at(`${l}/${k}`, pointAt(curve, 0)),
          at(`${l}/${(k + 1) % loop.length}`, pointAt(curve, 1)),
        ]
        if (curve.kind === 'line') return [{ key, kind: 'line', from, to }]
        if (curve.kind === 'arc' && flat)
          return [
            roundOf(curve, key, from, to, flipped, sizeAt(frames, scale, index, s), (w, p) =>
              at(`${w}/${l}/${k}`, p),
            ),
          ]
        const whole = from === to
        const inner = Array.from({ length: THROUGH - 2 }, (_, m) =>
          at(`along/${l}/${k}/${m + 1}`, pointAt(curve, (m + 1) / (THROUGH - 1))),
        )
        return [{ key, kind: 'spline', points: whole ? [from, ...inner, from] : [from, ...inner, to] }]
      }),
    )
  })
}

function roundOf(
  curve: Arc2,
  key: string,
  from: string,
  to: string,
  flipped: boolean,
  size: number,
  at: (what: string, p: Vec2) => string,
): TakableCurve {
  const centre = at('centre', curve.centre)
  const radius = curve.radius * size
  if (Math.abs(curve.sweep) >= TURN - tolerance.samePlace)
    return { key, kind: 'circle', centre, rim: from, radius }
  return { key, kind: 'arc', centre, from, to, radius, clockwise: curve.sweep < 0 !== flipped }
}

/** The edge that a corner of the section draws along a stretch, segment by segment. */
function edgeOf(
  frame: PlaneFrame,
  frames: Frames,
  scale: Course | undefined,
  chunk: Chunk,
  name: string,
  corner: Vec2,
  along: Along,
  put: (name: string, p: Vec3) => string,
): TakableCurve[] {
  const normal = vec3.cross(frame.x, frame.y)
  const plain = frames.rolls.length === 0 && !scale
  return Array.from({ length: chunk.last - chunk.first + 1 }, (_, j): TakableCurve => {
    const i = chunk.first + j
    const g = frames.path.segments[i]!
    const [from, to] = [
      put(`${name}/${i}`, along(corner, i, 0)),
      put(`${name}/${i + 1}`, along(corner, i, g.length)),
    ]
    const key = `${name}/${i}`
    if (g.kind === 'line' && plain) return { key, kind: 'line', from, to }
    if (plain && liesFlat(g, normal)) {
      const centre = put(`${name}/centre/${i}`, g.centre)
      const radius = vec2.distance(downOn(frame, along(corner, i, 0)), downOn(frame, g.centre))
      return {
        key,
        kind: 'arc',
        centre,
        from,
        to,
        radius,
        clockwise: vec3.dot(vec3.cross(g.out, g.along), normal) < 0,
      }
    }
    const inner = Array.from({ length: THROUGH - 2 }, (_, k) =>
      put(`${name}/along/${i}/${k + 1}`, along(corner, i, (g.length * (k + 1)) / (THROUGH - 1))),
    )
    return { key, kind: 'spline', points: [from, ...inner, to] }
  })
}
