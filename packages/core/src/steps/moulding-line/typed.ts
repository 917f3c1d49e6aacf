import { array, boolean, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  LIMITS,
  optionalFormulaSchema,
  record,
} from '../../document/index.ts'

export const LINE_LEVELS = ['floor', 'ceiling', 'height', 'opening'] as const
export type LineLevel = (typeof LINE_LEVELS)[number]

/**
 * A line along the walls of a room, where a moulding runs: at the floor, the ceiling or a height, over some of the walls or all; or round an
 * opening.
 */
export interface MouldingLineStep extends StepBase {
  readonly kind: 'trim-path'
  readonly walls: Id
  readonly level: LineLevel
  /** Above the floor; counts where the level is a height. */
  readonly height: Formula
  /**
   * The first and the last wall it runs along, in the order of the walls, or the opening that it begins or ends at: the same one for all the
   * way from its one side round to the other. All round without them.
   */
  readonly first: Id | null
  readonly last: Id | null
  /** The opening that it goes round, where the level is an opening. */
  readonly around?: Id
  /** How far it stays off the openings that it goes round, begins or ends at. */
  readonly clear?: Formula
  /** Openings at its height that it goes past all the same. */
  readonly past?: readonly Id[]
  /** How many straights stand in place of each curved wall; it is bent without. */
  readonly straights?: Formula
  /** Travelled with the room at the right. */
  readonly reversed?: boolean
}

declare module '../../document/change.ts' {
  interface Changes {
    'change-trim': { readonly step: Id; readonly choices: Partial<Pick<MouldingLineStep, 'past'>> }
    'break-trim': { readonly step: Id; readonly opening: Id; readonly round: boolean }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'trim-path': MouldingLineStep
  }
}

const wallSchema = string()
  .strict()
  .max(64)
  .nullable()
  .defined('it is missing here which wall (null for all round)')

export const mouldingLineKind: StepKind<MouldingLineStep> = {
  kind: 'trim-path',
  title: 'Line along walls',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['trim-path']).required(),
    walls: idSchema,
    level: string()
      .strict()
      .oneOf([...LINE_LEVELS], `a level is one of ${LINE_LEVELS.join(', ')}`)
      .required('a level is missing here'),
    height: formulaSchema,
    first: wallSchema,
    last: wallSchema,
    around: idSchema.optional().notRequired(),
    clear: optionalFormulaSchema,
    past: array(idSchema).strict().optional().max(LIMITS.nodes),
    straights: optionalFormulaSchema,
    reversed: boolean().strict().optional(),
  }),
  gives: ['path', 'table'],
  isBetweenFaces: true,
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
  mapFormulas: (step, visit) =>
    mapFields(
      step,
      [
        ['height', 'length'],
        ...(step.clear === undefined ? [] : ([['clear', 'length']] as const)),
        ...(step.straights === undefined ? [] : ([['straights', 'number']] as const)),
      ],
      '',
      visit,
    ),
  reversed: ({ reversed, ...step }) => (reversed ? step : { ...step, reversed: true }),
}
