import { type BlankStep, changeBlank } from '@flexum/core/recipe'
import { useBench, usePart } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'

/** Which stock bars the blank is sawn from, where that is told. */
export function StockBarFields({ step }: { readonly step: BlankStep }) {
  const { session } = useBench()
  const { unit } = usePart().units.length
  const first = unit === 'in' || unit === 'ft' ? '20 ft' : '6 m'
  return (
    <>
      <label className="flex items-center justify-between gap-2">
        <span className="muted">Sawn from bars of one length</span>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={step.bar !== undefined}
          onChange={(e) =>
            session.run(
              changeBlank,
              { step: step.id, choices: { bar: e.target.checked ? first : undefined } },
              { label: 'Stock bar' },
            )
          }
        />
      </label>
      {step.bar !== undefined && (
        <StepField step={step} field="bar" label="Stock bar" formula={step.bar} dimension="length" />
      )}
    </>
  )
}
