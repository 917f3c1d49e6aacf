import type { Id } from '../base/index.ts'
import type { DimensionName, Expected, Formula, LengthDisplay, MassUnit } from '../units/index.ts'
import { kindOf, takenBy, type Step } from './registry.ts'
import type { DefinedName } from './kind.ts'

/** How figures of a part are shown, and the unit of lengths typed from now on. Never changes the part itself. */
export interface UnitSettings {
  readonly length: LengthDisplay
  readonly mass: MassUnit
}

/** A value with a name, for use in formulas. */
export interface NamedValue {
  readonly id: Id
  readonly name: string
  readonly dimension: DimensionName
  readonly formula: Formula
  readonly note?: string
}

/** One size of the part: formulas that replace those of named values, by value name. */
export interface Variant {
  readonly id: Id
  readonly name: string
  readonly overrides: Readonly<Record<string, Formula>>
}

/** A formed part as typed: formulas and ids, no geometry. The same thing is saved, exported and sent to the worker. */
export interface Part {
  readonly format: typeof PART_FORMAT
  readonly version: typeof PART_VERSION
  readonly name: string
  readonly units: UnitSettings
  readonly values: readonly NamedValue[]
  readonly variants: readonly Variant[]
  /** The variant in force; null for the values as they are. */
  readonly variant: Id | null
  /** The recipe, in order. A step may only use steps before it. */
  readonly steps: readonly Step[]
  /** The last step that is built; null for all. */
  readonly builtTo: Id | null
  /** Figures that it is expected to come to, as from a drawing. */
  readonly expected?: readonly Expected[]
}

export const PART_FORMAT = 'flexum-part'
export const PART_VERSION = 2

/** Formulas of the variant in force, by value name. */
export function overridesInForce(part: Part): Readonly<Record<string, Formula>> {
  return part.variants.find((v) => v.id === part.variant)?.overrides ?? {}
}

export function stepOf(part: Part, id: Id): Step | undefined {
  return part.steps.find((s) => s.id === id)
}

/** Whether bodies of a part are put together, for which a library of solids must be there. */
export const needsSolids = (part: Part): boolean => part.steps.some((s) => takenBy(s).length > 0)

/** Every id in a part, of whatever thing. */
export function idsIn(part: Part): Id[] {
  const inside = part.steps.flatMap((s) => kindOf(s).ids?.(s) ?? [])
  return [...[...part.values, ...part.variants, ...part.steps].map((x) => x.id), ...inside]
}

/** Every name that a step of the part defines for formulas. */
export function definedIn(part: Pick<Part, 'steps'>): DefinedName[] {
  return part.steps.flatMap((s) => kindOf(s).defines?.(s) ?? [])
}

export const METRIC: UnitSettings = {
  length: { unit: 'mm', style: { kind: 'decimal', places: 3 } },
  mass: 'kg',
}

/** A part with nothing in it yet. */
export function emptyPart(name: string): Part {
  return {
    format: PART_FORMAT,
    version: PART_VERSION,
    name,
    units: METRIC,
    values: [],
    variants: [],
    variant: null,
    steps: [],
    builtTo: null,
  }
}
