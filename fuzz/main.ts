import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { fuzzRequests } from '../packages/server/testing/fuzz.ts'

/**
 * Random parts, changed documents and random requests, in number bounded and each with a limit of time and memory; the seed
 * is printed, and gives the same run again. Ends with the counts and, for each fault, the seed of its case.
 */
const [root, seedText, countText] = process.argv.slice(2)
const seed = Number(seedText)
const count = Number(countText)
/** A case that takes longer hangs, ms. */
const CASE_MS = 30_000

const folder = join(root!, 'packages/core/testing/version-1')
const kept = readdirSync(folder)
  .filter((f) => f.endsWith('.flexum.json'))
  .map((f) => JSON.parse(readFileSync(join(folder, f), 'utf8')) as unknown)

const faults: string[] = []
let done = 0

function start(): Worker {
  return new Worker(new URL('./thread.js', import.meta.url), {
    workerData: { kept },
    resourceLimits: { maxOldGenerationSizeMb: 1500 },
  })
}

/** One case; a thread that hangs or dies is ended, and that is the fault. */
function oneCase(worker: Worker, of: number): Promise<boolean> {
  return new Promise((resolve) => {
    const end = (fault: string | undefined, alive: boolean): void => {
      clearTimeout(timer)
      worker.off('message', answered)
      worker.off('error', died)
      if (fault !== undefined) faults.push(`seed ${of}: ${fault}`)
      done++
      resolve(alive)
    }
    const answered = (m: { readonly fault: string | undefined }): void => end(m.fault, true)
    const died = (e: Error): void => end(`the thread died: ${e.message}`, false)
    const timer = setTimeout(() => end(`it took longer than ${CASE_MS / 1000} s`, false), CASE_MS)
    worker.on('message', answered)
    worker.on('error', died)
    worker.postMessage(of)
  })
}

console.log(`seed ${seed}, ${count} documents`)
let worker = start()
const began = Date.now()
for (let i = 0; i < count; i++) {
  if (!(await oneCase(worker, seed + i))) {
    await worker.terminate()
    worker = start()
  }
  if ((i + 1) % 250 === 0) console.log(`${i + 1} documents, ${((Date.now() - began) / 1000).toFixed(0)} s`)
}
await worker.terminate()
const requests = await fuzzRequests(seed, Math.ceil(count / 2), join(root!, 'packages/server/migrations'))
faults.push(...requests.faults)
for (const f of faults) console.log(f)
console.log(`${done} documents and ${requests.done} requests from seed ${seed}`)
console.log(`${done + requests.done - faults.length} passed, ${faults.length} failed`)
process.exit(faults.length === 0 ? 0 : 1)
