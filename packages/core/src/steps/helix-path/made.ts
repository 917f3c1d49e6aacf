import type { HelixPathStep } from '../../document/index.ts'
import { pathOfHelix } from '../../path/index.ts'
import type { StepMaker } from '../../evaluate/kind.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'

export const helixPathMaker: StepMaker<HelixPathStep> = {
  evaluate(step, context) {
    const built = pathOfHelix({
      centre: [0, 0, 0],
      radius: context.number('radius'),
      pitch: context.number('pitch'),
      turns: context.number('turns'),
      hand: step.hand,
    })
    if (!built.ok) {
      const { code, message } = built.fault
      const field = code === 'helix.radius' ? 'radius' : 'turns'
      const sentence = `${message.charAt(0).toUpperCase()}${message.slice(1)}.`
      return {
        findings: [
          {
            id: `${step.id}:${code}`,
            severity: 'blocks',
            code,
            message: sentence,
            station: 'path',
            step: step.id,
            field,
            cures: [],
          },
        ],
      }
    }
    return pathEvaluation(step, built.value, context)
  },
  summary: pathSummary,
}
