import { string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import { formulaSchema, idSchema, record } from '../schema-parts.ts'
import { baseFields, mapFields, type StepBase, type StepKind } from './kind.ts'

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
}

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
  }),
  inputs: (step) => [step.run],
  mapFormulas: (step, visit) =>
    mapFields(
      step,
      [
        ['neutral', 'number'],
        ['startAllowance', 'length'],
        ['endAllowance', 'length'],
        ['roundUp', 'length'],
      ],
      '',
      visit,
    ),
}
