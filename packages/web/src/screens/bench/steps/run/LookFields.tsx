import { LOOKS, type Look } from '@flexum/core/profile'
import type { RunStep } from '@flexum/core/recipe'
import { Choice } from '../../inspector/Choice.tsx'
import { useChangeRun } from './useChangeRun.ts'

/** Whether the run is drawn, and as what. */
export function LookFields({ step }: { readonly step: RunStep }) {
  const change = useChangeRun(step)
  return (
    <div className="flex flex-col gap-1.5">
      <Choice<Look | ''>
        label="Looks like"
        value={step.look ?? ''}
        choices={[['', 'its material'], ...LOOKS.map((l) => [l, l] as const)]}
        onChoose={(look) => change({ look: look === '' ? undefined : look }, 'Look')}
      />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={step.hidden ?? false}
          onChange={(e) => change({ hidden: e.target.checked ? true : undefined }, 'Hide')}
        />
        Hidden: counted, and neither drawn nor written out
      </label>
    </div>
  )
}
