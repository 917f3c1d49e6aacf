import { array, number, type AnyObject, type ObjectSchema } from 'yup'
import type { Id, Result } from '../base/index.ts'
import type { DimensionName, Formula, LengthUnit } from '../units/index.ts'
import { LIMITS } from './limits.ts'
import { flagSchema, idSchema, nameSchema } from './schema-parts.ts'

/** The order of work; every step belongs to one of these. */
export const STATIONS = ['values', 'path', 'profile', 'run', 'ends', 'fit', 'check', 'shop'] as const
export type Station = (typeof STATIONS)[number]

/** What all steps have. A step set aside stays in the recipe and is not built. */
export interface StepBase {
  readonly id: Id
  readonly kind: string
  readonly name: string
  readonly aside: boolean
  /** Paths that it takes from their end, against their travel. */
  readonly against?: readonly Id[]
  /** Where a body falls into pieces by this step, only the one nearest to this place stays: x, y, z, mm. */
  readonly keep?: readonly number[]
}

export const baseFields: AnyObject = {
  id: idSchema,
  name: nameSchema,
  aside: flagSchema,
  against: array(idSchema)
    .strict()
    .max(LIMITS.picked, 'these are too many paths')
    .optional()
    .default(undefined),
  keep: array(number().strict().required())
    .strict()
    .length(3, 'the place of a piece is three lengths')
    .optional()
    .default(undefined),
}

/**
 * Called for each formula of a step; `field` is its address inside the step, stable while the step lives. One that is worked
 * out `along` a run also sees `t` (0 to 1) and `s` (length).
 */
export type FormulaVisitor = (
  formula: Formula,
  field: string,
  dimension: DimensionName,
  along?: boolean,
) => Formula

/**
 * What a result can give to the steps that build on it and to whoever shows it. Who needs one asks for it, and never for the
 * kind of step that made it.
 */
export const CAPABILITIES = [
  'sketch',
  'path',
  'section',
  'carried',
  'bodies',
  'pieces',
  'table',
  'blank',
  'forming',
  'cuts',
  'trims',
  'figures',
] as const
export type Capability = (typeof CAPABILITIES)[number]

/** Another step that a step builds on, and what it needs of it. */
export interface Input {
  readonly id: Id
  readonly gives: Capability
}

/** A name for use in formulas that a step defines; without a formula it is what the step's result measures. */
export interface DefinedName {
  readonly id: Id
  readonly name: string
  readonly dimension: DimensionName
  readonly formula: Formula | undefined
}

/** What there is where a new step is put. */
export interface Around {
  readonly unit: LengthUnit
  /** The last step before that gives something, and does not give something else. */
  last(gives: Capability, without?: Capability): Id | undefined
  /** All steps before that give something, in their order. */
  all(gives: Capability): readonly Id[]
  /** The step that a step builds on for something of it. */
  inputOf(id: Id, gives: Capability): Id | undefined
  /** Whether a step's path lies between the faces of a body. */
  isBetweenFaces(id: Id): boolean
  /** Unused ids of a prefix, one after the other. */
  ids(prefix: string): () => Id
}

/** Where a path begins: its place, mm, and the turns of its first straight and of its first bend, degrees. */
export interface PathStart {
  readonly at: readonly [number, number, number]
  readonly headingDeg: number
  readonly riseDeg: number
  readonly rollDeg: number
}

/** What the document knows of one kind of step. */
export interface StepKind<S extends StepBase> {
  readonly kind: S['kind']
  /** What it is called where one is added, and what a new one is named. */
  readonly title: string
  readonly station: Station
  /** Where it is worked on by what it is used for, where that is not always the same. */
  stationAmong?(step: S, all: readonly StepBase[]): Station
  readonly schema: ObjectSchema<AnyObject>
  /** What it is called by what it holds, while nobody has named it; its name stays as it is when left out. */
  called?(step: S, all: readonly StepBase[]): string
  /** All that its result may give. */
  readonly gives: readonly Capability[]
  /** Its path lies between two faces of a body all along, and knows them. */
  readonly isBetweenFaces?: true
  /** The steps it builds on. */
  inputs(step: S): readonly Input[]
  /** Those of its inputs whose bodies go into its own, and are not there by themselves after it. */
  takes?(step: S): readonly Id[]
  /** The run whose bar it takes as it really is: with the ends that meet something, wherever in the recipe they do. */
  barOf?(step: S): Id
  /** The step with every formula passed through `visit`; the same object if nothing changed. */
  mapFormulas(step: S, visit: FormulaVisitor): S
  /** A new one with sizes to start from, or what it needs first, as in "a run needs a path first". */
  fresh(base: Omit<StepBase, 'kind'>, around: Around): Result<S>
  /** Ids of things inside it that nothing else in the part may have. */
  ids?(step: S): readonly Id[]
  /** Names that it defines. */
  defines?(step: S): readonly DefinedName[]
  /** The step with another name for something it defines. */
  renamed?(step: S, from: string, to: string): S
  /** Pictures that lie under what is drawn in it, by what they are named by. */
  pictures?(step: S): readonly string[]
  /** How much there is of things, how much there may be, and what they are called. */
  limits?(step: S): readonly (readonly [count: number, most: number, what: string])[]
  /** Names inside it that people typed, with what they name. */
  texts?(step: S): readonly (readonly [text: string, what: string])[]
  /** What is wrong with it that no schema of one field can say, in sentences that go on "this part cannot be read; ". */
  broken?(step: S): Iterable<string>
  /** Where a field of it is, where its address alone says little: in words, with the node it belongs to. */
  placeOf?(step: S, field: string): { readonly words: string; readonly node: Id } | undefined
  /** For what gives a path: the same travelled the other way; what is typed from its start on needs to be told where it then begins. */
  reversed?(step: S, begins?: PathStart): S | undefined
}

/** Passes the named fields of an object through `visit`; the same object if nothing changed. */
export function mapFields<T extends object>(
  of: T,
  fields: readonly (readonly [key: keyof T & string, dimension: DimensionName])[],
  prefix: string,
  visit: FormulaVisitor,
): T {
  let result = of
  for (const [key, dimension] of fields) {
    const before = of[key] as Formula
    const after = visit(before, prefix + key, dimension)
    if (after !== before) result = { ...result, [key]: after }
  }
  return result
}

/** The same array if every element came out the same. */
export function mapSame<T>(list: readonly T[], f: (item: T) => T): readonly T[] {
  const mapped = list.map(f)
  return mapped.every((item, i) => item === list[i]) ? list : mapped
}
