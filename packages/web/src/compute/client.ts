import { wrap, type Remote } from 'comlink'
import type { Part } from '@flexum/core/document'
import type { PartResult, StepResult } from '@flexum/core/evaluate'
import type { GreyPicture, traceOutlines, TraceOptions } from '@flexum/core/trace'
import type { Answer, BodyFile, ComputeApi, TurningCard } from './messages.ts'

/** The worker's end that the rest of the page works with. */
export interface Compute {
  evaluate(part: Part): Promise<PartResult>
  stl(part: Part, chordError?: number): Promise<BodyFile>
  compare(part: Part, run: string): Promise<readonly TurningCard[]>
  trace(picture: GreyPicture, options: TraceOptions): Promise<ReturnType<typeof traceOutlines>>
  /** Ends work under way; the next call starts a new worker. */
  cancel(): void
  dispose(): void
}

/** Thrown to whoever waits for work that was cancelled. */
export class Cancelled extends Error {
  constructor() {
    super('the work was cancelled')
  }
}

interface Running {
  readonly worker: Worker
  readonly remote: Remote<ComputeApi>
  readonly known: Map<string, StepResult>
  readonly stopped: Promise<never>
  stop(): void
}

function start(): Running {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
  let stop = (): void => undefined
  const stopped = new Promise<never>((_, reject) => {
    stop = () => reject(new Cancelled())
    worker.addEventListener('error', (e) => reject(new Error(e.message || 'the computation stopped')))
  })
  stopped.catch(() => undefined)
  return { worker, remote: wrap<ComputeApi>(worker), known: new Map(), stopped, stop: () => stop() }
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

/** Starts the worker when first asked for something. */
export function createCompute(): Compute {
  let running: Running | undefined
  const end = (): void => {
    running?.worker.terminate()
    running?.stop()
    running = undefined
  }
  return {
    async evaluate(part) {
      running ??= start()
      const r = running
      const versions = Object.fromEntries([...r.known].map(([id, s]) => [id, s.version]))
      const answer = await Promise.race([r.remote.evaluate(part, versions), r.stopped])
      return mergeAnswer(answer, r.known)
    },
    async stl(part, chordError) {
      running ??= start()
      return Promise.race([running.remote.stl(part, chordError), running.stopped])
    },
    async compare(part, run) {
      running ??= start()
      return Promise.race([running.remote.compare(part, run), running.stopped])
    },
    async trace(picture, options) {
      running ??= start()
      return Promise.race([running.remote.trace(picture, options), running.stopped])
    },
    cancel: end,
    dispose: end,
  }
}
