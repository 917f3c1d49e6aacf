import type { Id } from '@flexum/core/base'
import type { Part, Station, Step } from '@flexum/core/document'
import type {
  BlankOutput,
  Finding,
  PartResult,
  PathOutput,
  ProfileOutput,
  RunOutput,
  StepOutput,
  StepResult,
} from '@flexum/core/evaluate'
import type { Path } from '@flexum/core/path'
import { leadRun } from '@flexum/core/evaluate'

export function stepResult(
  result: PartResult | undefined,
  id: Id | null | undefined,
): StepResult | undefined {
  return id ? result?.steps.find((s) => s.id === id) : undefined
}

/** The step of a kind that is worked on: the chosen one if it is of the kind, else the first. */
export function stepInWork<K extends Step['kind']>(
  part: Part,
  chosen: Id | null,
  ...kinds: readonly K[]
): Extract<Step, { kind: K }> | undefined {
  const fits = (s: Step): s is Extract<Step, { kind: K }> => (kinds as readonly string[]).includes(s.kind)
  const steps = part.steps.filter(fits)
  return steps.find((s) => s.id === chosen) ?? steps[0]
}

/** Everything the picture and the strip show: the results of one run and what it stands on. */
export interface RunView {
  readonly pathStep: Id
  readonly runStep: Id | undefined
  readonly path: PathOutput | undefined
  readonly pathResult: StepResult | undefined
  readonly profile: ProfileOutput | undefined
  readonly run: RunOutput | undefined
  readonly blank: BlankOutput | undefined
  /** Something shown is the last good result and not what the recipe now says. */
  readonly stale: boolean
}

/** Kinds of step that give a path. */
export const PATH_KINDS: ReadonlySet<Step['kind']> = new Set(['node-path', 'helix-path', 'sketch-path'])

/** The run in work, with the blank cut for it. Without a run, the first path alone. */
export function runView(
  part: Part,
  result: PartResult | undefined,
  chosen: Id | null = null,
): RunView | undefined {
  const run = leadRun(part, chosen)
  const pathStep = run?.path ?? part.steps.find((s) => PATH_KINDS.has(s.kind))?.id
  if (pathStep === undefined) return undefined
  const blankStep = run && part.steps.find((s) => s.kind === 'blank' && s.run === run.id)
  const pick = <K extends StepOutput['kind']>(id: Id | undefined, kind: K) => {
    const r = stepResult(result, id)
    const shown = r && r.state !== 'aside' && r.state !== 'unbuilt' && r.output?.kind === kind
    return {
      output: shown ? (r.output as Extract<StepOutput, { kind: K }>) : undefined,
      stale: Boolean(shown && r.stale),
    }
  }
  const path = pick(pathStep, 'path')
  const profile = pick(run?.profile, 'profile')
  const body = pick(run?.id, 'run')
  const blank = pick(blankStep?.id, 'blank')
  return {
    pathStep,
    runStep: run?.id,
    path: path.output,
    pathResult: stepResult(result, pathStep),
    profile: profile.output,
    run: body.output,
    blank: blank.output,
    stale: path.stale || body.stale || profile.stale,
  }
}

/** Every run that is to be seen, whole or as it last was. */
export function shownRuns(result: PartResult | undefined): readonly SeenRun[] {
  return (result?.steps ?? []).flatMap((s) => {
    const seen = s.state !== 'aside' && s.state !== 'unbuilt' && s.output?.kind === 'run' && !s.output.hidden
    return seen ? [{ id: s.id, run: s.output as RunOutput, stale: s.stale }] : []
  })
}

export interface SeenRun {
  readonly id: Id
  readonly run: RunOutput
  readonly stale: boolean
}

/** A station of the run as one of the whole path; a rounded corner goes on round it at an even pace. */
export function stationOnPath(run: RunOutput, onRun: number): number {
  return along(run.path.starts, run.sourceStarts, onRun)
}

/** A station of the whole path as one of the run along it. */
export function stationOnRun(run: RunOutput, onPath: number): number {
  return along(run.sourceStarts, run.path.starts, onPath)
}

/** The bend table that is shown: of the run as it is made; of the path when nothing is carried along it. */
export function bendsShown(
  view: RunView,
): { readonly path: Path; readonly bending: PathOutput | RunOutput } | undefined {
  const of = view.runStep === undefined ? view.path : view.run
  return of && { path: of.path, bending: of }
}

/** From one row of stations to another, evenly between them; beyond their ends as far on. */
function along(from: readonly number[], to: readonly number[], at: number): number {
  const last = from.length - 1
  if (at <= from[0]!) return to[0]! + at - from[0]!
  if (at >= from[last]!) return to[last]! + at - from[last]!
  const i = from.findLastIndex((s) => s <= at)
  return to[i]! + ((at - from[i]!) / (from[i + 1]! - from[i]!)) * (to[i + 1]! - to[i]!)
}

/** Findings counted where they belong. */
export function findingCounts(
  findings: readonly Finding[],
  station?: Station,
): { blocks: number; warns: number } {
  const here = station ? findings.filter((f) => f.station === station) : findings
  return {
    blocks: here.filter((f) => f.severity === 'blocks').length,
    warns: here.filter((f) => f.severity === 'warns').length,
  }
}
