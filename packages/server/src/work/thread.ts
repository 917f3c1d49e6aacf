import { readlinkSync } from 'node:fs'
import { parentPort, workerData } from 'node:worker_threads'
import { doJob, type Flag } from '@flexum/core/service'
import { jobsHere, type Answer } from './direct.ts'
import type { FromThread, Job, ToThread } from './work.ts'

/** The worker thread: one job after the other, each answered with what came of it, or that it was called off. */
const here = await jobsHere()
const port = parentPort!
const { flag } = workerData as { readonly flag: Flag }

function done(job: Exclude<Job, { kind: 'plan' }>): Answer {
  switch (job.kind) {
    case 'part':
      return here.part(job.body)
    case 'section':
      return here.section(job.body)
    case 'take-out':
      return here.exportFile(job.body, job.wanted)
    case 'bend-sheet':
      return here.bendSheet(job.body, job.wanted)
    case 'plan-sheet':
      return here.planSheet(job.order, job.plan, job.note)
    case 'read':
      return here.read(job.input)
    case 'read-kept':
      return here.readKept(job.body)
  }
}

const answer = (message: FromThread): void => port.postMessage(message)

/** How often it is told how far a plan has come, ms. */
const TOLD_EVERY = 200

/** This thread among those of the system: "PID/task/TID" on Linux. */
function taskHere(): string | undefined {
  try {
    return readlinkSync('/proc/thread-self').split('/').at(-1)
  } catch {
    return undefined
  }
}
answer({ kind: 'here', task: taskHere() })

/** Plans an order until it is called off, which leaves the best so far. */
async function planned(number: number, { wanted }: Extract<Job, { kind: 'plan' }>): Promise<void> {
  const calledOff = new Int32Array(flag)
  let told = 0
  const made = await here.plan(
    wanted,
    (at) => {
      const now = performance.now()
      if (now - told >= TOLD_EVERY) {
        told = now
        answer({ kind: 'told', told: at })
      }
      return Atomics.load(calledOff, 0) < number
    },
    (plan) => answer({ kind: 'soon', plan }),
  )
  answer({ kind: 'done', answer: made })
}

const broken = (error: unknown): void =>
  answer({ kind: 'broken', error: error instanceof Error ? error.message : String(error) })

port.on('message', ({ number, job }: ToThread) => {
  if (job.kind === 'plan') return void planned(number, job).catch(broken)
  try {
    const came = doJob(flag, number, () => done(job))
    answer(came.ok ? { kind: 'done', answer: came.value } : { kind: 'called-off' })
  } catch (error) {
    broken(error)
  }
})
