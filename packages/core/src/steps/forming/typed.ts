import { array, lazy, mixed, number, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type FormulaVisitor,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  nameSchema,
  record,
} from '../../document/index.ts'

/**
 * Sizes and limits of a bender, by name, in the order in which they are asked for. Speeds are lengths and angles a second. A limit of 0 is none.
 */
export const BENDER_SIZES = {
  clamp: 'length',
  pressure: 'length',
  mostFirst: 'length',
  mostAngle: 'angle',
  feed: 'length',
  turn: 'angle',
  bend: 'angle',
  handling: 'number',
  clampWidth: 'length',
  clampHeight: 'length',
  dieHeight: 'length',
  bedLength: 'length',
  bedWidth: 'length',
  bedDepth: 'length',
  floorDepth: 'length',
} as const satisfies Readonly<Record<string, DimensionName>>
export type BenderSize = keyof typeof BENDER_SIZES

/** What a stock bears, by name. Shares of 1; strength in MPa, stiffness in GPa. A limit of 0 is none. */
export const FORMING_RULES = {
  smallest: 'length',
  strain: 'number',
  thinning: 'number',
  ovality: 'number',
  ovalityFactor: 'number',
  strength: 'number',
  stiffness: 'number',
} as const satisfies Readonly<Record<string, DimensionName>>
export type FormingRule = keyof typeof FORMING_RULES

/** A bender, copied into the part so that the part says all there is to know of it. */
export type BenderEntry = {
  readonly name: string
  /** It bends to either hand without the bar being turned. */
  readonly bothHands: boolean
  /** Centreline radii of the dies at hand; any radius when there are none. */
  readonly dies: readonly DieEntry[]
} & { readonly [K in BenderSize]: Formula }

export interface DieEntry {
  readonly id: Id
  readonly radius: Formula
}

/** What the stock bears when it is bent, copied into the part. */
export type FormingRules = { readonly name: string } & { readonly [K in FormingRule]: Formula }

/** A trial bend: the angle that was set and the one that was got, over a die. */
export interface TrialEntry {
  readonly id: Id
  readonly radius: Formula
  readonly set: Formula
  readonly got: Formula
}

/** By what springback is told: not at all, by the model, by the trial bends. */
export const SPRINGBACKS = ['none', 'model', 'trials'] as const
export type SpringbackBy = (typeof SPRINGBACKS)[number]

/** How a blank is bent: on which bender, within which limits, corrected by how much, in which order. */
export interface FormingStep extends StepBase {
  readonly kind: 'forming'
  readonly run: Id
  readonly blank: Id
  readonly bender: BenderEntry
  readonly stock: FormingRules
  readonly springback: SpringbackBy
  readonly trials: readonly TrialEntry[]
  /** The end of the path is bent first. */
  readonly fromEnd: boolean
  /** Bends by their numbers in the bend table in the order in which they are made; one after the other along the bar where it is left out. */
  readonly order?: readonly number[]
  /** How far lengths and angles may be off, either way, for the bend sheet. */
  readonly tolerances?: { readonly length: Formula; readonly angle: Formula }
}

declare module '../../document/change.ts' {
  interface Changes {
    'change-forming': {
      readonly step: Id
      readonly choices: Partial<Pick<FormingStep, 'fromEnd'>> & {
        readonly order?: FormingStep['order'] | undefined
      }
    }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly forming: FormingStep
  }
}

/** Made-up figures of a small bench bender. */
export const FIRST_BENDER: BenderEntry = {
  name: 'Bench bender',
  bothHands: false,
  dies: [],
  clamp: '25 mm',
  pressure: '40 mm',
  mostFirst: '0',
  mostAngle: '180',
  feed: '200 mm',
  turn: '90',
  bend: '45',
  handling: '3',
  clampWidth: '30 mm',
  clampHeight: '60 mm',
  dieHeight: '60 mm',
  bedLength: '1500 mm',
  bedWidth: '120 mm',
  bedDepth: '150 mm',
  floorDepth: '900 mm',
}

/** Nothing known of the stock: no limits, and the springiness of mild steel. */
export const FIRST_RULES: FormingRules = {
  name: 'No limits',
  smallest: '0',
  strain: '0',
  thinning: '0',
  ovality: '0',
  ovalityFactor: '0.05',
  strength: '250',
  stiffness: '200',
}

const MOST_DIES = 60
const MOST_TRIALS = 60
const MOST_ORDER = 1000

const sizes = (of: Readonly<Record<string, unknown>>) =>
  Object.fromEntries(Object.keys(of).map((k) => [k, formulaSchema]))

const mapTrial = (row: TrialEntry, visit: FormulaVisitor): TrialEntry =>
  mapFields(
    row,
    [
      ['radius', 'length'],
      ['set', 'angle'],
      ['got', 'angle'],
    ],
    `trials/${row.id}/`,
    visit,
  )
const mapDie = (die: DieEntry, visit: FormulaVisitor): DieEntry =>
  mapFields(die, [['radius', 'length']], `bender/dies/${die.id}/`, visit)

const benderSizes = Object.entries(BENDER_SIZES) as [BenderSize, DimensionName][]
const formingRules = Object.entries(FORMING_RULES) as [FormingRule, DimensionName][]

export const formingKind: StepKind<FormingStep> = {
  kind: 'forming',
  title: 'Forming',
  station: 'shop',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['forming']).required(),
    run: idSchema,
    blank: idSchema,
    bender: record({
      name: nameSchema,
      bothHands: flagSchema,
      dies: array(record({ id: idSchema, radius: formulaSchema }))
        .strict()
        .required('a list of dies is missing here')
        .max(MOST_DIES, `a bender has at most ${MOST_DIES} dies`),
      ...sizes(BENDER_SIZES),
    }),
    stock: record({ name: nameSchema, ...sizes(FORMING_RULES) }),
    springback: string()
      .strict()
      .oneOf(SPRINGBACKS, `springback is told by one of ${SPRINGBACKS.join(', ')}`)
      .required('it is missing here by what springback is told'),
    trials: array(record({ id: idSchema, radius: formulaSchema, set: formulaSchema, got: formulaSchema }))
      .strict()
      .required('a list of trial bends is missing here')
      .max(MOST_TRIALS, `there are at most ${MOST_TRIALS} trial bends`),
    fromEnd: flagSchema,
    order: lazy((v: unknown) =>
      v === undefined
        ? mixed()
        : array(number().strict().integer().min(1).required())
            .strict()
            .max(MOST_ORDER, `an order has at most ${MOST_ORDER} bends`),
    ),
    tolerances: lazy((v: unknown) =>
      v === undefined ? mixed() : record({ length: formulaSchema, angle: formulaSchema }),
    ),
  }),
  gives: ['forming'],
  inputs: (step) => [
    { id: step.run, gives: 'carried' },
    { id: step.run, gives: 'table' },
    { id: step.blank, gives: 'blank' },
  ],
  fresh(base, around) {
    const blank = around.last('blank')
    const run = blank === undefined ? undefined : around.inputOf(blank, 'carried')
    if (blank === undefined || run === undefined)
      return fail(fault('step.needs', 'Forming needs a blank first'))
    return ok({
      ...base,
      kind: 'forming',
      run,
      blank,
      bender: FIRST_BENDER,
      stock: FIRST_RULES,
      springback: 'none',
      trials: [],
      fromEnd: false,
      tolerances: { length: '0.5 mm', angle: '0.5' },
    })
  },
  ids: (step) => [...step.trials.map((t) => t.id), ...step.bender.dies.map((d) => d.id)],
  texts: (step) => [
    [step.bender.name, 'the bender'],
    [step.stock.name, 'the stock'],
  ],
  placeOf(step, field) {
    const [, id, column] = /^trials\/([^/]+)\/(.+)$/.exec(field) ?? []
    const row = step.trials.findIndex((t) => t.id === id)
    return row < 0 ? undefined : { words: `Trial ${row + 1}, ${column}`, node: id! }
  },
  mapFormulas(step, visit) {
    const plain = mapFields(step.bender, benderSizes, 'bender/', visit)
    const dies = mapSame(step.bender.dies, (d) => mapDie(d, visit))
    const bender = dies === step.bender.dies ? plain : { ...plain, dies }
    const stock = mapFields(step.stock, formingRules, 'stock/', visit)
    const trials = mapSame(step.trials, (t) => mapTrial(t, visit))
    const tolerances =
      step.tolerances &&
      mapFields(
        step.tolerances,
        [
          ['length', 'length'],
          ['angle', 'angle'],
        ],
        'tolerances/',
        visit,
      )
    const same =
      bender === step.bender &&
      stock === step.stock &&
      trials === step.trials &&
      tolerances === step.tolerances
    return same ? step : { ...step, bender, stock, trials, ...(tolerances ? { tolerances } : {}) }
  },
}
