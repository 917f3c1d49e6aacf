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
