import type { Mesh } from '../space/index.ts'
import { joinRunMeshes, scaleAt } from '../sweep/index.ts'
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

/** Area of a run's section at a station, mm2: exact, but for the straight line between two stations of a shape. */
export function areaAt(run: RunOutput, station: number): number {
  const { areas, carriage } = run
  const k = scaleAt(carriage, station) ** 2
  const { shape } = carriage
  if (!shape) return areas[0]! * k
  const after = shape.stations.findIndex((s) => s > station)
  if (after < 0) return areas.at(-1)! * k
  if (after === 0) return areas[0]! * k
  const [a, b] = [shape.stations[after - 1]!, shape.stations[after]!]
  const share = (station - a) / (b - a)
  return (areas[after - 1]! * (1 - share) + areas[after]! * share) * k
}
