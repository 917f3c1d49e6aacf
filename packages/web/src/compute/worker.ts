import { expose } from 'comlink'
import { createService } from '@flexum/core/service'
import type { ComputeApi } from './messages.ts'

const service = createService()

/** Size of a small picture of a turning, px. */
const CARD = { width: 560, height: 216 }

const compute: ComputeApi = {
  evaluate(part, known) {
    const { values, steps, findings } = service.evaluate(part, { owner: 'page' })
    return {
      values,
      findings,
      steps: steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s)),
    }
  },
  compare: (part, run) => service.compare(part, run, CARD),
  trace: service.trace,
  takeOut: service.takeOut,
}

expose(compute)
