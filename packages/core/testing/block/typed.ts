import { ok } from '../../src/base/index.ts'
import {
  baseFields,
  formulaSchema,
  mapFields,
  record,
  type StepBase,
  type StepKind,
} from '../../src/recipe/index.ts'
import type { Formula } from '../../src/units/index.ts'
import { string } from 'yup'

/** A kind of step for trials alone: a block that stands on the origin, with three sizes. */
export interface BlockStep extends StepBase {
  readonly kind: 'block'
  readonly long: Formula
  readonly wide: Formula
  readonly high: Formula
}

export const blockKind: StepKind<BlockStep> = {
  kind: 'block',
  title: 'Block',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['block']).required(),
    long: formulaSchema,
    wide: formulaSchema,
    high: formulaSchema,
  }),
  gives: ['bodies'],
  inputs: () => [],
  mapFormulas: (step, visit) =>
    mapFields(
      step,
      [
        ['long', 'length'],
        ['wide', 'length'],
        ['high', 'length'],
      ],
      '',
      visit,
    ),
  fresh: (base) => ok({ ...base, kind: 'block', long: '30', wide: '20', high: '10' }),
}
