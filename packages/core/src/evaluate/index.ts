export { createEvaluator, type Evaluator, type PartResult, type ValueResult } from './evaluator.ts'
export type { Cure, Finding, Severity } from './finding.ts'
export type {
  BlankOutput,
  FieldResult,
  PathOutput,
  PlacedNode,
  ProfileOutput,
  RunOutput,
  StepOutput,
  StepResult,
  StepState,
} from './output.ts'
export { meshOfRun } from './steps/run.ts'
