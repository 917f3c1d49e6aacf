import type { Id } from '../base/index.ts'
import type { Capability, Part, Step, StepBase } from '../document/index.ts'
import type { Solids, Body, ComingBody, Standing } from '../solid/index.ts'
import type { Vec3 } from '../space/index.ts'
import {
  formatExact,
  formatFraction,
  formatLengthFigures,
  LENGTH_FACTORS,
  typedFormula,
  type Formula,
  type LengthDisplay,
} from '../units/index.ts'
import type { Finding } from './finding.ts'
import type { AlongField } from './fields.ts'
import type { Given, StepOutput, StepResult } from './output.ts'
import type { EndTrim } from '../sweep/index.ts'

export { cutsInWords } from './strand-words.ts'
export type { AlongField } from './fields.ts'

/** What a step's evaluation can see. All its formulas have been worked out before. */
export interface StepContext {
  /** The value of a field, internal units. */
  number(field: string): number
  /** What an input gives. That it gives it has been seen to; only what a step asks for beyond its inputs may be missing. */
  input<C extends Capability>(id: Id, gives: C): Given<C>
  readonly display: LengthDisplay
  /** Largest distance of meshes from the true surface that is asked for, mm; without it that of the picture. */
  readonly chordError: number | undefined
  /** The library of solids, where it is loaded. */
  readonly solids: Solids | undefined
  /** The bodies that the step's own does something with, as they stand by then. */
  readonly others: readonly Standing[]
  /** The bodies of an input as they stand by then: its own, or what these went into. */
  standing(id: Id): readonly Body[]
  /** Ends of a run that meet something, in the order of the recipe: of one whose bar is taken as it really is. */
  met(run: Id): readonly EndTrim[]
  /** A formula that is worked out along a run, by its field. */
  along(field: string): AlongField
  readonly around: Around
}

/** What a step may ask of the steps it builds on. */
export interface Around {
  step(id: Id): Step | undefined
  /** The output of a step with other values in some fields of it, or of what it builds on; undefined if that cannot be built. */
  again(id: Id, changes: readonly FieldChange[]): StepOutput | undefined
}

export interface FieldChange {
  readonly step: Id
  readonly field: string
  readonly value: number
}

/** What takes long of a step: the meshes of its bodies, and what is found by them. */
export interface Later {
  readonly coming: readonly ComingBody[]
  /** Points that the meshes come to, about. */
  readonly points: number
  make(): {
    readonly bodies: readonly Body[]
    readonly findings: readonly Finding[]
    /** What else is only known then. */
    readonly more?: Partial<StepOutput>
  }
}

/** What came of a step. No output means it failed, and then a finding says why. */
export interface StepEvaluation {
  readonly output?: StepOutput
  readonly findings: readonly Finding[]
  /** Its bodies, where making them takes long: figures and findings come first. */
  readonly later?: Later
  readonly nodePoints?: readonly { readonly id: Id; readonly point: Vec3 }[]
}

/** How one kind of step becomes a result. */
export interface StepMaker<S extends StepBase> {
  evaluate(step: S, context: StepContext): StepEvaluation
  /** The key figures, for one line. */
  summary(output: StepOutput, display: LengthDisplay, step: S): string
  /** What would make it cheaper, in a sentence, where it asks for more work than a step may. */
  readonly cheaper: string
}

/** How all kinds of step are worked out, and what is looked at when all steps of a part are there. */
export interface Makers {
  makerOf(step: Step): StepMaker<Step>
  readonly checks: readonly PartCheck[]
}

/** Findings that only the steps of a part together tell. */
export type PartCheck = (part: Part, steps: readonly StepResult[]) => Finding[]

/** A length as people write it, with the places or fractions that are set (3 places at least), without trailing zeros. */
export function shortLength(length: number, display: LengthDisplay): string {
  return `${shortFigures(length, display)} ${display.unit}`
}

export function shortFigures(length: number, display: LengthDisplay): string {
  if (display.style.kind === 'fraction') return formatLengthFigures(length, display)
  return formatExact(
    Number((length / LENGTH_FACTORS[display.unit]).toFixed(shortPlaces(display.style.places))),
  )
}

/** A length however small, to three figures: the nearest, or rounded up. */
export function fineLength(
  length: number,
  display: LengthDisplay,
  round: 'nearest' | 'up' = 'nearest',
): string {
  const value = length / LENGTH_FACTORS[display.unit]
  const step = 10 ** (Math.floor(Math.log10(Math.abs(value) || 1)) - 2)
  const steps = round === 'up' ? Math.ceil(value / step) : Math.round(value / step)
  return `${formatExact(Number((steps * step).toPrecision(3)))} ${display.unit}`
}

const shortPlaces = (set: number): number => Math.max(3, set)

/** A length as people write it, rounded down or up: what is said to fit does. Nothing smaller than the last place is left of it. */
export function shortBound(length: number, display: LengthDisplay, side: 'below' | 'above'): string {
  return `${boundFigures(length, display, side)} ${display.unit}`
}

/** A formula for a length, rounded down or up to the places or fractions of the shown unit; never to nothing. */
export function formulaBound(length: number, display: LengthDisplay, side: 'below' | 'above'): Formula {
  return typedFormula(boundFigures(length, display, side), display.unit)
}

function boundFigures(length: number, { unit, style }: LengthDisplay, side: 'below' | 'above'): string {
  const value = length / LENGTH_FACTORS[unit]
  const round = side === 'below' ? Math.floor : Math.ceil
  if (style.kind === 'fraction') {
    const steps = round(value * style.denominator)
    if (steps > 0) return formatFraction(steps / style.denominator, style.denominator)
  }
  const places = style.kind === 'fraction' ? 4 : shortPlaces(style.places)
  return formatExact(round(value * 10 ** places) / 10 ** places)
}
