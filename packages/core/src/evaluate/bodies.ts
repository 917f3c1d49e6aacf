import type { Id } from '../base/index.ts'
import type { Part, RunStep } from '../document/index.ts'
import type { BendTable } from '../forming/index.ts'
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

/** All bodies of a part with their copies as one mesh; none without a body. As fine as the part was worked out. */
export function meshOfPart(result: PartResult): Mesh | undefined {
  const runs = runsOf(result)
  return runs.length > 0 ? joinRunMeshes(runs.map(meshOfRun)) : undefined
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

/**
 * What a part is known by, in reports, on the Rack and in files: one run with its path, profile and blank, all of them telling
 * of the same run. Without a run, the first path and profile there are.
 */
export interface Lead {
  /** The step of the run, sound or not. */
  readonly step: RunStep | undefined
  readonly run: RunOutput | undefined
  readonly path: PathOutput | undefined
  readonly profile: ProfileOutput | undefined
  /** The profile in words. */
  readonly profileWords: string | undefined
  readonly blank: BlankOutput | undefined
}

/** The run that is meant by a chosen step (itself, or one that is built on it or that it is built on); else the first one. */
export function leadRun(part: Part, chosen: Id | null = null): RunStep | undefined {
  const runs = part.steps.filter((s) => s.kind === 'run')
  const step = chosen === null ? undefined : part.steps.find((s) => s.id === chosen)
  const named = step?.kind === 'blank' ? step.run : chosen
  return (
    runs.find((r) => r.id === named) ??
    runs.find((r) => r.path === chosen || r.profile === chosen) ??
    runs.find((r) => !r.aside) ??
    runs[0]
  )
}

/** The lead by a chosen step, by itself the first run that is not set aside. */
export function leadOf(part: Part, result: PartResult, chosen: Id | null = null): Lead {
  const good = (kind: StepOutput['kind']) =>
    result.steps.filter((s) => s.state === 'good' && s.output?.kind === kind)
  const step = leadRun(part, chosen)
  const pick = (kind: StepOutput['kind'], id: Id | undefined) =>
    step ? good(kind).find((s) => s.id === id) : good(kind)[0]
  const profile = pick('profile', step?.profile)
  const blankStep = part.steps.find((s) => s.kind === 'blank' && s.run === step?.id)
  return {
    step,
    run: pick('run', step?.id)?.output as RunOutput | undefined,
    path: pick('path', step?.path)?.output as PathOutput | undefined,
    profile: profile?.output as ProfileOutput | undefined,
    profileWords: profile?.summary,
    blank: pick('blank', blankStep?.id)?.output as BlankOutput | undefined,
  }
}

/** The bend table of the lead: of its run as it is made, or of its path when nothing is carried along it; or why there is none. */
export function bendingOfLead(lead: Lead): { readonly table: BendTable } | { readonly none: string } {
  const of = lead.step ? lead.run : lead.path
  if (of?.table) return { table: of.table }
  return {
    none:
      of?.notBendable ??
      (lead.step ? `"${lead.step.name}" cannot be built as it stands` : 'there is no sound path'),
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
