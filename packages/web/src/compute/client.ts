import { proxy, wrap, type Remote } from 'comlink'
import type { Progress, Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { PartResult, StepResult } from '@flexum/core/recipe/evaluated'
import type { Body } from '@flexum/core/solid'
import type { WantedExport, ExportedFile } from '@flexum/core/files'
import { callOff, createFlag, createQueue, type Service, type TurningCard } from '@flexum/core/service'
import type { ColourPicture, traceOutlines, TraceOptions } from '@flexum/core/trace'
import type { Answer, ComputeApi, Done } from './messages.ts'
import { receive } from './outbox.ts'

export type LaneName = 'edited' | 'beside'

/** The workers' end that the rest of the page works with. */
export interface Compute {
  /** A part worked out as far as it goes at once: figures and findings; `awaits` says whether bodies are still to come. */
  evaluate(part: Part, rough?: boolean): Promise<PartResult>
  /** All of the same part. */
  finish(part: Part, rough?: boolean): Promise<PartResult>
  compare(part: Part, run: string): Promise<readonly TurningCard[]>
  /** How near a step's path comes to the bodies of another. */
  distance(part: Part, path: string, to: string): Promise<ReturnType<Service['distance']>>
  trace(picture: ColourPicture, options: TraceOptions): Promise<ReturnType<typeof traceOutlines>>
  exportFile(part: Part, wanted: WantedExport): Promise<Result<ExportedFile>>
  readMesh(bytes: Uint8Array): Promise<ReturnType<Service['readMesh']>>
  /** Says who is told how far work has come: of the part as it is edited, or of what is asked beside it; undefined at its end. */
  onProgress(of: LaneName, listener: (at: Progress | undefined) => void): void
  /** Calls off the working out of the part, or what is asked beside it; what was worked out before is kept. */
  cancel(of?: LaneName): void
  dispose(): void
}

/** Thrown to whoever waits for work that was cancelled, or for which something newer was asked. */
export class Cancelled extends Error {
  constructor() {
    super('the work was cancelled')
  }
}

/** Thrown to whoever waits for work that broke off with an error of ours; `why` are the words of whatever threw it. */
export class Broken extends Error {
  readonly why: string
  constructor(cause: unknown) {
    super('it broke off with an error of ours; nothing is lost, and it can be tried again')
    this.why = cause instanceof Error ? cause.message : String(cause)
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

/** How long work that was called off may take to end by itself; then its worker is ended, and all that it knew. */
const GRACE_MS = 1500
const delay = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

interface Lane {
  ask<T>(kind: string, work: (remote: Remote<ComputeApi>, job: number) => Promise<Done<T>>): Promise<T>
  /** Calls off what is under way and what waits; the worker and what it knows are kept if it ends soon. */
  cancel(): void
  /** Ends all at once, with the worker. */
  end(): void
}

/**
 * One worker with its queue, started when first needed and kept. Of a kind of work, only the newest that waits is done. `gone`
 * is called when a worker is ended and with it all that it knew; `progress` tells how far what is under way has come.
 */
function lane(gone: () => void, progress: (at: Progress | undefined) => void): Lane {
  const queue = createQueue()
  const flag = createFlag()
  let jobs = 0
  let running: Running | undefined
  let drop: (() => void) | undefined
  /** What was called off and may still be under way in the worker. */
  let ending: Promise<unknown> | undefined

  const end = (): void => {
    running?.stop()
    running = undefined
    ending = undefined
    gone()
  }
  const begin = (): Running => {
    const made = start()
    void made.remote.watch(
      flag,
      // What is still told of work that was called off is nobody's.
      proxy((at) => drop && progress(at)),
    )
    return made
  }
  /** The worker, once it is free. */
  const free = async (): Promise<Running> => {
    if (ending) {
      const ended = ending.then(
        () => true,
        () => true,
      )
      if (!(await Promise.race([ended, delay(GRACE_MS).then(() => false)]))) end()
      ending = undefined
    }
    return (running ??= begin())
  }
  return {
    async ask(kind, work) {
      const done = await queue.add(async () => {
        const { remote, stopped } = await free()
        const number = ++jobs
        const job = Promise.race([work(remote, number), stopped])
        const dropped = new Promise<never>((_, reject) => {
          drop = () => {
            if (flag) callOff(flag, number)
            ending = job
            reject(new Cancelled())
          }
        })
        try {
          return await Promise.race([job, dropped])
        } catch (error) {
          if (error instanceof Cancelled) throw error
          // Whatever state it left its worker in, the next work begins with a new one.
          end()
          throw new Broken(error)
        } finally {
          drop = undefined
          progress(undefined)
        }
      }, kind)
      if (!done.ok || !done.value.ok) throw new Cancelled()
      return done.value.value
    },
    cancel() {
      queue.clear()
      drop?.()
    },
    end() {
      queue.clear()
      end()
    },
  }
}

/**
 * A result without its bodies, with those that the page had of the step before until the new ones are there: they stand where
 * the new ones will, and say what is known of these already.
 */
function withBodiesOf(before: StepResult | undefined, now: StepResult): StepResult {
  const { output } = now
  const had = before?.output?.bodies
  if (now.awaits === 0 || !output?.coming || !had) return now
  const bodies = had.map((body): Body => {
    const coming = output.coming!.find((c) => c.id === body.id)
    if (!coming) return body
    const { hidden, instances: places, figures } = coming
    return {
      ...body,
      hidden,
      instances: places,
      figures: figures ? { ...body.figures, ...figures } : body.figures,
    }
  })
  return { ...now, output: { ...output, bodies } }
}

/** Puts results the page had together with those that are new, so that unchanged ones stay the same objects. */
export function mergeAnswer(answer: Answer, known: Map<string, StepResult>): PartResult {
  const steps = answer.steps.map((s): StepResult => {
    const had = known.get(s.id)
    if ('kind' in s) return withBodiesOf(had, s)
    if (had?.version !== s.version)
      throw new Error(`the worker left out step ${s.id}, which the page does not have`)
    return had
  })
  known.clear()
  for (const s of steps) known.set(s.id, s)
  const { values, findings, awaits, areas } = answer
  return { values, steps, findings, awaits, ...(areas ? { areas } : {}) }
}

/**
 * Two workers: one for the part as it is edited, so that this never waits, and one for all that is asked beside it:
 * comparisons, files, traced pictures. Each keeps what it worked out for what is asked next.
 */
export function createCompute(): Compute {
  const known = new Map<string, StepResult>()
  const told = new Map<LaneName, (at: Progress | undefined) => void>()
  const edited = lane(
    () => known.clear(),
    (at) => told.get('edited')?.(at),
  )
  const beside = lane(
    () => undefined,
    (at) => told.get('beside')?.(at),
  )
  const worked = async (part: Part, phase: 'evaluate' | 'finish', rough = false): Promise<PartResult> => {
    const answer = await edited.ask<Answer>(phase, async (r, job) => {
      const versions = Object.fromEntries([...known].map(([id, s]) => [id, s.version]))
      return receive(await r[phase](job, part, versions, rough), (i) => r.part(job, i))
    })
    return mergeAnswer(answer, known)
  }
  return {
    evaluate: (part, rough) => worked(part, 'evaluate', rough),
    finish: (part, rough) => worked(part, 'finish', rough),
    compare: (part, run) =>
      beside.ask<readonly TurningCard[]>('compare', (r, job) => r.compare(job, part, run)),
    distance: (part, path, to) =>
      beside.ask<ReturnType<Service['distance']>>('distance', (r, job) => r.distance(job, part, path, to)),
    trace: (picture, options) =>
      beside.ask<ReturnType<typeof traceOutlines>>('trace', (r, job) => r.trace(job, picture, options)),
    exportFile: (part, wanted) =>
      beside.ask<Result<ExportedFile>>(`take-out ${wanted.file}`, (r, job) =>
        r.exportFile(job, part, wanted),
      ),
    readMesh: (bytes) =>
      beside.ask<ReturnType<Service['readMesh']>>('read-mesh', (r, job) => r.readMesh(job, bytes)),
    onProgress: (of, listener) => void told.set(of, listener),
    cancel: (of = 'edited') => (of === 'edited' ? edited : beside).cancel(),
    dispose() {
      edited.end()
      beside.end()
    },
  }
}
