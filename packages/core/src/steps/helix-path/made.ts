import type { HelixEnd, HelixPathStep } from './typed.ts'
import { pathOfCoil, type CoilEnd } from '../../path/index.ts'
import type { StepContext, StepMaker } from '../../evaluate/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

/** The field that a fault of the sizes is about. */
const FIELDS: Readonly<Record<string, string>> = {
  'helix.radius': 'radius',
  'helix.endRadius': 'endRadius',
  'helix.pitch': 'pitch',
  'helix.closed': 'closed/start',
}

export const helixPathMaker: StepMaker<HelixPathStep> = {
  cheaper: 'Fewer turns would fit.',
  evaluate(step, context) {
    const { by = 'pitch-turns', closed } = step
    const figure = (field: string): number => context.number(field)
    const built = pathOfCoil({
      radius: figure('radius'),
      endRadius: step.endRadius === undefined ? figure('radius') : figure('endRadius'),
      sizes: {
        pitch: by.includes('pitch') ? figure('pitch') : undefined,
        turns: by.includes('turns') ? figure('turns') : undefined,
        height: by.includes('height') ? figure('height') : undefined,
      },
      hand: step.hand,
      closed: closed
        ? { start: figure('closed/start'), end: figure('closed/end'), rise: figure('closed/rise') }
        : { start: 0, end: 0, rise: 0 },
      ends: {
        start: endOf(step.ends?.start, 'ends/start', context),
        end: endOf(step.ends?.end, 'ends/end', context),
      },
    })
    if (!built.ok) {
      const { code, message } = built.fault
      const sentence = `${message.charAt(0).toUpperCase()}${message.slice(1)}.`
      const [, side, size] = /^helix\.(start|end)-(\w+)$/.exec(code) ?? []
      const field = side ? `ends/${side}/${size}` : FIELDS[code]
      return unbuilt(
        refusal(step, 'path', code, sentence, field ?? (by.includes('turns') ? 'turns' : 'height')),
      )
    }
    return pathEvaluation(step, built.value, context)
  },
  summary: pathSummary,
}

function endOf(end: HelixEnd | undefined, prefix: string, { number }: StepContext): CoilEnd {
  if (!end) return { kind: 'none' }
  const length = number(`${prefix}/length`)
  if (end.kind === 'straight') return { kind: 'straight', length }
  return { kind: 'hook', radius: number(`${prefix}/radius`), angle: number(`${prefix}/angle`), length }
}
