import type { Id } from '../../base/index.ts'
import type { FormingStep } from './typed.ts'
import {
  formulaCure,
  type Cure,
  type Finding,
  formulaBound,
  shortBound,
  shortLength,
  type StepContext,
} from '../../evaluate/index.ts'
import type { BendTable, Breach, Limits } from '../../forming/index.ts'
import type { Path } from '../../path/index.ts'
import { formatDecimal, formulaText, formatAngle } from '../../units/index.ts'
import type { BendSource } from './source.ts'

interface About {
  readonly step: FormingStep
  readonly context: StepContext
  readonly path: Path
  readonly table: BendTable
  readonly limits: Limits
  readonly source: BendSource
}

const percent = (share: number): string => `${formatDecimal(share * 100, 1)} %`
const degrees = (angle: number): string => formatAngle(angle, 1)

/** What is said of a limit on the radius, by its kind: what the bend does, and what is allowed. */
const WORDS = {
  strain: (b: { value: number; limit: number }) =>
    `stretches its outside by ${percent(b.value)}; the stock bears ${percent(b.limit)}`,
  thinning: (b: { value: number; limit: number }) =>
    `thins its wall by ${percent(b.value)}; the stock may lose ${percent(b.limit)}`,
  ovality: (b: { value: number; limit: number }) =>
    `is ${percent(b.value)} out of round; the stock may be ${percent(b.limit)}`,
}

/** What a breach says, with what would cure it. `numberOf` tells which bend of the table one along the bar is, both from 0. */
export function limitFinding(breach: Breach, numberOf: (bend: number) => number, a: About): Finding {
  const { step, context, table, path } = a
  const { display } = context
  const length = (v: number): string => shortLength(v, display)
  const base = { severity: 'warns', station: 'shop', step: step.id, code: `forming.${breach.kind}` } as const
  if (breach.kind === 'first') {
    const message = `The straight before the first bend is ${length(breach.value)} long; the bender takes ${length(breach.limit)} at most.`
    return { ...base, id: `${step.id}:first`, message, cures: [otherEndCure(step)] }
  }
  if (breach.kind === 'pressure' || breach.kind === 'clamp') {
    const after = breach.kind === 'pressure'
    const bend = after ? numberOf(breach.bend - 1) : numberOf(breach.bend)
    // Which straight of the table it is: bent from the other end, it lies after its bend.
    const straight = after === step.fromEnd ? bend : bend + 1
    const [from, to] = straightStations(path, table, straight)
    const where = after ? `after the last bend, bend ${bend + 1},` : `before bend ${bend + 1}`
    const what = after ? 'the pressure die needs' : 'the clamp needs'
    const message = `The straight ${where} is ${length(breach.value)}; ${what} ${length(breach.limit)}.`
    const cures = a.source.lengthen(straight, breach.limit - breach.value)
    return {
      ...base,
      ...node(a, bend),
      id: `${step.id}:${breach.kind}-${bend + 1}`,
      message,
      from,
      to,
      cures,
    }
  }
  const bend = numberOf(breach.bend)
  const row = table.rows[bend]!
  const at = { from: path.starts[row.segments[0]]!, to: path.starts[row.segments[1] + 1]! }
  const about = { ...base, ...node(a, bend), ...at, id: `${step.id}:${breach.kind}-${bend + 1}` }
  switch (breach.kind) {
    case 'angle': {
      const message = `Bend ${bend + 1} is bent to ${degrees(breach.value)}; the bender goes to ${degrees(breach.limit)}. Two bends would do.`
      return { ...about, message, cures: a.source.split(bend) }
    }
    case 'die': {
      const dies = breach.dies.map(length).join(' and ')
      const message = `Bend ${bend + 1} has a radius of ${length(breach.value)}, for which there is no die; the nearest are ${dies}.`
      const cures = breach.dies.flatMap((d) => radiusCure(a, bend, d))
      return { ...about, message, cures }
    }
    case 'radius': {
      const message = `Bend ${bend + 1} has a radius of ${length(breach.value)}; the smallest for this stock is ${length(breach.limit)}.`
      return { ...about, message, cures: radiusCure(a, bend, fitting(a, breach.least)) }
    }
    case 'strain':
    case 'thinning':
    case 'ovality': {
      const least = fitting(a, breach.least)
      const message = `Bend ${bend + 1} ${WORDS[breach.kind](breach)}. A radius from ${shortBound(least, display, 'above')} on would do.`
      return { ...about, message, cures: radiusCure(a, bend, least) }
    }
  }
}

/** The smallest die at hand that is large enough; the radius itself where there is none, or where any is at hand. */
const fitting = ({ limits: { dies } }: About, least: number): number =>
  Math.min(...dies.filter((d) => d >= least), Infinity) === Infinity
    ? least
    : Math.min(...dies.filter((d) => d >= least))

function radiusCure({ source, context: { display } }: About, bend: number, radius: number): Cure[] {
  const field = source.radiusField(bend)
  if (!field) return []
  const formula = formulaBound(radius, display, 'above')
  return [
    formulaCure(
      `Use radius ${formulaText(formula)} ${display.unit} at bend ${bend + 1}`,
      field.step,
      field.field,
      formula,
    ),
  ]
}

/** Bends from the other end. */
export const otherEndCure = (step: FormingStep): Cure => ({
  label: step.fromEnd ? 'Bend from the start' : 'Bend from the end',
  change: { do: 'change-forming', with: { step: step.id, choices: { fromEnd: !step.fromEnd } } },
})

function node({ source }: About, bend: number): { readonly node?: Id } {
  const id = source.node(bend)
  return id === undefined ? {} : { node: id }
}

/** From where to where a straight of a table lies: the first before bend 0, the last after the last bend. */
function straightStations(path: Path, { rows }: BendTable, straight: number): [number, number] {
  const before = rows[straight - 1]
  const after = rows[straight]
  return [
    before ? path.starts[before.segments[1] + 1]! : 0,
    after ? path.starts[after.segments[0]]! : path.length,
  ]
}
