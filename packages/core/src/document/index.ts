export {
  definedIn,
  idsIn,
  needsSolids,
  overridesInForce,
  PART_FORMAT,
  PART_VERSION,
  stepOf,
  type NamedValue,
  type Part,
  type UnitSettings,
  type Variant,
} from './part.ts'
export {
  addKind,
  allKinds,
  barTakenBy,
  doingOf,
  inputsOf,
  kindOf,
  stationOf,
  takenBy,
  mapStepFormulas,
  needsOf,
  type Step,
  type StepKindName,
} from '../steps/typed.ts'
export { NO_FACE, type PickedEdge, type PickedFace } from '../steps/shared/typed-picked.ts'
export { DOINGS, type Doing } from '../steps/shared/typed-doing.ts'
export { BODY_AXES, PLAIN_SHAPES, PLAIN_SIZES, type PlainBodyStep } from '../steps/plain-body/typed.ts'
export { BROUGHT_TURNS, UNSAID, type BroughtBodyStep, type BroughtMesh } from '../steps/brought-body/typed.ts'
export { HALVING_PLANES, type HalvedStep } from '../steps/halved/typed.ts'
export {
  freshHole,
  HOLE_HEADS,
  type HoleEntry,
  type HolePlace,
  type HolesStep,
} from '../steps/holes/typed.ts'
export type { EdgePathStep } from '../steps/edge-path/typed.ts'
export type { PushedStep } from '../steps/pushed/typed.ts'
export type { HollowedStep } from '../steps/hollowed/typed.ts'
export { BLEND_ENDS, type BlendedStep, type BlendOutline } from '../steps/blended/typed.ts'
export { EDGE_SHAPES, type EdgeEntry, type EdgesStep } from '../steps/edges/typed.ts'
export {
  MEETING_REACHES,
  MEETING_SIDES,
  type MeetingStep,
  type MeetingTarget,
} from '../steps/meeting/typed.ts'
export { TURNED_SIDES, type TurnedStep, type TurnedWall } from '../steps/turned/typed.ts'
export { EXTRUSION_WAYS, type ExtrudedStep } from '../steps/extruded/typed.ts'
export {
  CAPABILITIES,
  mapSame,
  STATIONS,
  type Around,
  type Capability,
  type DefinedName,
  type FormulaVisitor,
  type Input,
  type Station,
  type StepBase,
  type StepKind,
  type PathStart,
} from './kind.ts'
export {
  bendEntry,
  type BendEntry,
  type BendFigures,
  type BendTableStep,
  type NodePlace,
} from '../steps/bend-table/typed.ts'
export {
  nodeEntry,
  type NodeCorner,
  type NodeEntry,
  type NodePathStep,
  type SmoothEnd,
} from '../steps/node-path/typed.ts'
export { HELIX_BY, type HelixBy, type HelixEnd, type HelixPathStep } from '../steps/helix-path/typed.ts'
export {
  FIRST_MATERIAL as MILD_STEEL,
  HOLLOW_SHAPES,
  LOOKS,
  MOULDINGS,
  sizeDimension,
  sizesOf,
  STOCK_SIZES,
  STOCK_TITLES,
  type Look,
  type MaterialEntry,
  type SectionSource,
  type WallEntry,
  type StockProfileStep,
  type StockShape,
} from '../steps/stock-profile/typed.ts'
export {
  dimensionOfMeasured,
  dimensionsOf,
  type SheetPicture,
  isMainPlane,
  MAIN_PLANES,
  type SheetFacing,
  type SheetPlane,
  type SketchConstraint,
  type Followed,
  type SketchDimension,
  type SketchItem,
  type SketchMeasured,
  type SketchRelation,
  type SketchStep,
} from '../steps/sketch/typed.ts'
export type { SketchPathStep } from '../steps/sketch-path/typed.ts'
export type { SketchProfileStep } from '../steps/sketch-profile/typed.ts'
export { ANCHORS, type Anchor, type AnchorPoint, type RunStep } from '../steps/run/typed.ts'
export {
  TURNINGS,
  type Direction,
  type ScaleEntry,
  type ShapingEntry,
  type TurningName,
  type TwistEntry,
} from '../steps/run/typed-course.ts'
export {
  JOINTS,
  SQUARE_CUT,
  type CornersEntry,
  type EndEntry,
  type EndsEntry,
  type JointName,
  type PartEntry,
  type PartLimit,
} from '../steps/run/typed-ends.ts'
export { COPY_AXES, MIRROR_PLANES, type CopiesEntry } from '../steps/shared/typed-copies.ts'
export type { FreeStrand, StrandsEntry } from '../steps/run/typed-strands.ts'
export {
  FIRST_CHANGES,
  PATH_CHANGES,
  type ChangedPathStep,
  type PathChange,
  type PathChangeKind,
} from '../steps/changed-path/typed.ts'
export type { BentPathStep } from '../steps/bent-path/typed.ts'
export {
  benderEntry,
  rulesEntry,
  shareRows,
  trialEntries,
  type BenderFigures,
  type FormingFigures,
} from '../steps/forming/typed-entries.ts'
export type { BendShare, BlankStep, ShareRow } from '../steps/blank/typed.ts'
export {
  BENDER_SIZES,
  FIRST_BENDER,
  FIRST_RULES,
  FORMING_RULES,
  SPRINGBACKS,
  type BenderEntry,
  type BenderSize,
  type DieEntry,
  type FormingRule,
  type FormingRules,
  type FormingStep,
  type SpringbackBy,
  type TrialEntry,
} from '../steps/forming/typed.ts'
export { TRIM_LEVELS, type TrimLevel, type TrimPathStep } from '../steps/trim-path/typed.ts'
export {
  OPENING_COLUMNS,
  openingEntry,
  roomWall,
  type OpeningColumn,
  type OpeningEntry,
  type RoomWall,
  type WallPathStep,
} from '../steps/wall-path/typed.ts'
export type { MeasuredCorner, PiecesStep } from '../steps/pieces/typed.ts'
export { freshStep } from './fresh.ts'
export { LIMITS } from './limits.ts'
export { picturesUnder, readPartFile, readPartText, writePartFile, type FilePicture } from './pictures.ts'
export { deeperThan, readPart, writePart } from './read.ts'
export { breachesOf, type Breach } from './rules.ts'
export { emptyPart, METRIC, partOnPath, STARTERS, type StarterName } from './starters.ts'
