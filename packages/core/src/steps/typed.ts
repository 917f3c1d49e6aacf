import type { Id } from '../base/index.ts'
import type { FormulaVisitor, Input, Station, StepBase, StepKind } from '../document/kind.ts'
import { formingKind, type FormingStep } from './forming/typed.ts'
import { trimPathKind, type TrimPathStep } from './trim-path/typed.ts'
import { wallPathKind, type WallPathStep } from './wall-path/typed.ts'
import { piecesKind, type PiecesStep } from './pieces/typed.ts'
import { bentPathKind, type BentPathStep } from './bent-path/typed.ts'
import { changedPathKind, type ChangedPathStep } from './changed-path/typed.ts'
import { blankKind, type BlankStep } from './blank/typed.ts'
import { broughtBodyKind, type BroughtBodyStep } from './brought-body/typed.ts'
import { blendedKind, type BlendedStep } from './blended/typed.ts'
import { edgesKind, type EdgesStep } from './edges/typed.ts'
import { edgePathKind, type EdgePathStep } from './edge-path/typed.ts'
import { pushedKind, type PushedStep } from './pushed/typed.ts'
import { hollowedKind, type HollowedStep } from './hollowed/typed.ts'
import { extrudedKind, type ExtrudedStep } from './extruded/typed.ts'
import { halvedKind, type HalvedStep } from './halved/typed.ts'
import { helixPathKind, type HelixPathStep } from './helix-path/typed.ts'
import { holesKind, type HolesStep } from './holes/typed.ts'
import { meetingKind, type MeetingStep } from './meeting/typed.ts'
import { bendTableKind, type BendTableStep } from './bend-table/typed.ts'
import { nodePathKind, type NodePathStep } from './node-path/typed.ts'
import { plainBodyKind, type PlainBodyStep } from './plain-body/typed.ts'
import { runKind, type RunStep } from './run/typed.ts'
import { sketchPathKind, type SketchPathStep } from './sketch-path/typed.ts'
import { sketchProfileKind, type SketchProfileStep } from './sketch-profile/typed.ts'
import { sketchKind, type SketchStep } from './sketch/typed.ts'
import type { Doing } from './shared/typed-doing.ts'
import { turnedKind, type TurnedStep } from './turned/typed.ts'
import { stockProfileKind, type StockProfileStep } from './stock-profile/typed.ts'

/** Every kind of step there is, by its name. A new kind is one line here, and the compiler lists what else it needs. */
interface StepTypes {
  readonly sketch: SketchStep
  readonly 'node-path': NodePathStep
  readonly 'bend-table': BendTableStep
  readonly 'bent-path': BentPathStep
  readonly 'changed-path': ChangedPathStep
  readonly 'helix-path': HelixPathStep
  readonly 'sketch-path': SketchPathStep
  readonly 'stock-profile': StockProfileStep
  readonly 'sketch-profile': SketchProfileStep
  readonly run: RunStep
  readonly extruded: ExtrudedStep
  readonly turned: TurnedStep
  readonly blended: BlendedStep
  readonly 'plain-body': PlainBodyStep
  readonly 'brought-body': BroughtBodyStep
  readonly halved: HalvedStep
  readonly holes: HolesStep
  readonly meeting: MeetingStep
  readonly edges: EdgesStep
  readonly hollowed: HollowedStep
  readonly pushed: PushedStep
  readonly 'edge-path': EdgePathStep
  readonly blank: BlankStep
  readonly forming: FormingStep
  readonly pieces: PiecesStep
  readonly 'wall-path': WallPathStep
  readonly 'trim-path': TrimPathStep
}
export type StepKindName = keyof StepTypes
export type Step = StepTypes[StepKindName]

const OWN: { readonly [K in StepKindName]: StepKind<StepTypes[K]> } = {
  sketch: sketchKind,
  'node-path': nodePathKind,
  'bend-table': bendTableKind,
  'bent-path': bentPathKind,
  'changed-path': changedPathKind,
  'helix-path': helixPathKind,
  'sketch-path': sketchPathKind,
  'stock-profile': stockProfileKind,
  'sketch-profile': sketchProfileKind,
  run: runKind,
  extruded: extrudedKind,
  turned: turnedKind,
  blended: blendedKind,
  'plain-body': plainBodyKind,
  'brought-body': broughtBodyKind,
  halved: halvedKind,
  holes: holesKind,
  meeting: meetingKind,
  edges: edgesKind,
  hollowed: hollowedKind,
  pushed: pushedKind,
  'edge-path': edgePathKind,
  blank: blankKind,
  forming: formingKind,
  pieces: piecesKind,
  'wall-path': wallPathKind,
  'trim-path': trimPathKind,
}

/** A kind as it is kept among all: of some step, and only ever given steps of that kind. */
type AnyKind = StepKind<Step>
const kinds = new Map<string, AnyKind>(Object.entries(OWN) as unknown as [string, AnyKind][])

/** Makes a kind of step known that is not of this house; its steps are then read, edited and saved like all others. */
export function addKind<S extends StepBase>(kind: StepKind<S>): void {
  kinds.set(kind.kind, kind as unknown as AnyKind)
}

/** All kinds of step, in the order in which people meet them. */
export const allKinds = (): readonly AnyKind[] => [...kinds.values()]

/** A kind by its name as it was read from somewhere. */
export const kindNamed = (name: string): AnyKind | undefined => kinds.get(name)

/** Where a step is worked on, by its kind and by what it is used for. */
export function stationOf(step: Step, all: readonly Step[]): Station {
  const kind = kindOf(step)
  return kind.stationAmong?.(step, all) ?? kind.station
}

/** What the document knows of this step's kind. */
export function kindOf<S extends Step>(step: S): StepKind<S> {
  return kinds.get(step.kind) as unknown as StepKind<S>
}

/** All that a step builds on: what its kind needs, and the bodies that its own does something with. */
export function inputsOf(step: Step): readonly Input[] {
  const own = kindOf(step).inputs(step)
  const others = doingOf(step)?.with
  return others ? [...own, ...others.map((id) => ({ id, gives: 'bodies' }) as const)] : own
}

/** The steps whose bodies go into that of a step, and are not there by themselves after it. */
export const takenBy = (step: Step): readonly Id[] => doingOf(step)?.with ?? kindOf(step).takes?.(step) ?? []

/** The run whose bar a step takes as it really is, with the ends that meet something; undefined where it takes none so. */
export const barTakenBy = (step: Step): Id | undefined => kindOf(step).barOf?.(step)

/** What the body of a step does with others; undefined where it stands alone, or the step has none. */
export const doingOf = (step: StepBase): Doing | undefined => (step as { readonly does?: Doing }).does

/** Ids of the steps that a step builds on. */
export function needsOf(step: Step): readonly Id[] {
  return [...new Set(inputsOf(step).map((i) => i.id))]
}

export function mapStepFormulas<S extends Step>(step: S, visit: FormulaVisitor): S {
  return kindOf(step).mapFormulas(step, visit)
}
