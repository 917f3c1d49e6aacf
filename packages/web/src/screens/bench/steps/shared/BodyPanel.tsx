import type { ReactNode } from 'react'
import { kindOf, type MaterialEntry, type Step } from '@flexum/core/recipe'
import { stepResult } from '../../../../bench/results.ts'
import { Section } from '../../../../ui/Figures.tsx'
import { useSessionState } from '../../context.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { BodyFigures } from './BodyFigures.tsx'
import { CopiesFields } from './CopiesFields.tsx'
import { DoingFields } from './DoingFields.tsx'
import { MaterialPicker } from './MaterialPicker.tsx'

/** What the inspector of every body has: the fields of its kind, its material, what it does with others, what it comes to. */
export function BodyPanel(props: { readonly step: Step; readonly children: ReactNode }) {
  const { step } = props
  const result = useSessionState((s) => stepResult(s.result, step.id))
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">
          {kindOf(step).title}: {step.name}
        </h2>
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        {props.children}
        {'material' in step && <MaterialFields step={step} />}
        {'material' in step && (
          <div className="mt-1 flex flex-col gap-1.5 border-t hairline pt-2">
            <CopiesFields step={step} what="The body" />
            <DoingFields step={step} />
          </div>
        )}
      </div>
      <p className="muted px-3 pb-2">
        <kbd className="kbd kbd-sm">B</kbd> held shows it as it was before.
      </p>
      <StationFindings station="fit" of={step.id} />
      {result?.output?.bodies?.map((body, index) => (
        <Section
          key={body.id}
          title="Body"
          aside={result.stale ? <span className="muted">as it last was</span> : undefined}
        >
          <BodyFigures step={step.id} index={index} body={body} />
        </Section>
      ))}
    </>
  )
}

/** What a body is made of. */
function MaterialFields({ step }: { readonly step: Step & { readonly material: MaterialEntry } }) {
  return (
    <>
      <MaterialPicker step={step} />
      <StepField
        step={step}
        field="material/density"
        label="Density"
        formula={step.material.density}
        dimension="density"
      />
    </>
  )
}
