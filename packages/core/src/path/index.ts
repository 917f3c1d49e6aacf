export { curveSegment, curveSide, type CurveSegment } from './curve-segment.ts'
export type { SpaceCurve } from './space-curve.ts'
export { splineSegments, type PlaneFrame, type SplineSegment } from './spline-segment.ts'
export {
  arcSegment,
  helixSegment,
  lineSegment,
  reverseSegment,
  segmentCurvature,
  segmentPoint,
  segmentRadius,
  segmentTangent,
  segmentTorsion,
  segmentTurn,
  type ArcSegment,
  type HelixSegment,
  type Segment,
} from './segment.ts'
export type { LineSegment } from './line-segment.ts'
export {
  kinksOf,
  locate,
  makePath,
  pathCurvature,
  pathPoint,
  pathTangent,
  reversePath,
  type Kink,
  type Origin,
  type Path,
} from './path.ts'
export {
  pathThroughNodes,
  type Corner,
  type CornerResult,
  type NodeFault,
  type NodePath,
  type PathNode,
} from './nodes.ts'
export { splineThroughPoints, type SplineEnd, type SplineFault } from './spline-through.ts'
export { extendedPath, pathPart, segmentPart } from './part.ts'
export { nearestOnPath, nearestOnSegment, stationNear } from './nearest.ts'
export { pathOfHelix, type HelixSource } from './helix.ts'
export { coilOf, pathOfCoil, type CoilEnd, type CoilSizes, type CoilSource } from './coil.ts'
export { FURTHEST, pathFaults, type PathFault } from './sound.ts'
export { bendingAlong, type BendingAlong } from './bending.ts'
export { analysePath, planeOf, type PathAnalysis, type SegmentRow } from './analysis.ts'
export { bentToArc, rebuilt, simplified, startedAt, straightened, type Apart } from './changed.ts'
export { joinedPaths, type JoinedAt } from './joined.ts'
export { mirroredPath } from './mirrored.ts'
export { pathBeside, type CornersBeside } from './beside.ts'
export { pathOfViews, type View } from './views.ts'

export { transformedPath } from './moved.ts'
export { segmentsOnPlane } from './on-plane.ts'
