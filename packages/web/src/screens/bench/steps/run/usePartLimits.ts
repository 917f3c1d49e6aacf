import { type RunStep, changeRun } from '@flexum/core/recipe'
import type { Path } from '@flexum/core/path'
import { movedLimit } from '../../../../bench/part-limit.ts'
import { stepResult } from '../../../../bench/results.ts'
import { partOf } from '../../../../bench/session.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'

/** Where the part that a run takes begins and ends on its path, and ways to move that; none when it takes all. */
export function usePartLimits(step: RunStep, path: Path) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const run = result?.output?.carried
  if (!step.part || !run) return undefined
  /** What the end puts on beyond the part. */
  const added = run.path.segments.reduce((sum, g, i) => {
    const origin = run.path.origins[i]!
    return origin.kind === 'added' && origin.index === 1 ? sum + g.length : sum
  }, 0)
  const at = { from: run.from, to: run.sourceStarts.at(-1)! - added }
  /** What counts, and not what is being shown. */
  const kept = (): RunStep['part'] => {
    const now = partOf(session.store.getState()).steps.find((s) => s.id === step.id)
    return now?.kind === 'run' ? now.part : undefined
  }
  const moved = (side: 'from' | 'to', station: number) => {
    const other = side === 'from' ? at.to : at.from
    return {
      step: step.id,
      choices: {
        part: movedLimit(kept() ?? step.part!, side, station, other, path.length, part.units.length.unit),
      },
    }
  }
  return {
    at,
    show: (side: 'from' | 'to', station: number): void => session.show(changeRun, moved(side, station)),
    keep: (side: 'from' | 'to', station: number, again = false): void =>
      void session.run(changeRun, moved(side, station), {
        label: side === 'from' ? 'Part starts elsewhere' : 'Part ends elsewhere',
        ...(again ? { mergeKey: `part-${side}-${step.id}` } : {}),
      }),
  }
}
