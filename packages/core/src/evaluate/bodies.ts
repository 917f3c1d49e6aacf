import type { Part } from '../document/index.ts'
import type { Mesh } from '../space/index.ts'
import { joinRunMeshes, scaleAt, unpackTag } from '../sweep/index.ts'
import type { PartResult } from './evaluator.ts'
import type { BlankOutput, PathOutput, ProfileOutput, RunOutput, StepOutput, Strand } from './output.ts'
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

/** The strand that a triangle of a run's mesh, or of its copies, belongs to. */
export function strandOf({ strands, mesh }: RunOutput, triangle: number): Strand {
  const { edge } = unpackTag(mesh.tags[triangle % mesh.tags.length]!)
  return strands.findLast((s) => s.firstEdge <= edge) ?? strands[0]!
}

/** kg of everything a part is made of: all sound runs with their copies, hidden ones too. */
export function massOf(result: PartResult): number | undefined {
  return sumOver(result, (r) => r.mass)
}

/** mm3 of the same. */
export function volumeOf(result: PartResult): number | undefined {
  return sumOver(result, (r) => r.volume)
}

function sumOver(result: PartResult, of: (r: RunOutput) => number): number | undefined {
  const runs = result.steps.flatMap((s) => (s.state === 'good' && s.output?.kind === 'run' ? [s.output] : []))
  return runs.length > 0 ? runs.reduce((sum, r) => sum + of(r) * r.places.length, 0) : undefined
}

/** What a part is known by: the path and profile of its first sound run, else the first there are. */
export interface Lead {
  readonly path: PathOutput | undefined
  readonly profile: ProfileOutput | undefined
  /** The profile in words. */
  readonly profileWords: string | undefined
  readonly blank: BlankOutput | undefined
}

export function leadOf(part: Part, result: PartResult): Lead {
  const good = (kind: StepOutput['kind']) =>
    result.steps.filter((s) => s.state === 'good' && s.output?.kind === kind)
  const run = part.steps.find((s) => s.kind === 'run' && good('run').some((r) => r.id === s.id))
  const own = run?.kind === 'run' ? run : undefined
  const pick = (kind: StepOutput['kind'], id: string | undefined) =>
    good(kind).find((s) => s.id === id) ?? good(kind)[0]
  const profile = pick('profile', own?.profile)
  const blankOfRun = part.steps.find((s) => s.kind === 'blank' && s.run === own?.id)
  return {
    path: pick('path', own?.path)?.output as PathOutput | undefined,
    profile: profile?.output as ProfileOutput | undefined,
    profileWords: profile?.summary,
    blank: pick('blank', blankOfRun?.id)?.output as BlankOutput | undefined,
  }
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
