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
export type TurningCard = Omit<ComparedTurning, 'bodies'> & { readonly picture: Picture | undefined }

export interface ComputeApi {
  /** A run turned in every way. */
  compare(part: Part, run: string): TurningCard[]
  /** Outlines of what a picture shows. */
  trace(picture: GreyPicture, options: TraceOptions): ReturnType<typeof traceOutlines>
  /** Works out a part; `known` are the versions the page has, by step. */
  evaluate(part: Part, known: Readonly<Record<string, number>>): Answer
  /** Binary STL, nowhere further from the true surface than a length, mm; without one as it is drawn. */
  stl(part: Part, chordError: number | undefined): BodyFile
}

/** A body as a file, or why there is none. */
export interface BodyFile {
  readonly bytes: Uint8Array<ArrayBuffer> | undefined
  readonly problem: string | undefined
}
