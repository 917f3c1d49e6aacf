import { type Step, setFormula } from '@flexum/core/recipe'
import type { DimensionName, Formula } from '@flexum/core/units'
import { stepResult } from '../../../bench/results.ts'
import { FormulaField } from '../../../ui/FormulaField.tsx'
import { useBench, usePart, useSessionState, useSurroundings } from '../context.ts'

/** A formula field of a step, by its address. */
export function StepField(props: {
  readonly step: Step
  readonly field: string
  readonly label: string
  readonly of?: string
  readonly formula: Formula
  readonly dimension: DimensionName
}) {
  const { session } = useBench()
  const part = usePart()
  const around = useSurroundings()
  const result = useSessionState((s) => stepResult(s.result, props.step.id))
  const finding = result?.findings.find((f) => f.field === props.field)
  return (
    <FormulaField
      label={props.label}
      of={props.of}
      formula={props.formula}
      dimension={props.dimension}
      result={result?.fields[props.field]}
      fault={finding?.message}
      units={part.units}
      around={around}
      onCommit={(formula) =>
        session.run(setFormula, { step: props.step.id, field: props.field, formula }, { label: props.label })
      }
    />
  )
}
