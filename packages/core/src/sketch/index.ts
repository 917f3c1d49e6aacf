export {
  ACROSS,
  BUILT_IN,
  endsOf,
  isBuiltIn,
  ORIGIN,
  pointsOf,
  UP,
  withPoints,
  type Sketch,
  type SketchArc,
  type SketchCircle,
  type SketchCurve,
  type SketchEllipse,
  type SketchEntity,
  type SketchLine,
  type SketchPoint,
  type SketchSpline,
} from './entities.ts'
export type { Constraint } from './constraints/index.ts'
export { measureOf, measuresAngle, type Dimension, type Measured } from './constraints/dimensions.ts'
export {
  mapReferences,
  measuredIds,
  referencesOf,
  saysSomething,
  type Relation,
} from './constraints/references.ts'
export { holds, measuredValue, measuredValues, residualOf } from './holds.ts'
export { solve, solveGently, type Solution } from './solve.ts'
export type { Pull } from './follow.ts'
export { freedomOf, type FreeMotion, type Freedom } from './freedom.ts'
export { clashOf, type ClashMember } from './clashes.ts'
export { pointAmong, sizeOf, unknownsOf, type Unknowns } from './unknowns.ts'
export { arcSweep, drawnBy, piecesOf, placesOf, type Places } from './curves.ts'
export { chainOf, firstChain, type Chain, type ChainFault, type Link, type Travel } from './chains.ts'
export { areasOf, openEnds, type Areas, type Gap, type LooseEnd, type SketchRegion } from './regions.ts'
export { closingOf, type Closing } from './closing.ts'
export { changeBetween, type Change } from './change.ts'
export { settle, type Proposal, type SettleOptions } from './settle.ts'
export type { Suggestion } from './candidates.ts'
export * from './edits/index.ts'
export type { Transform2 } from './edits/copies.ts'
