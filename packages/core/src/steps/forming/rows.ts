import { fail, ok, type Result } from '../../base/index.ts'
import type { FormingStep } from './typed.ts'
import {
  type BlankGiven,
  type FormedBend,
  effectsOf,
  fitTrials,
  overbend,
  radiusGot,
  radiusOfTool,
  setAngle,
  sprungRadius,
  toolRadius,
  type BendRow,
  type BendTable,
  type LimitedBend,
  type Limits,
  type TrialFit,
} from '../../forming/index.ts'
import { type CarriedGiven, reachInBend } from '../../sweep/index.ts'
import type { StepContext } from '../../evaluate/index.ts'
import { roundTube } from '../../profile/index.ts'

/** The limits of a stock and a bender; 0 is none. */
export function limitsOf({ bender }: FormingStep, context: StepContext): Limits {
  const some = <K extends keyof Limits>(name: K, of: 'stock' | 'bender'): { readonly [N in K]?: number } => {
    const v = context.number(`${of}/${name}`)
    return v > 0 ? ({ [name]: v } as { readonly [N in K]?: number }) : {}
  }
  return {
    ...some('smallest', 'stock'),
    ...some('strain', 'stock'),
    ...some('thinning', 'stock'),
    ...some('ovality', 'stock'),
    ...some('ovalityFactor', 'stock'),
    ...some('mostAngle', 'bender'),
    ...some('mostFirst', 'bender'),
    clamp: context.number('bender/clamp'),
    pressure: context.number('bender/pressure'),
    dies: bender.dies.map((d) => context.number(`bender/dies/${d.id}/radius`)),
  }
}

/** The fit of the trial bends; undefined while there are none that can be fitted. */
export const fitOf = (step: FormingStep, context: StepContext): TrialFit | undefined =>
  fitTrials(
    step.trials.map(({ id }) => ({
      radius: context.number(`trials/${id}/radius`),
      set: context.number(`trials/${id}/set`),
      got: context.number(`trials/${id}/got`),
    })),
  )

/** A bend that does not set: it springs back altogether. */
export interface NothingSets {
  readonly bend: number
}

/** How the bends of a table are made: the tool and the angle that give what is wanted, and what a bend does to the section. */
export function formedBends(
  step: FormingStep,
  context: StepContext,
  run: CarriedGiven,
  blank: BlankGiven,
  table: BendTable,
  limits: Limits,
  fit: TrialFit | undefined,
): Result<FormedBend[], NothingSets> {
  const tube = roundTube(run.section)
  const developed = new Map(blank.developed.bends.map((b) => [b.segment, b]))
  const bends: FormedBend[] = []
  for (const [i, row] of table.rows.entries()) {
    const reach = reachInBend(run.carriage, run.section, row.segments[0])
    const own = range(row.segments).map((s) => developed.get(s)!)
    const sprung = sprungBend(step, context, row, { ...reach, share: own[0]!.share }, limits, fit)
    if (!sprung) return fail({ bend: i })
    const bend: LimitedBend = {
      radius: row.radius,
      set: sprung.set,
      ...reach,
      neutral: own[0]!.neutralRadius,
      ...(tube ? { tube } : {}),
    }
    bends.push({
      ...bend,
      ...sprung,
      row,
      share: own[0]!.share,
      developed: own.reduce((sum, b) => sum + b.length, 0),
      effects: effectsOf(bend, limits.ovalityFactor),
    })
  }
  return ok(bends)
}

const range = ([from, to]: readonly [number, number]): number[] =>
  Array.from({ length: to - from + 1 }, (_, k) => from + k)

/** The die at hand of a bend's own radius; any where no dies are told. */
const dieOf = (radius: number, { dies }: Limits): number | undefined =>
  dies.length === 0 ? undefined : radius

/** The centreline radius of the tool, the angle to set, and the radius that comes of it; undefined where nothing sets. */
function sprungBend(
  step: FormingStep,
  context: StepContext,
  row: BendRow,
  { inside, outside, share }: { readonly inside: number; readonly outside: number; readonly share: number },
  limits: Limits,
  fit: TrialFit | undefined,
): { readonly tool: number; readonly set: number; readonly got: number } | undefined {
  const { radius, angle } = row
  const die = dieOf(radius, limits)
  if (step.springback === 'trials' && fit) {
    const tool = die ?? radiusOfTool(fit, radius)
    return { tool, set: setAngle(fit, angle, tool), got: radiusGot(fit, tool) }
  }
  if (step.springback === 'model') {
    const strain = strainOf(context)
    const depth = inside + outside
    const tool = die === undefined ? toolRadius(radius - inside, { strain, depth }) : die - inside
    const got = sprungRadius(tool, { strain, depth })
    if (got === undefined) return undefined
    return { tool: tool + inside, set: angle * overbend(tool, got, share * depth), got: got + inside }
  }
  return { tool: radius, set: angle, got: radius }
}

/** Strength over stiffness, MPa over GPa. */
const strainOf = (context: StepContext): number =>
  context.number('stock/strength') / (context.number('stock/stiffness') * 1000)
