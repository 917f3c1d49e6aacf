export {
  mouldingFlat,
  mouldingNested,
  sawSetting,
  slopeAt,
  SQUARE,
  towardFence,
  type Lie,
  type SawSetting,
  type Slope,
} from './saw.ts'
export { liesAtSpring, restsOf, springAngle, usualRest, type Rest } from './lie.ts'
export { pieceLengths, turnBetweenCuts, type PieceEnd, type PieceLengths, type Reach } from './piece.ts'
export { partedAt } from './parted.ts'
export { sharedCut, type SharedCut } from './shared-cut.ts'
export {
  costOf,
  roomOf,
  takes,
  stepTo,
  type BarKind,
  type Pattern,
  type PatternUse,
  type PlanProblem,
  type Saw,
  type WantedPiece,
  type Nest,
} from './plan/problem.ts'
export { leastOverhead, overheadOf } from './plan/nest.ts'
export { faultsOf } from './plan/verify.ts'
export { planCuts, type CutPlan, type Search } from './plan/solve.ts'
export type { LinearColumn, LinearProgram, LinearSolution, LinearSolver } from './plan/linear.ts'
export {
  fitsOn,
  isByHand,
  layoutsOf,
  leftOn,
  movedPiece,
  placedOn,
  type BarLayout,
  type Moved,
  type Placed,
  type PieceToSaw,
} from './plan/layout.ts'
export {
  copedLengths,
  templateOf,
  unrolled,
  type CutEnd,
  type LineAt,
  type Template,
  type Unrolled,
} from './unfold.ts'
export type { CutsGiven, SawnEnd, SawnCorner, SawnPiece, SawnStrand } from './sawn.ts'
export { cutPieces, PLAIN_CUTS, legsOf } from './cut-pieces.ts'
