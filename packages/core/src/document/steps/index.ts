import type { Id } from '../../base/index.ts'
import { blankKind, type BlankStep } from './blank.ts'
import { helixPathKind, type HelixPathStep } from './helix-path.ts'
import { nodePathKind, type NodePathStep } from './node-path.ts'
import { runKind, type RunStep } from './run.ts'
import { sketchPathKind, type SketchPathStep } from './sketch-path.ts'
import { sketchProfileKind, type SketchProfileStep } from './sketch-profile.ts'
import { sketchKind, type SketchStep } from './sketch.ts'
import { stockProfileKind, type StockProfileStep } from './stock-profile.ts'
import type { FormulaVisitor, StepKind } from './kind.ts'

export type Step =
  | SketchStep
  | NodePathStep
  | HelixPathStep
  | SketchPathStep
  | StockProfileStep
  | SketchProfileStep
  | RunStep
  | BlankStep
export type StepKindName = Step['kind']

/** Every kind of step there is. A new kind is one line here. */
export const STEP_KINDS: { readonly [K in StepKindName]: StepKind<Extract<Step, { kind: K }>> } = {
  sketch: sketchKind,
  'node-path': nodePathKind,
  'helix-path': helixPathKind,
  'sketch-path': sketchPathKind,
  'stock-profile': stockProfileKind,
  'sketch-profile': sketchProfileKind,
  run: runKind,
  blank: blankKind,
}

/** What the document knows of this step's kind. */
export function kindOf<S extends Step>(step: S): StepKind<S> {
  return STEP_KINDS[step.kind] as unknown as StepKind<S>
}

export function inputsOf(step: Step): readonly Id[] {
  return kindOf(step).inputs(step)
}

export function mapStepFormulas<S extends Step>(step: S, visit: FormulaVisitor): S {
  return kindOf(step).mapFormulas(step, visit)
}
