import { parentPort } from 'node:worker_threads'
import { directWork } from './direct.ts'
import type { Job } from './work.ts'

/** The worker thread: one job after the other, each answered with what came of it. */
const work = directWork()
const port = parentPort!

async function done(job: Job): Promise<unknown> {
  switch (job.kind) {
    case 'part':
      return work.part(job.body)
    case 'section':
      return work.section(job.body)
    case 'take-out':
      return work.takeOut(job.body, job.wanted)
    case 'read':
      return work.read(job.input)
    case 'read-kept':
      return work.readKept(job.body)
  }
}

port.on('message', (job: Job) => {
  void done(job).then(
    (answer) => port.postMessage({ answer }),
    (error: unknown) => port.postMessage({ error: error instanceof Error ? error.message : String(error) }),
  )
})
