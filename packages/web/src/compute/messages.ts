import type { Progress, Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { Finding, PartResult, StepResult, ValueResult } from '@flexum/core/recipe/evaluated'
import type { WantedExport, ExportedFile } from '@flexum/core/files'
import type { Flag, Service, TurningCard } from '@flexum/core/service'
import type { SentPart } from './in-parts.ts'

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
  readonly areas?: PartResult['areas']
}

/** An answer, and how many parts of it follow by themselves. */
export interface Begun {
  readonly answer: Answer
  readonly parts: number
}

/** What came of a job, unless it was called off. */
export type Done<T> = Result<T, 'called-off'>

/**
 * What the page asks of its worker: the compute service, with results it has left out of what is sent. Jobs are numbered as
 * they are asked for, so that they can be called off.
 */
export interface ComputeApi {
  /** Says by which flag jobs are called off, and who is told how far they have come. */
  watch(flag: Flag | undefined, progress: (at: Progress) => void): void
  /** Works out a part, as far as it goes at once, roughly while something is dragged; `known` are the versions the page has, by step. */
  evaluate(
    job: number,
    part: Part,
    known: Readonly<Record<string, number>>,
    rough: boolean,
  ): Promise<Done<Begun>>
  /** All of the same part, with its bodies. */
  finish(
    job: number,
    part: Part,
    known: Readonly<Record<string, number>>,
    rough: boolean,
  ): Promise<Done<Begun>>
  /** A part of the answer to that job, by its number from 0. Parts are kept until the next answer. */
  part(job: number, number: number): SentPart
  /** A run turned in every way. */
  compare(job: number, part: Part, run: string): Promise<Done<readonly TurningCard[]>>
  distance(
    job: number,
    ...of: Parameters<Service['distance']>
  ): Promise<Done<ReturnType<Service['distance']>>>
  trace(job: number, ...of: Parameters<Service['trace']>): Done<ReturnType<Service['trace']>>
  readMesh(job: number, bytes: Uint8Array): Done<ReturnType<Service['readMesh']>>
  exportFile(job: number, part: Part, wanted: WantedExport): Promise<Done<Result<ExportedFile>>>
}
