import type { Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import type { Finding, StepResult, ValueResult } from '@flexum/core/evaluate'
import type { FileWanted, MadeFile } from '@flexum/core/files'
import type { Service, TurningCard } from '@flexum/core/service'

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
  readonly awaits: number
}

/** What the page asks of its worker: the compute service, with results it has left out of what is sent. */
export interface ComputeApi {
  /** Works out a part, as far as it goes at once; `known` are the versions the page has, by step. */
  evaluate(part: Part, known: Readonly<Record<string, number>>): Answer
  /** All of the same part, with its bodies. */
  finish(part: Part, known: Readonly<Record<string, number>>): Answer
  /** A run turned in every way. */
  compare(part: Part, run: string): readonly TurningCard[]
  trace: Service['trace']
  takeOut(part: Part, wanted: FileWanted): Result<MadeFile>
}
