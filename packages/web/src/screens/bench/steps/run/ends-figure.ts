import type { Step } from '@flexum/core/recipe'
import type { RunView } from '../../../../bench/results.ts'

/** How the run ends, and in how many pieces it is made, for one line. */
export function endsFigure(step: Step | undefined, { run, pieces }: RunView): string {
  if (!run) return 'none yet'
  const ends = step?.kind === 'run' ? step.ends : undefined
  const kinds = [ends?.start.kind ?? 'square', ends?.end.kind ?? 'square'] as const
  const words = run.path.closed ? 'closed' : kinds[0] === kinds[1] ? `2 ${kinds[0]}` : kinds.join(' · ')
  return pieces.length > 1 ? `${words} · ${pieces.length} pcs` : words
}
