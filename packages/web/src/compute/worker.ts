import { expose } from 'comlink'
import { createEvaluator, meshOfRun } from '@flexum/core/evaluate'
import { stlOf } from '@flexum/core/format'
import { traceOutlines } from '@flexum/core/trace'
import type { ComputeApi } from './messages.ts'

const evaluator = createEvaluator()

const compute: ComputeApi = {
  evaluate(part, known) {
    const { values, steps, findings } = evaluator.evaluate(part)
    return {
      values,
      findings,
      steps: steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s)),
    }
  },
  trace: traceOutlines,
  stl(part, chordError) {
    const run = evaluator
      .evaluate(part)
      .steps.findLast((s) => s.state === 'good' && s.output?.kind === 'run')?.output
    if (run?.kind !== 'run') return undefined
    return stlOf(chordError === undefined ? run.mesh : meshOfRun(run, chordError), part.name)
  },
}

expose(compute)
