import { fail, fault, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { segmentDistance, vec3, type Vec3 } from '../space/index.ts'
import { makePath, pathPoint, pathTangent, type Origin, type Path } from './path.ts'
import { segmentPart } from './part.ts'
import { arcSegment, lineSegment, segmentPoint, type Segment } from './segment.ts'
import { splineThroughPoints } from './spline-through.ts'

/** A closed path that begins at another station of it, mm. */
export function startedAt(path: Path, station: number): Result<Path> {
  if (!path.closed)
    return fail(fault('path.open', 'an open path begins where it begins; a part of it can be used'))
  const at = ((station % path.length) + path.length) % path.length
  const after: { segment: Segment; origin: Origin }[] = []
  const before: typeof after = []
  const least = tolerance.straightVanishes * path.length
  path.segments.forEach((g, i) => {
    const origin = path.origins[i]!
    const cut = at - path.starts[i]!
    if (cut <= least) after.push({ segment: g, origin })
    else if (cut >= g.length - least) before.push({ segment: g, origin })
    else {
      before.push({ segment: segmentPart(g, 0, cut), origin })
      after.push({ segment: segmentPart(g, cut, g.length), origin })
    }
  })
  return ok(makePath([...after, ...before], true))
}

/** A straight as long as an open path, from its start the way that it sets off. */
export function straightened(path: Path): Result<Path> {
  if (path.closed) return fail(fault('path.closed', 'a closed path has no start to be straightened from'))
  const segment = lineSegment(pathPoint(path, 0), pathTangent(path, 0), path.length)
  return ok(makePath([{ segment, origin: { kind: 'leg', index: 0 } }], false))
}

/**
 * A straight path bent to an arc of an angle, rad, at the same length: from its start the way it sets off, toward `side`, a direction that is
 * not along it. The radius is length / angle. At 0 it stays straight; a whole turn is the most.
 */
export function bentToArc(path: Path, angle: number, side: Vec3): Result<Path> {
  const way = path.closed ? undefined : pathTangent(path, 0)
  const bends = path.segments.some(
    (g) => g.kind !== 'line' || !way || vec3.angleBetween(g.direction, way) > tolerance.goesOnTangent,
  )
  if (!way || bends)
    return fail(fault('path.not-straight', 'only a straight path is bent to an arc; straighten it first'))
  if (!(Math.abs(angle) <= 2 * Math.PI))
    return fail(fault('path.arc-angle', 'an arc turns by a whole turn at most'))
  const across = vec3.addScaled(side, way, -vec3.dot(side, way))
  if (vec3.length(across) <= tolerance.sameDirection * vec3.length(side) || vec3.length(side) === 0)
    return fail(fault('path.arc-side', 'the side that it is bent toward lies along the path'))
  if (Math.abs(angle) < tolerance.goesOnTangent) return straightened(path)
  const radius = path.length / Math.abs(angle)
  const inward = vec3.scale(vec3.unit(across), Math.sign(angle))
  const start = pathPoint(path, 0)
  const segment = arcSegment(
    vec3.addScaled(start, inward, radius),
    vec3.scale(inward, -1),
    way,
    radius,
    Math.abs(angle),
  )
  return ok(makePath([{ segment, origin: { kind: 'node', index: 0 } }], false))
}

/** How far one path lies off another, at most, and where along that. */
export interface Apart {
  readonly most: number
  readonly station: number
}

/** Looks at one span when it is measured how far a path was moved. */
const SAMPLES = 16

/**
 * A path as one smooth curve through places of it, evenly along it, with the directions of its ends: of so many spans; with how far it lies
 * off at places halfway and between, the same share of either's span.
 */
export function rebuilt(path: Path, spans: number): Result<{ readonly path: Path; readonly apart: Apart }> {
  if (!(Number.isInteger(spans) && spans >= (path.closed ? 3 : 1)))
    return fail(fault('path.spans', `a whole number of spans is needed, ${path.closed ? 3 : 1} at least`))
  const count = path.closed ? spans : spans + 1
  const stations = Array.from({ length: count }, (_, i) => (path.length * i) / spans)
  const ends = path.closed
    ? {}
    : {
        start: { direction: pathTangent(path, 0), weight: 1 },
        end: { direction: pathTangent(path, path.length), weight: 1 },
      }
  const made = splineThroughPoints(
    stations.map((s) => pathPoint(path, s)),
    path.closed,
    ends,
  )
  if (!made.ok)
    return fail(fault('path.rebuild', 'places of the path lie on each other; fewer spans would fit'))
  return ok({ path: made.value, apart: apartFrom(path, made.value, spans) })
}

/** The largest distance of places of a path from another, looked for near the same share of its length. */
function apartFrom(path: Path, other: Path, spans: number): Apart {
  let apart: Apart = { most: 0, station: 0 }
  const looks = spans * SAMPLES
  const step = other.length / looks
  for (let i = 0; i <= looks; i++) {
    const station = (path.length * i) / looks
    const p = pathPoint(path, station)
    let least = Infinity
    for (let k = -SAMPLES; k <= SAMPLES; k++) {
      const s = Math.min(Math.max((other.length * i) / looks + (k * step) / 2, 0), other.length)
      least = Math.min(least, vec3.distance(p, pathPoint(other, s)))
    }
    if (least > apart.most) apart = { most: least, station }
  }
  return apart
}

/**
 * A path of straights with fewer of them: corners that lie within a tolerance of the straight that does without them are left out (Douglas and
 * Peucker 1973). Each stretch is halved at its furthest corner, so that at most corners^2 distances are looked at.
 */
export function simplified(
  path: Path,
  within: number,
): Result<{ readonly path: Path; readonly left: number }> {
  if (path.closed || path.segments.some((g) => g.kind !== 'line'))
    return fail(
      fault(
        'path.not-straights',
        'only an open path of straights is simplified; a curve is rebuilt or turned into bends',
      ),
    )
  const points = [...path.segments.map((g) => segmentPoint(g, 0)), pathPoint(path, path.length)]
  const kept = new Set([0, points.length - 1])
  const open: [number, number][] = [[0, points.length - 1]]
  for (let next = open.pop(); next; next = open.pop()) {
    const [a, b] = next
    let [furthest, most] = [-1, within]
    for (let i = a + 1; i < b; i++) {
      const d = segmentDistance(points[i]!, points[i]!, points[a]!, points[b]!)
      if (d > most) [furthest, most] = [i, d]
    }
    if (furthest < 0) continue
    kept.add(furthest)
    open.push([a, furthest], [furthest, b])
  }
  const order = [...kept].sort((a, b) => a - b)
  const parts = order.slice(1).flatMap((to, i) => {
    const [p, q] = [points[order[i]!]!, points[to]!]
    const length = vec3.distance(p, q)
    const origin: Origin = { kind: 'leg', index: i }
    return length > tolerance.pointCoincidence
      ? [{ segment: lineSegment(p, vec3.unit(vec3.sub(q, p)), length), origin }]
      : []
  })
  return ok({ path: makePath(parts, false), left: points.length - order.length })
}
