import { wrap, type Remote } from 'comlink'
import type { Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import type { PartResult, StepResult } from '@flexum/core/evaluate'
import type { FileWanted, MadeFile } from '@flexum/core/files'
import { createQueue, type TurningCard } from '@flexum/core/service'
import type { GreyPicture, traceOutlines, TraceOptions } from '@flexum/core/trace'
import type { Answer, ComputeApi } from './messages.ts'

/** The workers' end that the rest of the page works with. */
export interface Compute {
  evaluate(part: Part): Promise<PartResult>
  compare(part: Part, run: string): Promise<readonly TurningCard[]>
  trace(picture: GreyPicture, options: TraceOptions): Promise<ReturnType<typeof traceOutlines>>
  takeOut(part: Part, wanted: FileWanted): Promise<Result<MadeFile>>
  /** Ends the working out of the part that is under way; the next one starts a new worker. */
  cancel(): void
  dispose(): void
}

/** Thrown to whoever waits for work that was cancelled, or for which something newer was asked. */
export class Cancelled extends Error {
  constructor() {
    super('the work was cancelled')
  }
}

interface Running {
  readonly remote: Remote<ComputeApi>
  readonly stopped: Promise<never>
  stop(): void
}

function start(): Running {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
  let reject: (why: Error) => void = () => undefined
  const stopped = new Promise<never>((_, r) => (reject = r))
  worker.addEventListener('error', (e) => reject(new Error(e.message || 'the computation stopped')))
  stopped.catch(() => undefined)
  return {
    remote: wrap<ComputeApi>(worker),
    stopped,
    stop() {
      worker.terminate()
      reject(new Cancelled())
    },
  }
}

/** One worker with its queue, started when first needed and kept. Of a kind of work, only the newest that waits is done. */
function lane() {
  const queue = createQueue()
  let running: Running | undefined
  return {
    async ask<T>(kind: string, work: (remote: Remote<ComputeApi>) => Promise<T>): Promise<T> {
      const done = await queue.add(() => {
        running ??= start()
        return Promise.race([work(running.remote), running.stopped])
      }, kind)
      if (!done.ok) throw new Cancelled()
      return done.value
    },
    /** Ends what is under way with its worker; the next one is new and knows nothing. */
    end(): void {
      running?.stop()
      running = undefined
      queue.clear()
    },
  }
}

/** Puts results the page had together with those that are new, so that unchanged ones stay the same objects. */
export function mergeAnswer(answer: Answer, known: Map<string, StepResult>): PartResult {
  const steps = answer.steps.map((s): StepResult => {
    if ('kind' in s) return s
    const had = known.get(s.id)
    if (had?.version !== s.version)
      throw new Error(`the worker left out step ${s.id}, which the page does not have`)
    return had
  })
  known.clear()
  for (const s of steps) known.set(s.id, s)
  return { values: answer.values, steps, findings: answer.findings }
}

/**
 * Two workers: one for the part as it is edited, so that this never waits, and one for all that is asked beside it:
 * comparisons, files, traced pictures. Each keeps what it worked out for what is asked next.
 */
export function createCompute(): Compute {
  const edited = lane()
  const beside = lane()
  const known = new Map<string, StepResult>()
  const cancel = (): void => {
    edited.end()
    known.clear()
  }
  return {
    async evaluate(part) {
      const versions = Object.fromEntries([...known].map(([id, s]) => [id, s.version]))
      return mergeAnswer(await edited.ask('evaluate', (r) => r.evaluate(part, versions)), known)
    },
    compare: (part, run) => beside.ask('compare', (r) => r.compare(part, run)),
    trace: (picture, options) => beside.ask('trace', (r) => r.trace(picture, options)),
    takeOut: (part, wanted) =>
      beside.ask<Result<MadeFile>>(`take-out ${wanted.file}`, (r) => r.takeOut(part, wanted)),
    cancel,
    dispose() {
      cancel()
      beside.end()
    },
  }
}
