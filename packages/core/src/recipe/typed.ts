export { NO_FACE, type PickedEdge, type PickedFace } from '../steps/shared/typed-picked.ts'
export { BODY_AXES, PLAIN_SHAPES, PLAIN_SIZES, type PlainBodyStep } from '../steps/plain-body/typed.ts'
export {
  IMPORT_TURNS,
  UNSAID,
  type ImportedBodyStep,
  type ImportedMesh,
} from '../steps/imported-body/typed.ts'
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
export type { ShellStep } from '../steps/shell/typed.ts'
export { LOFT_ENDS, type LoftStep, type LoftOutline } from '../steps/loft/typed.ts'
export { FILLET_SHAPES, type FilletEdge, type FilletStep } from '../steps/fillet/typed.ts'
export { TRIM_REACHES, TRIM_SIDES, type TrimStep, type TrimTarget } from '../steps/trim/typed.ts'
export { REVOLVED_SIDES, type RevolvedStep, type RevolvedWall } from '../steps/revolved/typed.ts'
export { EXTRUSION_WAYS, type ExtrudedStep } from '../steps/extruded/typed.ts'
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
  sizeDimension,
  sizesOf,
  STOCK_TITLES,
  type MaterialEntry,
  type SectionSource,
  type WallEntry,
  type StockProfileStep,
} from '../steps/stock-profile/typed.ts'
export { dimensionOfMeasured, dimensionsOf, isMainPlane, type SketchStep } from '../steps/sketch/typed.ts'
export type { SketchPathStep } from '../steps/sketch-path/typed.ts'
export type { SketchProfileStep } from '../steps/sketch-profile/typed.ts'
export type { AnchorPoint, RunStep } from '../steps/run/typed.ts'
export type { Direction, ScaleEntry, ShapingEntry, TwistEntry } from '../steps/run/typed-course.ts'
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
export { LINE_LEVELS, type LineLevel, type MouldingLineStep } from '../steps/moulding-line/typed.ts'
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
export {
  MAIN_PLANES,
  type Followed,
  type SheetFacing,
  type SheetPicture,
  type SheetPlane,
  type SketchConstraint,
  type SketchDimension,
  type SketchItem,
  type SketchMeasured,
  type SketchRelation,
} from '../steps/sketch/typed-drawing.ts'
