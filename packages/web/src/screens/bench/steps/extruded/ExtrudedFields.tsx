import { doingOf, type ExtrudedStep } from '@flexum/core/document'
import { changeExtruded } from '@flexum/core/edit'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { RegionPicker } from '../shared/RegionPicker.tsx'

const WAYS: Readonly<Record<ExtrudedStep['way'], string>> = {
  out: 'out of the sheet',
  in: 'into the sheet',
  even: 'half each way',
  both: 'a depth each way',
}

/** What is extruded, which way and how deep. */
export function ExtrudedFields({ step }: { readonly step: ExtrudedStep }) {
  const { session } = useBench()
  const change = (choices: Parameters<typeof changeExtruded>[1]['choices'], label: string): void =>
    void session.run(changeExtruded, { step: step.id, choices }, { label })
  const meets = doingOf(step) !== undefined
  return (
    <>
      <RegionPicker chosen={step} what="body" onChange={change} />
      <Choice
        label="Way"
        value={step.way}
        choices={WAYS}
        onChoose={(way) => change({ way }, `Extruded ${WAYS[way]}`)}
      />
      {(meets || step.through) && (
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={step.through}
            onChange={() =>
              change({ through: !step.through }, step.through ? 'To a depth' : 'Through all of it')
            }
          />
          Through all that it meets
        </label>
      )}
      {!step.through && (
        <StepField
          step={step}
          field="depth"
          label={step.way === 'both' ? 'Depth out' : 'Depth'}
          formula={step.depth}
          dimension="length"
        />
      )}
      {!step.through && step.way === 'both' && (
        <StepField step={step} field="other" label="Depth in" formula={step.other} dimension="length" />
      )}
      {(step.way === 'out' || step.way === 'in' || (step.way === 'both' && !step.through)) && (
        <StepField
          step={step}
          field="start"
          label="Starts off the sheet by"
          formula={step.start}
          dimension="length"
        />
      )}
    </>
  )
}
