import type { GreyPicture, traceOutlines, TraceOptions } from '@flexum/core/trace'
import type { Picture } from '@flexum/core/format'
import type { Part } from '@flexum/core/document'
import type { ComparedTurning, Finding, StepResult, ValueResult } from '@flexum/core/evaluate'

/** A step result that the page has already, by its version. */
export interface Unchanged {
  readonly id: string
  readonly version: number
}

/** What the worker sends: results the page does not have yet, whole, and marks for those it has. */
export interface Answer {
  readonly values: readonly ValueResult[]
  readonly steps: readonly (StepResult | Unchanged)[]
  readonly findings: readonly Finding[]
}

/** One way of turning a run, drawn small. */
export type TurningCard = Omit<ComparedTurning, 'run'> & { readonly picture: Picture | undefined }

export interface ComputeApi {
  /** A run turned in every way. */
  compare(part: Part, run: string): TurningCard[]
  /** Outlines of what a picture shows. */
  trace(picture: GreyPicture, options: TraceOptions): ReturnType<typeof traceOutlines>
  /** Works out a part; `known` are the versions the page has, by step. */
  evaluate(part: Part, known: Readonly<Record<string, number>>): Answer
  /** Binary STL at a chord error, or undefined when there is no sound body. */
  stl(part: Part, chordError: number | undefined): Uint8Array<ArrayBuffer> | undefined
}
