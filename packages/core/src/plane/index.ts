export {
  arcParameter,
  bezier2,
  bezierAt,
  bezierCurvature,
  bezierLength,
  bezierSpeed,
  bezierPiece,
  ellipsePieces,
  splitBezier,
  type Bezier2,
} from './bezier.ts'
export { placesWithin, type Places } from './places.ts'
export { arrange, type Arrangement, type Face, type FaceEdge } from './arrangement.ts'
export { crossings, nearestOn, pieceOf, type Crossing } from './intersect.ts'
export { vec2, type Vec2 } from './vec2.ts'
export {
  arc2,
  curveLength,
  directionAt,
  flipCurve,
  line2,
  placeCurve,
  pointAt,
  reachAlong,
  reverseCurve,
  type Arc2,
  type Curve2,
  type Line2,
  type Loop2,
} from './curve.ts'
export { combineIntegrals, loopIntegrals, NO_AREA, type AreaIntegrals } from './integrals.ts'
export { triangulate } from './triangulate.ts'
export { bendsAlong, mostOffStraight, type BendAt } from './bend.ts'
export { marksAlong } from './refit.ts'
export { centripetalKnots, clampedKnots, splineByControl, splineThrough } from './spline.ts'
export { offsetChain, runsOn, type OffsetFault, type OffsetStretch, type SimpleCurve } from './offset.ts'
export { arcThrough, circleThrough, recognised } from './recognise.ts'
export { pointInPolygon } from './polygon.ts'
