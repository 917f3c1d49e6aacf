import type { LengthDisplay } from '../../units/index.ts'
import type { StepOutput } from '../output.ts'
import { shortLength } from './evaluator.ts'

/** Length and number of bends of a path, for one line. */
export function pathSummary(output: StepOutput, display: LengthDisplay): string {
  if (output.kind !== 'path') return ''
  const curved = output.path.segments.filter((g) => g.kind === 'arc').length
  const words = curved === 1 ? '1 bend' : `${curved} bends`
  const kinds = new Set(output.path.segments.map((g) => g.kind))
  return `${shortLength(output.path.length, display)}, ${kinds.has('helix') ? 'helix' : kinds.has('spline') ? 'spline' : words}`
}
