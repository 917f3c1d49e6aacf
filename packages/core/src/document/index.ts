export {
  idsIn,
  overridesInForce,
  PART_FORMAT,
  PART_VERSION,
  stepOf,
  type NamedValue,
  type Part,
  type UnitSettings,
  type Variant,
} from './part.ts'
export { inputsOf, kindOf, mapStepFormulas, STEP_KINDS, type Step, type StepKindName } from './steps/index.ts'
export { mapSame, STATIONS, type FormulaVisitor, type Station } from './steps/kind.ts'
export type { NodeCorner, NodeEntry, NodePathStep } from './steps/node-path.ts'
export type { HelixPathStep } from './steps/helix-path.ts'
export {
  HOLLOW_SHAPES,
  LOOKS,
  MOULDINGS,
  sizeDimension,
  STOCK_SIZES,
  STOCK_TITLES,
  type Look,
  type MaterialEntry,
  type SectionSource,
  type WallEntry,
  type StockProfileStep,
  type StockShape,
} from './steps/stock-profile.ts'
export {
  dimensionOfMeasured,
  dimensionsOf,
  type SheetPicture,
  type SheetPlane,
  type SketchConstraint,
  type SketchDimension,
  type SketchItem,
  type SketchMeasured,
  type SketchRelation,
  type SketchStep,
} from './steps/sketch.ts'
export type { SketchPathStep } from './steps/sketch-path.ts'
export type { SketchProfileStep } from './steps/sketch-profile.ts'
export { ANCHORS, type Anchor, type AnchorPoint, type RunStep } from './steps/run.ts'
export {
  TURNINGS,
  type Direction,
  type ScaleEntry,
  type ShapingEntry,
  type TwistEntry,
} from './steps/run-course.ts'
export {
  JOINTS,
  SQUARE_CUT,
  type CornersEntry,
  type EndEntry,
  type EndsEntry,
  type JointName,
  type PartEntry,
  type PartLimit,
} from './steps/run-ends.ts'
export { COPY_AXES, MIRROR_PLANES, type CopiesEntry } from './steps/run-copies.ts'
export type { FreeStrand, StrandsEntry } from './steps/strands.ts'
export type { BlankStep } from './steps/blank.ts'
export { LIMITS } from './limits.ts'
export { deeperThan, readPart, readPartText, writePart } from './read.ts'
export { breachesOf, type Breach } from './rules.ts'
export {
  emptyPart,
  METRIC,
  MILD_STEEL,
  nodeEntry,
  partOnPath,
  STARTERS,
  type StarterName,
} from './starters.ts'
