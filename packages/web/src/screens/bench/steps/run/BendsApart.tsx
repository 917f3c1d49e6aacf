import { type Step, changeRun } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'

/** Whether bends that touch and turn alike are one in the bend table; asked where there are such. */
export function BendsApart({
  step,
  touching,
}: {
  readonly step: Step | undefined
  readonly touching: boolean
}) {
  const { session } = useBench()
  if (step?.kind !== 'run' || !(touching || step.partedBends)) return null
  return (
    <label className="mt-1.5 flex items-center gap-1.5">
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        checked={step.partedBends ?? false}
        onChange={(e) =>
          session.run(
            changeRun,
            { step: step.id, choices: { partedBends: e.target.checked || undefined } },
            { label: 'Bends that touch' },
          )
        }
      />
      Bends that touch stay apart
    </label>
  )
}
