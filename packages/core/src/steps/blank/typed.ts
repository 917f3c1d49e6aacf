import { array, lazy, mixed, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import { typedFormula, type Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type FormulaVisitor,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  record,
} from '../../document/index.ts'

/** The straight bar a run is bent from: where its neutral line lies, what is added, how the cut length is rounded. */
export interface BlankStep extends StepBase {
  readonly kind: 'blank'
  readonly run: Id
  /** Depth of the neutral line from the inside face, as a share of the section's depth in the bend plane. */
  readonly neutral: Formula
  readonly startAllowance: Formula
  readonly endAllowance: Formula
  /** The cut length is rounded up to a multiple of this; 0 for none. */
  readonly roundUp: Formula
  /** The share by the ratio of a bend's centreline radius to the section's depth, in place of one for all. */
  readonly shares?: readonly ShareRow[]
  /** Bends that have a share of their own. */
  readonly each?: readonly BendShare[]
  /** What holds the bar while it is bent and is cut off after: told apart from the allowances, which stay on. */
  readonly cutOff?: { readonly start: Formula; readonly end: Formula }
  /** The length of the stock bars that it is sawn from, where that is told. */
  readonly bar?: Formula
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly blank: BlankStep
  }
}

export interface ShareRow {
  readonly id: Id
  readonly ratio: Formula
  readonly share: Formula
}

export interface BendShare {
  /** The node, the row or the curve that the bend comes from. */
  readonly bend: Id
  readonly share: Formula
}

/** Most rows of a table of shares, and bends with one of their own. */
const MOST_SHARES = 40
const MOST_EACH = 1000

const optional = <T>(schema: T) => lazy((v: unknown) => (v === undefined ? mixed() : (schema as never)))
const sharesSchema = optional(
  array(record({ id: idSchema, ratio: formulaSchema, share: formulaSchema }))
    .strict()
    .min(1, 'a table of neutral shares has a row at least')
    .max(MOST_SHARES, `a table of neutral shares has at most ${MOST_SHARES} rows`),
)
const eachSchema = optional(
  array(
    record({
      bend: idSchema,
      share: formulaSchema,
    }),
  )
    .strict()
    .max(MOST_EACH, `at most ${MOST_EACH} bends have a neutral share of their own`),
)
const cutOffSchema = optional(record({ start: formulaSchema, end: formulaSchema }))

const mapShare = (row: ShareRow, visit: FormulaVisitor): ShareRow =>
  mapFields(
    row,
    [
      ['ratio', 'number'],
      ['share', 'number'],
    ],
    `shares/${row.id}/`,
    visit,
  )

export const blankKind: StepKind<BlankStep> = {
  kind: 'blank',
  title: 'Blank and cut length',
  station: 'shop',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['blank']).required(),
    run: idSchema,
    neutral: formulaSchema,
    startAllowance: formulaSchema,
    endAllowance: formulaSchema,
    roundUp: formulaSchema,
    shares: sharesSchema,
    each: eachSchema,
    cutOff: cutOffSchema,
    bar: optional(formulaSchema),
  }),
  ids: (step) => (step.shares ?? []).map((r) => r.id),
  placeOf(step, field) {
    const [, id, column] = /^shares\/([^/]+)\/(.+)$/.exec(field) ?? []
    const row = step.shares?.findIndex((r) => r.id === id) ?? -1
    return row < 0 ? undefined : { words: `Row ${row + 1}, ${column}`, node: id! }
  },
  gives: ['blank'],
  barOf: (step) => step.run,
  inputs: (step) => [
    { id: step.run, gives: 'carried' },
    { id: step.run, gives: 'pieces' },
    { id: step.run, gives: 'table' },
  ],
  fresh(base, around) {
    const run = around.last('carried')
    if (run === undefined) return fail(fault('step.needs', 'A blank needs a run first'))
    const inches = around.unit === 'in' || around.unit === 'ft'
    return ok({
      ...base,
      kind: 'blank',
      run,
      neutral: '0.5',
      startAllowance: '0',
      endAllowance: '0',
      // A step that people measure with in the unit that is shown.
      roundUp: inches ? typedFormula('1/16 in', 'in') : '1',
    })
  },
  mapFormulas(step, visit) {
    const plain = mapFields(
      step,
      [
        ...(step.shares ? [] : [['neutral', 'number'] as const]),
        ['startAllowance', 'length'],
        ['endAllowance', 'length'],
        ['roundUp', 'length'],
        ...(step.bar === undefined ? [] : [['bar', 'length'] as const]),
      ],
      '',
      visit,
    )
    const shares = step.shares && mapSame(step.shares, (r) => mapShare(r, visit))
    const each =
      step.each && mapSame(step.each, (e) => mapFields(e, [['share', 'number']], `each/${e.bend}/`, visit))
    const cutOff =
      step.cutOff &&
      mapFields(
        step.cutOff,
        [
          ['start', 'length'],
          ['end', 'length'],
        ],
        'cutOff/',
        visit,
      )
    const same = shares === step.shares && each === step.each && cutOff === step.cutOff
    if (same) return plain
    return {
      ...plain,
      ...(shares ? { shares } : {}),
      ...(each ? { each } : {}),
      ...(cutOff ? { cutOff } : {}),
    }
  },
}
