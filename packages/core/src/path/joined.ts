import { fail, fault, lengthFault, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3 } from '../space/index.ts'
import { makePath, pathPoint, type Origin, type Path } from './path.ts'
import { arcSegment, lineSegment, segmentPoint, segmentTangent, type Segment } from './segment.ts'
import type { LineSegment } from './line-segment.ts'

/** A joint of paths that were joined: its station, the angle by which the direction breaks there, and the gap that was bridged. */
export interface JoinedAt {
  readonly station: number
  readonly angle: number
  readonly gap: number
}

/**
 * Several open paths one after the other. Where one ends away from where the next begins a straight bridges the gap; where both sides of a
 * joint are straights they may be blended by an arc of a radius, mm (0 for none).
 */
export function joinedPaths(
  paths: readonly Path[],
  radius: number,
): Result<{ readonly path: Path; readonly joints: readonly JoinedAt[] }> {
  if (paths.some((p) => p.closed))
    return fail(fault('path.closed', 'a closed path joins nothing; a part of it does'))
  const parts: { segment: Segment; origin: Origin }[] = []
  /** Segments after which there is a joint, with the gap that was bridged before it. */
  const after: { readonly segment: number; readonly gap: number }[] = []
  for (const path of paths) {
    const last = parts.at(-1)?.segment
    if (last) {
      const [end, start] = [segmentPoint(last, last.length), pathPoint(path, 0)]
      const gap = vec3.distance(end, start)
      const bridged = gap > tolerance.pointCoincidence
      after.push({ segment: parts.length - 1, gap: bridged ? gap : 0 })
      if (bridged) {
        push(parts, lineSegment(end, vec3.unit(vec3.sub(start, end)), gap))
        after.push({ segment: parts.length - 1, gap: 0 })
      }
    }
    for (const segment of path.segments) push(parts, segment)
  }
  const angleAfter = (i: number): number => {
    const [a, b] = [parts[i]!.segment, parts[i + 1]!.segment]
    return vec3.angleBetween(segmentTangent(a, a.length), segmentTangent(b, 0))
  }
  const plain = makePath(parts, false)
  const joints = after.map(({ segment, gap }) => ({
    station: plain.starts[segment + 1]!,
    angle: angleAfter(segment),
    gap,
  }))
  if (!(radius > 0)) return ok({ path: plain, joints })
  const broken = after.map((j) => j.segment).filter((i) => angleAfter(i) > tolerance.goesOnTangent)
  const blended = blend(parts, broken, radius)
  return blended.ok
    ? ok({ path: makePath(blended.value, false), joints: joints.map((j) => ({ ...j, angle: 0 })) })
    : blended
}

function push(parts: { segment: Segment; origin: Origin }[], segment: Segment): void {
  parts.push({ segment, origin: { kind: 'leg', index: parts.length } })
}

/** Puts arcs between straights that meet after the given segments. */
function blend(
  parts: readonly { segment: Segment; origin: Origin }[],
  after: readonly number[],
  radius: number,
): Result<{ segment: Segment; origin: Origin }[]> {
  const segments = parts.map((p) => p.segment)
  const arcs = new Map<number, Segment>()
  for (const i of after) {
    const [a, b] = [segments[i]!, segments[i + 1]!]
    if (a.kind !== 'line' || b.kind !== 'line')
      return fail(
        fault('path.blend', 'only straights that meet are blended by an arc; one of these is curved'),
      )
    const angle = vec3.angleBetween(a.direction, b.direction)
    if (angle >= Math.PI - tolerance.foldBack)
      return fail(fault('path.fold-back', 'the next path runs straight back; there is no arc between'))
    const takes = radius * Math.tan(angle / 2)
    const room = Math.min(a.length, b.length)
    if (takes > room)
      return fail(
        lengthFault(
          'path.blend',
        )`an arc of this radius takes ${takes} of either straight, of which one has ${room}; a radius of ${room / Math.tan(angle / 2)} would fit`,
      )
    const corner = segmentPoint(a, a.length)
    const begin = vec3.addScaled(corner, a.direction, -takes)
    const inward = vec3.unit(vec3.addScaled(b.direction, a.direction, -vec3.dot(b.direction, a.direction)))
    arcs.set(
      i,
      arcSegment(vec3.addScaled(begin, inward, radius), vec3.scale(inward, -1), a.direction, radius, angle),
    )
    segments[i] = shortened(a, 0, a.length - takes)
    segments[i + 1] = shortened(b, takes, b.length)
  }
  const made: { segment: Segment; origin: Origin }[] = []
  segments.forEach((segment, i) => {
    if (segment.length > tolerance.pointCoincidence) push(made, segment)
    const arc = arcs.get(i)
    if (arc) push(made, arc)
  })
  return ok(made)
}

const shortened = (g: LineSegment, from: number, to: number): LineSegment =>
  lineSegment(vec3.addScaled(g.start, g.direction, from), g.direction, Math.max(to - from, 0))
