import type { LengthDisplay } from '../../units/index.ts'
import { type StepOutput, shortLength } from '../../evaluate/index.ts'

/** Length and number of bends of a path, for one line. */
export function pathSummary({ path: given }: StepOutput, display: LengthDisplay): string {
  if (!given) return ''
  const { path } = given
  const curved = path.segments.filter((g) => g.kind === 'arc').length
  const words = curved === 1 ? '1 bend' : `${curved} bends`
  const kinds = new Set(path.segments.map((g) => g.kind))
  return `${shortLength(path.length, display)}, ${kinds.has('helix') ? 'helix' : kinds.has('spline') || kinds.has('curve') ? 'free curve' : words}`
}
