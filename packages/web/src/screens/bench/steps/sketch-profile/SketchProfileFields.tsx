import { type SketchProfileStep, changeSketchProfile } from '@flexum/core/recipe'
import { openSheet } from '../../actions/recipe.ts'
import { useBench } from '../../context.ts'
import { RegionPicker } from '../shared/RegionPicker.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'

/** Which closed regions of a sketch make the section. */
export function SketchProfileFields({ step }: { readonly step: SketchProfileStep }) {
  const { session } = useBench()
  return (
    <>
      <RegionPicker
        chosen={step}
        what="profile"
        onChange={(choices, label) =>
          void session.run(changeSketchProfile, { step: step.id, choices }, { label })
        }
      />
      <div className="flex gap-2">
        <UseInRun step={step.id} as="profile" />
        <button
          type="button"
          className="btn btn-xs btn-paper"
          onClick={() => openSheet(session, step.sketch)}
        >
          Open the sheet
        </button>
      </div>
    </>
  )
}
