import type { ReactNode } from 'react'
import { stepResult } from '../../../../bench/results.ts'
import { drawProfile } from '../../actions/recipe.ts'
import { useBench, useSessionState } from '../../context.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { BringInSvg } from './BringInSvg.tsx'
import { LibraryFields } from './LibraryFields.tsx'
import { MaterialPicker } from './MaterialPicker.tsx'
import { ProfileFigures } from './ProfileFigures.tsx'
import { WallFields } from './WallFields.tsx'
import type { ProfileStep } from '@flexum/core/recipe'

/** What the inspector of every section has: the library, the fields of its kind, wall and material, and what it is worth. */
export function ProfilePanel(props: {
  readonly step: ProfileStep
  /** It has a wall by itself, so that there is none to choose. */
  readonly walled?: boolean
  readonly children: ReactNode
}) {
  const { session } = useBench()
  const { step } = props
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const output = result?.output?.section
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Profile: {step.name}</h2>
      </div>
      <div className="flex gap-2 px-3">
        <button type="button" className="btn btn-xs btn-paper" onClick={() => drawProfile(session)}>
          Draw another
        </button>
        <BringInSvg />
      </div>
      <div className="flex flex-col gap-1.5 px-3 pt-2">
        <LibraryFields key={step.id} step={step} />
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        {props.children}
        {!props.walled && <WallFields step={step} />}
        <MaterialPicker step={step} />
        <StepField
          step={step}
          field="material/density"
          label="Density"
          formula={step.material.density}
          dimension="density"
        />
      </div>
      <StationFindings station="profile" />
      {output && <ProfileFigures step={step.id} output={output} stale={result?.stale ?? false} />}
    </>
  )
}
