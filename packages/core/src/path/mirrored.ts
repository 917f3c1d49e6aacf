import { vec3, type Vec3 } from '../space/index.ts'
import { curveSegment } from './curve-segment.ts'
import { makePath, type Path } from './path.ts'
import { arcSegment, helixSegment, lineSegment, type Segment } from './segment.ts'
import type { SpaceCurve } from './space-curve.ts'

/** A path as a mirror shows it: through a place, square to a unit normal. Exact; origins keep the numbers of their source. */
export function mirroredPath(path: Path, at: Vec3, normal: Vec3): Path {
  const turned = (v: Vec3): Vec3 => vec3.addScaled(v, normal, -2 * vec3.dot(v, normal))
  const placed = (p: Vec3): Vec3 => vec3.add(at, turned(vec3.sub(p, at)))
  const parts = path.segments.map((g, i) => ({
    segment: mirroredSegment(g, placed, turned),
    origin: path.origins[i]!,
  }))
  return makePath(parts, path.closed)
}

function mirroredSegment(g: Segment, placed: (p: Vec3) => Vec3, turned: (v: Vec3) => Vec3): Segment {
  switch (g.kind) {
    case 'line':
      return lineSegment(placed(g.start), turned(g.direction), g.length)
    case 'arc':
      return arcSegment(placed(g.centre), turned(g.out), turned(g.along), g.radius, g.sweep)
    case 'helix':
      // Its axis is out x along, which the mirror turns round: it winds the other way.
      return helixSegment(placed(g.centre), turned(g.out), turned(g.along), g.radius, g.sweep, -g.rise)
    case 'spline': {
      const { origin, x, y } = g.plane
      return { ...g, plane: { origin: placed(origin), x: turned(x), y: turned(y) } }
    }
    case 'curve':
      return curveSegment(mirroredCurve(g.curve, placed, turned), g.from, g.to)
  }
}

function mirroredCurve(c: SpaceCurve, placed: (p: Vec3) => Vec3, turned: (v: Vec3) => Vec3): SpaceCurve {
  if (c.kind === 'cubic') {
    const [a, b, d, e] = c.points
    return { kind: 'cubic', points: [placed(a), placed(b), placed(d), placed(e)] }
  }
  const [a, b, d] = c.rise
  return { ...c, centre: placed(c.centre), out: turned(c.out), along: turned(c.along), rise: [-a, -b, -d] }
}
