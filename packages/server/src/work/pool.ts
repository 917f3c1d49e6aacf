import { Worker } from 'node:worker_threads'
import { deeperThan, LIMITS, type Part } from '@flexum/core/recipe'
import { fail, fault, type Result } from '@flexum/core/base'
import { callOff } from '@flexum/core/service'
import { readText, readWhole } from './jobs.ts'
import { workedMs } from './clock.ts'
import type { FromThread, Job, PlanWatch, ToThread, Work } from './work.ts'

/** How long and how large a job may become. Times are those of work: waiting for a turn on a busy machine does not count. */
export interface WorkLimits {
  /** For figures and a picture, ms. */
  readonly workMs: number
  /** For reading a document, ms. */
  readonly readMs: number
  /** Of a thread's memory, MB. */
  readonly memoryMb: number
  /** For planning an order, ms; past it what there is is the plan. */
  readonly planMs?: number
}

export const WORK_LIMITS: WorkLimits = {
  workMs: 20_000,
  readMs: 10_000,
  memoryMb: 1024,
}

/** How long work that was called off may take to leave by itself; then its thread is ended. */
const GRACE_MS = 500
/** How long a plan that was called off may take to its best so far: one search in whole numbers. */
const PLAN_MS = 120_000
const PLAN_GRACE_MS = 15_000

/** So many times its limit of work a job may take by the clock on the wall: work that only waits is ended too. */
const MOST_WAITING = 30

/** What becomes of work that was ended. */
const ended = (code: `work.${string}`, message: string) => fail(fault(code, message))
const broken = (error: string) => ended('work.broken', `it stopped with an error of ours (${error})`)
const STOPPING = ended('work.stopping', 'the server is stopping')

/** Documents up to so many characters are read where they come in: a hundredth of a second at most. */
const SMALL = 16_000

/**
 * Work in threads with limits of time and memory: one for figures and pictures, one for reading, so that a request never waits
 * behind a part that takes long. A job past its limit is called off; one that does not leave is ended with its thread, and the next one
 * gets a new thread.
 */
export function threadedWork(script: URL, limits: WorkLimits = WORK_LIMITS): Work {
  const figuring = lane(script, limits.memoryMb)
  const reading = lane(script, limits.memoryMb)
  const planning = lane(script, limits.memoryMb, PLAN_GRACE_MS)
  const read = async (job: Job): Promise<Result<Part>> => {
    const done = await reading.run<Part>(job, limits.readMs)
    if (done.ok || !done.fault.code.startsWith('work.')) return done
    return fail(fault('part.unread', `this part could not be read: ${done.fault.message}`))
  }
  return {
    part: (body) => figuring.run({ kind: 'part', body }, limits.workMs),
    section: (body) => figuring.run({ kind: 'section', body }, limits.workMs),
    exportFile: (body, wanted) => figuring.run({ kind: 'take-out', body, wanted }, limits.workMs),
    planSheet: (order, plan, note) =>
      figuring.run(
        { kind: 'plan-sheet', order, plan, ...(note === undefined ? {} : { note }) },
        limits.workMs,
      ),
    bendSheet: (body, wanted) => figuring.run({ kind: 'bend-sheet', body, wanted }, limits.workMs),
    plan(wanted, watch) {
      const job: Job = { kind: 'plan', wanted }
      return {
        made: planning.run(job, limits.planMs ?? PLAN_MS, watch),
        stop: () => planning.callOff(job),
      }
    },
    async read(input) {
      if (deeperThan(input, LIMITS.depth) || sizeOf(input) <= SMALL) return readWhole(input)
      return read({ kind: 'read', input })
    },
    async readKept(body) {
      return body.length <= SMALL ? readText(body) : read({ kind: 'read-kept', body })
    },
    async stop() {
      await Promise.all([figuring.stop(), reading.stop(), planning.stop()])
    },
  }
}

/** About how much there is to look at in a document, counted no further than it matters. */
function sizeOf(input: unknown): number {
  let size = 0
  const open: unknown[] = [input]
  for (let v = open.pop(); size <= SMALL; v = open.pop()) {
    if (typeof v === 'string') size += v.length
    else if (typeof v === 'object' && v !== null) {
      const inside = Object.values(v)
      size += 8 * inside.length
      if (size <= SMALL) open.push(...inside)
    } else size += 4
    if (open.length === 0) break
  }
  return size
}

interface Waiting {
  readonly job: Job
  readonly limitMs: number
  readonly watch?: PlanWatch
  done(outcome: Result<unknown>): void
}

type Done = Exclude<FromThread, { kind: 'told' | 'soon' | 'here' }>
/** Looks at the time of work come no sooner one after the other than this, ms. */
const SOONEST = 20

/** One thread with its queue; started when first needed, and again after it was ended. */
function lane(script: URL, memoryMb: number, graceMs = GRACE_MS) {
  const queue: Waiting[] = []
  const flag = new SharedArrayBuffer(4)
  let jobs = 0
  let worker: Worker | undefined
  let current: Waiting | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let stopped = false
  let callOffNow = (): void => undefined
  /** What is said of the job under way if it takes too long. */
  let tooLong = STOPPING

  /** By what the system tells how long the thread has been at work. */
  let task: string | undefined
  /** Calls `past` when a job has worked for so long, however long that takes; or has only waited for many times that. */
  const after = (limitMs: number, past: () => void): void => {
    clearTimeout(timer)
    const [began, from] = [performance.now(), workedMs(task) ?? 0]
    const look = (): void => {
      const gone = performance.now() - began
      const worked = workedMs(task)
      const left = worked === undefined ? limitMs - gone : limitMs - (worked - from)
      if (left <= 0 || gone >= MOST_WAITING * limitMs) past()
      else timer = setTimeout(look, Math.max(left, SOONEST))
    }
    timer = setTimeout(look, limitMs)
  }
  const outcomeOf = (m: Done): Result<unknown> => {
    switch (m.kind) {
      case 'done':
        return m.answer as Result<unknown>
      case 'called-off':
        return tooLong
      case 'broken':
        return broken(m.error)
    }
  }
  const settle = (outcome: Result<unknown>): void => {
    clearTimeout(timer)
    const finished = current
    current = undefined
    finished?.done(outcome)
    next()
  }
  const drop = (): void => {
    const old = worker
    worker = undefined
    old?.removeAllListeners()
    // What a thread still says after it was given up is nobody's.
    old?.on('error', () => undefined)
    void old?.terminate()
  }
  const start = (): Worker => {
    const made = new Worker(script, {
      workerData: { flag },
      resourceLimits: { maxOldGenerationSizeMb: memoryMb, maxYoungGenerationSizeMb: 64, stackSizeMb: 4 },
    })
    task = undefined
    made.on('message', (m: FromThread) => {
      if (m.kind === 'here') task = m.task
      else if (m.kind === 'told') current?.watch?.told(m.told)
      else if (m.kind === 'soon') current?.watch?.soon(m.plan)
      else settle(outcomeOf(m))
    })
    made.on('error', (error: NodeJS.ErrnoException) => {
      drop()
      settle(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? ended('work.memory', `it needs more than ${memoryMb} MB of memory`)
          : broken(error.message),
      )
    })
    made.unref()
    return made
  }
  const next = (): void => {
    if (current || stopped) return
    current = queue.shift()
    if (!current) return
    const { job, limitMs } = current
    const number = ++jobs
    tooLong = ended('work.long', `it took longer than ${limitMs / 1000} s`)
    callOffNow = () => {
      // Work that looks at the flag leaves at once, and the thread keeps what it knows.
      callOff(flag, number)
      after(graceMs, () => {
        drop()
        settle(tooLong)
      })
    }
    after(limitMs, () => callOffNow())
    try {
      worker ??= start()
      worker.postMessage({ number, job } satisfies ToThread)
    } catch (error) {
      settle(broken(error instanceof Error ? error.message : String(error)))
    }
  }
  const run = <T>(job: Job, limitMs: number, watch?: PlanWatch): Promise<Result<T>> =>
    new Promise((resolve) => {
      if (stopped) resolve(STOPPING)
      else {
        queue.push({
          job,
          limitMs,
          ...(watch ? { watch } : {}),
          done: (outcome) => resolve(outcome as Result<T>),
        })
        next()
      }
    })
  return {
    run,
    /** Calls off a job if it is the one under way. */
    callOff(job: Job): void {
      if (current?.job === job) callOffNow()
    },
    async stop(): Promise<void> {
      stopped = true
      clearTimeout(timer)
      const open = [...(current ? [current] : []), ...queue.splice(0)]
      current = undefined
      drop()
      for (const w of open) w.done(STOPPING)
    },
  }
}
