import { expose } from 'comlink'
import { compareTurnings, createEvaluator, materialOf, meshOfBody, meshOfPart } from '@flexum/core/evaluate'
import { PICTURE_LOOKS, pictureOf, stlOf } from '@flexum/core/format'
import { traceOutlines } from '@flexum/core/trace'
import type { ComputeApi } from './messages.ts'

const evaluator = createEvaluator()

/** Size of a small picture of a turning, px. */
const CARD = { width: 560, height: 216 }

const compute: ComputeApi = {
  evaluate(part, known) {
    const { values, steps, findings } = evaluator.evaluate(part, { owner: 'page' })
    return {
      values,
      findings,
      steps: steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s)),
    }
  },
  trace: traceOutlines,
  compare: (part, run) =>
    compareTurnings(evaluator, part, run).map(({ bodies, ...card }) => ({
      ...card,
      picture:
        bodies &&
        pictureOf(
          bodies.map((b) => ({
            mesh: meshOfBody(b),
            look: PICTURE_LOOKS[b.look],
            lookOf: (t) => PICTURE_LOOKS[materialOf(b, t).look],
          })),
          CARD.width,
          CARD.height,
        ),
    })),
  stl(part, chordError) {
    const result = evaluator.evaluate(part, chordError === undefined ? {} : { chordError })
    const mesh = meshOfPart(result)
    const refused = result.findings.find((f) => f.code === 'run.too-fine')
    return {
      bytes: mesh && !refused ? stlOf(mesh, part.name) : undefined,
      problem: refused?.message ?? result.findings.find((f) => f.severity === 'blocks')?.message,
    }
  },
}

expose(compute)
