import type { Mesh } from '../space/index.ts'
import { joinRunMeshes } from '../sweep/index.ts'
import type { PartResult } from './evaluator.ts'
import type { RunOutput } from './output.ts'
import { meshOfRun } from './steps/run.ts'

/** The sound runs of a part that are to be seen and made, in order of the recipe. */
export function runsOf(result: PartResult): RunOutput[] {
  return result.steps.flatMap((s) =>
    s.state === 'good' && s.output?.kind === 'run' && !s.output.hidden ? [s.output] : [],
  )
}

/** All bodies of a part with their copies as one mesh, at a chord error of its own if one is given; none without a body. */
export function meshOfPart(result: PartResult, chordError?: number): Mesh | undefined {
  const runs = runsOf(result)
  return runs.length > 0 ? joinRunMeshes(runs.map((r) => meshOfRun(r, chordError))) : undefined
}
