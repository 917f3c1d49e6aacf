import { pathTaken } from './from-end.ts'
import type { Id } from '../base/index.ts'
import { inputsOf, kindOf, type Capability, type Part, type Step } from '../document/index.ts'
import type { BendTable, BlankGiven } from '../forming/index.ts'
import { type Piece, scaleAt, type CarriedGiven } from '../sweep/index.ts'
import type { Body } from '../solid/index.ts'
import type { PartResult } from './result.ts'
import type { Bending, PathGiven, SectionGiven } from './output.ts'

/**
 * What a part is known by, in reports, on the Rack and in files: one run with its path, profile and blank, all of them telling
 * of the same run. Without a run, the first path and profile there are.
 */
export interface Lead {
  /** The step of the run, sound or not. */
  readonly step: Step | undefined
  readonly run: CarriedGiven | undefined
  readonly pieces: readonly Piece[]
  readonly bodies: readonly Body[]
  readonly path: PathGiven | undefined
  readonly profile: SectionGiven | undefined
  /** The profile in words. */
  readonly profileWords: string | undefined
  readonly blank: BlankGiven | undefined
  /** How the run is bent as it is made, or its path when nothing is carried along it. */
  readonly bending: Bending | undefined
}

/** The step that another takes something from; the first, when it takes that from several. */
export const inputOf = (step: Step | undefined, gives: Capability): Id | undefined =>
  step && inputsOf(step).find((i) => i.gives === gives)?.id

const giving = (part: Part, gives: Capability): readonly Step[] =>
  part.steps.filter((s) => kindOf(s).gives.includes(gives))

/** The run that is meant by a chosen step (itself, or one that is built on it or that it is built on); else the first one. */
export function leadRun(part: Part, chosen: Id | null = null): Step | undefined {
  const runs = giving(part, 'carried')
  const step = chosen === null ? undefined : part.steps.find((s) => s.id === chosen)
  const named = inputOf(step, 'carried') ?? chosen
  return (
    runs.find((r) => r.id === named) ??
    runs.find((r) => inputOf(r, 'path') === chosen || inputOf(r, 'section') === chosen) ??
    runs.find((r) => !r.aside) ??
    runs[0]
  )
}

/** The step that gives the blank of a run. */
export const blankOf = (part: Part, run: Id | undefined): Step | undefined =>
  run === undefined ? undefined : giving(part, 'blank').find((s) => inputOf(s, 'carried') === run)

/** The lead by a chosen step, by itself the first run that is not set aside. */
export function leadOf(part: Part, result: PartResult, chosen: Id | null = null): Lead {
  const step = leadRun(part, chosen)
  const good = (gives: Capability, id: Id | undefined) =>
    result.steps.find(
      (s) => s.state === 'good' && s.output?.[gives] !== undefined && (step ? s.id === id : true),
    )
  const run = good('carried', step?.id)?.output
  const path = good('path', inputOf(step, 'path'))?.output
  const profile = good('section', inputOf(step, 'section'))
  const blank = good('blank', blankOf(part, step?.id)?.id)?.output?.blank
  return {
    step,
    run: run?.carried,
    pieces: run?.pieces ?? [],
    bodies: run?.bodies ?? [],
    path: path?.path && pathTaken(step, inputOf(step, 'path')!, path.path),
    profile: profile?.output?.section,
    profileWords: profile?.summary,
    blank,
    bending: step ? run?.table : path?.table,
  }
}

/** The bend table of the lead; or why there is none. */
export function bendingOfLead({
  step,
  bending,
}: Lead): { readonly table: BendTable } | { readonly none: string } {
  if (bending?.table) return { table: bending.table }
  return {
    none:
      bending?.notBendable ??
      (step ? `"${step.name}" cannot be built as it stands` : 'there is no sound path'),
  }
}

/** Area of a run's section at a station, mm2: exact, but for the straight line between two stations of a shape. */
export function areaAt(carried: CarriedGiven, station: number): number {
  const { areas, carriage } = carried
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
