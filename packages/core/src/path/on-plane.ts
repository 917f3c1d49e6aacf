import type { Curve2, Vec2 } from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { arcSegment, lineSegment, type Segment } from './segment.ts'
import { splineSegments, type PlaneFrame } from './spline-segment.ts'

/** A curve of a plane as path segments in space, the same way along; a Bezier piece is cut where its curvature changes sign. */
export function segmentsOnPlane(c: Curve2, f: PlaneFrame): Segment[] {
  const place = (p: Vec2): Vec3 => vec3.addScaled(vec3.addScaled(f.origin, f.x, p[0]), f.y, p[1])
  switch (c.kind) {
    case 'line': {
      const [from, to] = [place(c.from), place(c.to)]
      const way = vec3.sub(to, from)
      return [lineSegment(from, vec3.unit(way), vec3.length(way))]
    }
    case 'arc': {
      const out = vec3.round(f.x, f.y, c.start)
      const ahead = vec3.round(f.y, vec3.scale(f.x, -1), c.start)
      const along = c.sweep > 0 ? ahead : vec3.scale(ahead, -1)
      return [arcSegment(place(c.centre), out, along, c.radius, Math.abs(c.sweep))]
    }
    case 'bezier':
      return splineSegments(f, c)
  }
}
