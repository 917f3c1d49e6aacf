export { BARE, evaluatorOf, namesOf, type Evaluator } from './evaluator.ts'
export type { How, PartResult, Phase, ValueResult } from './result.ts'
export { formulaCure, type Cure, type Finding, type Severity } from './finding.ts'
export type {
  Bending,
  FieldResult,
  HoleMark,
  Given,
  PathGiven,
  PlacedNode,
  SectionGiven,
  SketchGiven,
  StepOutput,
  StepResult,
  StepState,
  OnWalls,
  RoomOpening,
  RoomGiven,
} from './output.ts'

export {
  formulaBound,
  shortBound,
  shortLength,
  shortFigures,
  fineLength,
  type StepContext,
  type StepEvaluation,
  type StepMaker,
  type Makers,
  type FieldChange,
  type Later,
} from './kind.ts'
export { alongRun, resolveStep, type ResolvedFields, type AlongField } from './fields.ts'
export { bodiesOf, areaOf, errorsOf, massOf, meshOfPart, takenIn, volumeOf } from './bodies.ts'
export { areaAt, bendingOfLead, blankOf, inputOf, leadOf, leadRun, type Lead } from './lead.ts'
export type { Outside } from './outside.ts'

export { figureOf } from './expected.ts'
export {
  fromEnd,
  isAgainst,
  outputTaken,
  pathTaken,
  segmentFromEnd,
  stationFromEnd,
  turnedWalls,
} from './from-end.ts'

export { pathToBodies, type PathDistance } from './path-distance.ts'

export { cutLengths, cutsInWords, developedLengths, strandLengths, type Told } from './strand-words.ts'
export { trimsOf } from './context.ts'
