import { expose } from 'comlink'
import type { Part } from '@flexum/core/document'
import type { Phase } from '@flexum/core/evaluate'
import { createService } from '@flexum/core/service'
import type { Answer, ComputeApi } from './messages.ts'

const service = createService()

/** Size of a small picture of a turning, px. */
const CARD = { width: 560, height: 216 }
/** Points of meshes that are made with the figures at once: some milliseconds, less than drawing the page twice. */
const AT_ONCE = 20_000

function answer(part: Part, known: Readonly<Record<string, number>>, phase: Phase): Answer {
  const { values, steps, findings, awaits } = service.evaluate(part, { owner: 'page', phase })
  if (awaits > 0 && awaits <= AT_ONCE) return answer(part, known, 'whole')
  return {
    values,
    findings,
    awaits,
    steps: steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s)),
  }
}

const compute: ComputeApi = {
  evaluate: (part, known) => answer(part, known, 'figures'),
  finish: (part, known) => answer(part, known, 'whole'),
  compare: (part, run) => service.compare(part, run, CARD),
  trace: service.trace,
  takeOut: service.takeOut,
}

expose(compute)
