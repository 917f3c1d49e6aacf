export {
  loopsOf,
  outerLoopsOf,
  placeRegion,
  placeSection,
  region,
  reverseLoop,
  regionsOf,
  type SectionPlacement,
  type Region,
  type Section,
} from './region.ts'
export {
  areaAndCentroid,
  reach,
  reachAround,
  sectionProperties,
  type SectionProperties,
} from './properties.ts'
export {
  arcSteps,
  meanOutline,
  meanReach,
  outlineOf,
  outlinePlan,
  curveSteps,
  outlinePoints,
  type Outline,
  type OutlinePlan,
} from './outline.ts'
export { STOCK_SHAPES, stockSection } from './stock.ts'
export { ALONE, placeStrand, strandsInRow, strandsOnCircle, type StrandPlace } from './strands.ts'
export {
  wound,
  WOUND_OFF,
  woundHalfAngle,
  woundStretch,
  woundPieces,
  type Winding,
  type WoundPieces,
} from './wound.ts'
export { anchorPlaces, ANCHORS, type Anchor } from './anchors.ts'
export { hollow, type WallSide } from './hollow.ts'
export { roundTube, type RoundTube } from './round-tube.ts'
export { LOOKS, type Look } from './looks.ts'
export { type StockShape, STOCK_SIZES, MOULDINGS, HOLLOW_SHAPES } from './stock-shapes.ts'
