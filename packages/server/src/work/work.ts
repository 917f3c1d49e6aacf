import type { Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import type { FileWanted, MadeFile } from '@flexum/core/files'
import type { SectionFigures } from '../db/schema.ts'
import type { PartWork } from './jobs.ts'

/** What came of work that may be ended: a value, or what happened to it in words. */
export type Worked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly trouble: string }

/** Work on parts that may take long, or for ever: none of it is done where requests are answered. */
export interface Work {
  /** Figures and picture of a part as it is kept. */
  part(body: string): Promise<Worked<PartWork>>
  /** Figures of a section as it is kept, or why it has none. */
  section(body: string): Promise<Worked<SectionFigures | string>>
  /** A file of a part as it is kept, or why it has none. */
  takeOut(body: string, wanted: FileWanted): Promise<Worked<Result<MadeFile>>>
  /** Reads and checks a document that came in. */
  read(input: unknown): Promise<Result<Part>>
  /** Reads and checks a document as it is kept. */
  readKept(body: string): Promise<Result<Part>>
  /** Ends what is under way. */
  stop(): Promise<void>
}

/** Something to be done in the worker thread. */
export type Job =
  | { readonly kind: 'part' | 'section' | 'read-kept'; readonly body: string }
  | { readonly kind: 'take-out'; readonly body: string; readonly wanted: FileWanted }
  | { readonly kind: 'read'; readonly input: unknown }

/** A job on its way to the thread, numbered so that it can be called off. */
export interface ToThread {
  readonly number: number
  readonly job: Job
}

/** What the thread says when a job is over. */
export type FromThread =
  | { readonly kind: 'done'; readonly answer: unknown }
  | { readonly kind: 'called-off' }
  /** It stopped with an error of ours. */
  | { readonly kind: 'broken'; readonly error: string }
