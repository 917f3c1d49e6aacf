import { kindOf, mapStepFormulas, type Step } from '@flexum/core/recipe'
import type { DimensionName, Formula } from '@flexum/core/units'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'

/** A kind that has no page of its own: all its formulas by their addresses. */
export const otherPage: PageKind<Step> = {
  Picture: () => <Glyph d="M6 10l7-3 7 3v10l-7 3-7-3ZM6 10l7 3 7-3M13 13v10" />,
  Inspector({ step }) {
    const fields: { field: string; formula: Formula; dimension: DimensionName }[] = []
    mapStepFormulas(step, (formula, field, dimension) => {
      fields.push({ field, formula, dimension })
      return formula
    })
    return (
      <>
        <div className="px-3 pt-3 pb-1">
          <h2 className="heading">
            {kindOf(step).title}: {step.name}
          </h2>
        </div>
        <div className="flex flex-col gap-1.5 px-3 py-2">
          {fields.map((f) => (
            <StepField key={f.field} step={step} label={f.field} {...f} />
          ))}
        </div>
        <StationFindings station={kindOf(step).station} />
      </>
    )
  },
}
