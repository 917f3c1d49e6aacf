import type { HelixPathStep } from '@flexum/core/document'
import { setHand } from '@flexum/core/edit'
import { useBench } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'

export const helixPathPage: PageKind<HelixPathStep> = {
  Picture: () => <Glyph copper d="M7 22c0-4 12 1 12-4S7 17 7 13s12 1 12-4" />,
  Inspector: HelixInspector,
}

/** The sizes and the hand of a helix. */
function HelixInspector({ step }: { readonly step: HelixPathStep }) {
  const { session } = useBench()
  return (
    <PathPanel step={step}>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <StepField
          step={step}
          field="radius"
          label="Centreline radius"
          formula={step.radius}
          dimension="length"
        />
        <StepField step={step} field="pitch" label="Rise per turn" formula={step.pitch} dimension="length" />
        <StepField step={step} field="turns" label="Turns" formula={step.turns} dimension="number" />
        <div className="grid grid-cols-[1fr_132px] items-center gap-x-2">
          <label htmlFor="hand" className="muted">
            Hand
          </label>
          <select
            id="hand"
            className="select select-sm"
            value={step.hand}
            onChange={(e) =>
              session.run(setHand, { step: step.id, hand: e.target.value as 'right' }, { label: 'Hand' })
            }
          >
            <option value="right">right-hand</option>
            <option value="left">left-hand</option>
          </select>
        </div>
      </div>
    </PathPanel>
  )
}
