import type { Step } from '@flexum/core/recipe'
import type { DimensionName, Formula } from '@flexum/core/units'
import { StepField } from './StepField.tsx'

/** Formula fields of a step one below the other: the address of each, its label, what is typed in it and its dimension. */
export const StepFields = (props: {
  readonly step: Step
  readonly fields: readonly (readonly [
    field: string,
    label: string,
    formula: Formula,
    dimension: DimensionName,
  ])[]
}) =>
  props.fields.map(([field, label, formula, dimension]) => (
    <StepField
      key={field}
      step={props.step}
      field={field}
      label={label}
      formula={formula}
      dimension={dimension}
    />
  ))
