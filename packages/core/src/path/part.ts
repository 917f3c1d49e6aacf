import { fail, fault, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3 } from '../space/index.ts'
import { makePath, type Origin, type Path } from './path.ts'
import {
  arcSegment,
  helixSegment,
  lineSegment,
  segmentPoint,
  segmentTangent,
  type Segment,
} from './segment.ts'
import { curvePart } from './curve-segment.ts'
import { splinePart } from './spline-segment.ts'

/** The stretch of a segment between two arc lengths, exact. */
export function segmentPart(g: Segment, from: number, to: number): Segment {
  if (from <= 0 && to >= g.length) return g
  const length = to - from
  switch (g.kind) {
    case 'line':
      return lineSegment(segmentPoint(g, from), g.direction, length)
    case 'arc': {
      const out = vec3.round(g.out, g.along, from / g.radius)
      return arcSegment(g.centre, out, segmentTangent(g, from), g.radius, length / g.radius)
    }
    case 'helix': {
      const [a, share] = [(from / g.length) * g.sweep, length / g.length]
      const out = vec3.round(g.out, g.along, a)
      const along = vec3.round(g.along, vec3.scale(g.out, -1), a)
      const centre = vec3.addScaled(g.centre, g.axis, (from / g.length) * g.rise)
      return helixSegment(centre, out, along, g.radius, g.sweep * share, g.rise * share)
    }
    case 'spline':
      return splinePart(g, from, to)
    case 'curve':
      return curvePart(g, from, to)
  }
}

/** The open stretch of a path between two stations. Joints within a hair of a limit count as at it. */
export function pathPart(path: Path, from: number, to: number): Result<Path> {
  if (!(from >= 0 && to <= path.length * (1 + tolerance.straightVanishes)))
    return fail(fault('path.part', `the stretch from ${from} to ${to} mm does not lie on the path`))
  const least = Math.max(tolerance.pointCoincidence, tolerance.straightVanishes * path.length)
  if (!(to - from > least))
    return fail(fault('path.part', 'the stretch of the path must end after it starts'))
  const parts: { segment: Segment; origin: Origin }[] = []
  path.segments.forEach((g, i) => {
    const start = path.starts[i]!
    const [a, b] = [Math.max(from - start, 0), Math.min(to - start, g.length)]
    if (b - a <= least) return
    const [low, high] = [a <= least ? 0 : a, g.length - b <= least ? g.length : b]
    parts.push({ segment: segmentPart(g, low, high), origin: path.origins[i]! })
  })
  return ok(makePath(parts, false))
}

/** An open path with straights put before its start and after its end; a length of 0 adds none. */
export function extendedPath(path: Path, before: readonly Segment[], after: readonly Segment[]): Path {
  const added = (end: 'start' | 'end') => (segment: Segment) => ({
    segment,
    origin: { kind: 'added', index: end === 'start' ? 0 : 1 } as const,
  })
  const own = path.segments.map((segment, i) => ({ segment, origin: path.origins[i]! }))
  return makePath([...before.map(added('start')), ...own, ...after.map(added('end'))], false)
}
