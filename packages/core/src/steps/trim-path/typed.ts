import { string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  formulaSchema,
  idSchema,
  mapFields,
  record,
  type StepBase,
  type StepKind,
} from '../../document/kind.ts'

export const TRIM_LEVELS = ['floor', 'ceiling', 'height'] as const
export type TrimLevel = (typeof TRIM_LEVELS)[number]

/** A line along the walls of a room, where a moulding runs: at the floor, the ceiling or a height, over some of the walls or all. */
export interface TrimPathStep extends StepBase {
  readonly kind: 'trim-path'
  readonly walls: Id
  readonly level: TrimLevel
  /** Above the floor; counts where the level is a height. */
  readonly height: Formula
  /** The first and the last wall it runs along, in the order of the walls; all round without them. */
  readonly first: Id | null
  readonly last: Id | null
}

const wallSchema = string()
  .strict()
  .max(64)
  .nullable()
  .defined('it is missing here which wall (null for all round)')

export const trimPathKind: StepKind<TrimPathStep> = {
  kind: 'trim-path',
  title: 'Line along walls',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['trim-path']).required(),
    walls: idSchema,
    level: string()
      .strict()
      .oneOf([...TRIM_LEVELS], `a level is one of ${TRIM_LEVELS.join(', ')}`)
      .required('a level is missing here'),
    height: formulaSchema,
    first: wallSchema,
    last: wallSchema,
  }),
  gives: ['path', 'table'],
  inputs: (step) => [{ id: step.walls, gives: 'path' }],
  fresh(base, around) {
    // A second line runs along the same walls.
    const before = around.last('path')
    const walls = before && (around.inputOf(before, 'path') ?? before)
    if (walls === undefined)
      return fail(fault('step.needs', 'A line along walls needs the walls of a room first'))
    return ok({
      ...base,
      kind: 'trim-path',
      walls,
      level: 'ceiling',
      height: around.unit === 'in' || around.unit === 'ft' ? '36 in' : '900 mm',
      first: null,
      last: null,
    })
  },
  mapFormulas: (step, visit) => mapFields(step, [['height', 'length']], '', visit),
}
