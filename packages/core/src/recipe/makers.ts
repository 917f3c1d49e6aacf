import './kinds.ts'
import type { Step, StepBase, StepKindName } from '../document/index.ts'
import { evaluatorOf, type Evaluator, type Makers, type Outside, type StepMaker } from '../evaluate/index.ts'
import { aimFindings } from '../steps/trim/aims.ts'
import { formingMaker } from '../steps/forming/made.ts'
import { mouldingLineMaker } from '../steps/moulding-line/made.ts'
import { wallPathMaker } from '../steps/wall-path/made.ts'
import { piecesMaker } from '../steps/pieces/made.ts'
import { bentPathMaker } from '../steps/bent-path/made.ts'
import { changedPathMaker } from '../steps/changed-path/made.ts'
import { blankMaker } from '../steps/blank/made.ts'
import { importedBodyMaker } from '../steps/imported-body/made.ts'
import { loftMaker } from '../steps/loft/made.ts'
import { filletMaker } from '../steps/fillet/made.ts'
import { edgePathMaker } from '../steps/edge-path/made.ts'
import { pushedMaker } from '../steps/pushed/made.ts'
import { shellMaker } from '../steps/shell/made.ts'
import { extrudedMaker } from '../steps/extruded/made.ts'
import { halvedMaker } from '../steps/halved/made.ts'
import { helixPathMaker } from '../steps/helix-path/made.ts'
import { holesMaker } from '../steps/holes/made.ts'
import { trimMaker } from '../steps/trim/made.ts'
import { bendTableMaker } from '../steps/bend-table/made.ts'
import { nodePathMaker } from '../steps/node-path/made.ts'
import { plainBodyMaker } from '../steps/plain-body/made.ts'
import { runMaker } from '../steps/run/made.ts'
import { sketchPathMaker } from '../steps/sketch-path/made.ts'
import { sketchProfileMaker } from '../steps/sketch-profile/made.ts'
import { sketchMaker } from '../steps/sketch/made.ts'
import { stockProfileMaker } from '../steps/stock-profile/made.ts'
import { revolvedMaker } from '../steps/revolved/made.ts'

/** How every kind of step is worked out. A new kind is one line here. */
const OWN: { readonly [K in StepKindName]: StepMaker<Extract<Step, { kind: K }>> } = {
  sketch: sketchMaker,
  'node-path': nodePathMaker,
  'bend-table': bendTableMaker,
  'bent-path': bentPathMaker,
  'changed-path': changedPathMaker,
  'helix-path': helixPathMaker,
  'sketch-path': sketchPathMaker,
  'stock-profile': stockProfileMaker,
  'sketch-profile': sketchProfileMaker,
  run: runMaker,
  extruded: extrudedMaker,
  turned: revolvedMaker,
  blended: loftMaker,
  'plain-body': plainBodyMaker,
  'brought-body': importedBodyMaker,
  halved: halvedMaker,
  holes: holesMaker,
  meeting: trimMaker,
  edges: filletMaker,
  hollowed: shellMaker,
  pushed: pushedMaker,
  'edge-path': edgePathMaker,
  blank: blankMaker,
  forming: formingMaker,
  pieces: piecesMaker,
  'wall-path': wallPathMaker,
  'trim-path': mouldingLineMaker,
}

type AnyMaker = StepMaker<Step>
const makers = new Map<string, AnyMaker>(Object.entries(OWN) as unknown as [string, AnyMaker][])

/** Says how a kind of step that is not of this house is worked out. */
export function addMaker<S extends StepBase>(kind: S['kind'], maker: StepMaker<S>): void {
  makers.set(kind, maker as unknown as AnyMaker)
}

const ALL: Makers = {
  makerOf: (step) => makers.get(step.kind)!,
  checks: [aimFindings],
}

/** An evaluator of all kinds of step, with an empty memory. */
export const createEvaluator = (outside: Outside = {}): Evaluator => evaluatorOf(ALL, outside)
