import { tolerance, TURN } from '../num/index.ts'
import { reachAlong } from '../plane/index.ts'
import { boxSizes, boxWith, EMPTY_BOX, vec3, type Box3, type Vec3 } from '../space/index.ts'
import { curveExtremes } from './curve-segment.ts'
import { kinksOf, type Kink, type Origin, type Path } from './path.ts'
import { segmentPoint, segmentRadius, segmentTangent, segmentTurn, type Segment } from './segment.ts'

/** One row of the segment table. */
export interface SegmentRow {
  readonly kind: Segment['kind']
  readonly origin: Origin
  readonly station: number
  readonly length: number
  /** Radius of curvature; infinite on a straight. */
  readonly radius: number
  /** How far the direction turns over the segment. */
  readonly turn: number
  readonly end: Vec3
}

export interface PathAnalysis {
  readonly length: number
  /** Length of the straights alone. */
  readonly straights: number
  readonly rows: readonly SegmentRow[]
  readonly box: Box3
  readonly size: Vec3
  /** The tightest curvature and the station where it starts; none on a path of straights. */
  readonly tightest: { readonly radius: number; readonly station: number } | undefined
  readonly kinks: readonly Kink[]
  readonly planar: boolean
  /** Unit normal of the path's plane, if it lies in just one. */
  readonly normal: Vec3 | undefined
}

export function analysePath(path: Path): PathAnalysis {
  const rows = path.segments.map((g, i): SegmentRow => ({
    kind: g.kind,
    origin: path.origins[i]!,
    station: path.starts[i]!,
    length: g.length,
    radius: segmentRadius(g),
    turn: segmentTurn(g),
    end: segmentPoint(g, g.length),
  }))
  const box = path.segments.reduce(boxWithSegment, EMPTY_BOX)
  const curved = rows.filter((r) => Number.isFinite(r.radius))
  const tightest = curved.length ? curved.reduce((best, r) => (r.radius < best.radius ? r : best)) : undefined
  const plane = planeOf(path, vec3.length(boxSizes(box)))
  return {
    length: path.length,
    straights: rows.reduce((sum, r) => (r.kind === 'line' ? sum + r.length : sum), 0),
    rows,
    box,
    size: boxSizes(box),
    tightest: tightest && { radius: tightest.radius, station: tightest.station },
    kinks: kinksOf(path),
    planar: plane !== 'none',
    normal: plane === 'none' || plane === 'line' ? undefined : plane,
  }
}

/** A box grown to hold a segment; exact for lines, arcs and splines, and for a helix by its turning points along each axis. */
function boxWithSegment(box: Box3, g: Segment): Box3 {
  let grown = boxWith(boxWith(box, segmentPoint(g, 0)), segmentPoint(g, g.length))
  if (g.kind === 'line') return grown
  if (g.kind === 'spline') {
    const { origin, x, y } = g.plane
    const reach = (axis: 0 | 1 | 2, sign: number): number =>
      origin[axis] + sign * reachAlong(g.curve, [sign * x[axis], sign * y[axis]])
    grown = boxWith(grown, [reach(0, -1), reach(1, -1), reach(2, -1)])
    return boxWith(grown, [reach(0, 1), reach(1, 1), reach(2, 1)])
  }
  if (g.kind === 'curve') return curveExtremes(g).reduce(boxWith, grown)
  for (let axis = 0; axis < 3; axis++) {
    for (const angle of turningAngles(g, axis)) {
      grown = boxWith(grown, segmentPoint(g, (angle / g.sweep) * g.length))
    }
  }
  return grown
}

/** Angles in (0, sweep) at which a coordinate can be furthest out: r(-o sin + a cos) + k = 0 for out o, along a, rise k per radian. */
function turningAngles(g: Exclude<Segment, { kind: 'line' | 'spline' | 'curve' }>, axis: number): number[] {
  const o = g.out[axis]! * g.radius
  const a = g.along[axis]! * g.radius
  const k = g.kind === 'helix' ? (g.axis[axis]! * g.rise) / g.sweep : 0
  const size = Math.hypot(o, a)
  if (size <= Math.abs(k) || size === 0) return []
  // a cos t - o sin t = size cos(t + phase) with phase = atan2(o, a)
  const phase = Math.atan2(o, a)
  const half = Math.acos(-k / size)
  const angles: number[] = []
  for (const base of [half - phase, -half - phase]) {
    const first = base - TURN * Math.floor(base / TURN)
    if (!(first < g.sweep)) continue
    // Turn after turn they lie a step of the rise apart: only the first and the last can be furthest out.
    angles.push(first, first + TURN * Math.floor((g.sweep - first) / TURN))
  }
  return angles
}

/** The unit normal of the plane a path lies in, 'line' if it is straight, 'none' if it leaves every plane. */
export function planeOf(path: Path, size: number): Vec3 | 'line' | 'none' {
  const within = tolerance.planarity * size
  const origin = segmentPoint(path.segments[0]!, 0)
  let normal: Vec3 | undefined
  let first: Vec3 | undefined
  for (const g of path.segments) {
    if (g.kind === 'curve' && !g.normal) return 'none'
    const directions =
      g.kind === 'line'
        ? [g.direction]
        : g.kind === 'spline'
          ? [g.plane.x, g.plane.y]
          : g.kind === 'curve'
            ? [segmentTangent(g, 0), vec3.cross(g.normal!, segmentTangent(g, 0))]
            : [segmentTangent(g, 0), vec3.scale(g.out, -1)]
    if (g.kind === 'helix' && Math.abs(g.rise) > within) return 'none'
    for (const d of directions) {
      first ??= d
      if (normal) {
        if (Math.abs(vec3.dot(normal, d)) > tolerance.planarity * 10) return 'none'
        continue
      }
      const across = vec3.cross(first, d)
      if (vec3.length(across) > tolerance.sameDirection) normal = vec3.unit(across)
    }
    if (normal && Math.abs(vec3.dot(normal, vec3.sub(segmentPoint(g, g.length), origin))) > within * 10)
      return 'none'
  }
  return normal ?? 'line'
}
