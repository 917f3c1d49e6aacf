import { operationOf, type ExtrudedStep, changeExtruded } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { PickFaceButton } from '../../picking/PickFaceButton.tsx'
import { RegionPicker } from '../shared/RegionPicker.tsx'

const WAYS: Readonly<Record<ExtrudedStep['way'], string>> = {
  out: 'out of the sheet',
  in: 'into the sheet',
  even: 'half each way',
  both: 'a depth each way',
}

const UNTIL = 'Press the flat face that it should go up to'

/** What is extruded, which way and how deep. */
export function ExtrudedFields({ step }: { readonly step: ExtrudedStep }) {
  const { session } = useBench()
  const pickUntil = (): void =>
    session.pick({
      step: step.id,
      what: 'face',
      flat: true,
      hint: UNTIL,
      chosen: [],
      take: ({ of, name }) => change({ until: { of, face: name }, through: false }, 'Up to a face'),
    })
  const change = (choices: Parameters<typeof changeExtruded>[1]['choices'], label: string): void =>
    void session.run(changeExtruded, { step: step.id, choices }, { label })
  const meets = operationOf(step) !== undefined
  const oneWay = step.way === 'out' || step.way === 'in'
  return (
    <>
      <RegionPicker chosen={step} what="body" onChange={change} />
      <Choice
        label="Way"
        value={step.way}
        choices={WAYS}
        onChoose={(way) => change({ way }, `Extruded ${WAYS[way]}`)}
      />
      {!step.until && (meets || step.through) && (
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
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={step.until !== undefined}
            onChange={() => (step.until ? change({ until: undefined }, 'To a depth') : pickUntil())}
          />
          Up to a flat face
        </label>
      )}
      {step.until && (
        <PickFaceButton
          step={step}
          label="Press another"
          picked={step.until}
          hint={UNTIL}
          onPick={(until) => change({ until }, 'Up to a face')}
        />
      )}
      {!step.through && !step.until && (
        <StepField
          step={step}
          field="depth"
          label={step.way === 'both' ? 'Depth out' : 'Depth'}
          formula={step.depth}
          dimension="length"
        />
      )}
      {!step.through && !step.until && step.way === 'both' && (
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
      {oneWay && !step.until && (
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={step.draft !== undefined}
            onChange={() =>
              change({ draft: step.draft === undefined ? '3 deg' : undefined }, 'Lean of the sides')
            }
          />
          Sides lean in
        </label>
      )}
      {oneWay && !step.until && step.draft !== undefined && (
        <StepField step={step} field="draft" label="Lean" formula={step.draft} dimension="angle" />
      )}
    </>
  )
}
