import { array, lazy, mixed, string } from 'yup'
import { ok, type Id } from '../../base/index.ts'
import { writtenFigure, writtenLength, type Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type FormulaVisitor,
  type PathStart,
  type StepBase,
  type StepKind,
  formulaSchema,
  ID_FORM,
  idSchema,
  isFormula,
  LIMITS,
  record,
} from '../../document/index.ts'

/** One bend as it is typed: the straight before it, the turn of its plane, its angle, and its centreline radius. */
export interface BendEntry {
  readonly id: Id
  readonly length: Formula
  readonly rotation: Formula
  readonly angle: Formula
  readonly radius: Formula
}

/** A path typed as bends: where it starts, which way its first straight goes and its first bend turns, and the straight after the last. */
export interface BendTableStep extends StepBase {
  readonly kind: 'bend-table'
  readonly rows: readonly BendEntry[]
  readonly last: Formula
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  /** Turn of the first straight about Z from +X, how far it rises from level, and the turn of the first bend about it. */
  readonly heading: Formula
  readonly rise: Formula
  readonly roll: Formula
  /** The ids of its two ends, as nodes have them. */
  readonly first: Id
  readonly end: Id
}

declare module '../../document/change.ts' {
  interface Changes {
    'split-bend': { readonly step: Id; readonly row: Id }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'bend-table': BendTableStep
  }
}

/** Figures of a table and of where it begins, mm and degrees, as they were worked out. */
export interface BendFigures extends PathStart {
  readonly rows: readonly {
    readonly id: Id
    readonly length: number
    readonly rotationDeg: number
    readonly angleDeg: number
    readonly radius: number
  }[]
  readonly last: number
}

/** Where a node is, mm. */
export interface NodePlace {
  readonly id: Id
  readonly point: readonly [number, number, number]
}

/** A bend from texts. */
export const bendEntry = (
  id: Id,
  length: Formula,
  rotation: Formula,
  angle: Formula,
  radius: Formula,
): BendEntry => ({ id, length, rotation, angle, radius })

const rowsSchema = array(
  record({
    id: idSchema,
    length: formulaSchema,
    rotation: formulaSchema,
    angle: formulaSchema,
    radius: formulaSchema,
  }),
)
  .strict()
  .required('a list of bends is missing here')
  .max(LIMITS.nodes, `a table has at most ${LIMITS.nodes} bends`)

/** Whether it is a bend, said at once: there may be thousands, and the schema takes a hundred times as long over each. */
function isBend(v: unknown): boolean {
  if (typeof v !== 'object' || v === null || Object.keys(v).length !== 5) return false
  const { id, length, rotation, angle, radius } = v as Record<string, unknown>
  return typeof id === 'string' && ID_FORM.test(id) && [length, rotation, angle, radius].every(isFormula)
}

const mapRow = (row: BendEntry, visit: FormulaVisitor): BendEntry =>
  mapFields(
    row,
    [
      ['length', 'length'],
      ['rotation', 'angle'],
      ['angle', 'angle'],
      ['radius', 'length'],
    ],
    `rows/${row.id}/`,
    visit,
  )

const mm = (v: number): Formula => writtenLength(v, 'mm')

export const bendTableKind: StepKind<BendTableStep> = {
  kind: 'bend-table',
  title: 'Bend table',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['bend-table']).required(),
    rows: lazy((rows: unknown) =>
      Array.isArray(rows) && rows.length <= LIMITS.nodes && rows.every(isBend) ? mixed() : rowsSchema,
    ),
    last: formulaSchema,
    x: formulaSchema,
    y: formulaSchema,
    z: formulaSchema,
    heading: formulaSchema,
    rise: formulaSchema,
    roll: formulaSchema,
    first: idSchema,
    end: idSchema,
  }),
  gives: ['path', 'table'],
  inputs: () => [],
  fresh(base, around) {
    const ids = around.ids('n')
    return ok({
      ...base,
      kind: 'bend-table',
      rows: [bendEntry(ids(), '100', '0', '90', '25')],
      last: '100',
      ...AT_ORIGIN,
      first: ids(),
      end: ids(),
    })
  },
  ids: (step) => [step.first, ...step.rows.map((r) => r.id), step.end],
  limits: (step) => [[step.rows.length, LIMITS.nodes, 'bends']],
  placeOf(step, field) {
    const [, row, column] = /^rows\/([^/]+)\/(.+)$/.exec(field) ?? []
    const index = step.rows.findIndex((r) => r.id === row)
    return index < 0 ? undefined : { words: `Bend ${index + 1}, ${column}`, node: row! }
  },
  // The straights and the turns between bends stay between these; where it begins cannot be said from what is typed.
  reversed(step, begins) {
    if (!begins) return undefined
    const { rows } = step
    const back = rows.toReversed().map((row, i): BendEntry => {
      const after = rows[rows.length - i]
      return { ...row, length: after ? after.length : step.last, rotation: after ? after.rotation : '0' }
    })
    const [x, y, z] = begins.at.map((v) => mm(v)) as [Formula, Formula, Formula]
    return {
      ...step,
      rows: back,
      last: rows[0]?.length ?? step.last,
      x,
      y,
      z,
      heading: writtenFigure(begins.headingDeg),
      rise: writtenFigure(begins.riseDeg),
      roll: writtenFigure(begins.rollDeg),
      first: step.end,
      end: step.first,
    }
  },
  mapFormulas(step, visit) {
    const rows = mapSame(step.rows, (r) => mapRow(r, visit))
    return mapFields(
      rows === step.rows ? step : { ...step, rows },
      [
        ['last', 'length'],
        ['x', 'length'],
        ['y', 'length'],
        ['z', 'length'],
        ['heading', 'angle'],
        ['rise', 'angle'],
        ['roll', 'angle'],
      ],
      '',
      visit,
    )
  },
}

/** From the origin along +X, the first bend toward +Y. */
export const AT_ORIGIN = { x: '0', y: '0', z: '0', heading: '0', rise: '0', roll: '0' } as const
