import { parentPort, workerData } from 'node:worker_threads'
import { doJob, type Flag } from '@flexum/core/service'
import { jobsHere, type Answer } from './direct.ts'
import type { FromThread, Job, ToThread } from './work.ts'

/** The worker thread: one job after the other, each answered with what came of it, or that it was called off. */
const here = await jobsHere()
const port = parentPort!
const { flag } = workerData as { readonly flag: Flag }

function done(job: Job): Answer {
  switch (job.kind) {
    case 'part':
      return here.part(job.body)
    case 'section':
      return here.section(job.body)
    case 'take-out':
      return here.takeOut(job.body, job.wanted)
    case 'bend-sheet':
      return here.bendSheet(job.body, job.wanted)
    case 'read':
      return here.read(job.input)
    case 'read-kept':
      return here.readKept(job.body)
  }
}

const answer = (message: FromThread): void => port.postMessage(message)

port.on('message', ({ number, job }: ToThread) => {
  try {
    const came = doJob(flag, number, () => done(job))
    answer(came.ok ? { kind: 'done', answer: came.value } : { kind: 'called-off' })
  } catch (error) {
    answer({ kind: 'broken', error: error instanceof Error ? error.message : String(error) })
  }
})
