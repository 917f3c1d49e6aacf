import type { Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { WantedExport, ExportedFile } from '@flexum/core/files'
import type { SectionFigures } from '../db/schema.ts'
import type { PartWork, SheetWanted } from './jobs.ts'
import type { PlanMade, PlanTold, PlanWanted } from './order.ts'

/**
 * Work on parts that may take long, or for ever: none of it is done where requests are answered. What becomes of it is a value,
 * or a fault: of the part, or of the work itself (`work.…`), where that was ended.
 */
export interface Work {
  /** Figures and picture of a part as it is kept. */
  part(body: string): Promise<Result<PartWork>>
  /** Figures of a section as it is kept. */
  section(body: string): Promise<Result<SectionFigures>>
  /** A file of a part as it is kept. */
  exportFile(body: string, wanted: WantedExport): Promise<Result<ExportedFile>>
  /** The bend sheet of a forming step of a part as it is kept, as a PDF. */
  bendSheet(body: string, wanted: SheetWanted): Promise<Result<Uint8Array>>
  /** The cut list and the plan of an order as they are kept, as a PDF. */
  planSheet(order: string, plan: string, note?: string): Promise<Result<Uint8Array>>
  /** Plans an order. Called off, it ends with the best so far. */
  plan(wanted: PlanWanted, watch: PlanWatch): PlanUnderWay
  /** Reads and checks a document that came in. */
  read(input: unknown): Promise<Result<Part>>
  /** Reads and checks a document as it is kept. */
  readKept(body: string): Promise<Result<Part>>
  /** Ends what is under way. */
  stop(): Promise<void>
}

/** Who follows a plan that is being made. */
export interface PlanWatch {
  /** How far it has come. */
  told(told: PlanTold): void
  /** A first plan, soon: there is one from then on, whatever becomes of the better one. */
  soon(plan: PlanMade): void
}

/** A plan that is being made. */
export interface PlanUnderWay {
  readonly made: Promise<Result<PlanMade>>
  /** Ends it with the best so far. */
  stop(): void
}

/** Something to be done in the worker thread. */
export type Job =
  | { readonly kind: 'part' | 'section' | 'read-kept'; readonly body: string }
  | { readonly kind: 'take-out'; readonly body: string; readonly wanted: WantedExport }
  | { readonly kind: 'bend-sheet'; readonly body: string; readonly wanted: SheetWanted }
  | { readonly kind: 'plan-sheet'; readonly order: string; readonly plan: string; readonly note?: string }
  | { readonly kind: 'read'; readonly input: unknown }
  | { readonly kind: 'plan'; readonly wanted: PlanWanted }

/** A job on its way to the thread, numbered so that it can be called off. */
export interface ToThread {
  readonly number: number
  readonly job: Job
}

/** What the thread says when a job is over. */
export type FromThread =
  | { readonly kind: 'done'; readonly answer: unknown }
  | { readonly kind: 'called-off' }
  /** How far the job has come. */
  | { readonly kind: 'told'; readonly told: PlanTold }
  /** A plan that is good enough until there is a better one. */
  | { readonly kind: 'soon'; readonly plan: PlanMade }
  /** The thread is there; by what the system tells how long it has been at work, where it does. */
  | { readonly kind: 'here'; readonly task: string | undefined }
  /** It stopped with an error of ours. */
  | { readonly kind: 'broken'; readonly error: string }
