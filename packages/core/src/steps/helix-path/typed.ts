import { ok } from '../../base/index.ts'
import { string } from 'yup'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  formulaSchema,
  mapFields,
  record,
  type StepBase,
  type StepKind,
} from '../../document/kind.ts'

/** A path that winds up the Z axis, starting on the +X side of the origin. */
export interface HelixPathStep extends StepBase {
  readonly kind: 'helix-path'
  /** Centreline radius. */
  readonly radius: Formula
  /** Rise per turn. */
  readonly pitch: Formula
  readonly turns: Formula
  readonly hand: 'right' | 'left'
}

export const helixPathKind: StepKind<HelixPathStep> = {
  kind: 'helix-path',
  title: 'Helix',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['helix-path']).required(),
    radius: formulaSchema,
    pitch: formulaSchema,
    turns: formulaSchema,
    hand: string()
      .strict()
      .oneOf(['right', 'left'], 'a hand is "right" or "left"')
      .required('a helix needs a hand'),
  }),
  gives: ['path', 'table'],
  inputs: () => [],
  fresh: (base) => ok({ ...base, kind: 'helix-path', radius: '20', pitch: '10', turns: '5', hand: 'right' }),
  mapFormulas: (step, visit) =>
    mapFields(
      step,
      [
        ['radius', 'length'],
        ['pitch', 'length'],
        ['turns', 'number'],
      ],
      '',
      visit,
    ),
}
