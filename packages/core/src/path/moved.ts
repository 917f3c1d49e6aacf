import { vec3, type Vec3 } from '../space/index.ts'
import type { Segment } from './segment.ts'

/** A segment moved in space, exact. */
export function movedSegment(g: Segment, by: Vec3): Segment {
  switch (g.kind) {
    case 'line':
      return { ...g, start: vec3.add(g.start, by) }
    case 'arc':
    case 'helix':
      return { ...g, centre: vec3.add(g.centre, by) }
    case 'spline':
      return { ...g, plane: { ...g.plane, origin: vec3.add(g.plane.origin, by) } }
    case 'curve': {
      const { curve: c } = g
      if (c.kind === 'spiral') return { ...g, curve: { ...c, centre: vec3.add(c.centre, by) } }
      const [p, q, r, s] = c.points
      return {
        ...g,
        curve: {
          kind: 'cubic',
          points: [vec3.add(p, by), vec3.add(q, by), vec3.add(r, by), vec3.add(s, by)],
        },
      }
    }
  }
}
