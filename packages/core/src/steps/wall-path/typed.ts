import { array, string } from 'yup'
import { ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  LIMITS,
  optionalFormulaSchema,
  record,
} from '../../document/index.ts'

/**
 * A wall as it is measured: straight across from corner to corner, how far it bows out of the room or with which radius, and the angle where
 * it ends.
 */
export interface RoomWall {
  readonly id: Id
  readonly length: Formula
  readonly bow: Formula
  /** Of a curved wall, below 0 one that bows into the room; in place of how far it bows. */
  readonly radius?: Formula
  readonly corner: Formula
}

/** A door, or a window where its sill is above the floor. */
export interface OpeningEntry {
  readonly id: Id
  readonly wall: Id
  /** From where its wall begins, along it. */
  readonly from: Formula
  readonly width: Formula
  readonly sill: Formula
  readonly height: Formula
}

/** The walls of a room, one after the other with the room at the left; its foot line is a path. */
export interface WallPathStep extends StepBase {
  readonly kind: 'wall-path'
  /** A flat path in place of the rows: each of its pieces is a wall. */
  readonly drawn?: Id
  readonly rows: readonly RoomWall[]
  readonly openings?: readonly OpeningEntry[]
  readonly closed: boolean
  /** Where the first wall begins, and which way it goes from +X. */
  readonly x: Formula
  readonly y: Formula
  readonly heading: Formula
  /** From floor to ceiling. */
  readonly height: Formula
}

declare module '../../document/change.ts' {
  interface Changes {
    'close-walls': { readonly step: Id; readonly closed: boolean }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'wall-path': WallPathStep
  }
}

/** A wall from texts. */
export const roomWall = (id: Id, length: Formula, corner: Formula, bow: Formula = '0'): RoomWall => ({
  id,
  length,
  bow,
  corner,
})

export const OPENING_COLUMNS = ['from', 'width', 'sill', 'height'] as const
export type OpeningColumn = (typeof OPENING_COLUMNS)[number]

/** An opening from texts. */
export const openingEntry = (
  id: Id,
  wall: Id,
  from: Formula,
  width: Formula,
  height: Formula,
  sill: Formula = '0',
): OpeningEntry => ({ id, wall, from, width, sill, height })

export const wallPathKind: StepKind<WallPathStep> = {
  kind: 'wall-path',
  title: 'Walls of a room',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['wall-path']).required(),
    drawn: idSchema.optional().notRequired(),
    rows: array(
      record({
        id: idSchema,
        length: formulaSchema,
        bow: formulaSchema,
        radius: optionalFormulaSchema,
        corner: formulaSchema,
      }),
    )
      .strict()
      .required('a list of walls is missing here')
      .max(LIMITS.nodes, `a room has at most ${LIMITS.nodes} walls`),
    openings: array(
      record({
        id: idSchema,
        wall: string().strict().required('a wall is missing here').max(64),
        from: formulaSchema,
        width: formulaSchema,
        sill: formulaSchema,
        height: formulaSchema,
      }),
    )
      .strict()
      .optional()
      .max(LIMITS.nodes, `a room has at most ${LIMITS.nodes} openings`),
    closed: flagSchema,
    x: formulaSchema,
    y: formulaSchema,
    heading: formulaSchema,
    height: formulaSchema,
  }),
  gives: ['path', 'table'],
  inputs: (step) => (step.drawn === undefined ? [] : [{ id: step.drawn, gives: 'path' }]),
  ids: (step) => [...step.rows, ...(step.openings ?? [])].map((r) => r.id),
  limits: (step) => [
    [step.rows.length, LIMITS.nodes, 'walls'],
    [step.openings?.length ?? 0, LIMITS.nodes, 'openings'],
  ],
  placeOf(step, field) {
    const [, opening, what] = /^openings\/([^/]+)\/(.+)$/.exec(field) ?? []
    const at = step.openings?.findIndex((o) => o.id === opening) ?? -1
    if (at >= 0) return { words: `Opening ${at + 1}, ${what}`, node: opening! }
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
          ...(r.radius === undefined ? [] : ([['radius', 'length']] as const)),
          ['corner', 'angle'],
        ],
        `rows/${r.id}/`,
        visit,
      ),
    )
    const openings = mapSame(step.openings ?? [], (o) =>
      mapFields(
        o,
        OPENING_COLUMNS.map((c) => [c, 'length'] as const),
        `openings/${o.id}/`,
        visit,
      ),
    )
    const walls = rows === step.rows ? step : { ...step, rows }
    return mapFields(
      step.openings === undefined || openings === step.openings ? walls : { ...walls, openings },
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
