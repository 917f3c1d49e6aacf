import type { Id } from '../base/index.ts'
import type { Operation } from './operation.ts'
import type { Capability, FormulaVisitor, Input, Station, StepBase, StepKind } from './kind.ts'

/** Every kind of step by its name. None is named here: each adds its own line where its step is declared. */
// eslint-disable-next-line typescript/no-empty-object-type
export interface StepTypes {}
export type StepKindName = keyof StepTypes
export type Step = StepTypes[StepKindName]

/** A kind as it is kept among all: of some step, and only ever given steps of that kind. */
type AnyKind = StepKind<Step>
const kinds = new Map<string, AnyKind>()

/** Makes a kind of step known: its steps are then read, edited and saved like all others. */
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
  const known = kinds.get(step.kind)
  if (!known) throw new Error(`no kind of step "${step.kind}" is registered`)
  return known as unknown as StepKind<S>
}

/** Whether a step may give something. */
export const gives = (step: Step, what: Capability): boolean => kindOf(step).gives.includes(what)

/** All that a step builds on: what its kind needs, and the bodies that its own does something with. */
export function inputsOf(step: Step): readonly Input[] {
  const own = kindOf(step).inputs(step)
  const others = operationOf(step)?.with
  return others ? [...own, ...others.map((id) => ({ id, gives: 'bodies' }) as const)] : own
}

/** The steps whose bodies go into that of a step, and are not there by themselves after it. */
export const takenBy = (step: Step): readonly Id[] =>
  operationOf(step)?.with ?? kindOf(step).takes?.(step) ?? []

/** The run whose bar a step takes as it really is, with the ends that meet something; undefined where it takes none so. */
export const barTakenBy = (step: Step): Id | undefined => kindOf(step).barOf?.(step)

/** What the body of a step does with others; undefined where it stands alone, or the step has none. */
export const operationOf = (step: StepBase): Operation | undefined =>
  (step as { readonly does?: Operation }).does

/** Ids of the steps that a step builds on. */
export function needsOf(step: Step): readonly Id[] {
  return [...new Set(inputsOf(step).map((i) => i.id))]
}

export function mapStepFormulas<S extends Step>(step: S, visit: FormulaVisitor): S {
  return kindOf(step).mapFormulas(step, visit)
}
