import { transformDirection, transformPoint, type Transform, type Vec3 } from '../space/index.ts'
import { curveSegment } from './curve-segment.ts'
import { makePath, type Path } from './path.ts'
import type { Segment } from './segment.ts'
import type { SpaceCurve } from './space-curve.ts'

/** A path set elsewhere, turned and moved without a mirror; exact, with the origins of its source. */
export function transformedPath(path: Path, at: Transform): Path {
  const parts = path.segments.map((g, i) => ({
    segment: transformedSegment(g, at),
    origin: path.origins[i]!,
  }))
  return makePath(parts, path.closed)
}

/** A segment set elsewhere, turned and moved without a mirror. */
export function transformedSegment(g: Segment, at: Transform): Segment {
  const point = (p: Vec3): Vec3 => transformPoint(at, p)
  const way = (v: Vec3): Vec3 => transformDirection(at, v)
  switch (g.kind) {
    case 'line':
      return { ...g, start: point(g.start), direction: way(g.direction) }
    case 'arc':
      return { ...g, centre: point(g.centre), out: way(g.out), along: way(g.along) }
    case 'helix':
      return { ...g, centre: point(g.centre), out: way(g.out), along: way(g.along), axis: way(g.axis) }
    case 'spline': {
      const { origin, x, y } = g.plane
      return { ...g, plane: { origin: point(origin), x: way(x), y: way(y) } }
    }
    case 'curve':
      return curveSegment(transformedCurve(g.curve, point, way), g.from, g.to)
  }
}

function transformedCurve(c: SpaceCurve, point: (p: Vec3) => Vec3, way: (v: Vec3) => Vec3): SpaceCurve {
  if (c.kind === 'spiral') return { ...c, centre: point(c.centre), out: way(c.out), along: way(c.along) }
  const [p, q, r, s] = c.points
  return { kind: 'cubic', points: [point(p), point(q), point(r), point(s)] }
}
