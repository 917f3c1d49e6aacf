import { memoBy, type Id } from '@flexum/core/base'
import { kindOf, type Capability, type Part, type Station, type Step } from '@flexum/core/recipe'
import {
  blankOf,
  inputOf,
  isAgainst,
  pathTaken,
  leadRun,
  takenIn,
  type Bending,
  type Finding,
  type HoleMark,
  type PartResult,
  type PathGiven,
  type SectionGiven,
  type StepResult,
} from '@flexum/core/recipe/evaluated'
import type { Body } from '@flexum/core/solid'
import type { EndTrim, CarriedGiven, Piece } from '@flexum/core/sweep'
import type { BlankGiven, FormingGiven } from '@flexum/core/forming'
import type { CutsGiven } from '@flexum/core/cutting'
import type { Path } from '@flexum/core/path'

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

/** Everything the strip and the figures show: the results of one run and what it stands on. */
export interface RunView {
  readonly pathStep: Id
  readonly runStep: Id | undefined
  /** The path as the run takes it. */
  readonly path: PathGiven | undefined
  /** The run takes its path from the end: stations and segments are counted from there. */
  readonly against: boolean
  readonly pathResult: StepResult | undefined
  /** How the path alone is bent. */
  readonly pathBending: Bending | undefined
  readonly profile: SectionGiven | undefined
  readonly run: CarriedGiven | undefined
  readonly bodies: readonly Body[]
  readonly pieces: readonly Piece[]
  readonly blank: BlankGiven | undefined
  /** The same with the ends that meet something. */
  readonly bar: BlankGiven | undefined
  /** How the run is bent as it is made; its path, when nothing is carried along it. */
  readonly bending: Bending | undefined
  /** Something shown is the last good result and not what the recipe now says. */
  readonly stale: boolean
}

/** Steps of a part that give something, in order of the recipe. */
export const stepsGiving = (part: Part, gives: Capability): readonly Step[] =>
  part.steps.filter((s) => kindOf(s).gives.includes(gives))

/** One and the same, so that a view of nothing is the same view. */
const NONE: readonly never[] = []

/** The path of the run in work, or the first without a run: the one whose bar the strip shows. */
export const leadPath = (part: Part, chosen: Id | null): Id | undefined =>
  inputOf(leadRun(part, chosen), 'path') ?? stepsGiving(part, 'path')[0]?.id

/** A blank as the strip draws it, without what its ends meet; the same object for the same blank. */
const asDrawn = memoBy((blank: BlankGiven): BlankGiven => ({ ...blank, ...blank.unmet }))

/** The run in work, with the blank cut for it. Without a run, the first path alone. */
export function runView(
  part: Part,
  result: PartResult | undefined,
  chosen: Id | null = null,
): RunView | undefined {
  const run = leadRun(part, chosen)
  const pathStep = leadPath(part, chosen)
  if (pathStep === undefined) return undefined
  const seen = (id: Id | undefined, gives: Capability) => {
    const r = stepResult(result, id)
    const shown = r && isBuilt(r) && r.output?.[gives] !== undefined
    return shown ? { output: r.output, stale: r.stale } : { output: undefined, stale: false }
  }
  const path = seen(pathStep, 'path')
  const profile = seen(inputOf(run, 'section'), 'section')
  const made = seen(run?.id, 'carried')
  const blank = seen(blankOf(part, run?.id)?.id, 'blank').output?.blank
  return {
    pathStep,
    runStep: run?.id,
    path: path.output?.path && pathTaken(run, pathStep, path.output.path),
    against: isAgainst(run, pathStep),
    pathResult: stepResult(result, pathStep),
    pathBending: path.output?.table,
    profile: profile.output?.section,
    run: made.output?.carried,
    bodies: made.output?.bodies ?? NONE,
    pieces: made.output?.pieces ?? NONE,
    blank: blank && asDrawn(blank),
    bar: blank,
    bending: run ? made.output?.table : path.output?.table,
    stale: path.stale || made.stale || profile.stale,
  }
}

const isBuilt = (r: StepResult): boolean => r.state !== 'aside' && r.state !== 'unbuilt'

/** A body that is seen, by the step that made it; with what is carried along its path, where it has one. */
export interface ShownBody {
  readonly id: Id
  readonly step: Id
  readonly body: Body
  readonly carried: CarriedGiven | undefined
  /** What is carried along a path by the steps that it comes from, itself or what went into it. */
  readonly runs: ReadonlyMap<Id, CarriedGiven>
  readonly stale: boolean
}

/** What a run is sawn into by a step. */
export const cutsOf = (result: PartResult | undefined, step: Id): CutsGiven | undefined =>
  stepResult(result, step)?.output?.cuts

/** The same by the run, where that is told. */
export function cutsOn(result: PartResult | undefined, run: Id | undefined): CutsGiven | undefined {
  const step = result?.steps.find((s) => isBuilt(s) && run !== undefined && s.output?.cuts?.run === run)
  return step && cutsOf(result, step.id)
}

/** The holes that stand on a run. */
export const holesOn = (result: PartResult | undefined, run: Id | undefined): readonly HoleMark[] =>
  (result?.steps ?? []).flatMap((s) =>
    isBuilt(s) && run !== undefined ? (s.output?.holes ?? []).filter((h) => h.run === run) : [],
  )

/** How a run is bent by a forming step. */
export const formingOf = (result: PartResult | undefined, step: Id): FormingGiven | undefined =>
  stepResult(result, step)?.output?.forming

/** The same by the run, where that is told. */
export function formingOn(result: PartResult | undefined, run: Id | undefined): FormingGiven | undefined {
  const step = result?.steps.find((s) => isBuilt(s) && run !== undefined && s.output?.forming?.run === run)
  return step && formingOf(result, step.id)
}

/** The ends of a run that meet something. */
export const meetingsOn = (result: PartResult | undefined, run: Id | undefined): readonly EndTrim[] =>
  (result?.steps ?? []).flatMap((s) =>
    isBuilt(s) && run !== undefined ? (s.output?.trims ?? []).filter((m) => m.run === run) : [],
  )

/** Every body that is to be seen, whole or as it last was; none that went into another that is there. */
export function shownBodies(result: PartResult | undefined): readonly ShownBody[] {
  const steps = result?.steps ?? []
  const taken = takenIn(steps, (s) => isBuilt(s) && s.output?.bodies !== undefined)
  const carriedBy = new Map(
    steps.flatMap((s) => (s.output?.carried ? [[s.id, s.output.carried] as const] : [])),
  )
  return steps.flatMap((s) => {
    if (!isBuilt(s) || taken.has(s.id)) return []
    const { bodies = [], carried } = s.output ?? {}
    return bodies
      .filter((b) => !b.hidden)
      .map((body): ShownBody => {
        const own = body.origins.all.flatMap(({ step }) => {
          const along = carriedBy.get(step)
          return along ? [[step, along] as const] : []
        })
        return { id: body.id, step: s.id, body, carried, runs: new Map(own), stale: s.stale }
      })
  })
}

/** A station of the run as one of the whole path; a rounded corner goes on round it at an even pace. */
export function stationOnPath(run: CarriedGiven, onRun: number): number {
  return along(run.path.starts, run.sourceStarts, onRun)
}

/** A station of the whole path as one of the run along it. */
export function stationOnRun(run: CarriedGiven, onPath: number): number {
  return along(run.sourceStarts, run.path.starts, onPath)
}

/** The bend table that is shown: of the run as it is made; of the path when nothing is carried along it. */
export function bendsShown(view: RunView): { readonly path: Path; readonly bending: Bending } | undefined {
  const of = view.runStep === undefined ? view.path : view.run
  return of && view.bending && { path: of.path, bending: view.bending }
}

/** From one row of stations to another, evenly between them; beyond their ends as far on. */
function along(from: readonly number[], to: readonly number[], at: number): number {
  const last = from.length - 1
  if (at <= from[0]!) return to[0]! + at - from[0]!
  if (at >= from[last]!) return to[last]! + at - from[last]!
  const i = from.findLastIndex((s) => s <= at)
  return to[i]! + ((at - from[i]!) / (from[i + 1]! - from[i]!)) * (to[i + 1]! - to[i]!)
}

/** What is said where no finding stops or warns. */
export const NOTHING_OPEN = 'nothing open'

/** How many findings are open, in words: what stops or warns; notes beside it. */
export function openWords(findings: readonly Finding[], notesToo = false): string {
  const { blocks, warns } = findingCounts(findings)
  const open = blocks + warns === 0 ? NOTHING_OPEN : `${blocks + warns} open`
  const notes = findings.length - blocks - warns
  return notesToo && notes > 0 ? `${open}, ${notes} ${notes === 1 ? 'note' : 'notes'}` : open
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
