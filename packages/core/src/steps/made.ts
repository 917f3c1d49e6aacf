import type { Step, StepBase, StepKindName } from '../document/index.ts'
import type { StepMaker } from '../evaluate/kind.ts'
import { formingMaker } from './forming/made.ts'
import { trimPathMaker } from './trim-path/made.ts'
import { wallPathMaker } from './wall-path/made.ts'
import { piecesMaker } from './pieces/made.ts'
import { bentPathMaker } from './bent-path/made.ts'
import { changedPathMaker } from './changed-path/made.ts'
import { blankMaker } from './blank/made.ts'
import { broughtBodyMaker } from './brought-body/made.ts'
import { blendedMaker } from './blended/made.ts'
import { edgesMaker } from './edges/made.ts'
import { edgePathMaker } from './edge-path/made.ts'
import { pushedMaker } from './pushed/made.ts'
import { hollowedMaker } from './hollowed/made.ts'
import { extrudedMaker } from './extruded/made.ts'
import { halvedMaker } from './halved/made.ts'
import { helixPathMaker } from './helix-path/made.ts'
import { holesMaker } from './holes/made.ts'
import { meetingMaker } from './meeting/made.ts'
import { bendTableMaker } from './bend-table/made.ts'
import { nodePathMaker } from './node-path/made.ts'
import { plainBodyMaker } from './plain-body/made.ts'
import { runMaker } from './run/made.ts'
import { sketchPathMaker } from './sketch-path/made.ts'
import { sketchProfileMaker } from './sketch-profile/made.ts'
import { sketchMaker } from './sketch/made.ts'
import { stockProfileMaker } from './stock-profile/made.ts'
import { turnedMaker } from './turned/made.ts'

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
  turned: turnedMaker,
  blended: blendedMaker,
  'plain-body': plainBodyMaker,
  'brought-body': broughtBodyMaker,
  halved: halvedMaker,
  holes: holesMaker,
  meeting: meetingMaker,
  edges: edgesMaker,
  hollowed: hollowedMaker,
  pushed: pushedMaker,
  'edge-path': edgePathMaker,
  blank: blankMaker,
  forming: formingMaker,
  pieces: piecesMaker,
  'wall-path': wallPathMaker,
  'trim-path': trimPathMaker,
}

type AnyMaker = StepMaker<Step>
const makers = new Map<string, AnyMaker>(Object.entries(OWN) as unknown as [string, AnyMaker][])

/** Says how a kind of step that is not of this house is worked out. */
export function addMaker<S extends StepBase>(kind: S['kind'], maker: StepMaker<S>): void {
  makers.set(kind, maker as unknown as AnyMaker)
}

export function makerOf<S extends Step>(step: S): StepMaker<S> {
  return makers.get(step.kind) as unknown as StepMaker<S>
}
