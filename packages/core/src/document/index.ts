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
  LOOKS,
  STOCK_SIZES,
  STOCK_TITLES,
  type Look,
  type MaterialEntry,
  type StockProfileStep,
  type StockShape,
} from './steps/stock-profile.ts'
export { ANCHORS, type Anchor, type RunStep } from './steps/run.ts'
export type { BlankStep } from './steps/blank.ts'
export { LIMITS } from './limits.ts'
export { readPart, readPartText, writePart } from './read.ts'
export {
  emptyPart,
  METRIC,
  MILD_STEEL,
  nodeEntry,
  partOnPath,
  STARTERS,
  type StarterName,
} from './starters.ts'
