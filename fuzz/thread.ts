import { parentPort, workerData } from 'node:worker_threads'
import { faultOfDocument } from '../packages/core/testing/fuzz/check.ts'
import { mutated } from '../packages/core/testing/fuzz/mutate.ts'
import { randomPart } from '../packages/core/testing/fuzz/parts.ts'
import { randomOf } from '../packages/core/testing/fuzz/random.ts'

/** Works out the case of a seed, and says what is wrong with it. */
const { kept } = workerData as { readonly kept: readonly unknown[] }
parentPort!.on('message', (seed: number) => {
  const r = randomOf(seed)
  const document = r.chance(0.6) ? randomPart(r) : mutated(r.pick(kept), r)
  parentPort!.postMessage({ seed, fault: faultOfDocument(document) })
})
