import type { Body, Cope, KnownForm } from '../../solid/index.ts'
import type { CarriedGiven, EndTrim } from '../../sweep/index.ts'

/** How far a run goes beyond where it is cut, mm, so that no skin is left. */
export const OVERLAP = 1

/** What an end meets. */
export interface Target {
  readonly name: string
  readonly bodies: readonly Body[]
  /** The face, where it is one and not bodies. */
  readonly face: KnownForm | undefined
}

/** An end of a run, and how it meets. */
export interface Fitting {
  readonly run: CarriedGiven
  /** What it is called in a sentence. */
  readonly words: string
  readonly bodies: readonly Body[]
  readonly target: Target
  readonly cope: Cope
}

/** What comes of it. */
export interface Fitted {
  readonly bodies: readonly Body[]
  readonly leftovers: EndTrim['leftovers']
}
