import { array, lazy, mixed, number, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import { typedFormula, type Formula } from '../../units/index.ts'
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
  optionalFormulaSchema,
  record,
} from '../../document/index.ts'

/** The pieces that a run is sawn into: how they lie on the saw, which bars they come from, corners as they were measured. */
export interface PiecesStep extends StepBase {
  readonly kind: 'pieces'
  readonly run: Id
  /** The side they lie on: 1 the widest that they can lie on, 2 the next; 0 as they stand in the part; without, as is usual. */
  readonly lies?: number
  /** Lies flat on a back that leans so from the wall, in place of a side of its section; as the section says without. */
  readonly spring?: Formula
  /** The start of each is at the right; the other edge is then at the fence. */
  readonly turned: boolean
  /** A piece shorter than this at its short point is told of: it cannot be held while it is sawn. */
  readonly hold: Formula
  /** Bars that pieces come from; what is longer is parted, with joints at this angle from square. */
  readonly bar?: { readonly length: Formula; readonly scarf: Formula }
  /** Corners whose angle between the legs was measured on site. */
  readonly measured?: readonly MeasuredCorner[]
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly pieces: PiecesStep
  }
}

export interface MeasuredCorner {
  /** The node or curve of the path that the corner is at. */
  readonly corner: Id
  /** In the room: an outside corner has more than 180 degrees. */
  readonly angle: Formula
}

const MOST_MEASURED = 1000
/** More sides to lie on has no section. */
const MOST_SIDES = 60

const optional = <T>(schema: T) => lazy((v: unknown) => (v === undefined ? mixed() : (schema as never)))
const measuredSchema = optional(
  array(record({ corner: idSchema, angle: formulaSchema }))
    .strict()
    .max(MOST_MEASURED, `at most ${MOST_MEASURED} corners are measured`),
)

export const piecesKind: StepKind<PiecesStep> = {
  kind: 'pieces',
  title: 'Pieces and saw cuts',
  station: 'shop',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['pieces']).required(),
    run: idSchema,
    lies: optional(
      number()
        .strict()
        .integer('a side is told by a whole number')
        .min(0, 'a side is told by 0 or more')
        .max(MOST_SIDES, `a section has at most ${MOST_SIDES} sides to lie on`)
        .required('a side is told by a whole number'),
    ),
    spring: optionalFormulaSchema,
    turned: flagSchema,
    hold: formulaSchema,
    bar: optional(record({ length: formulaSchema, scarf: formulaSchema })),
    measured: measuredSchema,
  }),
  gives: ['cuts'],
  barOf: (step) => step.run,
  inputs: (step) => [
    { id: step.run, gives: 'carried' },
    { id: step.run, gives: 'pieces' },
  ],
  *broken(step) {
    const corners = (step.measured ?? []).map((m) => m.corner)
    const twice = corners.find((c, i) => corners.indexOf(c) !== i)
    if (twice !== undefined) yield `the corner "${twice}" is measured twice`
  },
  fresh(base, around) {
    const run = around.last('carried')
    if (run === undefined) return fail(fault('step.needs', 'Pieces need a run first'))
    const inches = around.unit === 'in' || around.unit === 'ft'
    return ok({
      ...base,
      kind: 'pieces',
      run,
      turned: false,
      hold: inches ? typedFormula('3 in', 'in') : '75 mm',
    })
  },
  mapFormulas(step, visit) {
    const held = mapFields(
      step,
      [['hold', 'length'], ...(step.spring === undefined ? [] : ([['spring', 'angle']] as const))],
      '',
      visit,
    )
    const bar = held.bar && mapBar(held.bar, visit)
    const measured = held.measured && mapSame(held.measured, (m) => mapMeasured(m, visit))
    if (bar === held.bar && measured === held.measured) return held
    return { ...held, ...(bar ? { bar } : {}), ...(measured ? { measured } : {}) }
  },
}

const mapBar = (bar: NonNullable<PiecesStep['bar']>, visit: FormulaVisitor) =>
  mapFields(
    bar,
    [
      ['length', 'length'],
      ['scarf', 'angle'],
    ],
    'bar/',
    visit,
  )

const mapMeasured = (m: MeasuredCorner, visit: FormulaVisitor): MeasuredCorner =>
  mapFields(m, [['angle', 'angle']], `measured/${m.corner}/`, visit)
