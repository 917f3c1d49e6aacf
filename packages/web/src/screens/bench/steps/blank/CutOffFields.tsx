import { type BlankStep, changeBlank } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { StepFields } from '../../inspector/StepFields.tsx'

/** What holds the bar while it is bent and is cut off after; told apart from what stays on. */
export function CutOffFields({ step }: { readonly step: BlankStep }) {
  const { session } = useBench()
  const { cutOff } = step
  return (
    <>
      <label className="flex items-center justify-between gap-2">
        <span className="muted">Something is cut off after bending</span>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={cutOff !== undefined}
          onChange={(e) =>
            session.run(
              changeBlank,
              {
                step: step.id,
                choices: { cutOff: e.target.checked ? { start: '0', end: '30 mm' } : undefined },
              },
              { label: 'Cut off after bending' },
            )
          }
        />
      </label>
      {cutOff && (
        <StepFields
          step={step}
          fields={[
            ['cutOff/start', 'Cut off at the start', cutOff.start, 'length'],
            ['cutOff/end', 'Cut off at the end', cutOff.end, 'length'],
          ]}
        />
      )}
    </>
  )
}
