import { string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import { typedFormula, type Formula } from '../../units/index.ts'
import {
  baseFields,
  formulaSchema,
  idSchema,
  mapFields,
  record,
  type StepBase,
  type StepKind,
} from '../../document/kind.ts'

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
  gives: ['blank'],
  inputs: (step) => [
    { id: step.run, gives: 'carried' },
    { id: step.run, gives: 'pieces' },
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
