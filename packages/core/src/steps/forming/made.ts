import { within } from '../../base/index.ts'
import type { FormingStep } from './typed.ts'
import {
  type Finding,
  pathTaken,
  shortLength,
  type StepContext,
  type StepMaker,
} from '../../evaluate/index.ts'
import {
  type FormingGiven,
  barOf,
  breachesOf,
  clashesOf,
  otherEnd,
  programOf,
  type Bar,
  type BenderSizes,
  zonesOf,
  type Clash,
  type Program,
} from '../../forming/index.ts'
import { formatDecimal, formatAngle, formulaText } from '../../units/index.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'
import { limitFinding, otherEndCure } from './limit-findings.ts'
import { fitOf, formedBends, limitsOf } from './rows.ts'
import { bendSource } from './source.ts'

/** Work that looking for collisions may take, of what a step may. */
const CLASH_EFFORT = 1e7
/** Points that looking for collisions counts as, of a mesh that is still to be made. */
const AWAITED = 2000

const SIZES = [
  'clamp',
  'clampWidth',
  'clampHeight',
  'dieHeight',
  'bedLength',
  'bedWidth',
  'bedDepth',
  'floorDepth',
] as const
const LIMITED = ['clamp', 'pressure', 'mostFirst', 'mostAngle', 'handling', ...SIZES] as const
const SPEEDS = ['feed', 'turn', 'bend'] as const

export const formingMaker: StepMaker<FormingStep> = {
  cheaper: 'Fewer bends would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'shop', code, message, field))
    const run = context.input(step.run, 'carried')
    const { table, notBendable } = context.input(step.run, 'table')
    const blank = context.input(step.blank, 'blank')
    if (blank.run !== step.run)
      return refuse('forming.blank', 'The blank is one of another run; forming needs that of its own.')
    if (!table) return refuse('forming.not-bendable', `This run cannot be bent from one bar: ${notBendable}.`)
    const wrong = wrongSize(step, context)
    if (wrong) return refuse(...wrong)
    const limits = limitsOf(step, context)
    const fit = fitOf(step, context)
    const made = formedBends(step, context, run, blank, table, limits, fit)
    if (!made.ok)
      return refuse(
        'forming.nothing-sets',
        `By the model nothing of bend ${made.fault.bend + 1} sets: its radius is too large for the depth and the strength of the section.`,
        'stock/strength',
      )
    const bends = made.value
    const plain = barOf(
      table,
      (i) => bends[i]!.developed,
      (i) => bends[i]!.set,
      {
        start: blank.startAllowance + blank.cutOff.start + blank.beyond.start,
        end: blank.endAllowance + blank.cutOff.end + blank.beyond.end,
      },
    )
    const bar = step.fromEnd ? otherEnd(plain) : plain
    const order = orderOf(step, bar)
    const speeds = {
      feed: context.number('bender/feed'),
      turn: context.number('bender/turn'),
      bend: context.number('bender/bend'),
      handling: context.number('bender/handling'),
    }
    const planned = (of: Bar, by: readonly number[] | undefined): Program =>
      programOf(of, speeds, step.bender.bothHands, by)
    const program = planned(bar, order)
    const sizes = Object.fromEntries(
      SIZES.map((n) => [n, context.number(`bender/${n}`)]),
    ) as unknown as BenderSizes
    const reach = Math.max(...bends.map((b) => Math.max(b.inside, b.outside)), 0)
    const source = bendSource(...sourceOf(step, context), { path: run.path, table }, context)
    const about = { step, context, path: run.path, table, limits, source }
    const inTurn = bar.bends.map((b) => bends[b.bend]!)
    const straights = [...bar.bends.map((b) => b.straight), bar.last]
    const findings: Finding[] = [
      ...breachesOf(inTurn, straights, limits).map((b) =>
        limitFinding(b, (i) => bar.bends[i]?.bend ?? i, about),
      ),
      ...trialFindings(step, fit !== undefined),
      ...orderFindings(step, bar),
    ]
    const given: FormingGiven = {
      run: step.run,
      blank: step.blank,
      bender: step.bender.name,
      tolerances: step.tolerances && toleranceWords(step.tolerances),
      bends,
      straights: [...table.rows.map((r) => r.length), table.last],
      fit,
      fromEnd: step.fromEnd,
      bar,
      program,
      how: { speeds, bothHands: step.bender.bothHands, order },
      reach,
      sizes,
      clashes: undefined,
    }
    if (bends.length === 0) return { output: { forming: { ...given, clashes: [] } }, findings }
    return {
      output: { forming: given },
      findings,
      later: {
        coming: [],
        points: AWAITED,
        make() {
          const looked = within(CLASH_EFFORT, () => clashesOf(bar, program, sizes, reach))
          if (!looked.ok) return { bodies: [], findings: [tooLong(step)], more: { forming: given } }
          const clashes = looked.value
          const cures = () => {
            if (order) return []
            const back = otherEnd(bar)
            const other = within(CLASH_EFFORT, () => clashesOf(back, planned(back, undefined), sizes, reach))
            return other.ok && other.value.length === 0 ? [otherEndCure(step)] : []
          }
          const offered = clashes.length > 0 ? cures() : []
          return {
            bodies: [],
            findings: clashes.map((c) => clashFinding(c, step, bar, program, context, offered)),
            more: { forming: { ...given, clashes } },
          }
        },
      },
    }
  },
  summary({ forming }) {
    if (!forming) return ''
    const { moves, time } = forming.program
    return `${moves.length === 1 ? '1 bend' : `${moves.length} bends`}, ${formatDecimal(time, 0)} s`
  },
}

/** A size that cannot be, with its field. */
function wrongSize(
  step: FormingStep,
  context: StepContext,
): [code: string, message: string, field: string] | undefined {
  const of = (name: string): number => context.number(`bender/${name}`)
  const slow = SPEEDS.find((n) => !(of(n) > 0))
  if (slow) return ['forming.speed', 'A speed is above 0.', `bender/${slow}`]
  const below = LIMITED.find((n) => of(n) < 0)
  if (below) return ['forming.size', 'A size of a bender cannot be below 0.', `bender/${below}`]
  const die = step.bender.dies.find((d) => !(of(`dies/${d.id}/radius`) > 0))
  if (die) return ['forming.die', 'A die has a radius above 0.', `bender/dies/${die.id}/radius`]
  const rule = (['smallest', 'strain', 'thinning', 'ovality', 'ovalityFactor', 'strength'] as const).find(
    (n) => context.number(`stock/${n}`) < 0,
  )
  if (rule) return ['forming.rule', 'What a stock bears cannot be below 0.', `stock/${rule}`]
  if (!(context.number('stock/stiffness') > 0))
    return ['forming.rule', 'The stiffness of a stock is above 0.', 'stock/stiffness']
  for (const { id } of step.trials)
    for (const column of ['radius', 'set', 'got'] as const)
      if (!(context.number(`trials/${id}/${column}`) > 0))
        return ['forming.trial', 'A trial bend has a radius and angles above 0.', `trials/${id}/${column}`]
  return undefined
}

/** The path that the bends are typed in: its step, its nodes, its own table. */
function sourceOf(step: FormingStep, context: StepContext) {
  const run = context.around.step(step.run)
  const path = run?.kind === 'run' ? context.around.step(run.path) : undefined
  const given = path && pathTaken(run, path.id, context.input(path.id, 'path'))
  const table = path && context.input(path.id, 'table').table
  return [path, given?.nodes ?? [], table] as const
}

const toleranceWords = ({ length, angle }: NonNullable<FormingStep['tolerances']>): string =>
  `± ${formulaText(length)} length, ± ${formulaText(angle)}° angle`

/** The order that is asked for, as indexes along the bar; undefined where it names not each bend once. */
function orderOf(step: FormingStep, bar: Bar): number[] | undefined {
  if (!step.order || !isOrder(step.order, bar.bends.length)) return undefined
  return step.order.map((n) => bar.bends.findIndex((b) => b.bend === n - 1))
}

const isOrder = (order: readonly number[], count: number): boolean =>
  order.length === count && new Set(order).size === count && order.every((n) => n <= count)

function orderFindings(step: FormingStep, bar: Bar): Finding[] {
  if (!step.order || isOrder(step.order, bar.bends.length)) return []
  return [
    {
      id: `${step.id}:order`,
      severity: 'warns',
      code: 'forming.order',
      message: `The order ${step.order.join(', ')} does not name each of the ${bar.bends.length} bends once; they are made one after the other.`,
      station: 'shop',
      step: step.id,
      cures: [
        {
          label: 'Make them one after the other',
          change: { do: 'change-forming', with: { step: step.id, choices: { order: undefined } } },
        },
      ],
    },
  ]
}

function trialFindings(step: FormingStep, fitted: boolean): Finding[] {
  if (step.springback !== 'trials' || fitted) return []
  return [
    {
      id: `${step.id}:no-trials`,
      severity: 'notes',
      code: 'forming.no-trials',
      message: 'No trial bends yet: angles are set as they are wanted, without springback.',
      station: 'shop',
      step: step.id,
      cures: [],
    },
  ]
}

const tooLong = (step: FormingStep): Finding => ({
  id: `${step.id}:not-looked`,
  severity: 'notes',
  code: 'forming.not-looked',
  message: 'The sequence is too long to look for collisions all through it; none was looked for.',
  station: 'shop',
  step: step.id,
  cures: [],
})

/** What a bar may run into, in words. */
export const CLASH_WORDS: Readonly<Record<Clash['with'], string>> = {
  clamp: 'the clamp',
  die: 'the die',
  bed: 'the bed',
  floor: 'the floor',
  itself: 'itself',
}

/** What of a bar lies at a station of it, by the bends of its table: "bend 2", "the straight before bend 1". */
function placeOnBar(bar: Bar, station: number): string {
  const zones = zonesOf(bar)
  const number = (i: number): number => bar.bends[i]!.bend + 1
  const within = zones.findIndex((z) => station >= z.from && station <= z.to)
  if (within >= 0) return `bend ${number(within)}`
  const after = zones.findIndex((z) => station < z.from)
  const [a, b] = [after < 0 ? zones.length - 1 : after - 1, after < 0 ? zones.length : after]
  const beside = [a, b].filter((i) => i >= 0 && i < zones.length).map(number)
  if (beside.length === 2)
    return `the straight between bends ${Math.min(...beside)} and ${Math.max(...beside)}`
  return `the straight ${beside[0] === 1 ? 'before' : 'after'} bend ${beside[0]}`
}

function clashFinding(
  clash: Clash,
  step: FormingStep,
  bar: Bar,
  program: Program,
  { display }: StepContext,
  cures: Finding['cures'],
): Finding {
  const { move, doing, share } = clash.first
  const m = program.moves[move]!
  const bend = bar.bends[m.index]!.bend + 1
  const at = (amount: number): string => formatAngle(amount, 1)
  const when =
    doing === 'bend'
      ? `At bend ${bend}, bent to ${at(m.set * share)},`
      : doing === 'turn'
        ? `Turned for bend ${bend} by ${at(m.turn * share)},`
        : `Fed for bend ${bend} by ${shortLength(m.feed * share, display)},`
  const later = clash.deepest.share
  const until =
    later === share
      ? ''
      : ` at ${doing === 'feed' ? shortLength(m.feed * later, display) : at((doing === 'bend' ? m.set : m.turn) * later)}`
  const what = clash.other === undefined ? CLASH_WORDS[clash.with] : placeOnBar(bar, clash.other)
  return {
    id: `${step.id}:clash-${move}-${doing}-${clash.with}`,
    severity: 'warns',
    code: 'forming.clash',
    message: `${when} ${placeOnBar(bar, clash.station)} runs into ${what}; it is ${shortLength(clash.depth, display)} deep${until}.`,
    station: 'shop',
    step: step.id,
    cures,
  }
}
