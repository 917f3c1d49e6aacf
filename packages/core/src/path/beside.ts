import { fail, fault, lengthFault, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { arc2, line2, offsetChain, type SimpleCurve, type Vec2 } from '../plane/index.ts'
import { boxSizes, vec3, type Vec3 } from '../space/index.ts'
import { analysePath } from './analysis.ts'
import { fittedCubics } from './fitted.ts'
import { segmentsOnPlane } from './on-plane.ts'
import { kinksOf, makePath, type Origin, type Path } from './path.ts'
import { lineSegment, segmentCurvature, segmentPoint, segmentTangent, type Segment } from './segment.ts'

/** What becomes of corners on the outside: their sides run on to where they meet, or an arc goes round. */
export type CornersBeside = 'extended' | 'rounded'

/**
 * A flat path moved to one side, mm: to the left of its travel for whoever its plane's normal points at, to the right where negative. The
 * normal points up, or toward the front (-y), or to the right (+x), whichever of these it does first; a straight moves in the level plane, an
 * upright one in the plane of front views. Straights and arcs are exact and meet where they cross or by an arc; free curves are fitted, and
 * must run on smoothly.
 */
export function pathBeside(path: Path, by: number, corners: CornersBeside): Result<Path> {
  const { planar, normal, box } = analysePath(path)
  if (!planar)
    return fail(fault('path.not-flat', 'only a path that lies in one plane has a side; this one does not'))
  if (by === 0) return ok(path)
  const up = seenFrom(normal ?? besideStraight(pathWay(path)))
  const free = path.segments.some((g) => g.kind !== 'line' && g.kind !== 'arc')
  return free ? besideFree(path, by, up, vec3.length(boxSizes(box))) : besideSimple(path, by, up, corners)
}

const pathWay = (path: Path): Vec3 => segmentTangent(path.segments[0]!, 0)

/** The plane in which a straight moves aside. */
const besideStraight = (way: Vec3): Vec3 =>
  Math.hypot(way[0], way[1]) > tolerance.runsOnSmoothly ? squareUp(way, [0, 0, 1]) : [0, -1, 0]
const squareUp = (way: Vec3, up: Vec3): Vec3 => vec3.unit(vec3.addScaled(up, way, -vec3.dot(up, way)))

/** The way a plane is looked at from: above, else the front, else the right. */
function seenFrom(normal: Vec3): Vec3 {
  const [right, back, up] = normal.map((v) => (Math.abs(v) <= tolerance.runsOnSmoothly ? 0 : v))
  const sign = up !== 0 ? up! : back !== 0 ? -back! : right!
  return sign < 0 ? vec3.scale(normal, -1) : normal
}

/** Straights and arcs, in their plane. */
function besideSimple(path: Path, by: number, up: Vec3, corners: CornersBeside): Result<Path> {
  const origin = segmentPoint(path.segments[0]!, 0)
  const x = vec3.squareTo(up)
  const y = vec3.cross(up, x)
  const flat = (p: Vec3): Vec2 => [vec3.dot(vec3.sub(p, origin), x), vec3.dot(vec3.sub(p, origin), y)]
  const chain = path.segments.map((g): SimpleCurve => {
    if (g.kind === 'line') return line2(flat(g.start), flat(segmentPoint(g, g.length)))
    if (g.kind !== 'arc') throw new Error('a free curve among straights and arcs')
    const out: Vec2 = [vec3.dot(g.out, x), vec3.dot(g.out, y)]
    const left = vec3.dot(vec3.cross(g.out, g.along), up) > 0
    return arc2(flat(g.centre), g.radius, Math.atan2(out[1], out[0]), left ? g.sweep : -g.sweep)
  })
  const moved = offsetChain(chain, path.closed, by, corners)
  if ('kind' in moved) return fail(noRoom(path, moved.at, moved.kind))
  const parts = moved.flatMap(({ beside, round, curve }): { segment: Segment; origin: Origin }[] =>
    segmentsOnPlane(curve, { origin, x, y }).map((segment) => ({
      segment,
      origin: path.origins[beside ?? round!]!,
    })),
  )
  return ok(
    makePath(
      parts.filter((p) => p.segment.length > tolerance.vanishes),
      path.closed,
    ),
  )
}

const noRoom = (path: Path, at: number, why: 'tight' | 'corner') => {
  const start = path.starts[at]!
  const lengths = lengthFault('path.beside')
  return why === 'tight'
    ? lengths`the bend at ${start} is tighter than the distance to its inside; less of it, or the other side, would fit`
    : lengths`at the corner after ${start + path.segments[at]!.length} the sides do not meet at this distance; less of it would fit`
}

/** Looks along a segment for where it turns more tightly than the distance. */
const SAMPLES = 64

/** Free curves: each place moved square to the curve, fitted by cubics. */
function besideFree(path: Path, by: number, up: Vec3, size: number): Result<Path> {
  const kink = kinksOf(path).find((k) => k.deflection > tolerance.runsOnSmoothly)
  if (kink)
    return fail(
      lengthFault(
        'path.beside',
      )`a free curve goes beside only where it runs on smoothly; it turns on the spot at ${kink.station}`,
    )
  const parts: { segment: Segment; origin: Origin }[] = []
  for (const [i, g] of path.segments.entries()) {
    const moved = (s: number): { point: Vec3; first: Vec3 } => {
      const way = segmentTangent(g, s)
      const left = vec3.cross(up, way)
      return {
        point: vec3.addScaled(segmentPoint(g, s), left, by),
        first: vec3.scale(way, 1 - by * vec3.dot(segmentCurvature(g, s), left)),
      }
    }
    for (let k = 0; k <= SAMPLES; k++) {
      const s = (g.length * k) / SAMPLES
      if (vec3.dot(moved(s).first, segmentTangent(g, s)) <= 0) return fail(noRoom(path, i, 'tight'))
    }
    const origin = path.origins[i]!
    if (g.kind === 'line') parts.push({ segment: lineSegment(moved(0).point, g.direction, g.length), origin })
    else
      for (const segment of fittedCubics(moved, 0, g.length, tolerance.followsCurve * size))
        parts.push({ segment, origin })
  }
  return ok(makePath(parts, path.closed))
}
