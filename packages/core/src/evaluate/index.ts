export { compareTurnings, type ComparedTurning } from './compare.ts'
export {
  BARE,
  createEvaluator,
  namesOf,
  type Evaluator,
  type How,
  type PartResult,
  type ValueResult,
} from './evaluator.ts'
export type { Cure, Finding, Severity } from './finding.ts'
export type {
  BlankOutput,
  FieldResult,
  PathOutput,
  PlacedNode,
  ProfileOutput,
  RunOutput,
  SketchOutput,
  StepOutput,
  StepResult,
  StepState,
} from './output.ts'
export {
  numericConstraint,
  numericConstraints,
  solveSketch,
  unsolvedSketch,
  type FieldValue,
  type SolvedSketch,
} from './sheet.ts'
export { constraintName, entityName, measuredName } from './sketch-words.ts'
export { alongRun, resolveStep, type ResolvedFields } from './fields.ts'
export { pickedRegions } from './steps/sketch-profile.ts'
export {
  areaAt,
  bendingOfLead,
  leadOf,
  leadRun,
  massOf,
  meshOfPart,
  runsOf,
  strandOf,
  volumeOf,
  type Lead,
} from './bodies.ts'
export { meshOfRun } from './steps/run.ts'
