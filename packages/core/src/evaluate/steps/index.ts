import type { Step, StepKindName } from '../../document/index.ts'
import { blankEvaluator } from './blank.ts'
import type { StepEvaluator } from './evaluator.ts'
import { helixPathEvaluator } from './helix-path.ts'
import { nodePathEvaluator } from './node-path.ts'
import { runEvaluator } from './run.ts'
import { sketchPathEvaluator } from './sketch-path.ts'
import { sketchProfileEvaluator } from './sketch-profile.ts'
import { sketchEvaluator } from './sketch.ts'
import { stockProfileEvaluator } from './stock-profile.ts'

/** How every kind of step is worked out. A new kind is one line here. */
const EVALUATORS: { readonly [K in StepKindName]: StepEvaluator<Extract<Step, { kind: K }>> } = {
  sketch: sketchEvaluator,
  'node-path': nodePathEvaluator,
  'helix-path': helixPathEvaluator,
  'sketch-path': sketchPathEvaluator,
  'stock-profile': stockProfileEvaluator,
  'sketch-profile': sketchProfileEvaluator,
  run: runEvaluator,
  blank: blankEvaluator,
}

export function evaluatorOf<S extends Step>(step: S): StepEvaluator<S> {
  return EVALUATORS[step.kind] as unknown as StepEvaluator<S>
}
