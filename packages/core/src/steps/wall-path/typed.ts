import { array, string } from 'yup'
import { ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  flagSchema,
  formulaSchema,
  idSchema,
  LIMITS,
  mapFields,
  mapSame,
  record,
  type StepBase,
  type StepKind,
} from '../../document/kind.ts'

/** A wall as it is measured: straight across from corner to corner, how far it bows out of the room, and the angle where it ends. */
export interface RoomWall {
  readonly id: Id
  readonly length: Formula
  readonly bow: Formula
  readonly corner: Formula
}

/** The walls of a room, one after the other with the room at the left; its foot line is a path. */
export interface WallPathStep extends StepBase {
  readonly kind: 'wall-path'
  readonly rows: readonly RoomWall[]
  readonly closed: boolean
  /** Where the first wall begins, and which way it goes from +X. */
  readonly x: Formula
  readonly y: Formula
  readonly heading: Formula
  /** From floor to ceiling. */
  readonly height: Formula
}

/** A wall from texts. */
export const roomWall = (id: Id, length: Formula, corner: Formula, bow: Formula = '0'): RoomWall => ({
  id,
  length,
  bow,
  corner,
})

export const wallPathKind: StepKind<WallPathStep> = {
  kind: 'wall-path',
  title: 'Walls of a room',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['wall-path']).required(),
    rows: array(record({ id: idSchema, length: formulaSchema, bow: formulaSchema, corner: formulaSchema }))
      .strict()
      .required('a list of walls is missing here')
      .max(LIMITS.nodes, `a room has at most ${LIMITS.nodes} walls`),
    closed: flagSchema,
    x: formulaSchema,
    y: formulaSchema,
    heading: formulaSchema,
    height: formulaSchema,
  }),
  gives: ['path', 'table'],
  inputs: () => [],
  ids: (step) => step.rows.map((r) => r.id),
  limits: (step) => [[step.rows.length, LIMITS.nodes, 'walls']],
  placeOf(step, field) {
    const [, row, column] = /^rows\/([^/]+)\/(.+)$/.exec(field) ?? []
    const index = step.rows.findIndex((r) => r.id === row)
    return index < 0 ? undefined : { words: `Wall ${index + 1}, ${column}`, node: row! }
  },
  fresh(base, around) {
    const ids = around.ids('n')
    const inches = around.unit === 'in' || around.unit === 'ft'
    const [long, short, high] = inches ? ['144 in', '120 in', '96 in'] : ['4000 mm', '3000 mm', '2500 mm']
    return ok({
      ...base,
      kind: 'wall-path',
      rows: [long, short, long, short].map((length) => roomWall(ids(), length!, '90 deg')),
      closed: true,
      x: '0',
      y: '0',
      heading: '0',
      height: high!,
    })
  },
  mapFormulas(step, visit) {
    const rows = mapSame(step.rows, (r) =>
      mapFields(
        r,
        [
          ['length', 'length'],
          ['bow', 'length'],
          ['corner', 'angle'],
        ],
        `rows/${r.id}/`,
        visit,
      ),
    )
    return mapFields(
      rows === step.rows ? step : { ...step, rows },
      [
        ['x', 'length'],
        ['y', 'length'],
        ['heading', 'angle'],
        ['height', 'length'],
      ],
      '',
      visit,
    )
  },
}
