export { cutPieces, PLAIN_CUTS, type CutChoices } from '../steps/pieces/cut-pieces.ts'
export {
  listPieces,
  type ListedCut,
  type ListedPiece,
  type ListedStock,
  type PieceList,
} from './list-pieces.ts'
export { compareTurnings, type ComparedTurning } from '../steps/run/compare.ts'
export {
  BARE,
  createEvaluator,
  namesOf,
  type Evaluator,
  type How,
  type PartResult,
  type Phase,
  type ValueResult,
} from './evaluator.ts'
export type { Change, Cure, Finding, Severity } from './finding.ts'
export type {
  Bending,
  BlankGiven,
  CarriedGiven,
  CutsGiven,
  FieldResult,
  FormedBend,
  FormingGiven,
  HoleMark,
  Leftover,
  MeetingGiven,
  Given,
  PathGiven,
  PlacedNode,
  RunCorner,
  SawnCorner,
  SawnEnd,
  SawnPiece,
  SectionGiven,
  SketchGiven,
  StepOutput,
  StepResult,
  StepState,
  SawnStrand,
  Strand,
  StrandBlank,
  StrandLine,
} from './output.ts'
export type { ComingBody, Body, BodyFigures, BodyMaterial, EndMade, Origin, Origins, Solid } from './body.ts'
export { bendKey } from '../steps/shared/bend-key.ts'
export { CLASH_WORDS } from '../steps/forming/made.ts'
export { barAt, barBody } from '../steps/forming/bar-body.ts'
export { bendFiguresOf, endAsStart, meetingPointsOf } from '../steps/bend-table/figures.ts'
export { addMaker } from '../steps/made.ts'
export { formulaBound, shortBound, type StepContext, type StepEvaluation, type StepMaker } from './kind.ts'
export {
  numericConstraint,
  numericConstraints,
  solveSketch,
  unsolvedSketch,
  type FieldValue,
  type SolvedSketch,
} from '../steps/sketch/solved.ts'
export { placesInSpace, straightsOf } from '../steps/sketch/places.ts'
export { takableOfRun } from '../steps/sketch/takable-run.ts'
export { frameOnFace } from '../steps/shared/face-frame.ts'
export { facing } from '../steps/sketch/frame.ts'
export { placesOfBodies, takableOfBodies } from '../steps/sketch/takable-body.ts'
export { downOn, takableOn, type Takable, type TakableCurve } from '../steps/sketch/takable.ts'
export { constraintName, entityName, measuredName } from '../steps/sketch/words.ts'
export { alongRun, resolveStep, type ResolvedFields } from './fields.ts'
export { pickedRegions } from '../steps/shared/regions.ts'
export {
  bodiesOf,
  faceOf,
  areaOf,
  errorsOf,
  massOf,
  materialOf,
  materialsOf,
  meshOfBody,
  meshOfPart,
  originOf,
  takenIn,
  volumeOf,
} from './bodies.ts'
export { areaAt, bendingOfLead, blankOf, inputOf, leadOf, leadRun, type Lead } from './lead.ts'
export type { Outside } from './outside.ts'
export { formOfEdge, type EdgeForm } from './fit/edge-form.ts'
export { edgesOfFace, tangentChain } from './fit/edge-chains.ts'
export { edgeWords, faceWords } from './fit/words.ts'
export { edgeNamed, edgesLike, edgesOfBody, type BodyEdge, type EdgeName } from './fit/edges.ts'
export {
  faceNamed,
  facesLike,
  facesOfBody,
  type BodyFace,
  type BodyFaces,
  type FaceName,
} from './fit/faces.ts'
export { cutAreaOf } from './fit/cut-area.ts'
export { figureOf } from './expected.ts'
export { fromEnd, isAgainst, outputTaken, pathTaken, segmentFromEnd, stationFromEnd } from './from-end.ts'
export { chainOf, measureBetween, type Measurable, type Measured } from './measured.ts'
export { pathToBodies, type PathDistance } from './path-distance.ts'
export { bendSheetOf, type BendSheet, type Seen, type SheetTable } from './bend-sheet.ts'
export { cutLengths, cutsInWords, developedLengths, strandLengths, type Told } from './strand-words.ts'
